"""Until when pieces are good, by where they have been since they were made.

Time spent in a place uses up the share of a life that it is of the time it keeps there; what is left is spent where
they are now. In a freezer nothing spoils: only its own clock of taste runs there, and out of it that one rests. What
spoils warm has a third one, of two hours out of the cold in all.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import DRY, WARM_LIMIT_H, Hours, ShelfLife
from ample_crumb.core.number_words import number_word

COOLING_H: Final = 2.0
"""Baked pieces are cold all through by then. Common practice."""


@dataclass(frozen=True, slots=True)
class Stay:
    """A stay in a place, wrapped or not, that begins `from_h` hours after the pieces were made."""

    place: Place
    from_h: float
    wrapping: Wrapping = Wrapping.COVERED


@dataclass(frozen=True, slots=True)
class Spent:
    """What pieces have used up by `at_h` hours after they were made: shares of their life outside a freezer, careful
    and usual, hours warm, and shares of their time in a freezer. `over_at_h` is when the careful share was used up,
    `usual_over_at_h` the usual one, `too_warm_at_h` when they had been warm for too long; None for never."""

    place: Place
    wrapping: Wrapping = Wrapping.COVERED
    at_h: float = 0.0
    careful_share: float = 0.0
    usual_share: float = 0.0
    warm_h: float = 0.0
    frozen_share: float = 0.0
    frozen_usual_share: float = 0.0
    thawed: bool = False
    over_at_h: float | None = None
    usual_over_at_h: float | None = None
    too_warm_at_h: float | None = None

    def until(self, at_h: float, life: ShelfLife) -> "Spent":
        """What is used up where they stay until then. Time does not run backwards: a moment before is now."""
        hours = max(0.0, at_h - self.at_h)
        kept = _hours_there(self, life)
        if self.place is Place.FREEZER:
            return replace(
                self,
                at_h=self.at_h + hours,
                frozen_share=self.frozen_share + hours / kept.careful_h,
                frozen_usual_share=self.frozen_usual_share + hours / kept.usual_h,
            )
        warm_h = self.warm_h + (hours if self.place is Place.COUNTER else 0.0)
        too_warm_at_h = self.too_warm_at_h
        if too_warm_at_h is None and life.spoils_warm and warm_h > WARM_LIMIT_H:
            too_warm_at_h = self.at_h + WARM_LIMIT_H - self.warm_h
        return replace(
            self,
            at_h=self.at_h + hours,
            careful_share=self.careful_share + hours / kept.careful_h,
            usual_share=self.usual_share + hours / kept.usual_h,
            warm_h=warm_h,
            over_at_h=self._over(self.over_at_h, self.careful_share, kept.careful_h, hours),
            usual_over_at_h=self._over(self.usual_over_at_h, self.usual_share, kept.usual_h, hours),
            too_warm_at_h=too_warm_at_h,
        )

    def _over(self, before_h: float | None, share: float, life_h: float, hours: float) -> float | None:
        """When a share was used up, if it is by the end of these hours."""
        left_h = max(0.0, 1 - share) * life_h
        return before_h if before_h is not None or hours <= left_h else self.at_h + left_h

    def moved(self, place: Place, wrapping: Wrapping) -> "Spent":
        """The same pieces somewhere else."""
        thawed = self.thawed or (self.place is Place.FREEZER and place is not Place.FREEZER)
        return replace(self, place=place, wrapping=wrapping, thawed=thawed)

    def beside(self, other: "Spent") -> "Spent":
        """Returns the state of pieces put beside others in one place: that of those which have used up most."""
        return replace(
            self,
            careful_share=max(self.careful_share, other.careful_share),
            usual_share=max(self.usual_share, other.usual_share),
            warm_h=max(self.warm_h, other.warm_h),
            frozen_share=max(self.frozen_share, other.frozen_share),
            frozen_usual_share=max(self.frozen_usual_share, other.frozen_usual_share),
            thawed=self.thawed or other.thawed,
            over_at_h=_first(self.over_at_h, other.over_at_h),
            usual_over_at_h=_first(self.usual_over_at_h, other.usual_over_at_h),
            too_warm_at_h=_first(self.too_warm_at_h, other.too_warm_at_h),
        )


def _first(one_h: float | None, other_h: float | None) -> float | None:
    return min((each for each in (one_h, other_h) if each is not None), default=None)


def _hours_there(spent: Spent, life: ShelfLife) -> Hours:
    """What the time where they are is counted against. What spoils warm has its own limit there, and two hours of
    cooling use up no more than two hours in the cold."""
    warm = life.spoils_warm and spent.place is Place.COUNTER
    return life.hours(Place.FRIDGE if warm else spent.place, spent.wrapping)


@dataclass(frozen=True, slots=True)
class EatBy:
    """Hours after they were made until which pieces are good: the careful time, and the usual longer one. `for_taste`
    says that they are safe beyond, and lose taste only; `why` and the cautions are sentences, `cautions` as long as
    they stay there, `at_first` when they are laid there."""

    eat_by_h: float
    usual_until_h: float
    for_taste: bool
    why: str
    cautions: tuple[str, ...] = ()
    at_first: tuple[str, ...] = ()


def spent_of(stays: Sequence[Stay], life: ShelfLife) -> Spent:
    """What pieces have used up by the beginning of their last stay. Raises ValueError without any stay."""
    first, *later = stays
    spent = Spent(first.place, first.wrapping)
    for stay in later:
        spent = spent.until(stay.from_h, life).moved(stay.place, stay.wrapping)
    return spent


def eat_by_of(spent: Spent, life: ShelfLife) -> EatBy:
    """Returns until when pieces are good that stay where they are."""
    cautions = tuple(_cautions(spent, life)), tuple(_at_first(spent, life))
    if spent.too_warm_at_h is not None:
        why = f"It stood warm for {spent.warm_h:.0f} hours in all, and two are the most: {life.words}."
        careful = _first(spent.too_warm_at_h, spent.over_at_h) or 0.0
        usual = _first(spent.too_warm_at_h, spent.usual_over_at_h) or 0.0
        return EatBy(careful, max(careful, usual), False, why, *cautions)
    hours, why = _hours_there(spent, life), _why(life, spent.place)
    if spent.place is Place.FREEZER:
        careful_left, usual_left = 1 - spent.frozen_share, 1 - spent.frozen_usual_share
    else:
        careful_left, usual_left = 1 - spent.careful_share, 1 - spent.usual_share
        if spent.careful_share >= _WORTH_SAYING:
            why = f"{why} {min(1.0, spent.careful_share):.0%} of its time was used up before it came here."
    if spent.thawed and spent.place is not Place.FREEZER:
        why = f"{why} Its time in the freezer does not count."
    careful = spent.at_h + max(0.0, careful_left) * hours.careful_h
    usual = spent.at_h + max(0.0, usual_left) * hours.usual_h
    # What was over before it was moved is not made good by cold, and no freezer makes it young again.
    careful = careful if spent.over_at_h is None else spent.over_at_h
    usual = usual if spent.usual_over_at_h is None else spent.usual_over_at_h
    if spent.place is Place.FREEZER and spent.over_at_h is not None:
        why = f"It was past its careful date when it was frozen: {life.words}."
        return EatBy(careful, careful, False, why, *cautions)
    if life.spoils_warm and spent.place is Place.COUNTER:
        warm = spent.at_h + WARM_LIMIT_H - spent.warm_h
        careful, usual = min(careful, warm), min(usual, warm)
    return EatBy(careful, max(careful, usual), spent.place is Place.FREEZER, why, *cautions)


_WORTH_SAYING: Final = 0.1
"""A tenth of a life is what a careful person asks about. Common practice."""


def _why(life: ShelfLife, place: Place) -> str:
    hours = life.by_place[place]
    there = {Place.COUNTER: "covered on the counter", Place.FRIDGE: "in the fridge", Place.FREEZER: "in the freezer"}
    time = in_words(hours.careful_h, hours.usual_h)
    taste = ", for its taste: frozen it stays safe" if place is Place.FREEZER else ""
    return f"{life.words[:1].upper()}{life.words[1:]}: {time} {there[place]}{taste}."


def in_words(careful_h: float, usual_h: float) -> str:
    """A careful time in words, and the usual one where it is another: "three days, many keep it a week"."""
    careful, usual = _time(careful_h), _time(usual_h)
    return careful if careful == usual else f"{careful}, and many keep it {usual}"


def _time(hours: float) -> str:
    for unit_h, name in ((720.0, "month"), (168.0, "week"), (24.0, "day"), (1.0, "hour")):
        count = hours / unit_h
        if count >= 1 and abs(count - round(count)) < 0.01:
            whole = round(count)
            return f"{'an' if name == 'hour' else 'a'} {name}" if whole == 1 else f"{number_word(whole)} {name}s"
    return f"{hours * 60:.0f} minutes" if hours < 1 else f"{hours / 24:.0f} days"


def _cautions(spent: Spent, life: ShelfLife) -> Iterable[str]:
    if life.spoils_warm:
        yield "No more than two hours out of the cold in all, one on a hot day."
    if spent.wrapping is Wrapping.VACUUM and spent.place is not Place.FREEZER and life.kind != DRY:
        yield "Without air moist food is no safer: keep it in the cold, and no longer than otherwise."
    if life.kind == "raw-dough":
        yield "Not to be eaten raw where there is raw egg or flour in it."


def _at_first(spent: Spent, life: ShelfLife) -> Iterable[str]:
    if spent.place is not Place.FREEZER:
        return
    if spent.at_h < COOLING_H and life.kind not in ("frozen", "raw-dough"):
        yield "Let it cool all through first: warm pieces thaw their neighbours and freeze with ice on them."
    yield "Freeze the pieces apart on a tray first, then bag them."
    if spent.thawed:
        yield "It has thawed once already: freezing it again costs it its crumb, and is not for what thawed warm."
