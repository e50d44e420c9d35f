"""Which family a formula most likely is: by its name, by what is done to it, by what is in it."""

import re
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dough import Dough, of_roles
from ample_crumb.core.formula.families import family_of


def _words(*pairs: tuple[str, str]) -> tuple[tuple[re.Pattern[str], str], ...]:
    return tuple((re.compile(rf"\b(?:{pattern})\b", re.IGNORECASE), family) for pattern, family in pairs)


_NAMED: Final = _words(
    (r"no[- ]bake cheesecakes?|set cheesecakes?|set bars?|unbaked cheesecakes?", "set-cheesecake"),
    (r"cheese ?cakes?", "baked-cheesecake"),
    (r"mug[- ]?cakes?|mug", "mug-cake"),
    (r"(blender|flourless) muffins?", "blender-muffin"),
    (r"muffins?", "muffin"),
    (r"cup[- ]?cakes?", "cupcake"),
    (r"pancakes?|waffles?|crepes?", "pancake"),
    (r"brownie (batter )?dip|brownie batter", "edible-dough"),
    (r"flourless (chocolate )?(brownies?|cakes?)", "flourless-brownie"),
    (r"brownies?|blondies?", "brownie"),
    (r"edible (cookie )?dough|cookie dough|(batter|dough) dip", "edible-dough"),
    (r"scones?|rolled dough|cut[- ]?outs?|crackers?|biscotti|cantucci", "rolled-dough"),
    (r"rolls?|buns?|bagels?|flatbreads?", "rolled-dough"),
    (r"macaroons?|coconut mounds?", "macaroon"),
    (r"cookies?|rounds|shortbreads?", "cookie"),
    (r"(no[- ]bake )?bites?|balls?|truffles?|energy bars?", "no-bake-bite"),
    (r"loaf|loaves|quick bread|\w+ bread|pound cake", "loaf"),
    (r"pudding(?! cake)s?|mousses?|custards?|panna cotta|cr[eè]me br[uû]l[eé]e", "pudding"),
    (r"tray ?bakes?|drizzle cakes?", "cake"),
    (r"frostings?|butter ?creams?", "frosting"),
    (r"glazes?|icings?|drizzles?|ganaches?", "glaze"),
    (r"crusts?|pie dough|tart shell|short pastry", "crust"),
    (r"bark", "frozen-bark"),
)  # fmt: skip
"""Names, the more telling before the less."""

_DONE: Final = _words(
    (r"microwave\w*", "mug-cake"),
    (r"(pour|ladle|drop)\b[^.]{0,60}\b(pan|skillet|griddle)", "pancake"),
    (r"roll (it |the dough )?out|cut out (shapes|rounds)", "rolled-dough"),
    (r"roll (it |them )?into (small |little )?balls(?![^.]{0,200}\bbake)", "no-bake-bite"),
    (r"muffin (tin|cups?|cases)", "muffin"),
    (r"loaf (tin|pan)", "loaf"),
)
_BISCUITS: Final = re.compile(r"\bbiscuits?\b", re.IGNORECASE)
"""A drop cookie in one country, a rolled quick bread in the other."""
_CURD_CAKE: Final = re.compile(r"\b(quark|curd|ricotta|cottage|yogh?o?urt|skyr)\b", re.IGNORECASE)
_CHILLED: Final = re.compile(r"\b(chill\w*|fridge|refrigerat\w+|set overnight)\b", re.IGNORECASE)
_CAKE: Final = re.compile(r"\b(cakes?|sponges?)\b", re.IGNORECASE)
"""So many things are called cake that how it is made goes before."""
_BAKED: Final = re.compile(r"\b(bak\w+|oven)\b", re.IGNORECASE)
_TOLD_WITHIN: Final = 80
"""What a text without a title says within so many letters is what it is about."""
_FROZEN: Final = re.compile(r"\bfreez\w+\b[^.]{0,200}\bbreak\b|\bbreak into (pieces|shards)", re.IGNORECASE)


def classify_family(title: str, method: str, body: Dough, composition: Composition) -> str:
    """The slug of the likeliest family; empty where there is no dough to guess from and no name that tells."""
    # A text without a title may say what it is as the heading of its lines, or in its first sentence.
    for name in (title, *body.names) if title or any(body.names) else (method[:_TOLD_WITHIN],):
        for pattern, family in _NAMED:
            if pattern.search(name):
                return _set_or_baked(family, method, composition)
    if composition.dough_g <= 0:
        return ""
    for pattern, family in _DONE:
        if pattern.search(method):
            return family
    if _BISCUITS.search(title):
        # Much liquid and little sugar: what rises in layers and is cut out.
        quick_bread = composition.leavening_g > 0.012 * composition.dough_g and composition.sweetness_g < (
            0.12 * composition.dough_g
        )
        return "rolled-dough" if quick_bread else "cookie"
    if _CAKE.search(title):
        least = 0.35 if _CURD_CAKE.search(title) else 0.45
        curd = composition.dairy_g > max(least * composition.dough_g, 2 * composition.flour_g)
        return _set_or_baked("baked-cheesecake", method, composition) if curd else "cake"
    guessed = _by_lines(method, body, composition)
    assert not guessed or family_of(guessed).slug == guessed
    return guessed


def _set_or_baked(family: str, method: str, composition: Composition) -> str:
    """A cheesecake that is nowhere baked and only chilled is set; so is one without egg or starch."""
    if family != "baked-cheesecake" or _BAKED.search(method):
        return family
    chilled = _CHILLED.search(method) is not None
    return "set-cheesecake" if chilled or (composition.dough_g > 0 and composition.own_egg_count == 0) else family


def _by_lines(method: str, body: Dough, composition: Composition) -> str:
    baked = (
        bool(_BAKED.search(method)) or composition.leavening_g + composition.soda_g > 0 or composition.own_egg_count > 0
    )
    slugs = {share.item.slug for share in body.lines}
    dry = composition.flour_g / composition.dough_g
    nutty = of_roles(body.lines, "nut butter") / composition.mass_g
    dairy = composition.dairy_g / composition.dough_g
    chocolate = of_roles((share for share in body.lines if not share.in_pieces), "chocolate") / composition.mass_g
    if _FROZEN.search(method):
        return "frozen-bark"
    if dairy > 0.45 and dry < 0.2:
        if composition.own_egg_count > 0:
            return "baked-cheesecake"
        return (
            "set-cheesecake"
            if composition.stiffening_g > 0.004 * composition.dough_g
            else "frozen-bark"
            if not method and dry < 0.03
            else "pudding"
        )
    if chocolate > 0.35 and dry < 0.05 and composition.own_egg_count == 0:
        return "glaze"
    if not baked:
        if composition.crystals_g > 0.6 * composition.dough_g:
            return "frosting" if composition.fat_g > 0.1 * composition.dough_g else "glaze"
        if "graham_crackers" in slugs or "digestive_biscuits" in slugs:
            return "crust"
        if dry < 0.12:
            return "pudding"
        if composition.solid_fat_g > 0.15 * composition.dough_g:
            return "crust" if composition.crystals_g < 0.08 * composition.dough_g else "rolled-dough"
        return "edible-dough" if composition.water_g > 1.2 * composition.water_holding_g else "no-bake-bite"
    if (
        dry < 0.12
        and composition.leavening_g + composition.soda_g == 0
        and composition.body_g < 0.05 * composition.dough_g
        and composition.water_g > 0.6 * composition.dough_g
    ):
        return "pudding"
    oats = sum(share.mass_g for share in body.lines if share.item.slug.startswith("rolled_oats"))
    if oats > 0.18 * composition.dough_g and composition.water_g < 1.3 * composition.water_holding_g:
        return "cookie"
    if nutty > 0.35 and of_roles(body.lines, "cocoa") < 0.03 * composition.mass_g:
        return "cookie"
    if (
        any(slug.startswith("coconut_s") for slug in slugs)
        and dry > 0.4
        and composition.flour_g < 2 * composition.dry_g
    ):
        coconut = sum(share.mass_g for share in body.lines if share.item.slug.startswith("coconut_s"))
        if coconut > 0.6 * composition.dry_g:
            return "macaroon"
    if (
        composition.dough_g < 320
        and composition.own_egg_count <= 1.5
        and composition.water_g > 1.5 * composition.water_holding_g
    ):
        return "mug-cake"
    cocoa = of_roles(body.lines, "cocoa") / composition.mass_g
    if (cocoa > 0.025 or chocolate > 0.15) and composition.leavening_g < 0.012 * composition.dough_g:
        return "flourless-brownie" if composition.flour_g < 0.08 * composition.dough_g else "brownie"
    loosened = (composition.water_g + 0.5 * composition.sugars_g + 0.7 * composition.loose_fat_g) / max(
        composition.water_holding_g, 1e-9
    )
    if composition.own_egg_count == 0 and loosened < 1.6 and composition.leavening_g > 0:
        return "rolled-dough"
    if composition.water_g < 0.85 * composition.water_holding_g:
        return "loaf" if composition.own_egg_count * 50 > 0.6 * composition.dry_g else "cookie"
    if composition.sweetness_g < 0.05 * composition.dough_g and loosened > 1.7:
        return "pancake"
    return (
        "cake"
        if composition.fat_g > 0.15 * composition.dough_g or composition.sweetness_g > 0.2 * composition.dough_g
        else "muffin"
    )
