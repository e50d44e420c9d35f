"""core/day/tonight: what is as wished and stays within the day, the nearest first."""

import unittest
from dataclasses import replace

from ample_crumb.core.day.evening_offers import Source, TonightOrder, TonightRoom, TonightThing, offers_for_tonight
from ample_crumb.core.day.evening_wishes import TonightWishes, read_tonight

BARS = TonightThing("bars", Source.STASH, 62, 97, 11, 0, 0, ("citrus", "creamy", "cold"), 6, 60)
SQUARES = TonightThing("squares", Source.STASH, 45, 130, 9, 40, 0, ("chocolate", "soft", "warm"), 2, 20, 2)
SKYR = TonightThing("skyr", Source.MEAL, 180, 150, 22, 5, 1, ("berry", "fruit", "cold"))
MUG = TonightThing("mug", Source.FORMULA, 110, 210, 20, 12, 1, ("chocolate", "soft", "warm"))
LOAF = TonightThing("loaf", Source.FORMULA, 60, 170, 8, 75, 3, ("citrus", "soft", "warm"), lacking_count=1)
ALL = (LOAF, MUG, SKYR, BARS, SQUARES)
ROOM = TonightRoom(318, 41)


def keys(wishes: TonightWishes, room: TonightRoom = ROOM, order: TonightOrder = TonightOrder.NEAREST) -> list[str]:
    return [offer.key for offer in offers_for_tonight(ALL, wishes, room, order)]


class Offers(unittest.TestCase):
    def test_stash_then_meals_then_formulas_and_what_is_due_first(self) -> None:
        self.assertEqual(keys(TonightWishes()), ["squares", "bars", "skyr", "mug", "loaf"])

    def test_every_wish_narrows(self) -> None:
        self.assertEqual(keys(read_tonight("something chocolate, warm, in fifteen minutes, one bowl")), ["mug"])
        self.assertEqual(keys(read_tonight("chocolate, in an hour")), ["squares", "mug"])
        self.assertEqual(keys(read_tonight("cold, no fruit")), ["bars"])

    def test_as_much_as_usual_or_what_fits(self) -> None:
        (two,) = offers_for_tonight([SQUARES], TonightWishes(), ROOM)
        self.assertEqual(two.piece_count, 2)
        (one,) = offers_for_tonight([SQUARES], TonightWishes(), TonightRoom(200, 41))
        self.assertEqual(one.piece_count, 1.5)
        self.assertEqual(offers_for_tonight([SQUARES], TonightWishes(), TonightRoom(60, 41)), ())

    def test_for_several_there_must_be_enough(self) -> None:
        # Two of each for two are four; two are there.
        self.assertEqual(keys(TonightWishes(people=2)), ["bars", "skyr", "mug", "loaf"])
        (offer,) = offers_for_tonight([MUG], TonightWishes(people=3), ROOM)
        self.assertEqual((offer.piece_count, offer.whole_count), (1, 3))

    def test_who_is_named_has_a_piece_of_their_size(self) -> None:
        room = TonightRoom(318, 41, 0.5, (0.5,))
        (offer,) = offers_for_tonight([MUG], TonightWishes(people=3), room)
        self.assertEqual(offer.whole_count, 2.5)

    def test_what_closes_the_day_goes_before_what_is_due(self) -> None:
        offers = offers_for_tonight([SQUARES, replace(BARS, usual_count=3)], TonightWishes(), TonightRoom(318, 33))
        self.assertEqual([(offer.key, offer.closes) for offer in offers], [("bars", True), ("squares", False)])

    def test_by_protein_and_by_lightness(self) -> None:
        self.assertEqual(keys(TonightWishes(), order=TonightOrder.PROTEIN)[0], "skyr")
        self.assertEqual(keys(TonightWishes(), order=TonightOrder.LIGHT)[:2], ["skyr", "bars"])


class Powder(unittest.TestCase):
    def test_no_more_than_two_scoops_at_a_sitting(self) -> None:
        shake = replace(SKYR, key="shake", energy_kcal=60, usual_count=3.0, powder_g=30.0)
        (offer,) = offers_for_tonight([shake], TonightWishes(), ROOM)
        self.assertEqual((offer.piece_count, offer.whole_count), (2, 2))
        three_scoops = replace(shake, powder_g=90.0)
        (half,) = offers_for_tonight([three_scoops], TonightWishes(), ROOM)
        self.assertEqual(half.piece_count, 0.5)
        self.assertEqual(offers_for_tonight([three_scoops], TonightWishes(), replace(ROOM, step_count=1.0)), ())
