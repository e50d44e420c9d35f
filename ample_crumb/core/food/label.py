"""A nutrition label as printed, turned into figures per 100 g, with what is wrong with it.

Two systems: European style counts carbohydrate without fibre, US style with fibre, polyols and allulose. A figure is
kept as printed; what cannot be true is a problem at its field, what does not fit together is a remark with the
likeliest reason.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, fields, replace
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Letters
from ample_crumb.core.food.energy import KJ_PER_KCAL, US_POLYOL_KCAL_PER_G, energy_agrees, european_energy, us_energy
from ample_crumb.core.food.figure_titles import FIGURE_TITLES
from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Nutrients


class Style(StrEnum):
    """Whose label it is."""

    EUROPEAN = "european"
    US = "us"


class LabelBasis(StrEnum):
    """What the printed figures are for."""

    PER_100_G = "100 g"
    PER_100_ML = "100 ml"
    PER_SERVING = "serving"


Printed = Annotated[float, Between(-1_000_000, 1_000_000)] | None
"""What cannot be true of a figure is said in words, so that a slip of the pen comes in too."""


@dataclass(frozen=True, slots=True)
class Label:
    """The figures of a label as printed, in g unless named otherwise, for its `basis`; None where it states none.

    `carbohydrate_g` is what the label calls (total) carbohydrate. `energy_kj` stands for a label in kJ alone,
    `sodium_mg` for one without salt. `serving_g` is needed per serving, `density_g_per_ml` per 100 ml. `polyols_g`
    counts erythritol in; `polyol_kind` names the other.
    """

    style: Style
    basis: LabelBasis = LabelBasis.PER_100_G
    serving_g: Printed = None
    density_g_per_ml: Printed = None
    energy_kcal: Printed = None
    energy_kj: Printed = None
    fat_g: Printed = None
    saturates_g: Printed = None
    carbohydrate_g: Printed = None
    sugars_g: Printed = None
    fibre_g: Printed = None
    polyols_g: Printed = None
    erythritol_g: Printed = None
    polyol_kind: Annotated[str, Letters(40, pattern=f"^({'|'.join(('', *US_POLYOL_KCAL_PER_G))})$")] = ""
    allulose_g: Printed = None
    protein_g: Printed = None
    salt_g: Printed = None
    sodium_mg: Printed = None
    alcohol_g: Printed = None


@dataclass(frozen=True, slots=True)
class FieldProblem:
    """What cannot be true, at a field of the label, as a sentence."""

    field: str
    sentence: str


@dataclass(frozen=True, slots=True)
class LabelFigures:
    """A label per 100 g. `per_100g` and `sd_per_100g`, the doubt by rounding, are None while there are `problems`.
    `computed_kcal` is the energy by the factors of its style; `remark` says why the stated one may differ from it, and
    is empty when they agree or cannot be compared."""

    per_100g: Nutrients | None
    sd_per_100g: Nutrients | None
    computed_kcal: float | None
    problems: tuple[FieldProblem, ...]
    remark: str


MOST_KCAL_PER_G: Final = 9.0
"""Pure fat; nothing that is eaten holds more."""

LEAST_SERVING_G: Final = 0.1
LEAST_DENSITY_G_PER_ML: Final = 0.01
"""Less than this no serving weighs and no millilitre: whipped cream has 0.2 g, and what lies near 0 divides to nothing
that is a number."""

_MASSES: Final = ("fat_g", "carbohydrate_g", "fibre_g", "protein_g", "salt_g", "alcohol_g")
_WORDS: Final = {
    **{name: figure.title for name, figure in FIGURE_TITLES.items()},
    "serving_g": "The serving",
    "density_g_per_ml": "The density",
}


def read_label(label: Label) -> LabelFigures:
    """The figures of a label per 100 g. Never raises for what a label may say."""
    problems = (*_impossible(label), *_basis_problems(label))
    if problems:
        return LabelFigures(None, None, None, problems, "")
    scale = _to_100_g(label)
    printed = _printed(label)
    per_100g = _nutrients(printed, label.style).times(scale)
    problems = tuple(_impossible_per_100_g(per_100g))
    if problems:
        return LabelFigures(None, None, None, problems, "")
    computed = _computed(per_100g, label)
    remark = ""
    if computed is not None and per_100g.energy_kcal is not None and not energy_agrees(per_100g.energy_kcal, computed):
        remark = _likeliest_reason(label, per_100g, computed)
    if per_100g.energy_kcal is None:
        per_100g = replace(per_100g, energy_kcal=computed)
    return LabelFigures(per_100g, _rounding(label, printed, scale), computed, (), remark)


def _impossible(label: Label) -> Iterator[FieldProblem]:
    for field in fields(label):
        value = getattr(label, field.name)
        if isinstance(value, float | int) and value < 0:
            yield FieldProblem(field.name, f"{_WORDS[field.name]} cannot be negative.")
        elif isinstance(value, float | int) and not math.isfinite(value):
            yield FieldProblem(field.name, f"{_WORDS[field.name]} is no number.")
    for part, whole in (
        ("saturates_g", "fat_g"), ("sugars_g", "carbohydrate_g"), ("polyols_g", "carbohydrate_g"),
        ("erythritol_g", "polyols_g"), ("allulose_g", "carbohydrate_g"),
    ):  # fmt: skip
        value, limit = getattr(label, part), getattr(label, whole)
        if value is not None and limit is not None and value > limit + 0.05:
            yield FieldProblem(part, f"{_WORDS[part]} of {value:g} g are more than the {limit:g} g they are part of.")


def _basis_problems(label: Label) -> Iterator[FieldProblem]:
    if label.basis is LabelBasis.PER_SERVING and (label.serving_g or 0.0) < LEAST_SERVING_G:
        yield FieldProblem("serving_g", "Per serving needs the weight of a serving in grams; it stands beside it.")
    if label.basis is LabelBasis.PER_100_ML and (label.density_g_per_ml or 0.0) < LEAST_DENSITY_G_PER_ML:
        yield FieldProblem(
            "density_g_per_ml", "Per 100 ml needs the weight of a millilitre; milk has 1.03 g, oil 0.92."
        )


def _impossible_per_100_g(per_100g: Nutrients) -> Iterator[FieldProblem]:
    mass_g = sum(getattr(per_100g, name) or 0.0 for name in _MASSES)
    # Each of six printed figures may be rounded up by half a gram.
    if mass_g > 103:
        heaviest = max(_MASSES, key=lambda name: getattr(per_100g, name) or 0.0)
        yield FieldProblem(heaviest, f"These figures make {mass_g:.0f} g in 100 g; is one of them for another amount?")
    if (per_100g.energy_kcal or 0.0) > 100 * MOST_KCAL_PER_G + 5:
        kcal = per_100g.energy_kcal or 0.0
        kilojoules = " Is it in kJ?" if kcal / KJ_PER_KCAL <= 100 * MOST_KCAL_PER_G else ""
        yield FieldProblem("energy_kcal", f"{kcal:,.0f} kcal in 100 g is more than pure fat has (900).{kilojoules}")


def _to_100_g(label: Label) -> float:
    if label.basis is LabelBasis.PER_SERVING:
        return 100 / (label.serving_g or 100)
    return 1 / (label.density_g_per_ml or 1.0) if label.basis is LabelBasis.PER_100_ML else 1.0


def _printed(label: Label) -> Nutrients:
    """What is printed, with salt and kcal for sodium and kJ, and nothing else changed."""
    kcal = label.energy_kcal
    if kcal is None and label.energy_kj is not None:
        kcal = label.energy_kj / KJ_PER_KCAL
    salt = label.salt_g
    if salt is None and label.sodium_mg is not None:
        salt = SALT_PER_SODIUM * label.sodium_mg / 1000
    return Nutrients(
        energy_kcal=kcal,
        protein_g=label.protein_g,
        fat_g=label.fat_g,
        saturates_g=label.saturates_g,
        carbohydrate_g=label.carbohydrate_g,
        sugars_g=label.sugars_g,
        fibre_g=label.fibre_g,
        polyols_g=label.polyols_g,
        erythritol_g=label.erythritol_g if label.polyols_g else label.polyols_g,
        allulose_g=label.allulose_g,
        salt_g=salt,
        alcohol_g=label.alcohol_g,
    )


def _nutrients(printed: Nutrients, style: Style) -> Nutrients:
    """Printed figures with carbohydrate available: a US label's is less its fibre."""
    if style is Style.EUROPEAN or printed.carbohydrate_g is None:
        return printed
    return replace(printed, carbohydrate_g=max(0.0, printed.carbohydrate_g - (printed.fibre_g or 0.0)))


def _computed(per_100g: Nutrients, label: Label) -> float | None:
    return us_energy(per_100g, label.polyol_kind) if label.style is Style.US else european_energy(per_100g)


def _likeliest_reason(label: Label, per_100g: Nutrients, computed: float) -> str:
    """The reason that, put right, makes stated and computed energy agree best, if it does within 6 %; then a slip of
    the hand; then carbohydrate that has no energy; the plain facts otherwise."""
    stated = per_100g.energy_kcal or 0.0
    facts = f"{stated:.0f} kcal in 100 g is stated, the figures make {computed:.0f}."
    reasons = [
        (abs(said / want - 1), place, why)
        for place, (said, want, why) in enumerate(_reasons(label, per_100g, computed))
    ]
    near = [reason for reason in reasons if reason[0] <= 0.06]
    if near:
        return f"{facts} {min(near)[2]}"
    other = _slipped_digit(per_100g, label) or _without_energy(per_100g, computed) or "Look at each figure again."
    return f"{facts} {other}"


def _reasons(label: Label, per_100g: Nutrients, computed: float) -> Iterator[tuple[float, float, str]]:
    """Pairs of energies that would agree, each with its reason."""
    stated = per_100g.energy_kcal or 0.0
    if stated <= 0 or computed <= 0:
        return
    yield stated / KJ_PER_KCAL, computed, "The energy was probably typed in kJ."
    yield stated * KJ_PER_KCAL, computed, "The energy is probably in kcal and was typed as kJ."
    serving = label.serving_g
    if serving and serving != 100:
        part = serving / 100
        yield stated / part, computed, f"The energy is probably per serving of {serving:g} g, the rest per 100 g."
        yield stated * part, computed, f"The energy is probably per 100 g, the rest per serving of {serving:g} g."
    fibre, polyols = per_100g.fibre_g or 0.0, per_100g.polyols_g or 0.0
    if fibre > 0:
        yield (
            stated,
            computed - (4 if label.style is Style.US else 2) * fibre,
            "The maker probably gave fibre no energy.",
        )
        yield stated, computed + 2 * fibre, "Fibre is probably counted inside the carbohydrate too."
        yield stated, computed - 4 * fibre, "Fibre is probably part of this carbohydrate: is it a US label?"
    if polyols > 0:
        others = polyols - (per_100g.erythritol_g or 0.0)
        yield stated, computed - 2.4 * others, "The maker probably gave sugar alcohols no energy."
        yield stated, computed - 4 * polyols + 4 * (per_100g.erythritol_g or 0.0), "Is the sugar alcohol erythritol?"
        yield stated, computed + 4 * (per_100g.erythritol_g or 0.0), "Erythritol is probably counted at 4 kcal/g."


def _without_energy(per_100g: Nutrients, computed: float) -> str:
    """Carbohydrate that the stated energy leaves out, where no polyols are named. Any gap may be so explained, so it is
    asked about last."""
    lacking = (computed - (per_100g.energy_kcal or 0.0)) / 4
    if per_100g.polyols_g is None and 1 <= lacking <= (per_100g.carbohydrate_g or 0.0):
        return f"Some {lacking:.0f} g of the carbohydrate may be a sugar alcohol without energy; is one named?"
    return ""


_WITH_ENERGY: Final = ("protein_g", "fat_g", "carbohydrate_g")


def _slipped_digit(per_100g: Nutrients, label: Label) -> str:
    """A single figure that was mistyped: two digits swapped, or a point in the wrong place."""
    stated = per_100g.energy_kcal or 0.0
    for name in _WITH_ENERGY:
        value = getattr(label, name)
        if not value:
            continue
        for other in _slips(value):
            changed = replace(label, **{name: other})  # type: ignore[arg-type] # one of three masses
            energy = _computed(_nutrients(_printed(changed), label.style).times(_to_100_g(label)), label)
            if energy is not None and abs(energy - stated) <= max(4.0, 0.02 * stated):
                return f"{_WORDS[name]} may be {other:g} g and not {value:g}."
    return ""


def _slips(value: float) -> Iterator[float]:
    yield value * 10
    yield value / 10
    text = f"{value:g}"
    for at in range(len(text) - 1):
        if text[at].isdigit() and text[at + 1].isdigit() and text[at] != text[at + 1]:
            yield float(text[:at] + text[at + 1] + text[at] + text[at + 2 :])


def _rounding(label: Label, printed: Nutrients, scale: float) -> Nutrients:
    """Standard deviations by rounding, per 100 g: half a step, equally likely throughout; of a printed 0 all that
    rounds to it."""
    steps = _us_step if label.style is Style.US else _european_step

    def sd(name: str) -> float | None:
        value = getattr(printed, name)
        if value is None:
            return None
        if value == 0:
            return scale * _ZERO_BELOW[label.style].get(name, 0.5) / math.sqrt(3)
        return scale * steps(name, value) / math.sqrt(12)

    return Nutrients(**{field.name: sd(field.name) for field in fields(Nutrients)})


_ZERO_BELOW: Final = {
    # Below these a label may print 0. US: 21 CFR 101.9(c), per serving; European: Commission guidance on tolerances of
    # December 2012, table 4, per 100 g. From memory.
    Style.US: {"energy_kcal": 5.0, "salt_g": 0.005 * SALT_PER_SODIUM},
    Style.EUROPEAN: {"energy_kcal": 4.0, "saturates_g": 0.1, "salt_g": 0.005 * SALT_PER_SODIUM},
}


def _us_step(name: str, value: float) -> float:
    """Rounding step of a US label, per serving. Source: 21 CFR 101.9(c)(1) to (8), from memory."""
    if name == "energy_kcal":
        return 5.0 if value <= 50 else 10.0
    if name in {"fat_g", "saturates_g"}:
        return 0.5 if value < 5 else 1.0
    if name == "salt_g":
        return SALT_PER_SODIUM * (0.005 if value / SALT_PER_SODIUM <= 0.140 else 0.010)
    return 1.0


def _european_step(name: str, value: float) -> float:
    """Rounding step of a European label, per 100 g. Source: Commission guidance of December 2012, table 4, from
    memory."""
    if name == "energy_kcal":
        return 1.0
    if name == "salt_g":
        return 0.1 if value >= 1 else 0.01
    return 1.0 if value >= 10 else 0.1
