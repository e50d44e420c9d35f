"""Words that sellers use, answered for a formula: one holds by a rule, fails because of something in it, or no rule
knows it; and what is true instead.

The rules are those of claims; who sells asks local law. Sources stand with each word, from memory of them.
"""

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.claims.check import LIGHT, NO_ADDED_SUGARS, UNREAD
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, carbohydrate
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.claims import FormulaClaims, JudgedClaim
from ample_crumb.core.formula.evaluation import FormulaFigures


class WordVerdict(StrEnum):
    """What becomes of a word."""

    HOLDS = "holds"
    FAILS = "fails"
    NO_RULE = "no rule"


@dataclass(frozen=True, slots=True)
class WordAnswer:
    """A word, what becomes of it, why, in a sentence, and a sentence that is true instead, empty where it holds."""

    word: str
    answer: WordVerdict
    why: str
    instead: str = ""


@dataclass(frozen=True, slots=True)
class _Asked:
    """What a word is held against."""

    evaluated: FormulaFigures
    piece: Figures
    claims: FormulaClaims
    allergens: Allergens
    cupboard: Cupboard

    def held(self, *names: str) -> list[str]:
        """Where a claim of one of these names holds, with its name."""
        sides = (("Europe", self.claims.eu), ("the US", self.claims.us))
        return [
            f"{each.claim.name} in {side}"
            for side, judged in sides
            for each in judged
            if each.claim.holds and each.claim.name in names
        ]

    def claim(self, *names: str) -> JudgedClaim | None:
        """The first claim of one of these names that fails, the European first."""
        found = [each for each in (*self.claims.eu, *self.claims.us) if each.claim.name in names]
        return next((each for each in found if not each.claim.holds), None)

    def amount(self, nutrient: str) -> float:
        """What a piece holds."""
        return getattr(self.piece.nutrients, nutrient) or 0.0

    def most(self, nutrient: str) -> str:
        """The line that brings the most of a nutrient; empty where none does."""
        lines = [
            (getattr(weighed.figures.nutrients, nutrient) or 0.0, line.text)
            for line, weighed in self.evaluated.weighed_lines()
        ]
        amount, text = max(lines, default=(0.0, ""))
        return text if amount > 0 else ""

    def texts(self, wanted: Callable[[str], bool]) -> list[str]:
        """The lines whose food, by its slug, is wanted."""
        return [line.text for line, weighed in self.evaluated.weighed_lines() if wanted(weighed.ingredient.slug)]


def words_of(
    evaluated: FormulaFigures, piece: Figures, claims: FormulaClaims, allergens: Allergens, cupboard: Cupboard
) -> tuple[WordAnswer, ...]:
    """The answers to all words; none for a formula without a line that is read. `piece` is one as eaten."""
    if piece.mass_g <= 0:
        return ()
    asked = _Asked(evaluated, piece, claims, allergens, cupboard)
    return tuple(answer(asked) for answer in _WORDS)


def _quoted(lines: list[str]) -> str:
    return ", ".join(f"“{line}”" for line in lines[:3]) + (f" and {len(lines) - 3} more" if len(lines) > 3 else "")


def _plain(asked: _Asked) -> str:
    return f"A piece has {asked.amount('energy_kcal'):.0f} kcal and {asked.amount('protein_g'):.1f} g of protein."


def _by_claim(word: str, names: tuple[str, ...], nutrient: str, asked: _Asked, instead: str) -> WordAnswer:
    """A word that is a claim of the rules: as they answer it, with the line that weighs most against it."""
    held = asked.held(*names)
    if held:
        return WordAnswer(word, WordVerdict.HOLDS, f"It holds: {', '.join(held)}.")
    failing = asked.claim(*names)
    if failing is None:
        return WordAnswer(word, WordVerdict.FAILS, "The rules ask for the reference amount of a family.", instead)
    if failing.claim.change == UNREAD:
        return WordAnswer(word, WordVerdict.FAILS, f"{UNREAD.capitalize()}.", instead)
    lacking = f"It would take {failing.claim.change} {_basis(failing)}".rstrip()
    why = lacking if failing.claim.change else "The rules do not allow it"
    most = asked.most(nutrient) if failing.nearest is None or failing.nearest.change_g < 0 else ""
    line = failing.nearest.name if failing.nearest and failing.nearest.change_g < 0 else most
    because = f"; most of what is over comes from “{line}”" if line and nutrient != "protein_g" else ""
    return WordAnswer(word, WordVerdict.FAILS, f"{why}{because}.", instead)


def _basis(judged: JudgedClaim) -> str:
    _, found, basis = judged.claim.unit.partition(" in ")
    return f"in {basis}" if found else ""


def _light(asked: _Asked) -> WordAnswer:
    word = "light"
    if not asked.claims.classic:
        why = (
            "It compares: European rules ask for 30 % less of something than in others of its kind, US rules for a "
            "third less energy or half the fat. Set a classic beside it."
        )
        return WordAnswer(word, WordVerdict.FAILS, why, _plain(asked))
    held = [each for each in (*asked.claims.eu, *asked.claims.us) if each.claim.name == LIGHT and each.claim.holds]
    if held:
        return WordAnswer(word, WordVerdict.HOLDS, f"It holds beside {asked.claims.classic}; say with it what is less.")
    reduced = asked.held("energy-reduced", "reduced fat", "reduced sugars", "reduced calorie", "reduced sugar")
    true = f"True is: {', '.join(reduced)}." if reduced else _plain(asked)
    return _by_claim(word, (LIGHT,), "energy_kcal", asked, true)


def _guilt_free(asked: _Asked) -> WordAnswer:
    why = "It says something about who eats, and nothing about the food."
    return WordAnswer("guilt-free", WordVerdict.NO_RULE, why, _plain(asked))


_MADE: Final = ("sweetener", "protein", "binder")
"""Kinds of food that a works makes."""


def _natural(asked: _Asked) -> WordAnswer:
    """FDA's policy of 1993: nothing artificial or synthetic that would not be expected; Europe knows it for flavourings
    (Regulation (EC) 1334/2008 article 16) and beside a claim that a food meets of itself (1924/2006)."""

    def made(slug: str) -> bool:
        item = asked.cupboard.ingredients[slug]
        return bool(item.sweetened_with) or item.role in _MADE or slug == "imitation_vanilla"

    lines = asked.texts(made)
    if lines:
        why = f"It does not fit {_quoted(lines)}, which a works makes; neither side allows it for such."
        return WordAnswer("natural", WordVerdict.FAILS, why, "Say what is in it.")
    why = "Neither side has a rule for a whole dessert; in the US nothing artificial may be in what is called so."
    return WordAnswer("natural", WordVerdict.NO_RULE, why, "Say what is in it.")


_LOWER_RISE: Final = (
    "xylitol", "sorbitol", "mannitol", "maltitol", "lactitol", "isomalt", "erythritol", "sucralose", "polydextrose",
    "tagatose",
)  # fmt: skip
"""What Regulation (EU) 432/2012 allows to be named so in place of sugars, from memory of it; intense sweeteners too."""


def _blood_sugar(asked: _Asked) -> WordAnswer:
    word = "does not spike blood sugar"
    why = (
        "Europe lists the health claims that may be made and this is none; in the US it would be a claim on a disease."
    )
    named = list(
        dict.fromkeys(
            name
            for _, weighed in asked.evaluated.weighed_lines()
            for name in asked.cupboard.ingredients[weighed.ingredient.slug].sweetened_with
            if name in _LOWER_RISE
        )
    )
    if named and asked.held("reduced sugars", "sugars-free", "low sugars"):
        instead = (
            f"With {', '.join(named)} in place of sugars, Europe allows: “lower rise of blood glucose after eating "
            "than with food that contains sugars”. Who takes medicine for diabetes asks a doctor."
        )
    else:
        instead = (
            f"A piece has {_net(asked):.1f} g of carbohydrate without fibre and sugar alcohols, "
            f"{asked.amount('sugars_g'):.1f} g of it sugars. Who takes medicine for diabetes asks a doctor."
        )
    return WordAnswer(word, WordVerdict.NO_RULE, why, instead)


def _net(asked: _Asked) -> float:
    return carbohydrate(asked.piece.nutrients, CarbohydrateDefinition.NET_OF_POLYOLS) or 0.0


def _keto(asked: _Asked) -> WordAnswer:
    why = (
        "Claims on carbohydrate are not on Europe's list, and the US has defined none; that it is a "
        "diet you may say, not that it is good for someone."
    )
    return WordAnswer(
        "keto",
        WordVerdict.NO_RULE,
        why,
        f"A piece has {_net(asked):.1f} g of carbohydrate without fibre and sugar alcohols.",
    )


def _healthy(asked: _Asked) -> WordAnswer:
    why = (
        "Europe allows it only beside a health claim of its list, the US by 21 CFR 101.65 (d), which counts food "
        "groups that a line does not tell."
    )
    claims = [each.claim.name for each in asked.claims.eu if each.claim.holds and not each.claim.stronger]
    true = f"True is, in Europe: {', '.join(claims[:4])}." if claims else _plain(asked)
    return WordAnswer("healthy", WordVerdict.NO_RULE, why, true)


def _diabetic(asked: _Asked) -> WordAnswer:
    why = "Europe ended food for diabetics with Regulation (EU) 609/2013, the US has none."
    true = f"A piece has {_net(asked):.1f} g of carbohydrate without fibre and sugar alcohols; a doctor says what fits."
    return WordAnswer("for diabetics", WordVerdict.NO_RULE, why, true)


def _slimming(_: _Asked) -> WordAnswer:
    why = (
        "Nothing may be said of how much weight is lost (Regulation (EC) 1924/2006 article 12), nor "
        "that a food burns fat."
    )
    return WordAnswer("slimming, fat-burning", WordVerdict.NO_RULE, why, "Say its energy, and what it has less of.")


def _no_added_sugar(asked: _Asked) -> WordAnswer:
    true = f"A piece has {asked.amount('sugars_g'):.1f} g of sugars."
    answer = _by_claim("no added sugar", (NO_ADDED_SUGARS,), "sugars_g", asked, true)
    if answer.answer is WordVerdict.HOLDS and asked.claims.natural_sugars:
        return WordAnswer(answer.word, answer.answer, f"{answer.why} Say with it that it has sugars of its own.")
    failing = asked.claim(NO_ADDED_SUGARS)
    if failing is not None and answer.answer is WordVerdict.FAILS:
        return WordAnswer(answer.word, answer.answer, f"It would be so {failing.claim.change}.", true)
    return answer


def _sugar_free(asked: _Asked) -> WordAnswer:
    true = f"A piece has {asked.amount('sugars_g'):.1f} g of sugars."
    return _by_claim("sugar-free", ("sugars-free", "sugar free"), "sugars_g", asked, true)


def _high_protein(asked: _Asked) -> WordAnswer:
    weaker = asked.held("source of protein", "good source of protein")
    true = f"True is: {', '.join(weaker)}." if weaker else _plain(asked)
    return _by_claim("high in protein", ("high protein", "high in protein"), "protein_g", asked, true)


def _low_calorie(asked: _Asked) -> WordAnswer:
    names = ("low energy", "low calorie", "calorie free")
    return _by_claim("low in calories", names, "energy_kcal", asked, _plain(asked))


def _diet(word: str, diet: str, rule: str) -> Callable[[_Asked], WordAnswer]:
    def answer(asked: _Asked) -> WordAnswer:
        broken = next((each for each in asked.allergens.diets_broken if each.name == diet), None)
        if broken is not None:
            return WordAnswer(word, WordVerdict.FAILS, f"It fails because of {_quoted(list(broken.lines))}.")
        if diet in asked.allergens.diets_kept:
            return WordAnswer(word, WordVerdict.HOLDS, f"Nothing in it speaks against it; {rule}")
        return WordAnswer(word, WordVerdict.FAILS, "A line does not say whether it is.", "Look at its pack.")

    return answer


_WORDS: Final[tuple[Callable[[_Asked], WordAnswer], ...]] = (
    _high_protein,
    _light,
    _low_calorie,
    _sugar_free,
    _no_added_sugar,
    _guilt_free,
    _natural,
    _healthy,
    _keto,
    _blood_sugar,
    _diabetic,
    _slimming,
    _diet(
        "gluten-free",
        "gluten-free",
        "and no more than 20 mg of gluten in a kg may get in on the way (Regulation (EU) 828/2014, 21 CFR 101.91).",
    ),
    _diet("vegan", "vegan", "no law defines the word."),
    _diet("dairy-free", "dairy-free", "no law defines the word."),
    _diet("egg-free", "egg-free", "no law defines the word."),
    _diet("nut-free", "nut-free", "no law defines the word."),
)
