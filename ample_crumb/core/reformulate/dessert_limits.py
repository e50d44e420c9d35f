"""What an answer keeps to so that it stays the dessert it was: sweetness, character, practical shares, and what goes
has its role filled. Each is a row of the program, and is judged again on what is written down in the end."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.composition import gram_of
from ample_crumb.core.crumb.dials.linear import LinearForm, amount, plus
from ample_crumb.core.crumb.food_kinds import kinds_of
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.reformulate.character_span import CharacterSpan
from ample_crumb.core.reformulate.practical_shares import (
    KeptShare,
    PracticalShare,
    kept_shares,
    practical_shares,
)
from ample_crumb.core.reformulate.variables import AmountVariable


class Limit(StrEnum):
    """A limit of what stays a dessert; a baker may lift each knowingly."""

    SWEETNESS = "sweetness"
    CHARACTER = "character"
    SHARES = "shares"
    ROLES = "roles"
    CAUTIONS = "cautions"


SWEETNESS_KEPT: Final = 0.15
"""So far an answer's sweetness may be from what it was, as a share. Common practice: less is hardly noticed."""

_LEAST_SWEETNESS: Final = 0.01
"""What is less sweet than this, as a share of the dough, is no sweet thing whose sweetness has to be kept."""

_ROUNDING: Final = 0.03
"""Amounts of a kitchen may leave a limit by so great a share of it; of character by so much of an axis."""

_MORE_OF_ITS_OWN: Final = 1.2
"""What is already much may become so many times as much: a skyr cake may hold a little more skyr. Common practice."""

_MAY_GROW: Final = frozenset({"dairy", "fruit", "egg", "powder"})


@dataclass(frozen=True, slots=True)
class DessertRow:
    """A row that is at least 0 in an answer: grams of variables, each times its coefficient. It is of a `limit`, and
    `words` name what is kept."""

    limit: Limit
    words: str
    coefficients: Mapping[AmountVariable, float]

    def over(self, variables: frozenset[AmountVariable]) -> "DessertRow":
        """The row over these variables alone."""
        kept = {each: value for each, value in self.coefficients.items() if each in variables}
        return replace(self, coefficients=kept)

    def room(self, margin: float) -> float:
        """What the row has to be at least with room for rounding; none where the formula has none to give."""
        now = sum(value * each.was_g for each, value in self.coefficients.items())
        scale = sum(abs(value) * each.was_g for each, value in self.coefficients.items())
        return max(0.0, min(margin * scale, 0.5 * now)) if now > 1e-6 else 0.0


@dataclass(frozen=True, slots=True)
class DessertLimits:
    """What the answers to one request keep to: the dough as it was, the limits that are `lifted`, and the spans of its
    axes. `spared` are the lines that somebody told what to do with, so that no role is kept for them. A `fresh` formula
    has nothing that it may keep as it is."""

    dough: JudgedDough
    lifted: frozenset[Limit]
    spans: tuple[CharacterSpan, ...]
    spared: frozenset[str]
    fresh: bool = False

    def rows(self, variables: Sequence[AmountVariable]) -> Iterable[DessertRow]:
        """The rows of a program over these variables, none stricter than the formula stands."""
        yield from self._sweetness(variables)
        yield from self._character(variables)
        yield from self._shares(variables)
        yield from self._roles(variables)

    def most_of(self, item: Ingredient) -> float:
        """The most there may be of a food, as a share of the dough."""
        if Limit.SHARES in self.lifted:
            return 1.0
        shares = (each for each in practical_shares(self.dough.family) if each.holds(item))
        return min((self._most(share) for share in shares), default=1.0)

    def broken_by(self, dough: JudgedDough) -> tuple[str, ...]:
        """What of it a written answer does not keep, in words; empty where it keeps all."""
        now = dough.composition
        broken = [span.axis.axis for span in self.spans if not span.holds(now, _ROUNDING)]
        kept = self._kept_sweetness()
        if kept:
            before, after = kept / self.dough.composition.dough_g, now.sweetness_g / now.dough_g
            broken += ["sweetness"] if abs(after / before - 1) > SWEETNESS_KEPT + 0.01 else []
        if Limit.SHARES not in self.lifted:
            for share in practical_shares(self.dough.family):
                most = self._most(share)
                broken += [share.words] if _share_in(share, dough) > most * (1 + _ROUNDING) + 1e-6 else []
        if Limit.ROLES not in self.lifted:
            for role in kept_shares():
                least = self._least(role)
                broken += [role.words] if _amount_in(role, dough) / now.dough_g < least * (1 - _ROUNDING) - 1e-6 else []
        return tuple(broken)

    def _kept_sweetness(self) -> float:
        """The sweetness that is kept, g of sugar; 0 where none is."""
        was = self.dough.composition
        if Limit.SWEETNESS in self.lifted or was.lacking("sweetness_g"):
            return 0.0
        return was.sweetness_g if was.sweetness_g > _LEAST_SWEETNESS * was.dough_g else 0.0

    def _sweetness(self, variables: Sequence[AmountVariable]) -> Iterable[DessertRow]:
        was = self.dough.composition
        kept = self._kept_sweetness()
        if not kept:
            return
        ratio = kept / was.dough_g
        for sign in (1.0, -1.0):
            form = {"sweetness_g": sign, "dough_g": -sign * (1 - sign * SWEETNESS_KEPT) * ratio}
            yield _row(Limit.SWEETNESS, "its sweetness", form, variables)

    def _character(self, variables: Sequence[AmountVariable]) -> Iterable[DessertRow]:
        was = self.dough.composition
        for span in self.spans:
            per = span.axis.per(was)
            words = f"{span.axis.low} or {span.axis.high} as it is" if span.axis.middle else span.axis.axis
            for form in span.axis.rows(was, span.low_share, span.high_share):
                yield _row(Limit.CHARACTER, words, form, variables)
            # What it is counted by has to be there, or the row turns round.
            yield _row(Limit.CHARACTER, words, plus(per, {"dough_g": -0.2 * amount(per, was) / was.dough_g}), variables)

    def _shares(self, variables: Sequence[AmountVariable]) -> Iterable[DessertRow]:
        if Limit.SHARES in self.lifted:
            return
        inside = [variable for variable in variables if variable.gram.mass_g > 0]
        for share in practical_shares(self.dough.family):
            most = self._most(share)
            if _is_sum(share.what):
                form = {share.what: -1.0, "dough_g": most}
                yield _row(Limit.SHARES, share.words, form, variables, strict=self.fresh)
            elif any(share.holds(each.item) for each in inside):
                coefficients = {each: most - float(share.holds(each.item)) for each in inside}
                yield DessertRow(Limit.SHARES, f"at most {100 * most:.0f} % {share.words}", coefficients)

    def _roles(self, variables: Sequence[AmountVariable]) -> Iterable[DessertRow]:
        if Limit.ROLES in self.lifted:
            return
        for role in kept_shares():
            least = self._least(role)
            if least <= 0:
                continue
            if _is_sum(role.what):
                yield _row(Limit.ROLES, role.words, {role.what: 1.0, "dough_g": -least}, variables)
                continue
            # Chips and nuts are folded in whole, and weigh beside the dough; both count.
            coefficients = {
                variable: float(role.what in kinds_of(variable.item) and variable.gram.mass_g > 0)
                - least * variable.gram.dough_g
                for variable in variables
            }
            yield DessertRow(Limit.ROLES, role.words, coefficients)

    def _most(self, share: PracticalShare) -> float:
        """Of the dough, the most there may be: a little more than there is already, where that is much."""
        if self.fresh:
            return share.most_share
        now = _share_in(share, self.dough)
        more = _MORE_OF_ITS_OWN if share.what in _MAY_GROW else 1.0
        return max(share.most_share, min(now * more, 0.95))

    def _least(self, role: KeptShare) -> float:
        """To a g of dough, the least there has to be; 0 where there was next to none."""
        now = _amount_in(role, self.dough, self.spared)
        whole = self.dough.composition.dough_g
        return 0.0 if now < _LITTLE * whole else role.least_share * now / whole


_LITTLE: Final = 0.03
"""What is less than this share of a dough has no role to keep."""


def _is_sum(what: str) -> bool:
    return what.endswith("_g")


def _share_in(share: PracticalShare, dough: JudgedDough) -> float:
    if _is_sum(share.what):
        return float(getattr(dough.composition, share.what)) / dough.composition.dough_g
    return sum(line.mass_g for line in dough.dough.lines if share.holds(line.item)) / dough.dough.mass_g


def _amount_in(role: KeptShare, dough: JudgedDough, spared: frozenset[str] = frozenset()) -> float:
    if not _is_sum(role.what):
        lines = [line for line in dough.dough.lines if line.line_id not in spared]
        return sum(line.mass_g for line in lines if role.what in kinds_of(line.item))
    gone = sum(
        line.mass_g * float(getattr(gram_of(line), role.what)) for line in dough.dough.lines if line.line_id in spared
    )
    return float(getattr(dough.composition, role.what)) - gone


def _row(
    limit: Limit, words: str, form: LinearForm, variables: Sequence[AmountVariable], *, strict: bool = False
) -> DessertRow:
    """A form over a dough's sums as a row over grams, no stricter than the formula stands unless it is `strict`."""
    coefficients = {variable: amount(form, variable.gram) for variable in variables}
    now = sum(value * each.was_g for each, value in coefficients.items())
    whole = sum(variable.gram.dough_g * variable.was_g for variable in variables)
    if now < 0 < whole and not strict:
        # A hair more, because the formula stands on the edge of what it is allowed.
        missed = -now / whole * (1 + 1e-9)
        coefficients = {each: value + missed * each.gram.dough_g for each, value in coefficients.items()}
    return DessertRow(limit, words, coefficients)
