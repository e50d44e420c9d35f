"""The crumb check of the Bench: repairs, and what batches taught."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.core.crumb.composition import share_of, summed
from ample_crumb.core.crumb.dials import TITLES, dials_of
from ample_crumb.core.crumb.feedback import SAYINGS, BatchSaid, learn, shares_of_holding, stood
from ample_crumb.core.crumb.repairs import Repair, Setting, repairs_of
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.allergens import contents_of
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.rewrite import nudged
from ample_crumb.store import feedback, formulas
from ample_crumb.store.database import Database
from ample_crumb.store.feedback import SaidRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.laid import Laid, laid
from ample_crumb.work.problems import CannotAccept, NotHere
from ample_crumb.work.ways import ways_of


@dataclass(frozen=True, slots=True)
class RepairView:
    """A repair, and the text that the line at `place` becomes, or of the new line in part `part`."""

    repair: Repair
    part: int
    text: str


def repairs(database: Database, who: Who, bench: Bench) -> list[RepairView]:
    """What would bring the dials back that are out of their windows."""
    of = laid(database, who, bench)
    guests = frozenset(about for guest in of.ways.guests for about in guest.avoids)
    setting = Setting(
        pieces=of.made.worked.pieces,
        energy=of.ways.manner.energy,
        prices=of.prices(*reference_cupboard().ingredients),
        contents=contents_of(of.made.worked, of.ways.cupboard),
        avoided=guests,
    )
    found = repairs_of(of.dough, of.ways.cupboard, setting, of.ways.learned)
    return [RepairView(repair, of.dough.body.part, text) for repair in found if (text := _text(repair, of))]


def _text(repair: Repair, of: Laid) -> str:
    if repair.place is None:
        return f"{repair.change_g:g} g {repair.name}"
    line = [line for part in of.made.worked.parts for line in part.lines][repair.place]
    assert line.figures is not None
    return nudged(line, repair.grams / line.figures.mass_g) or ""


@dataclass(frozen=True, slots=True)
class LessonView:
    """What was learned, in a sentence: by which `share` something was moved, from so many `batches`."""

    sentence: str
    share: float
    batches: int


@dataclass(frozen=True, slots=True)
class SaidView:
    """A saying of a batch."""

    id: UUID
    formula_id: UUID
    formula: str
    version_number: int | None
    said_at: datetime
    words: str


@dataclass(frozen=True, slots=True)
class Learning:
    """What a kitchen's batches taught, what was said of them, and what can be said."""

    lessons: tuple[LessonView, ...]
    said: tuple[SaidView, ...]
    sayings: tuple[str, ...]


def learning(database: Database, who: Who) -> Learning:
    """What was learned, and from what."""
    with database.reading() as connection:
        rows = feedback.listed(connection, who.kitchen_id)
        foods = ways_of(connection, who).cupboard.ingredients
    lessons = []
    for lesson in learn(row.batch() for row in rows)[1]:
        way = "more" if lesson.share > 0 else "less"
        share = f"{abs(lesson.share):.0%}".replace("%", " %")
        if lesson.food:
            name = foods[lesson.food].name if lesson.food in foods else "a food that is gone"
            sentence = f"Your {name} holds {share} {way} water than the table says."
        else:
            family = family_of(lesson.family).name or "all you bake"
            higher = "higher" if lesson.share > 0 else "lower"
            sentence = f"{TITLES[lesson.dial]} of {family.lower()}: your window lies {share} {higher} than the table's."
        lessons.append(LessonView(sentence, lesson.share, lesson.batches))
    words = tuple(saying.words for saying in SAYINGS)
    return Learning(tuple(lessons), tuple(map(_said, rows)), words)


def _said(row: SaidRow) -> SaidView:
    return SaidView(row.id, row.formula_id, row.formula, row.version_number, row.said_at, row.words)


def say(
    database: Database, who: Who, formula_id: UUID, said_id: UUID, words: str, number: int | None, bench: Bench
) -> Learning:
    """Keeps how a batch of what is on the Bench came out, with where its dials stand by the table. Raises NotHere, and
    CannotAccept for words that are none or a formula that has no dials to learn from."""
    if words not in {saying.words for saying in SAYINGS}:
        raise CannotAccept("/words", "Choose one of the words that are offered.")
    of = laid(database, who, bench)
    shares = of.dough.body.shares
    slugs = dict.fromkeys(share.item.slug for share in shares)
    by_food = {slug: summed(share_of(share) for share in shares if share.item.slug == slug) for slug in slugs}
    # By the table, not by what was learned before: else every batch would be judged by those before it.
    dials = stood(dials_of(summed(by_food.values()), of.dough.family))
    if not dials:
        raise CannotAccept("/words", "There is no dough here yet that a batch could teach something about.")
    batch = BatchSaid(words, of.dough.family, dials, shares_of_holding(by_food))
    with database.transaction() as connection:
        if formulas.find(connection, who.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        feedback.add(connection, who.kitchen_id, said_id, formula_id, number, batch)
    return learning(database, who)


def forget(database: Database, who: Who, said_id: UUID | None = None) -> Learning:
    """Forgets one saying, or all that was learned."""
    with database.transaction() as connection:
        feedback.forget(connection, who.kitchen_id, said_id)
    return learning(database, who)
