"""The sweetener bench: every sweetener, and blends of them, for the sweetness that this formula has."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import LEAST, SLUG, Between, Items, Letters
from ample_crumb.core.crumb.functional_properties import functional_properties, generic_of
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, carbohydrate
from ample_crumb.core.food.sweeteners import Sweetener, sweeteners
from ample_crumb.core.formula.evaluation import FormulaFigures, PartFigures
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams

PACKET_G: Final = 8.4
"""A table-top packet is as sweet as 2 tsp of sugar, of 4.2 g each. Common practice."""

FILLER: Final = "inulin"
"""What fills where a sweetener has no bulk."""

_ROLES: Final = ("sugar", "sweetener")


class Form(StrEnum):
    """How a sweetener comes: at equal sweetness each is another amount and another work."""

    GRANULAR = "granular"
    POWDERED = "powdered"
    LIQUID = "liquid"
    PACKETS = "packets"
    TABLETS = "tablets"
    EXTRACT = "pure extract"


def form_of(slug: str) -> Form:
    """The form that a sweetener of the table comes in."""
    for words, form in _FORMS:
        if any(word in slug for word in words):
            return form
    return Form.GRANULAR


_FORMS: Final = (
    (("packets",), Form.PACKETS),
    (("tablets",), Form.TABLETS),
    (("powdered", "icing"), Form.POWDERED),
    (("syrup", "drops", "honey", "agave", "molasses"), Form.LIQUID),
    (("granular",), Form.GRANULAR),
    (("extract", "sucralose"), Form.EXTRACT),
)


@dataclass(frozen=True, slots=True)
class Sweetening:
    """How a formula is sweetened: by which lines, how sweet together in g of sugar, with how much bulk [g], and the
    energy that they bring to a piece. `unknown` names what nobody said the sweetness of."""

    lines: tuple[str, ...]
    sugar_g: float
    bulk_g: float
    energy_kcal: float
    unknown: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BlendShare:
    """A sweetener by slug, and the share of the sweetness that it has."""

    slug: Annotated[str, Letters(80, 1, SLUG)]
    share: Annotated[float, Between(LEAST, 100)]


@dataclass(frozen=True, slots=True)
class Blend:
    """Sweeteners together; their shares sum to 1."""

    shares: Annotated[tuple[BlendShare, ...], Items(4, 1)]


@dataclass(frozen=True, slots=True)
class SweetenerLoad:
    """What a piece brings of a sweetener that not all bear much of, and what an adult bears about."""

    name: str
    piece_g: float
    tolerance_g: float
    source: str


@dataclass(frozen=True, slots=True)
class SweetenerOption:
    """A sweetener or blend in place of all that sweetens now, or of what is not kept. `batch_g` and `packet_count` are
    for the batch, figures of what it brings to a piece; `bulk_lost_g` is of the batch, negative where there is
    more. `forms` are how it comes, `asks` what its form asks for in this dough, a sentence. `cost` is None without a
    price."""

    shares: tuple[BlendShare, ...]
    name: str
    batch_g: float
    packet_count: float
    energy_kcal: float
    net_carbohydrate_g: float
    bulk_lost_g: float
    filled_by: str
    browns: str
    cooling: str
    aftertaste: str
    loads: tuple[SweetenerLoad, ...]
    cautions: tuple[str, ...]
    use: str
    cost: float | None
    here: bool
    forms: tuple[Form, ...]
    asks: str


def sweetening_of(evaluated: FormulaFigures, cupboard: Cupboard, energy: EnergySystem) -> Sweetening:
    """What sweetens a formula now."""
    lines, unknown = [], []
    sugar_g = bulk_g = kcal = 0.0
    for part in evaluated.parts:
        for text, item, mass_g in _sweet_lines(part, cupboard):
            sweetness = functional_properties(item).sweetness_ratio
            if sweetness is None:
                unknown.append(item.name)
                continue
            lines.append(text)
            sugar_g += sweetness * mass_g
            bulk_g += _bulk(item) * mass_g
            kcal += (item.per_100g_by(energy).energy_kcal or 0.0) * mass_g / 100
    return Sweetening(tuple(lines), sugar_g, bulk_g, kcal / evaluated.piece_count, tuple(unknown))


def _sweet_lines(part: PartFigures, cupboard: Cupboard) -> list[tuple[str, Ingredient, float]]:
    found = []
    for line in part.lines:
        if line.weighed is None:
            continue
        item = cupboard.ingredients[line.weighed.ingredient.slug]
        if item.role in _ROLES:
            found.append((line.text, item, line.weighed.mass_g))
    return found


def _bulk(item: Ingredient) -> float:
    known = sweeteners().get(generic_of(item))
    return known.bulk_ratio if known else 1.0


@dataclass(frozen=True, slots=True)
class SweetenerAsk:
    """What sweeteners are set side by side for: a batch in so many pieces, with `prices` of a gram; the `kept_share` of
    what sweetens it stays. Its dough `dissolves_g` of what comes in grains, and no more."""

    piece_count: float
    prices: Mapping[str, float]
    kept_share: float = 0.0
    dissolves_g: float = math.inf


def sweetener_options(
    evaluated: FormulaFigures,
    blends: Sequence[Blend],
    cupboard: Cupboard,
    energy: EnergySystem,
    ask: SweetenerAsk,
) -> tuple[SweetenerOption, ...]:
    """Every sweetener alone, then these blends, each as sweet as what of it is not kept. Empty where nothing sweetens.

    Raises CannotUse for a blend that is none, and for a share that is none.
    """
    now = sweetening_of(evaluated, cupboard, energy)
    if now.sugar_g <= 0:
        return ()
    now = _replaced(now, ask.kept_share)
    here = {generic_of(item) for part in evaluated.parts for _, item, _ in _sweet_lines(part, cupboard)}
    single = [
        Blend((BlendShare(slug, 1.0),))
        for slug, known in sweeteners().items()
        if known.sweetness_ratio >= _SWEET_ENOUGH
    ]
    foods = [f"{weighed.ingredient.slug} {line.text.casefold()}" for line, weighed in evaluated.weighed_lines()]
    mint = any("mint" in food for food in foods)
    beside = _Sweetened(now, here, cupboard, energy, ask, mint)
    return tuple(_option(check_blend(blend), beside) for blend in (*single, *blends))


@dataclass(frozen=True, slots=True)
class _Sweetened:
    """The formula that options are worked out for: what sweetens it `now`, the sweeteners `here` by slug, and what
    its kitchen knows of foods. `mint` hides what cools."""

    now: Sweetening
    here: set[str]
    cupboard: Cupboard
    energy: EnergySystem
    ask: SweetenerAsk
    mint: bool


def _replaced(now: Sweetening, kept_share: float) -> Sweetening:
    """What is replaced of the sweetening where so great a share of it is kept."""
    if not 0 <= kept_share < 1:
        raise CannotUse("Of the sugar from none to nearly all may be kept.")
    going = 1 - kept_share
    return replace(now, sugar_g=now.sugar_g * going, bulk_g=now.bulk_g * going, energy_kcal=now.energy_kcal * going)


_SWEET_ENOUGH: Final = 0.3
"""What is less sweet fills, and does not sweeten."""


def check_blend(blend: Blend) -> Blend:
    """The blend with its shares summing to 1. Raises CannotUse where it names nothing that sweetens, or one twice."""
    known = sweeteners()
    if not blend.shares or any(share.slug not in known or share.share <= 0 for share in blend.shares):
        raise CannotUse("A blend is of one to four sweeteners, each with a share over 0.")
    if len({share.slug for share in blend.shares}) < len(blend.shares):
        raise CannotUse("A blend names each sweetener once.")
    whole = sum(share.share for share in blend.shares)
    return Blend(tuple(BlendShare(share.slug, share.share / whole) for share in blend.shares))


def _option(blend: Blend, beside: _Sweetened) -> SweetenerOption:
    now, pieces, prices = beside.now, beside.ask.piece_count, beside.ask.prices
    known = [(sweeteners()[each.slug], each.share) for each in blend.shares]
    amounts = [(each, now.sugar_g * share / each.sweetness_ratio) for each, share in known]
    items = [(beside.cupboard.ingredients[each.slug], grams) for each, grams in amounts]
    kcal = sum((item.per_100g_by(beside.energy).energy_kcal or 0.0) * grams / 100 for item, grams in items)
    net = sum((carbohydrate(item.per_100g, CarbohydrateDefinition.NET) or 0.0) * grams / 100 for item, grams in items)
    lost = now.bulk_g - sum(each.bulk_ratio * grams for each, grams in amounts)
    costs = [prices[item.slug] * grams for item, grams in items if item.slug in prices]
    return SweetenerOption(
        shares=blend.shares,
        name=" and ".join(each.name for each, _ in known),
        batch_g=sum(grams for _, grams in amounts),
        packet_count=now.sugar_g / PACKET_G,
        energy_kcal=kcal / pieces,
        net_carbohydrate_g=net / pieces,
        bulk_lost_g=lost,
        filled_by=_filled(lost, now),
        browns=_browns([each for each, _ in known]),
        cooling=_cooling(known, mint=beside.mint),
        aftertaste=", ".join(
            dict.fromkeys(each.aftertaste for each, share in known if each.aftertaste and share >= 0.3)
        ),
        loads=tuple(
            SweetenerLoad(each.name, grams / pieces, each.tolerance_g, each.tolerance_source)
            for each, grams in amounts
            if each.tolerance_g
        ),
        cautions=tuple(dict.fromkeys(each.caution for each, _ in known if each.caution)),
        use="; ".join(dict.fromkeys(each.use for each, _ in known)),
        cost=sum(costs) / pieces if len(costs) == len(items) else None,
        here={each.slug for each, _ in known} == beside.here,
        forms=tuple(dict.fromkeys(form_of(each.slug) for each, _ in known)),
        asks=_asks(amounts, beside.ask.dissolves_g),
    )


def _cooling(known: Sequence[tuple[Sweetener, float]], *, mint: bool) -> str:
    """How it cools the tongue; mint does the same, and hides it."""
    cools = next((each.cooling for each, share in known if each.cooling and share >= 0.3), "")
    return f"{cools}, which the mint hides" if cools and mint else cools


def _asks(amounts: Sequence[tuple[Sweetener, float]], dissolves_g: float) -> str:
    forms = {form_of(each.slug) for each, _ in amounts}
    grains_g = sum(grams for each, grams in amounts if form_of(each.slug) is Form.GRANULAR)
    if grains_g > dissolves_g:
        return "Grind it to powder, or dissolve it in the liquid: there is too little water here for its grains."
    if Form.TABLETS in forms:
        return "Dissolve the tablets in the liquid first."
    if Form.EXTRACT in forms:
        return "Weigh it to a tenth of a gram, and dissolve it in the liquid so that no spot tastes of it alone."
    return ""


def _filled(lost_g: float, now: Sweetening) -> str:
    """What makes up for the bulk that goes, in words; empty where hardly any does."""
    if lost_g < 0.25 * now.bulk_g:
        return ""
    half = kitchen_grams(lost_g / 2)
    return f"{half:g} g inulin and {half:g} g more of the flours, or a smaller tin"


def _browns(sweeteners: Sequence[Sweetener]) -> str:
    words = ("much", "yes", "a little", "no")
    return min(
        (sweetener.browns for sweetener in sweeteners),
        key=lambda word: words.index(word) if word in words else len(words),
    )


def sweeten_with(
    parts: tuple[Part, ...],
    evaluated: FormulaFigures,
    blend: Blend,
    cupboard: Cupboard,
    *,
    fill: bool,
    kept_share: float = 0.0,
) -> tuple[Part, ...]:
    """The formula with the blend in the place of all its sugar and sweetener lines, part by part, but for the
    `kept_share` of each; with `fill`, the bulk that goes is made up for with inulin. Raises CannotUse where nothing
    sweetens, and for a share that is none."""
    blend = check_blend(blend)
    if not 0 <= kept_share < 1:
        raise CannotUse("Of the sugar from none to nearly all may be kept.")
    made, changed = [], False
    for part, figures in zip(parts, evaluated.parts, strict=True):
        sweet = [
            (item, mass)
            for _, item, mass in _sweet_lines(figures, cupboard)
            if functional_properties(item).sweetness_ratio
        ]
        sugar_g = sum((functional_properties(item).sweetness_ratio or 0.0) * mass for item, mass in sweet)
        if sugar_g <= 0:
            made.append(part)
            continue
        changed = True
        going = _Going(sugar_g, sum(_bulk(item) * mass for item, mass in sweet), kept_share)
        made.append(_resweetened(part, figures, going, blend, cupboard, fill=fill))
    if not changed:
        raise CannotUse("Nothing sweetens this formula yet.")
    return tuple(made)


@dataclass(frozen=True, slots=True)
class _Going:
    """The sweet lines of a part: their sweetness as sugar, their bulk, and the share of them that is kept."""

    sugar_g: float
    bulk_g: float
    kept_share: float


def _resweetened(
    part: Part, figures: PartFigures, going: _Going, blend: Blend, cupboard: Cupboard, *, fill: bool
) -> Part:
    lines: list[Line] = []
    placed = False
    for line, read in zip(part.lines, figures.lines, strict=True):
        item = cupboard.ingredients[read.weighed.ingredient.slug] if read.weighed else None
        if item is None or item.role not in _ROLES or not functional_properties(item).sweetness_ratio:
            lines.append(line)
            continue
        kept = adjusted_amount(read, going.kept_share) if going.kept_share > 0 else None
        lines += [replace(line, text=kept)] if kept else []
        if placed:
            continue
        placed = True
        bulk = 0.0
        for share in blend.shares:
            known = sweeteners()[share.slug]
            grams = (1 - going.kept_share) * going.sugar_g * share.share / known.sweetness_ratio
            bulk += known.bulk_ratio * grams
            lines.append(_line(cupboard.ingredients[share.slug], grams))
        lost = (1 - going.kept_share) * going.bulk_g - bulk
        if fill and lost > 0.25 * going.bulk_g:
            lines.append(_line(cupboard.ingredients[FILLER], lost / 2))
    return replace(part, lines=tuple(lines))


def _line(item: Ingredient, grams: float) -> Line:
    # A little of what sweetens is much: hundredths for a milligram scale or a measuring spoon, tenths for drops.
    decimals = 2 if grams < 3 else 1
    amount = f"{round(grams, decimals):g}" if grams < 20 else f"{kitchen_grams(grams):g}"
    return Line(f"{amount} g {item.name}", item.slug)
