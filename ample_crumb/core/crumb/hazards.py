"""Hazards where they are met: a quiet line with its reason, for this formula and no other. What to do with it is for
doctors, dietitians and local rules to say; these are the usual cautions of public health bodies, from memory."""

import re
from typing import Final

from ample_crumb.core.crumb.hazard import Hazard, HazardLine, is_raw_egg, is_reference, texts
from ample_crumb.core.crumb.making_hazards import find_making_hazards, kept_cold
from ample_crumb.core.crumb.setting_hazards import fruit_against_gelatine
from ample_crumb.core.crumb.tolerance import borne, tolerances_per_g
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import PartBake
from ample_crumb.core.quantity.name_matching import words

COLD_FAMILIES: Final = frozenset({"set-cheesecake", "no-bake-bite", "edible-dough", "frosting", "glaze", "frozen-bark"})
"""What is eaten as it was mixed."""

_SET_COLD: Final = COLD_FAMILIES | {"pudding", ""}
"""What gelatine is mostly in; a family that nobody named among it."""

_HEATED: Final = re.compile(
    r"\b(bak(e|ed|ing)|boil\w*|simmer\w*|cook\w*|microwav\w*|oven|steam\w*|fry\w*)\b", re.IGNORECASE
)
_GROUND: Final = re.compile(r"\b(ground|milled|butter|flour|meal|powder\w*|chopped fine\w*)\b", re.IGNORECASE)

POLYOLS_A_PIECE_G: Final = 10.0
"""From here on a piece's sugar alcohols deserve a word: half of what the more sensitive bear of the less tolerated
ones. Common practice."""

CAFFEINE_A_PIECE_MG: Final = 10.0
"""Below this a piece is no more than a sip of coffee."""

_RAW_GRAINS: Final = frozenset(
    {
        "wheat_flour", "bread_flour", "cake_flour", "whole_wheat_flour", "spelt_flour", "rye_flour",
        "self_raising_flour", "chickpea_flour", "rice_flour", "brown_rice_flour", "buckwheat_flour", "corn_meal",
        "soy_flour", "soy_flour_full", "lupin_flour", "oat_flour", "oat_flour_gf", "semolina", "sorghum_flour",
        "quinoa_flour", "teff_flour", "flour_gf_rice", "flour_gf_starch", "pancake_mix", "pancake_mix_protein",
        "brownie_mix", "cake_mix",
    }
)  # fmt: skip
_RAW_BEANS: Final = frozenset({"white_beans_dry", "black_beans_dry", "kidney_beans_dry", "chickpeas_dry"})
_NOT_FOR_DOGS: Final = frozenset({"raisins", "golden_raisins", "grapes", "macadamias", "macadamias_salted"})
_NO_THEOBROMINE: Final = frozenset({"white_chocolate", "white_chips_0", "cocoa_butter"})
_SWELLING: Final = frozenset({"psyllium", "chia"})
_SMALL_SEEDS: Final = frozenset({"chia", "flax", "hemp_hearts", "poppy_seeds", "sesame", "sesame_toasted"})
_FIRM_ROLES: Final = ("nut", "seed")


def find_hazards(
    evaluated: FormulaFigures, piece: Figures, family: str, method: str, cupboard: Cupboard
) -> tuple[Hazard, ...]:
    """The hazards of a formula of that family, the gravest first. `piece` is one as eaten."""
    lines = hazard_lines(evaluated, family, method, cupboard)
    batch_kcal = evaluated.batch.nutrients.energy_kcal or 0.0
    piece_share = (piece.nutrients.energy_kcal or 0.0) / batch_kcal if batch_kcal else 1 / evaluated.piece_count
    found = (
        _raw_egg(lines),
        _raw_flour(lines),
        _raw_beans(lines),
        *find_making_hazards(lines, family, method, evaluated.piece_count),
        _honey(lines),
        _choking(lines, family),
        _swelling(lines),
        _dogs(lines),
        _polyols(lines, piece, piece_share),
        _caffeine(lines, piece),
        _alcohol(lines),
        _phenylalanine(lines),
        fruit_against_gelatine(lines, is_baked=family not in _SET_COLD),
        kept_cold(lines, family),
    )
    return tuple(hazard for hazard in found if hazard is not None)


def cautions_brought_by(item: Ingredient, lines: list[HazardLine], family: str) -> tuple[Hazard, ...]:
    """The cautions for who eats it that a food would bring to these lines by being there, whatever its amount; not
    those that are there already."""
    body = max(lines, key=lambda line: line.mass_g, default=None)
    new = [*lines, HazardLine(item.name, item, body.raw if body else False, 0.0)]
    known = {hazard.words for hazard in _by_being_there(lines, family)}
    found = _by_being_there(new, family)
    return tuple(each for each in found if each.words not in known and each.name != _OF_THE_KITCHEN)


_OF_THE_KITCHEN: Final = "dogs"
"""That chocolate is not for dogs keeps nobody from baking with it."""


def _by_being_there(lines: list[HazardLine], family: str) -> list[Hazard]:
    found = (
        _raw_egg(lines), _raw_flour(lines), _raw_beans(lines), _honey(lines), _choking(lines, family), _dogs(lines),
        _alcohol(lines), _phenylalanine(lines),
    )  # fmt: skip
    return [hazard for hazard in found if hazard is not None and hazard.eaten]


def is_heated(method: str) -> bool:
    """Whether a method bakes, boils or warms."""
    return bool(_HEATED.search(method))


def hazard_lines(evaluated: FormulaFigures, family: str, method: str, cupboard: Cupboard) -> list[HazardLine]:
    """The lines of a formula with what their foods are, and whether they are eaten raw."""
    cold = family in COLD_FAMILIES or (family == "pudding" and not is_heated(method))
    return [
        HazardLine(
            line.text,
            cupboard.ingredients[line.ingredient.slug],
            _raw(part.options.bake, cold),
            line.weighed.mass_g if line.weighed else 0.0,
        )
        for part in evaluated.parts
        for line in part.lines
        if line.ingredient
    ]


def _raw(bake: PartBake, cold: bool) -> bool:
    """Whether a part is eaten raw: one that is baked before never is, in a cold dessert either."""
    return bake is PartBake.NOT or (cold and bake is PartBake.WITH_THE_REST)


def _raw_egg(lines: list[HazardLine]) -> Hazard | None:
    raw = texts(lines, lambda line: is_raw_egg(line.item) and line.raw)
    if raw:
        sentence = (
            "It is eaten with raw egg: take pasteurised egg, and keep it from small children, in pregnancy, and from "
            "who is old or ill."
        )
        return Hazard("raw egg", sentence, "Raw egg may carry salmonella.", raw)
    baked = texts(lines, lambda line: is_raw_egg(line.item))
    reason = "Raw egg may carry salmonella."
    return (baked and Hazard("raw egg", "Do not taste the dough.", reason, baked, eaten=False)) or None


def _raw_flour(lines: list[HazardLine]) -> Hazard | None:
    reason = "Raw flour may carry E. coli or salmonella, and heating it at home is not known to make it safe."
    raw = texts(lines, lambda line: is_raw_grain(line.item) and line.raw)
    if raw:
        return Hazard("raw flour", "It is eaten with raw flour: take flour sold as heat-treated.", reason, raw)
    baked = texts(lines, lambda line: is_raw_grain(line.item))
    return (baked and Hazard("raw flour", "Do not eat the flour raw.", reason, baked, eaten=False)) or None


def _raw_beans(lines: list[HazardLine]) -> Hazard | None:
    found = texts(lines, lambda line: line.item.slug in _RAW_BEANS)
    if not found:
        return None
    sentence = "Soak dry beans and boil them hard for ten minutes before anything else."
    return Hazard(
        "raw beans", sentence, "Raw beans hold a lectin that makes ill; a slow cooker does not undo it.", found
    )


def _honey(lines: list[HazardLine]) -> Hazard | None:
    found = texts(lines, lambda line: line.item.slug == "honey" or is_reference(line.item, "honey"))
    return (
        found
        and Hazard(
            "honey", "Not for children under one year, baked or not.", "Honey may carry spores of botulism.", found
        )
    ) or None


def _choking(lines: list[HazardLine], family: str) -> Hazard | None:
    found = texts(
        lines,
        lambda line: (
            (line.item.role in _FIRM_ROLES and not _is_small(line.item) and not _GROUND.search(line.text))
            or line.item.slug == "grapes"
        ),
    )
    if not found and family != "no-bake-bite":
        return None
    what = "Whole nuts and seeds" if found else "Firm, round bites"
    return Hazard(
        "choking",
        f"{what} are not for small children: grind, chop or cut them small for under five.",
        "They lodge in a small airway.",
        found,
    )


def _is_small(item: Ingredient) -> bool:
    """Seeds, and coconut, which comes in shreds."""
    return item.slug in _SMALL_SEEDS or "coconut" in item.slug or "coconut" in item.name.casefold()


def _swelling(lines: list[HazardLine]) -> Hazard | None:
    found = texts(lines, lambda line: line.item.slug in _SWELLING)
    return (
        found
        and Hazard(
            "swells",
            "Never swallow it dry; give it its liquid first, and drink with it.",
            "Psyllium and chia swell to many times their size.",
            found,
        )
    ) or None


def _dogs(lines: list[HazardLine]) -> Hazard | None:
    found = texts(lines, lambda line: line.item.slug == "xylitol" or line.item.polyol_kind == "xylitol")
    if found:
        return Hazard("xylitol", "Keep it from dogs, crumbs too.", "Little xylitol is enough to poison a dog.", found)
    other = texts(lines, lambda line: _is_not_for_dogs(line.item))
    reason = "Cocoa and chocolate, raisins and grapes, and macadamias are poisonous to dogs."
    return (other and Hazard("dogs", "Keep it from dogs.", reason, other)) or None


def _is_not_for_dogs(item: Ingredient) -> bool:
    named = is_reference(item, "raisin", "grape", "macadamia", "chocolate", "cocoa")
    return named or item.slug in _NOT_FOR_DOGS or _has_theobromine(item)


def is_raw_grain(item: Ingredient) -> bool:
    """Flour of any kind; of the second shelf what is called so first, "Potato flour"."""
    return item.slug in _RAW_GRAINS or (item.reference and "flour" in words(item.name.partition(",")[0]))


def _has_theobromine(item: Ingredient) -> bool:
    return item.role in ("chocolate", "cocoa") and item.slug not in _NO_THEOBROMINE


def _polyols(lines: list[HazardLine], piece: Figures, piece_share: float) -> Hazard | None:
    """Sugar alcohols and what else sweetens in bulk, from a gram that deserves a word or where one piece is over what
    is borne."""
    amount = piece.nutrients.polyols_g or 0.0
    borne_by_line = [(line, tolerances_per_g(line.item) * line.mass_g * piece_share) for line in lines]
    borne_by_line = [(line, count) for line, count in borne_by_line if count > 0]
    over = sum(count for _, count in borne_by_line) > 1
    if amount < POLYOLS_A_PIECE_G and not over:
        return None
    line, _ = max(borne_by_line, key=lambda each: each[1], default=(lines[0], 0.0))
    known = borne(line.item)
    held = f"{amount:.0f} g of sugar alcohols"
    if amount < 1:
        held = f"{line.mass_g * piece_share:.0f} g of {line.item.name}"
    reason = f"A piece holds {held}."
    if known is not None and known.tolerance_g is not None:
        reason += f" Of {known.name} an adult tolerates about {known.tolerance_g:.0f} g ({known.tolerance_source})."
    return Hazard(
        "sugar alcohols",
        "One piece is over what an adult is said to bear: it may upset the stomach, and children tolerate less."
        if over
        else "More than a piece may upset the stomach; children tolerate less.",
        reason,
        tuple(line.text for line, _ in borne_by_line),
    )


def _caffeine(lines: list[HazardLine], piece: Figures) -> Hazard | None:
    amount = piece.nutrients.caffeine_mg or 0.0
    if amount < CAFFEINE_A_PIECE_MG:
        return None
    found = texts(lines, lambda line: (line.item.per_100g.caffeine_mg or 0.0) > 20)
    reason = (
        f"A piece holds about {amount:.0f} mg of caffeine; EFSA 2015 names 3 mg a day to a kg of a child, from memory."
    )
    return Hazard("caffeine", "Caution for children, in pregnancy, and late in the day.", reason, found)


def _alcohol(lines: list[HazardLine]) -> Hazard | None:
    found = texts(
        lines,
        lambda line: (line.item.per_100g.alcohol_g or 0.0) > 10 and line.item.slug != "vanilla_extract" and line.raw,
    )
    return (
        found
        and Hazard(
            "alcohol",
            "It is eaten with the alcohol in it: not for children or in pregnancy.",
            "Nothing drives it off.",
            found,
        )
    ) or None


def _phenylalanine(lines: list[HazardLine]) -> Hazard | None:
    """As packs have to say it: Regulation (EU) 1169/2011 Annex III 2.3, 21 CFR 172.804(d)(2), from memory."""
    found = texts(lines, lambda line: "aspartame" in line.item.sweetened_with)
    return (
        found
        and Hazard(
            "phenylalanine",
            "Contains a source of phenylalanine: not for people with phenylketonuria.",
            "It is sweetened with aspartame, which heat also makes less sweet.",
            found,
        )
    ) or None
