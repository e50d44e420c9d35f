"""core/reformulate/crumb_constraints: the edge of what the optimiser may do is the edge of the dial, sum by sum.

A dough that fits is moved along one of its sums until its dial says otherwise, and until its rows do; both have to
happen at the same place. Windows come from the table, what the sums do to them from the dials alone.
"""

import unittest
from collections.abc import Callable
from dataclasses import replace

from ample_crumb.core.crumb.composition import Mix
from ample_crumb.core.crumb.dials import NOTHING_LEARNED, Verdict, dials_of
from ample_crumb.core.reformulate.crumb_constraints import baking_rows

MUFFIN = Mix(
    mass=600, dough=600, water=230, holding=110, dry=150, pulse=40, flour=160, powder=20, gluten=75, sugars=60,
    crystals=50, sweet=80, browning=20, fat=40, loose_fat=30, added_fat=20, leavening=6, eggs=1.5, own_eggs=1.5,
    egg_mass=75, tender=12, salt=3, dairy=100,
)  # fmt: skip
SPONGE = Mix(
    mass=440, dough=440, water=155, holding=72, dry=120, flour=120, gluten=120, sugars=120, crystals=120, sweet=120,
    browning=120, fat=20, loose_fat=20, eggs=4, own_eggs=4, egg_mass=200, salt=1,
)  # fmt: skip
CHEESECAKE = Mix(
    mass=1000, dough=1000, water=600, holding=0, sugars=150, sweet=150, fat=200, loose_fat=200, eggs=4, own_eggs=4,
    egg_mass=200, dairy=800, stiffening=5, salt=4,
)  # fmt: skip


def moved(mix: Mix, name: str, value: float) -> Mix:
    """The dough with one of its sums another."""
    return replace(mix, **{name: value})  # type: ignore[arg-type] # all sums are floats


def edge(mix: Mix, name: str, to: float, fits: Callable[[Mix], bool]) -> float:
    """The value of a sum, on its way from what it is to `to`, from which on the dough does not fit any more."""
    inside, outside = getattr(mix, name), to
    for _ in range(60):
        middle = (inside + outside) / 2
        if fits(moved(mix, name, middle)):
            inside = middle
        else:
            outside = middle
    return float(inside)


class Edges(unittest.TestCase):
    def same_edge(self, mix: Mix, family: str, dial: str, name: str, to: float) -> None:
        rows = [row for row in baking_rows(mix, family, dials_of(mix, family), NOTHING_LEARNED) if row.dial == dial]

        def by_dial(other: Mix) -> bool:
            return {each.name: each.verdict for each in dials_of(other, family)}[dial] is Verdict.FITS

        def by_rows(other: Mix) -> bool:
            return all(row.at(other) >= 0 for row in rows)

        self.assertTrue(by_dial(mix), "the dough fits to begin with")
        self.assertFalse(by_dial(moved(mix, name, to)), "it does not in the end")
        there = edge(mix, name, to, by_dial)
        # A dial forgives what lies closer than it is written with, five in ten thousand of its upper end.
        self.assertAlmostEqual(edge(mix, name, to, by_rows), there, delta=8e-3 * abs(to - getattr(mix, name)), msg=name)

    def test_hydration_moves_with_sugar_and_loose_fat(self) -> None:
        self.same_edge(MUFFIN, "muffin", "hydration", "water", 20)
        self.same_edge(MUFFIN, "muffin", "hydration", "water", 900)
        self.same_edge(MUFFIN, "muffin", "hydration", "sugars", 900)
        self.same_edge(MUFFIN, "muffin", "hydration", "loose_fat", 900)
        rich = replace(MUFFIN, sugars=300, loose_fat=200, water=60)
        self.same_edge(rich, "muffin", "hydration", "water", 0)

    def test_powder_is_a_share_of_flour_and_pulses_and_helped_by_what_is_tender(self) -> None:
        self.same_edge(MUFFIN, "muffin", "powder-share", "powder", 190)
        self.same_edge(replace(MUFFIN, pulse=120), "muffin", "powder-share", "powder", 270)
        # Helped in full: more that is tender allows no more powder.
        self.same_edge(replace(MUFFIN, tender=200, pulse=90), "muffin", "powder-share", "powder", 240)

    def test_what_is_tender_spares_fat(self) -> None:
        self.same_edge(replace(MUFFIN, fat=14, tender=4), "muffin", "fat", "fat", 0)
        self.same_edge(replace(MUFFIN, fat=6, tender=10), "muffin", "fat", "tender", 0)
        self.same_edge(MUFFIN, "muffin", "fat", "fat", 400)

    def test_soda_lifts_four_times_with_acid_and_half_of_it_without(self) -> None:
        soured = replace(MUFFIN, leavening=0, soda=2, acid=50)
        self.same_edge(soured, "muffin", "leavening", "soda", 0)
        self.same_edge(soured, "muffin", "leavening", "soda", 20)
        self.same_edge(replace(MUFFIN, leavening=0, soda=3, acid=0), "muffin", "leavening", "soda", 0)
        self.same_edge(replace(MUFFIN, leavening=2, soda=1, acid=0.4), "muffin", "leavening", "leavening", 0)

    def test_air_beaten_in_takes_room_from_baking_powder(self) -> None:
        self.same_edge(SPONGE, "cake", "leavening", "leavening", 60)
        self.same_edge(MUFFIN, "muffin", "leavening", "leavening", 60)

    def test_gluten_and_fat_say_how_many_eggs(self) -> None:
        self.same_edge(MUFFIN, "muffin", "binder", "eggs", 0)
        self.same_edge(replace(MUFFIN, gluten=0), "muffin", "binder", "eggs", 0)
        self.same_edge(replace(MUFFIN, gluten=160), "muffin", "binder", "eggs", 0)
        self.same_edge(MUFFIN, "muffin", "binder", "eggs", 30)
        self.same_edge(replace(MUFFIN, added_fat=90), "muffin", "binder", "eggs", 0)

    def test_what_sets_a_cheesecake_and_what_sweetens_and_salts(self) -> None:
        self.same_edge(CHEESECAKE, "baked-cheesecake", "set", "own_eggs", 0)
        self.same_edge(CHEESECAKE, "baked-cheesecake", "set", "stiffening", 60)
        for name in ("sweetness", "salt-browning"):
            total = {"sweetness": "sweet", "salt-browning": "salt"}[name]
            self.same_edge(MUFFIN, "muffin", name, total, 0)
            self.same_edge(MUFFIN, "muffin", name, total, 500)
