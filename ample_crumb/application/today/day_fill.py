"""Reads of what closes a day, and of what could be had tonight."""

from collections.abc import Collection, Iterable, Sequence
from datetime import date, datetime
from typing import Final

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.summaries import kept_summary
from ample_crumb.application.today.available_foods import (
    ThingAtHand,
    at_hand_view,
    foods_at_hand,
    formula_taken,
    meals_at_hand,
    stash_at_hand,
)
from ample_crumb.application.today.day import day_sd
from ample_crumb.application.today.views import (
    AtHandView,
    FillAnswerView,
    FillView,
    TonightOfferView,
    TonightView,
)
from ample_crumb.application.views import portion_view
from ample_crumb.core.day.day_budget import combine_sds, sum_up
from ample_crumb.core.day.evening_offers import (
    Source,
    TonightOffer,
    TonightOrder,
    TonightRoom,
    TonightThing,
    offers_for_tonight,
)
from ample_crumb.core.day.evening_wishes import TonightWishes, read_tonight
from ample_crumb.core.day.fill import MOST_FOODS, DayRoom, FillAnswer, FillFood, FillStatus, fill_day
from ample_crumb.core.day.piece_step import PieceStep, step_count
from ample_crumb.core.food.nutrients import Portion, total
from ample_crumb.core.formula.cost import FREE
from ample_crumb.core.formula.eater_alerts import AlertLevel, DietAlert, diet_alerts
from ample_crumb.store import day_plans, days, dietary_profiles, formulas, people
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.days import EntryRow
from ample_crumb.store.formulas import Asked, TonightFormula
from ample_crumb.store.scope import Principal
from ample_crumb.store.usual_portions import usual_portions

OFFERS_SHOWN: Final = 9


def read_available_foods(database: Database, principal: Principal, day: date) -> AtHandView:
    """Kept meals and what was had of late."""
    with database.transaction(principal) as connection:
        return at_hand_view(connection, principal, load_context(connection, principal), day)


def fill(database: Database, principal: Principal, day: date, *, sure: bool, clock: Clock = system_clock) -> FillView:
    """Up to three ways to close a day with what there is. Nothing is held while they are looked for."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        room, rows = _room(connection, principal, day)
        things = _things(connection, principal, context, clock(), day)
    if room is None:
        return FillView(met=False, sentence="Set targets for this day first.", looked_at=0, answers=())
    eaten_names = {row.name for row in rows}
    by_key = {thing.key: thing for thing in things[:MOST_FOODS]}
    foods = [_fill_food(thing, thing.taken.name in eaten_names) for thing in by_key.values()]
    eaten = [row for row in rows if row.state == "eaten"]
    energy_sd = day_sd(eaten).nutrients.energy_kcal or 0.0
    step = 1.0 if context.piece_step is PieceStep.WHOLE else 0.5
    found = fill_day(foods, DayRoom(room.energy_kcal, room.protein_g, energy_sd, sure=sure), step)
    answers = tuple(_answer(answer, by_key, context) for answer in found.answers)
    sentence = found.sentence or ("" if answers else "Nothing is at hand.")
    return FillView(found.status is FillStatus.MET, sentence, len(foods), answers)


def _things(
    connection: Connection, principal: Principal, context: KitchenContext, now: datetime, day: date
) -> list[ThingAtHand]:
    return [
        *stash_at_hand(connection, principal, context, now, day),
        *meals_at_hand(connection, principal, context),
        *foods_at_hand(connection, principal, context, day),
    ]


def _room(connection: Connection, principal: Principal, day: date) -> tuple[TonightRoom | None, Sequence[EntryRow]]:
    """What a day has left when all that is planned has been eaten too, and its entries."""
    targets = day_plans.day_plan(connection, principal, day).targets
    rows = days.day_entries(connection, principal, day)
    if targets is None:
        return None, rows
    summed = sum_up([total(row.figures() for row in rows)], targets)
    return TonightRoom(summed.room_kcal, summed.protein_to_find_g), rows


def _fill_food(thing: ThingAtHand, eaten: bool) -> FillFood:
    figures, due = thing.once.figures.nutrients, thing.taken.eat_by
    return FillFood(
        key=thing.key,
        energy_kcal=figures.energy_kcal or 0.0,
        protein_g=figures.protein_g or 0.0,
        energy_sd_kcal=thing.once.sd.nutrients.energy_kcal or 0.0,
        available_count=thing.available_count if thing.available_count is not None else 2.0,
        eat_by_h=due.timestamp() / 3600 if due else None,
        eaten=eaten,
        # Nobody makes half of a meal to close a day.
        whole=thing.taken.source != Source.STASH,
        piece_g=thing.once.figures.mass_g,
        powder_g=thing.powder_g,
    )


def _answer(answer: FillAnswer, by_key: dict[str, ThingAtHand], context: KitchenContext) -> FillAnswerView:
    taken = [(by_key[key], count) for key, count in answer.portions]
    portions = [thing.once.times(count) for thing, count in taken]
    # Two shelves of one batch err together; what is of no batch errs for itself.
    owners = [str(thing.taken.batch_id or thing.key) for thing, _ in taken]
    sd = combine_sds((owner, portion.sd) for owner, portion in zip(owners, portions, strict=True))
    whole = Portion(total(portion.figures for portion in portions), sd)
    things = tuple(thing.times(count) for thing, count in taken)
    return FillAnswerView(things, portion_view(whole, context.definition), answer.sure_share)


def tonight(
    database: Database,
    principal: Principal,
    day: date,
    words: str,
    order: TonightOrder = TonightOrder.NEAREST,
    clock: Clock = system_clock,
) -> TonightView:
    """What could be had: of the stash, of kept meals, and of formulas made for so many."""
    now = clock()
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        along = dietary_profiles.list_dietary_profiles(connection, principal.kitchen_id)
        residents = people.list_people(connection, principal.kitchen_id)
        others = [row.name for row in residents if row.id != principal.person_id]
        wishes = read_tonight(words, [*(row.name for row in along), *others])
        room, _ = _room(connection, principal, day)
        if room is None:
            return _told(wishes, ())
        shares = tuple(row.piece_share for row in along if row.name in wishes.named)
        room = TonightRoom(room.energy_kcal, room.protein_g, step_count(context.piece_step, 100.0), shares)
        at_hand = [
            *stash_at_hand(connection, principal, context, now, day),
            *meals_at_hand(connection, principal, context),
        ]
        asked = Asked(
            traits=wishes.traits,
            not_traits=wishes.not_traits,
            most_min=wishes.most_min,
            most_bowls=wishes.most_bowls,
            room_kcal=room.energy_kcal,
            step_count=0.5,
            free=tuple(FREE),
        )
        made = formulas.for_tonight(connection, principal.kitchen_id, asked, 3 * OFFERS_SHOWN)
        usual = usual_portions(connection, principal, [row.id for row in made])
    by_key = {thing.key: thing for thing in at_hand}
    rows = {str(row.id): row for row in made}
    things = [
        *map(_thing_at_hand, at_hand),
        *(_thing_to_make(row, usual.get(row.id)) for row in made),
    ]  # fmt: skip
    offers = offers_for_tonight(things, wishes, room, order)
    ready = {thing.key: thing for thing in things}
    once = _each_once(offers, by_key)
    at_the_table = {*wishes.named, *(row.name for row in residents if row.id == principal.person_id)}
    alerts = {
        offer.key: diet_alerts(kept_summary(rows[offer.key]).allergens, context.dietary_profiles)
        if offer.key in rows
        else by_key[offer.key].taken.alerts
        for offer in once
    }
    fine = [offer for offer in once if not _must_not(alerts[offer.key], at_the_table)]
    views = [
        _made_offer(offer, rows[offer.key], context)
        if offer.key in rows
        else _at_hand_offer(offer, by_key[offer.key], ready[offer.key], context)
        for offer in fine[:OFFERS_SHOWN]
    ]
    return _told(wishes, views, len(once) - len(fine))


def _must_not(alerts: Iterable[DietAlert], names: Collection[str]) -> bool:
    """Whether somebody at the table must not get it."""
    return any(alert.dietary_profile in names and alert.level is AlertLevel.CONTAINS for alert in alerts)


def _each_once(offers: Sequence[TonightOffer], by_key: dict[str, ThingAtHand]) -> list[TonightOffer]:
    """Of several positions of one name only the first, which are the same in the mouth; and nothing to be made of which
    there is enough."""
    seen: set[str] = set()
    once = []
    for offer in offers:
        thing = by_key.get(offer.key)
        names = {offer.key} if thing is None else {thing.taken.name, str(thing.taken.formula_id)}
        if not names & seen:
            once.append(offer)
        seen |= names - {"None"}
    return once


def _told(wishes: TonightWishes, offers: Iterable[TonightOfferView], left_out: int = 0) -> TonightView:
    return TonightView(
        wishes.traits,
        wishes.not_traits,
        wishes.most_min,
        wishes.most_bowls,
        wishes.people,
        wishes.named,
        wishes.unread,
        tuple(offers),
        left_out,
    )


def _thing_at_hand(thing: ThingAtHand) -> TonightThing:
    figures, due = thing.once.figures, thing.taken.eat_by
    return TonightThing(
        key=thing.key,
        source=Source(thing.taken.source),
        piece_g=figures.mass_g,
        energy_kcal=figures.nutrients.energy_kcal or 0.0,
        protein_g=figures.nutrients.protein_g or 0.0,
        ready_min=thing.ready_min,
        bowl_count=0 if thing.taken.source == Source.STASH else 1,
        traits=thing.traits,
        available_count=thing.available_count,
        eat_by_h=due.timestamp() / 3600 if due else None,
        usual_count=thing.taken.usual_count,
        powder_g=thing.powder_g,
    )


def _thing_to_make(row: TonightFormula, usual: float | None) -> TonightThing:
    figures = row.figures()
    return TonightThing(
        key=str(row.id),
        source=Source.FORMULA,
        piece_g=figures.mass_g,
        energy_kcal=figures.nutrients.energy_kcal or 0.0,
        protein_g=figures.nutrients.protein_g or 0.0,
        ready_min=row.bite_min or 0,
        bowl_count=row.bowl_count or 0,
        traits=tuple(row.traits),
        usual_count=usual,
        lacking_count=len(row.out_foods),
        powder_g=row.powder_g,
    )


def _at_hand_offer(
    offer: TonightOffer, thing: ThingAtHand, ready: TonightThing, context: KitchenContext
) -> TonightOfferView:
    return TonightOfferView(
        thing=thing.times(offer.piece_count),
        whole_count=offer.whole_count,
        figures=portion_view(thing.once.times(offer.piece_count), context.definition),
        ready_min=ready.ready_min,
        bowl_count=ready.bowl_count,
        traits=thing.traits,
        closes=offer.closes,
        thaw=thing.thaw,
        missing=(),
        unknown_count=0,
        factor=None,
    )


def _made_offer(offer: TonightOffer, row: TonightFormula, context: KitchenContext) -> TonightOfferView:
    kept = kept_summary(row)
    foods = context.cupboard.ingredients
    thing = ThingAtHand(formula_taken(row.name, row.id), kept.piece, None, row.bite_min or 0)
    taken = thing.times(offer.piece_count)
    return TonightOfferView(
        thing=taken.with_alerts(diet_alerts(kept.allergens, context.dietary_profiles)),
        whole_count=offer.whole_count,
        figures=portion_view(kept.piece.times(offer.piece_count), context.definition),
        ready_min=row.bite_min or 0,
        bowl_count=row.bowl_count or 0,
        traits=tuple(row.traits),
        closes=offer.closes,
        thaw="",
        missing=tuple(foods[food].name if food in foods else "something" for food in row.out_foods),
        unknown_count=row.unknown_count,
        factor=offer.whole_count / row.piece_count,
    )
