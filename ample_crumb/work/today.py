"""The place Today: a day's tin, what fits in it, and what is laid in."""

from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID

from ample_crumb.core.day.day_budget import Targets, caution_about, combine_sds, pieces_that_fit, sum_up
from ample_crumb.core.day.fits import what_fits
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Portion, total
from ample_crumb.core.formula.alerts import DietAlert, diet_alerts
from ample_crumb.core.formula.formula import FormulaFigures, Line, Part, evaluate
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import days
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.days import EntryRow
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.context import KitchenContext, load_context
from ample_crumb.work.formulas import FormulaWords, all_summaries, check_size, piece_of, show
from ample_crumb.work.kept import FormulaSummary
from ample_crumb.work.made_foods import with_nested
from ample_crumb.work.making import make
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.reference import twin_figures
from ample_crumb.work.views import EvaluatedView, FiguresView, LineView, line_view, portion_view, view


@dataclass(frozen=True, slots=True)
class EntryView:
    """What was eaten, as it was when it was laid in."""

    id: UUID
    day: date
    eaten_at: datetime
    kind: str
    name: str
    text: str
    formula_id: UUID | None
    pieces: float | None
    version: int
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class FitView:
    """So many pieces of a formula, what they bring, and the alarms of the kitchen that the formula raises."""

    formula_id: UUID
    name: str
    pieces: float
    figures: FiguresView
    alerts: tuple[DietAlert, ...]


@dataclass(frozen=True, slots=True)
class DayBudgetView:
    """What is in the tin, and the room left. `room_kcal` is negative when the day is over."""

    eaten: FiguresView
    room_kcal: float
    protein_to_find_g: float
    protein_share: float | None
    tight: bool


@dataclass(frozen=True, slots=True)
class DayView:
    """A day. `targets` and `tin` are None until targets for its type have been set. `entry_alarms` holds, by formula,
    the alarms of the kitchen that pieces laid in raise; formulas that raise none are left out."""

    day: date
    day_type: str
    targets: Targets | None
    all_targets: dict[str, Targets]
    caution: str
    entries: tuple[EntryView, ...]
    entry_alerts: dict[UUID, tuple[DietAlert, ...]]
    eaten: FiguresView
    tin: DayBudgetView | None
    fits: tuple[FitView, ...]


@dataclass(frozen=True, slots=True)
class FoodsView:
    """Typed foods, read. `leaves_kcal` is the room after them on the asked day, None without targets."""

    lines: tuple[LineView, ...]
    figures: FiguresView
    unread: tuple[str, ...]
    leaves_kcal: float | None


@dataclass(frozen=True, slots=True)
class EntryChange:
    """What an entry is to become: its day and time, and the foods typed or the pieces eaten."""

    day: date
    eaten_at: datetime
    text: str
    pieces: float | None


FITS_SHOWN = 9
"""What fits is laid in by the keys 1 to 9."""


def open_day(database: Database, principal: Principal, day: date) -> DayView:
    """A day with its tin and what fits in it."""
    with database.transaction() as connection:
        return _day(connection, principal, day)


def set_day_type(database: Database, principal: Principal, day: date, kind: str) -> DayView:
    """Makes a day a training or a rest day."""
    with database.transaction() as connection:
        days.set_day_type(connection, principal, day, kind)
        return _day(connection, principal, day)


def set_targets(database: Database, principal: Principal, from_day: date, by_type: dict[str, Targets]) -> DayView:
    """Targets by type of day, from a day on; gives that day."""
    with database.transaction() as connection:
        for kind, targets in by_type.items():
            days.set_target(connection, principal, kind, from_day, targets)
        return _day(connection, principal, from_day)


def read_foods(database: Database, principal: Principal, text: str, day: date) -> FoodsView:
    """Reads typed foods and says what they would leave."""
    with database.reading() as connection:
        context = load_context(connection, principal)
        evaluated = _foods(text, context)
        targets = days.day_plan(connection, principal, day).targets
        eaten = total(entry.figures() for entry in days.day_entries(connection, principal, day))
    leaves = None
    if targets is not None:
        leaves = sum_up([eaten, evaluated.batch], targets).room_kcal
    uncertainty = propagate(evaluated, context.cupboard, context.definition)
    lines = tuple(map(line_view, evaluated.parts[0].lines, uncertainty.lines))
    return FoodsView(lines, view(evaluated.batch, uncertainty.batch, context.definition), evaluated.unread, leaves)


def log_foods(database: Database, principal: Principal, entry_id: UUID, day: date, eaten_at: datetime, text: str) -> DayView:
    """Lays typed foods into a day as one entry. Raises CannotAccept when nothing of it could be read."""
    with database.transaction() as connection:
        name, portion = _read_entry(text, load_context(connection, principal))
        days.add_entry(
            connection,
            principal,
            entry_id,
            day=day,
            eaten_at=eaten_at,
            kind="foods",
            name=name,
            text=text.strip(),
            formula_id=None,
            pieces=None,
            portion=portion,
        )
        return _day(connection, principal, day)


def log_pieces(
    database: Database, principal: Principal, entry_id: UUID, day: date, eaten_at: datetime, formula_id: UUID, amount: float | str
) -> DayView:
    """Lays pieces of a formula into a day, with their figures of now: so many, or as much as "45 g" or "a quarter of
    the whole" is. Raises NotHere, or CannotAccept for nothing."""
    with database.transaction() as connection:
        formula, kept = piece_of(connection, principal, formula_id, load_context(connection, principal))
        piece = kept.piece
        if piece.figures.mass_g <= 0:
            raise CannotAccept(
                "/formula_id", "This formula has no line that could be read yet; there is nothing to eat."
            )
        pieces = _pieces(amount, kept)
        days.add_entry(
            connection,
            principal,
            entry_id,
            day=day,
            eaten_at=eaten_at,
            kind="piece",
            name=formula.name,
            text="",
            formula_id=formula_id,
            pieces=pieces,
            portion=piece.times(pieces),
        )
        return _day(connection, principal, day)


def _pieces(amount: float | str, kept: FormulaSummary) -> float:
    if isinstance(amount, float | int):
        return amount
    try:
        return pieces_in(amount, kept.piece.figures.mass_g, kept.count)
    except CannotUse as cannot:
        raise CannotAccept("/amount", str(cannot)) from cannot


def change_entry(database: Database, principal: Principal, entry_id: UUID, version: int, change: EntryChange) -> EntryView:
    """Changes an entry. Pieces keep the figures of the piece that was laid in, more or fewer of it; typed foods are
    read anew only when their text changed. Raises NotHere, CannotAccept or ChangedMeanwhile."""
    with database.transaction() as connection:
        context = load_context(connection, principal)
        row = days.find_entry(connection, principal, entry_id, lock=True)
        if row is None or row.removed:
            raise NotHere("entry")
        if _is(row, change):
            return _entry(row, context.definition)
        if row.version != version:
            raise ChangedMeanwhile("entry", _entry(row, context.definition))
        name, text, pieces, portion = row.name, row.text, row.pieces, row.portion()
        if row.kind == "piece":
            if change.pieces is None:
                raise CannotAccept("/pieces", "Say how many pieces.")
            portion = portion.times(change.pieces / (row.pieces or 1))
            pieces = change.pieces
        elif change.text.strip() != row.text:
            text = change.text.strip()
            name, portion = _read_entry(text, context)
        days.change_entry(
            connection,
            principal,
            entry_id,
            day=change.day,
            eaten_at=change.eaten_at,
            name=name,
            text=text,
            pieces=pieces,
            portion=portion,
        )
        changed = days.find_entry(connection, principal, entry_id)
        assert changed is not None
        return _entry(changed, context.definition)


def remove_entry(database: Database, principal: Principal, entry_id: UUID, *, removed: bool) -> None:
    """Takes an entry out of its day, or lays it back."""
    with database.transaction() as connection:
        if not days.remove_entry(connection, principal, entry_id, removed=removed):
            raise NotHere("entry")


def _is(row: EntryRow, change: EntryChange) -> bool:
    same = row.day == change.day and row.eaten_at == change.eaten_at
    return same and (row.pieces == change.pieces if row.kind == "piece" else row.text == change.text.strip())


def _foods(text: str, context: KitchenContext) -> FormulaFigures:
    lines = tuple(Line(food) for food in split_foods(text))
    return evaluate((Part("", lines),), 1, context.cupboard, context.preferences)


def _read_entry(text: str, context: KitchenContext) -> tuple[str, Portion]:
    evaluated = _foods(text, context)
    lines = evaluated.parts[0].lines
    if not any(line.figures for line in lines):
        problem = lines[0].problem if lines else "Type what you ate, such as 150 g skyr, 30 g oats."
        raise CannotAccept("/text", problem)
    names = [line.name for line in lines if line.figures]
    name = ", ".join(dict.fromkeys(names))
    portion = Portion(evaluated.batch, propagate(evaluated, context.cupboard).batch)
    return name[:1].upper() + name[1:290], portion


def _day(connection: Connection, principal: Principal, day: date) -> DayView:
    context = load_context(connection, principal)
    definition = context.definition
    plan = days.day_plan(connection, principal, day)
    targets = plan.targets
    rows = days.day_entries(connection, principal, day)
    eaten = total(row.figures() for row in rows)
    sd = combine_sds((str(row.formula_id or ""), row.portion().sd) for row in rows)
    tin: DayBudgetView | None = None
    fits: tuple[FitView, ...] = ()
    made = all_summaries(connection, principal, context)
    if targets is not None:
        summed = sum_up([row.figures() for row in rows], targets)
        tin = DayBudgetView(
            view(summed.eaten, sd, definition),
            summed.room_kcal,
            summed.protein_to_find_g,
            summed.protein_share,
            summed.tight,
        )
        fits = _fits(made, context, summed.room_kcal)
    return DayView(
        day=day,
        day_type=plan.day_type,
        targets=targets,
        all_targets=plan.by_type,
        caution=caution_about(targets) if targets else "",
        entries=tuple(_entry(row, definition) for row in rows),
        entry_alerts=_entry_alerts(made, {row.formula_id for row in rows}, context),
        eaten=view(eaten, sd, definition),
        tin=tin,
        fits=fits,
    )


def _fits(made: list[tuple[FormulaRow, FormulaSummary]], context: KitchenContext, room_kcal: float) -> tuple[FitView, ...]:
    at_hand = {str(row.id): (row, kept) for row, kept in made if not row.archived and kept.piece.figures.mass_g}
    fits = what_fits(((key, kept.piece.figures) for key, (_, kept) in at_hand.items()), room_kcal)
    views = []
    for fit in fits[:FITS_SHOWN]:
        row, kept = at_hand[fit.key]
        figures = portion_view(kept.piece.times(fit.piece_count), context.definition)
        views.append(FitView(row.id, row.name, fit.piece_count, figures, diet_alerts(kept.brief, context.eaters)))
    return tuple(views)


def _entry_alerts(
    made: list[tuple[FormulaRow, FormulaSummary]], eaten: set[UUID | None], context: KitchenContext
) -> dict[UUID, tuple[DietAlert, ...]]:
    raised = {row.id: diet_alerts(kept.brief, context.eaters) for row, kept in made if row.id in eaten}
    return {formula_id: alerts for formula_id, alerts in raised.items() if alerts}


def _entry(row: EntryRow, definition: CarbohydrateDefinition) -> EntryView:
    return EntryView(
        row.id,
        row.day,
        row.eaten_at,
        row.kind,
        row.name,
        row.text,
        row.formula_id,
        row.pieces,
        row.version,
        portion_view(row.portion(), definition),
    )


@dataclass(frozen=True, slots=True)
class Fitting:
    """How many whole pieces fit into what a day has left, and what they bring."""

    pieces: float
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class BenchView:
    """The Bench worked out. `fitting` is None for a day without targets."""

    evaluated: EvaluatedView
    fitting: Fitting | None


def read_bench(database: Database, principal: Principal, bench: Bench) -> BenchView:
    """Works out what is on the Bench, saved or not, and how many of its pieces fit into the day. Raises TooMuch."""
    check_size(bench.parts)
    with database.reading() as connection:
        context = with_nested(connection, principal, load_context(connection, principal), bench.parts)
        targets = days.day_plan(connection, principal, bench.day).targets
        eaten = total(row.figures() for row in days.day_entries(connection, principal, bench.day))
        twin = twin_figures(connection, principal, bench.reference, context)
    made = make(bench.parts, bench.pieces, bench.family, bench.making, context)
    fitting = None
    if targets is not None and made.piece.mass_g > 0:
        energy = made.piece.nutrients.energy_kcal or 0.0
        count = pieces_that_fit(energy, sum_up([eaten], targets).room_kcal)
        fitting = Fitting(count, count * energy, count * (made.piece.nutrients.protein_g or 0.0))
    return BenchView(show(made, FormulaWords(bench.family, bench.name, bench.method), context, twin), fitting)
