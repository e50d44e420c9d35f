"""Targets worked out from a body, an activity and a wish: each number with its sum, and when none is worked out.

What is worked out is a place to begin: the energy that somebody really burns is known after weeks of weighing. Where a
doctor or dietitian has to be asked first no deficit is computed, whatever was typed.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Items
from ample_crumb.core.day import growth_references
from ample_crumb.core.day.growth_references import GROWN_YEARS, GrowthReference, growth_reference
from ample_crumb.core.day.resting_energy import (
    MIFFLIN_BY_SEX_KCAL,
    Sex,
    body_mass_index,
    cunningham_kcal,
    katch_mcardle_kcal,
    lean_mass_kg,
    mifflin_st_jeor_kcal,
)

FLOOR_KCAL: Final = {Sex.FEMALE: 1200.0, Sex.MALE: 1500.0}
"""The least energy that is planned without a doctor or dietitian: as NHLBI, Clinical Guidelines on Overweight and
Obesity, 1998, has low-calorie diets begin for women and men (from memory)."""

MOST_PERCENT_A_WEEK: Final = 1.0
"""The most of body weight to lose in a week. Common practice for people who train; Garthe and others, International
Journal of Sport Nutrition 21, 2011, found 0.7 % keep more muscle than 1.4 % (from memory)."""

UNDERWEIGHT_BMI: Final = 18.5
"""Below this nothing is lost: WHO Technical Report Series 854, 1995."""

FITTED_YEARS: Final = (19.0, 78.0)
"""Ages of those to whom Mifflin-St Jeor was fitted."""

KCAL_PER_KG: Final = 7700.0
"""Energy in a kilogram of body weight lost or gained: Wishnofsky, American Journal of Clinical Nutrition 6, 1958: 3,500
kcal a pound. It is an average of the first months; less is lost for it later."""

PROTEIN_G_PER_KG: Final = (1.4, 2.0)
"""For people who train: Jaeger and others, ISSN position stand, Journal of the International Society of Sports
Nutrition 14:20, 2017."""

PROTEIN_USUAL_G_PER_KG: Final = 1.6
"""Where more stops adding to what training builds: Morton and others, British Journal of Sports Medicine 52, 2018."""

PROTEIN_FLOOR_G_PER_KG: Final = 0.8
"""The recommended dietary allowance of adults: Institute of Medicine, Dietary Reference Intakes, 2005."""

KIDNEY_PROTEIN_G_PER_KG: Final = 0.8
"""With chronic kidney disease no more than this without who treats it: KDIGO guideline, Kidney International 105(4S),
2024 (from memory)."""

LEAST_FAT_SHARE: Final = 0.20
"""Least share of energy from fat: the lower end of the reference intake range, EFSA Journal 8(3):1461, 2010."""

FIBRE_G_PER_1000_KCAL: Final = 14.0
"""Adequate intake: Institute of Medicine, Dietary Reference Intakes, 2005."""

KCAL_PER_G: Final = {"protein": 4.0, "carbohydrate": 4.0, "fat": 9.0}


class Circumstance(StrEnum):
    """What makes a deficit somebody else's to plan."""

    PREGNANT = "pregnant"
    BREAST_FEEDING = "breast-feeding"
    KIDNEY_DISEASE = "kidney disease"
    DIABETES_MEDICATION = "diabetes medication"
    DISORDERED_EATING = "a history of disordered eating"


_WHOM_TO_ASK: Final = {
    Circumstance.PREGNANT: "Needs change in pregnancy: please ask your midwife or doctor what to eat.",
    Circumstance.BREAST_FEEDING: "Breast-feeding takes energy of its own: please ask your midwife or doctor first.",
    Circumstance.KIDNEY_DISEASE: (
        "With kidney disease both energy and protein are set by your doctor or a renal dietitian: please ask them."
    ),
    Circumstance.DIABETES_MEDICATION: (
        "Eating less changes what medication for diabetes does: please ask your doctor or diabetes team first."
    ),
    Circumstance.DISORDERED_EATING: (
        "After disordered eating figures can do harm: please plan this with your doctor or a registered dietitian. "
        "Energy can be hidden throughout, in Settings."
    ),
}


_FLOOR_BY: Final = {Circumstance.PREGNANT: 1.1, Circumstance.BREAST_FEEDING: 1.3}
"""Protein that carrying and feeding a child takes at least [g a kg]: Institute of Medicine, Dietary Reference Intakes,
2005 (from memory)."""

_ADDITIONS: Final = {
    Circumstance.PREGNANT: (
        "Pregnancy adds to this about 70 kcal a day in its first three months, 260 in the next three and 500 in the "
        "last (EFSA 2013), and 1, 9 and 28 g of protein (EFSA 2012); both from memory."
    ),
    Circumstance.BREAST_FEEDING: (
        "Breast-feeding adds to this about 500 kcal a day in the first six months (EFSA 2013), and 19 g of protein, 13 "
        "after them (EFSA 2012); both from memory."
    ),
}
_KEEPS_WEIGHT: Final = frozenset(_ADDITIONS)
"""Whoever carries or feeds a child is given what keeps their weight, never less, and is told what comes on top."""


@dataclass(frozen=True, slots=True)
class Physique:
    """What targets are worked out from. `activity_factor` is what a day burns over rest, `rate_percent` the share of
    body weight to lose in a week, below nothing to gain. `burned_kcal` is what is known to be burned a day, by weight
    and diary, and stands instead of rest and activity."""

    sex: Sex
    age_years: Annotated[float, Between(5, 120)]
    height_cm: Annotated[float, Between(90, 250)]
    weight_kg: Annotated[float, Between(15, 400)]
    body_fat_percent: Annotated[float, Between(3, 70)] | None = None
    activity_factor: Annotated[float, Between(1.2, 1.9)] = 1.2
    rate_percent: Annotated[float, Between(-5, 5)] = 0.0
    burned_kcal: Annotated[float, Between(500, 10_000)] | None = None
    circumstances: Annotated[tuple[Circumstance, ...], Items(5)] = ()

    @property
    def growing(self) -> GrowthReference | None:
        """What somebody under 18 goes by; None for adults."""
        if self.age_years >= GROWN_YEARS:
            return None
        return growth_reference(self.sex, self.age_years, self.height_cm, self.weight_kg, self.activity_factor)


@dataclass(frozen=True, slots=True)
class RestingEnergy:
    """Energy at rest [kcal/d] by equation; None where body fat is not known."""

    mifflin_st_jeor_kcal: float
    katch_mcardle_kcal: float | None
    cunningham_kcal: float | None

    @property
    def used_kcal(self) -> float:
        """What a day is worked out from: the mass without fat says more than the weight, where it is known."""
        return self.mifflin_st_jeor_kcal if self.katch_mcardle_kcal is None else self.katch_mcardle_kcal


@dataclass(frozen=True, slots=True)
class ProteinRange:
    """Protein in a day [g]: from `low` to `high` for people who train; `floor` is for anybody. All are one for children
    and with kidney disease, for whom more is nothing to aim at."""

    low_g: float
    high_g: float
    usual_g: float
    floor_g: float


@dataclass(frozen=True, slots=True)
class WorkedOutTargets:
    """What was worked out for a day.

    `energy_kcal` is None where it `refused`, which is then a sentence; what does not depend on it is told all the same,
    and least fat and fibre are then those of `maintenance_kcal`. `carbohydrate_g` is what is left beside the usual
    protein and the least fat, None without energy. `sums` has each number as it was reached, with its source.
    """

    resting_kcal: RestingEnergy
    maintenance_kcal: float
    energy_kcal: float | None
    protein_g: ProteinRange
    least_fat_g: float
    fibre_g: float
    carbohydrate_g: float | None
    refused: str | None
    cautions: tuple[str, ...]
    sums: tuple[str, ...]


def work_out_targets(body: Physique) -> WorkedOutTargets:
    """Targets of a day for this body. Everything typed lies within the bounds of `Physique`; nothing is raised."""
    resting = _resting(body)
    growing = body.growing
    maintenance = _maintenance(body, resting, growing)
    energy = maintenance - body.rate_percent / 100 * body.weight_kg * KCAL_PER_KG / 7
    refused = _refused(body, energy)
    counted = energy if refused is None else maintenance
    protein = _protein(body, growing)
    least_fat = LEAST_FAT_SHARE if growing is None else growth_references.LEAST_FAT_SHARE
    fat = least_fat * counted / KCAL_PER_G["fat"]
    beside = counted - KCAL_PER_G["protein"] * protein.usual_g - KCAL_PER_G["fat"] * fat
    found = WorkedOutTargets(
        resting_kcal=resting,
        maintenance_kcal=maintenance,
        energy_kcal=energy if refused is None else None,
        protein_g=protein,
        least_fat_g=fat,
        fibre_g=FIBRE_G_PER_1000_KCAL * counted / 1000 if growing is None else growing.fibre_g,
        carbohydrate_g=max(0.0, beside / KCAL_PER_G["carbohydrate"]) if refused is None else None,
        refused=refused,
        cautions=tuple(_cautions(body, beside)),
        sums=(),
    )
    return replace(found, sums=tuple(_sums(body, found)))


def _maintenance(body: Physique, resting: RestingEnergy, growing: GrowthReference | None) -> float:
    if growing is not None:
        return growing.energy_kcal
    return resting.used_kcal * body.activity_factor if body.burned_kcal is None else body.burned_kcal


def _protein(body: Physique, growing: GrowthReference | None) -> ProteinRange:
    floor = max(
        (_FLOOR_BY[circumstance] for circumstance in body.circumstances if circumstance in _FLOOR_BY),
        default=PROTEIN_FLOOR_G_PER_KG,
    )
    alone = None
    if growing is not None:
        alone = max(growing.protein_g_per_kg, floor)
    elif Circumstance.KIDNEY_DISEASE in body.circumstances:
        alone = KIDNEY_PROTEIN_G_PER_KG
    if alone is not None:
        return ProteinRange(*[alone * body.weight_kg] * 4)
    shares = (*PROTEIN_G_PER_KG, PROTEIN_USUAL_G_PER_KG, floor)
    return ProteinRange(*(share * body.weight_kg for share in shares))


def _resting(body: Physique) -> RestingEnergy:
    mifflin = mifflin_st_jeor_kcal(body.weight_kg, body.height_cm, body.age_years, body.sex)
    # A small, old body can fall below any that was measured.
    mifflin = max(mifflin, 0.0)
    if body.body_fat_percent is None:
        return RestingEnergy(mifflin, None, None)
    lean = lean_mass_kg(body.weight_kg, body.body_fat_percent)
    return RestingEnergy(mifflin, katch_mcardle_kcal(lean), cunningham_kcal(lean))


def _refused(body: Physique, energy_kcal: float) -> str | None:
    """Why no energy is worked out, in a sentence that says whom to ask; None where it is."""
    if body.rate_percent and body.age_years < GROWN_YEARS:
        return (
            "Under 18 the body is still growing, and no change of weight is worked out here: please ask a doctor or "
            "registered dietitian."
        )
    if body.rate_percent:
        for circumstance in body.circumstances:
            if body.rate_percent > 0 or circumstance in _KEEPS_WEIGHT:
                change = "deficit" if body.rate_percent > 0 else "change of weight"
                return f"No {change} is worked out here. {_WHOM_TO_ASK[circumstance]}"
    if body.rate_percent > 0:
        if body.rate_percent > MOST_PERCENT_A_WEEK:
            return (
                f"Losing {body.rate_percent:g} % of body weight a week is faster than the 1 % that is planned without "
                "medical advice: please ask a doctor or registered dietitian, or choose a slower rate."
            )
        bmi = body_mass_index(body.weight_kg, body.height_cm)
        if bmi < UNDERWEIGHT_BMI:
            return (
                f"At a body mass index of {bmi:.1f}, below {UNDERWEIGHT_BMI}, no deficit is worked out: please ask a "
                "doctor or registered dietitian."
            )
    floor = FLOOR_KCAL[body.sex]
    # An adult's limit says nothing of a child.
    if energy_kcal < floor and body.age_years >= GROWN_YEARS:
        slower = ", or choose a slower rate" if body.rate_percent > 0 else ""
        return (
            f"This comes to {energy_kcal:,.0f} kcal, below the {floor:,.0f} kcal that are the least planned without "
            f"medical advice: please ask a doctor or registered dietitian{slower}."
        )
    return None


def _cautions(body: Physique, beside_kcal: float) -> Iterator[str]:
    yield from (_WHOM_TO_ASK[circumstance] for circumstance in body.circumstances)
    if body.age_years < GROWN_YEARS:
        yield (
            "These are references for healthy children who grow, and nothing to eat less by; whether a child is well "
            "nourished is read off its growth chart. Please ask a doctor or registered dietitian."
        )
        return
    if not FITTED_YEARS[0] <= body.age_years <= FITTED_YEARS[1]:
        yield (
            f"The equation was fitted to people of {FITTED_YEARS[0]:.0f} to {FITTED_YEARS[1]:.0f} years; beyond, it is "
            "a rough guide."
        )
    bmi = body_mass_index(body.weight_kg, body.height_cm)
    if bmi < UNDERWEIGHT_BMI:
        yield f"A body mass index of {bmi:.1f} is below {UNDERWEIGHT_BMI}: please talk to a doctor about it."
    elif bmi >= 30:
        yield (
            "Protein by body weight comes out high at this weight; the lower end, or grams by a weight between this "
            "and one at a body mass index of 25, is what many dietitians use (common practice)."
        )
    if beside_kcal < 0:
        yield "Protein and least fat alone take more energy than this; take less protein of the range."
    if body.rate_percent < -MOST_PERCENT_A_WEEK / 2:
        yield "More than half a percent of weight gained a week is mostly fat (common practice)."
    if body.burned_kcal is None:
        yield (
            "An estimate: somebody's own need lies about 10 % to either side. What weight and diary say after some "
            "weeks counts for more."
        )
    else:
        yield "What is burned falls as weight falls, and changes with training: look at it again every few weeks."


def _sums(body: Physique, found: WorkedOutTargets) -> Iterator[str]:
    """Each number as it was reached, with its source."""
    yield from _energy_sums(body, found)
    fat = found.least_fat_g
    counted = found.maintenance_kcal if found.energy_kcal is None else found.energy_kcal
    yield _protein_sum(body, found.protein_g)
    growing = body.growing
    if growing is None:
        share, fat_source = LEAST_FAT_SHARE, "EFSA 2010"
        fibre = f"{FIBRE_G_PER_1000_KCAL:g} g for 1,000 kcal = {found.fibre_g:.0f} g (IOM 2005)"
    else:
        share, fat_source = growth_references.LEAST_FAT_SHARE, "IOM 2005"
        fibre = f"{found.fibre_g:.0f} g at this age (IOM 2005)"
    yield (
        f"Fat, at least: {100 * share:.0f} % of {counted:,.0f} kcal ÷ 9 = {fat:.0f} g ({fat_source}). Fibre: {fibre}."
    )
    if found.carbohydrate_g is not None:
        usual = found.protein_g.usual_g
        yield (
            f"Carbohydrate: the rest, ({counted:,.0f} − 4 × {usual:.0f} − 9 × {fat:.0f}) ÷ 4 = "
            f"{found.carbohydrate_g:.0f} g."
        )


def _protein_sum(body: Physique, protein: ProteinRange) -> str:
    weight, growing = f"{body.weight_kg:g}", body.growing
    if growing is not None:
        return (
            f"Protein: {protein.floor_g / body.weight_kg:.2g} g × {weight} kg = {protein.floor_g:.0f} g, which is what "
            "growing takes (IOM 2005); what is told to adults who train is not for children."
        )
    if Circumstance.KIDNEY_DISEASE in body.circumstances:
        return (
            f"Protein with kidney disease: {KIDNEY_PROTEIN_G_PER_KG:g} g × {weight} kg = {protein.floor_g:.0f} g "
            "(KDIGO 2024), unless your doctor or renal dietitian says otherwise; what is told to people who train is "
            "not for you."
        )
    low, high = PROTEIN_G_PER_KG
    return (
        f"Protein: {low:g} to {high:g} g × {weight} kg = {protein.low_g:.0f} to {protein.high_g:.0f} g for people who "
        f"train (ISSN 2017); {PROTEIN_USUAL_G_PER_KG:g} g a kg, {protein.usual_g:.0f} g, is where more stops helping "
        f"most (Morton 2018); not below {protein.floor_g / body.weight_kg:.2g} g × {weight} kg = "
        f"{protein.floor_g:.0f} g (IOM 2005)."
    )


def _energy_sums(body: Physique, found: WorkedOutTargets) -> Iterator[str]:
    growing = body.growing
    if growing is not None:
        yield f"A day that keeps a child growing: {growing.energy_sum} = {found.maintenance_kcal:,.0f} kcal (IOM 2005)."
        yield from _additions(body)
        return
    weight, resting = f"{body.weight_kg:g}", found.resting_kcal
    last = MIFFLIN_BY_SEX_KCAL[body.sex]
    yield (
        f"At rest: 10 × {weight} kg + 6.25 × {body.height_cm:g} cm − 5 × {body.age_years:g} years "
        f"{'+' if last > 0 else '−'} {abs(last):g} = {resting.mifflin_st_jeor_kcal:,.0f} kcal (Mifflin-St Jeor 1990)."
    )
    if body.body_fat_percent is not None:
        lean = lean_mass_kg(body.weight_kg, body.body_fat_percent)
        yield (
            f"Without fat: {weight} kg × (1 − {body.body_fat_percent:g} %) = {lean:.1f} kg; at rest 370 + 21.6 × "
            f"{lean:.1f} = {resting.katch_mcardle_kcal:,.0f} kcal (Katch-McArdle), which is used as body fat is known."
        )
        yield (
            f"For athletes: 500 + 22 × {lean:.1f} = {resting.cunningham_kcal:,.0f} kcal (Cunningham 1980), to compare "
            "with."
        )
    keeps = f"{found.maintenance_kcal:,.0f}"
    estimate = f"{resting.used_kcal:,.0f} kcal × {body.activity_factor:g} for activity"
    if body.burned_kcal is None:
        yield f"A day: {estimate} = {keeps} kcal to keep weight."
    else:
        guess = resting.used_kcal * body.activity_factor
        known = f"A day: {keeps} kcal to keep weight, as weight and diary tell it"
        yield f"{known}; {estimate} would be = {guess:,.0f} kcal."
    yield from _additions(body)
    if body.rate_percent and found.energy_kcal is not None:
        verb, sign = ("gain", "+") if body.rate_percent < 0 else ("lose", "−")
        rate, change = abs(body.rate_percent), abs(found.energy_kcal - found.maintenance_kcal)
        keeps, changes, comes_to = _adding_up(found.maintenance_kcal, change, found.energy_kcal)
        yield (
            f"To {verb} {rate:g} % of {weight} kg a week: {rate / 100 * body.weight_kg:.2f} kg × 7,700 kcal ÷ 7 = "
            f"{changes} kcal a day (Wishnofsky 1958); {keeps} {sign} {changes} = {comes_to} kcal."
        )


def _additions(body: Physique) -> Iterator[str]:
    yield from (_ADDITIONS[circumstance] for circumstance in body.circumstances if circumstance in _ADDITIONS)


def _adding_up(*figures: float) -> tuple[str, ...]:
    """Figures of a sum, whole where it adds up so, else to so many digits that it does."""
    for digits in range(4):
        first, second, third = (round(figure, digits) for figure in figures)
        if min(abs(first - second - third), abs(first + second - third)) < 0.5 * 10**-digits:
            break
    return tuple(f"{figure:,.{digits}f}" for figure in figures)
