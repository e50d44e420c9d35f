"""Which family a formula most likely is: by its name, by what is done to it, by what is in it."""

import re
from typing import Final

from ample_crumb.core.crumb.composition import Mix
from ample_crumb.core.crumb.dough import Body, of_roles
from ample_crumb.core.formula.families import family_of


def _words(*pairs: tuple[str, str]) -> tuple[tuple[re.Pattern[str], str], ...]:
    return tuple((re.compile(rf"\b(?:{pattern})\b", re.IGNORECASE), family) for pattern, family in pairs)


_NAMED: Final = _words(
    (r"no[- ]bake cheesecakes?|set cheesecakes?|set bars?|unbaked cheesecakes?", "set-cheesecake"),
    (r"cheesecakes?", "baked-cheesecake"),
    (r"mug[- ]?cakes?|mug", "mug-cake"),
    (r"(blender|flourless) muffins?", "blender-muffin"),
    (r"muffins?", "muffin"),
    (r"cup[- ]?cakes?", "cupcake"),
    (r"pancakes?|waffles?|crepes?", "pancake"),
    (r"flourless (chocolate )?(brownies?|cakes?)", "flourless-brownie"),
    (r"brownies?|blondies?", "brownie"),
    (r"edible (cookie )?dough|cookie dough", "edible-dough"),
    (r"shortbreads?|scones?|biscuits|rolled dough|cut[- ]?outs?|crackers?|biscotti|rolls|buns", "rolled-dough"),
    (r"macaroons?|coconut mounds?", "macaroon"),
    (r"cookies?|rounds", "cookie"),
    (r"(no[- ]bake )?bites|balls|truffles?|energy bars?", "no-bake-bite"),
    (r"loaf|loaves|quick bread|\w+ bread|pound cake", "loaf"),
    (r"pudding(?! cake)s?|mousses?|custards?|panna cotta", "pudding"),
    (r"frostings?|butter ?creams?", "frosting"),
    (r"glazes?|icings?|drizzles?", "glaze"),
    (r"crusts?|pie dough|tart shell|short pastry", "crust"),
    (r"bark", "frozen-bark"),
)  # fmt: skip
"""Names, the more telling before the less."""

_DONE: Final = _words(
    (r"microwave\w*", "mug-cake"),
    (r"(pour|ladle|drop)\b[^.]{0,60}\b(pan|skillet|griddle)", "pancake"),
    (r"roll (it |the dough )?out|cut out shapes", "rolled-dough"),
    (r"roll (it |them )?into (small |little )?balls(?![^.]*\bbake)", "no-bake-bite"),
    (r"muffin (tin|cups?|cases)", "muffin"),
    (r"loaf (tin|pan)", "loaf"),
)
_CAKE: Final = re.compile(r"\b(cakes?|sponges?)\b", re.IGNORECASE)
"""So many things are called cake that how it is made goes before."""
_BAKED: Final = re.compile(r"\b(bak\w+|oven)\b", re.IGNORECASE)
_FROZEN: Final = re.compile(r"\bfreez\w+\b[^.]*\bbreak\b|\bbreak into (pieces|shards)", re.IGNORECASE)


def guess_family(title: str, method: str, body: Body, mix: Mix) -> str:
    """The slug of the likeliest family; empty where there is no dough to guess from and no name that tells."""
    # A text without a title may say what it is as the heading of its lines.
    for name in (title, *body.names):
        for pattern, family in _NAMED:
            if pattern.search(name):
                return family
    if mix.dough <= 0:
        return ""
    for pattern, family in _DONE:
        if pattern.search(method):
            return family
    if _CAKE.search(title):
        return "cake"
    guessed = _by_lines(method, body, mix)
    assert not guessed or family_of(guessed).slug == guessed
    return guessed


def _by_lines(method: str, body: Body, mix: Mix) -> str:
    baked = bool(_BAKED.search(method)) or mix.leavening + mix.soda > 0 or mix.own_eggs > 0
    slugs = {share.item.slug for share in body.shares}
    dry = mix.dry / mix.dough
    dairy = mix.dairy / mix.dough
    chocolate = of_roles((share for share in body.shares if not share.in_pieces), "chocolate") / mix.mass
    if _FROZEN.search(method):
        return "frozen-bark"
    if dairy > 0.45 and dry < 0.2:
        if mix.own_eggs > 0:
            return "baked-cheesecake"
        return "set-cheesecake" if mix.setting > 0.004 * mix.dough else "frozen-bark" if not method else "pudding"
    if not baked:
        if mix.crystals > 0.6 * mix.dough:
            return "frosting" if mix.fat > 0.1 * mix.dough else "glaze"
        if "graham_crackers" in slugs or "digestive_biscuits" in slugs:
            return "crust"
        if dry < 0.12:
            return "pudding"
        if mix.solid_fat > 0.15 * mix.dough:
            return "crust" if mix.crystals < 0.08 * mix.dough else "rolled-dough"
        return "edible-dough" if mix.water > 1.2 * mix.holding else "no-bake-bite"
    if dry < 0.12 and mix.pulse < 0.05 * mix.dough and mix.water > 0.6 * mix.dough:
        return "pudding"
    if any(slug.startswith("coconut_s") for slug in slugs) and dry > 0.4 and mix.flour < 2 * mix.dry:
        coconut = sum(share.mass_g for share in body.shares if share.item.slug.startswith("coconut_s"))
        if coconut > 0.6 * mix.dry:
            return "macaroon"
    if mix.dough < 320 and mix.own_eggs <= 1.5 and mix.water > 1.5 * mix.holding:
        return "mug-cake"
    cocoa = of_roles(body.shares, "cocoa") / mix.mass
    if (cocoa > 0.035 or chocolate > 0.15) and mix.leavening < 0.012 * mix.dough:
        return "flourless-brownie" if mix.flour < 0.08 * mix.dough else "brownie"
    loosened = (mix.water + 0.5 * mix.sugars + 0.7 * mix.loose_fat) / max(mix.holding, 1e-9)
    if mix.own_eggs == 0 and loosened < 1.6 and mix.leavening > 0:
        return "rolled-dough"
    if mix.water < 1.0 * mix.holding:
        return "loaf" if mix.own_eggs * 50 > 0.6 * mix.dry else "cookie"
    if mix.sweet < 0.05 * mix.dough and loosened > 1.7:
        return "pancake"
    return "cake" if mix.fat > 0.15 * mix.dough or mix.sweet > 0.2 * mix.dough else "muffin"
