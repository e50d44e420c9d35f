"""What a dial's value alone does not tell: which powder it is and what counters it, sweeteners that come back as
crystals or never dissolve, and what sugar did besides sweetening."""

from collections import defaultdict
from collections.abc import Callable, Mapping
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Verdict
from ample_crumb.core.crumb.dough import Dough
from ample_crumb.core.crumb.powders import powders
from ample_crumb.core.crumb.windows import FamilyWindows

ERYTHRITOL_COLD: Final = 0.33
ERYTHRITOL_WARM: Final = 0.58
"""g of erythritol that a g of water keeps dissolved in the fridge and at 25 °C: about 25 and 37 % of a solution (from
memory of sweetener handbooks). More comes back as crystals within a day."""

BAKED_OFF: Final = 0.1
"""Of a dough's mass, what baking takes, all of it water. Common practice, the middle of the families."""

_KEPT_COLD: Final = frozenset({"baked-cheesecake", "set-cheesecake", "pudding", "frosting", "frozen-bark", "glaze"})

_POWDERED: Final = frozenset({"erythritol_powdered", "icing_sugar"})

SUGARLESS_BULK: Final = 0.4
"""Where what sweetens brings less bulk than so many times its sweetness, sugar's other work goes undone. Common
practice."""

_LEAST_SWEETENER: Final = 0.03
"""Of a dough, less of what does not dissolve is not felt."""


def remarks_on(dial: Dial, body: Dough, composition: Composition, windows: FamilyWindows) -> str:
    """Sentences on a dial of a dough; empty where there is nothing to add, or nothing is known."""
    if dial.verdict in (Verdict.UNKNOWN, Verdict.NOT_APPLICABLE) or dial.name not in _ON:
        return ""
    return " ".join(said for remark in _ON[dial.name] if (said := remark(dial, body, composition, windows)))


_Remark = Callable[[Dial, Dough, Composition, FamilyWindows], str]


def _powder(dial: Dial, body: Dough, composition: Composition, windows: FamilyWindows) -> str:
    """What the powder that is most of it does, where it is felt."""
    del composition
    felt = windows.powder_high_percent
    if dial.value is None or felt is None or dial.value <= felt:
        return ""
    mass: dict[str, float] = defaultdict(float)
    for share in body.lines:
        mass[share.properties.powder] += share.mass_g
    mass.pop("", None)
    kind = powders().get(max(mass, key=lambda each: mass[each], default=""))
    if kind is None:
        return ""
    much = "It turns out" if dial.verdict is Verdict.HIGH else "More of it would be"
    return f"{much} {kind.fault}. What helps: {kind.counter}."


def _crystals(dial: Dial, body: Dough, composition: Composition, windows: FamilyWindows) -> str:
    del dial, body
    left = composition.water_g - composition.bound_g
    left -= BAKED_OFF * composition.dough_g if windows.baked else 0.0
    cold = windows.family in _KEPT_COLD
    keeps = max(0.0, left) * (ERYTHRITOL_COLD if cold else ERYTHRITOL_WARM)
    if composition.erythritol_g <= max(keeps, _LEAST_SWEETENER * composition.dough_g):
        return ""
    where = "Cold, its" if cold else "Its"
    return (
        f"{where} water keeps about {keeps:.0f} g of {composition.erythritol_g:.0f} g of erythritol dissolved; the "
        "rest comes back as crystals that crunch and cool. Allulose for half of it stays smooth."
    )


def _gritty(dial: Dial, body: Dough, composition: Composition, windows: FamilyWindows) -> str:
    del dial
    if windows.baked or composition.water_g > composition.crystals_g:
        return ""
    grains = sum(
        share.mass_g
        for share in body.lines
        if share.item.role in ("sugar", "sweetener") and _has_grains(share.item.slug)
    )
    if grains <= max(_LEAST_SWEETENER * composition.dough_g, composition.water_g):
        return ""
    return "There is little water to dissolve a granular sweetener: take it powdered, or grind it."


def _has_grains(slug: str) -> bool:
    return slug not in _POWDERED and not any(word in slug for word in _FLOWING)


_FLOWING: Final = ("syrup", "honey", "drops", "agave", "molasses")


def _other_work(dial: Dial, body: Dough, composition: Composition, windows: FamilyWindows) -> str:
    del body
    if not windows.baked or dial.verdict is Verdict.LOW or windows.setting is not None:
        return ""
    if composition.sugars_g >= SUGARLESS_BULK * composition.sweetness_g:
        return ""
    return (
        "Sweetened without sugar's bulk, which also held water, browned and let it spread: expect it drier, paler and "
        "less flat. Fruit puree or allulose gives part of that back."
    )


_ON: Final[Mapping[str, tuple[_Remark, ...]]] = {
    "powder-share": (_powder,),
    "sweetness": (_crystals, _gritty, _other_work),
}
