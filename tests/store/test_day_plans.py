"""What a day is meant to be, as the database works it out, against the same rules written down once more."""

import random
from datetime import date, timedelta

from ample_crumb.core.day.day_budget import Targets
from ample_crumb.store import day_plans, kitchens, ledger
from tests.store.case import StoreCase

FIRST = date(2026, 5, 4)
TYPES = ("training", "rest", "outing")


class Told:
    """All that was ever said of days, and the rules over it, a loop each."""

    def __init__(self) -> None:
        self.types: dict[date, str] = {}
        self.own: dict[date, Targets] = {}
        self.targets: dict[tuple[str, date], Targets] = {}
        self.weeks: dict[date, list[str]] = {}

    def type_of(self, day: date) -> str:
        if day in self.types:
            return self.types[day]
        for begun in sorted(self.weeks, reverse=True):
            if begun <= day:
                return self.weeks[begun][day.weekday()]
        return self.types.get(day - timedelta(days=7), "rest")

    def targets_of(self, day: date) -> Targets | None:
        if day in self.own:
            return self.own[day]
        kind = self.type_of(day)
        set_on = sorted(from_day for of_kind, from_day in self.targets if of_kind == kind)
        before = [from_day for from_day in set_on if from_day <= day]
        in_force = before[-1] if before else set_on[0] if set_on else None
        return None if in_force is None else self.targets[kind, in_force]


class Plans(StoreCase):
    def test_as_the_rules_have_it_whatever_was_said_in_whatever_order(self) -> None:
        dice, told = random.Random(20), Told()
        days = [FIRST + timedelta(days=after) for after in range(40)]

        def targets() -> Targets:
            return Targets(dice.randint(1500, 2600), dice.randint(90, 180), None, None, dice.choice((None, 25)))

        with self.database.unscoped() as connection:
            day_plans.put_day_type(connection, self.principal, "outing", "Outing")
            for _ in range(60):
                day, kind = dice.choice(days), dice.choice(TYPES)
                match dice.randrange(5):
                    case 0 | 1:
                        told.types[day] = kind
                        day_plans.set_day_type(connection, self.principal, day, kind)
                    case 2:
                        told.targets[kind, day] = targets()
                        day_plans.set_target(connection, self.principal, kind, day, told.targets[kind, day])
                    case 3:
                        told.own[day] = targets()
                        day_plans.set_own_target(connection, self.principal, day, told.own[day])
                    case 4:
                        told.weeks[day] = dice.choices(TYPES, k=7)
                        day_plans.set_week_pattern(connection, self.principal, day, told.weeks[day])
                self.assert_planned(connection, told, [FIRST - timedelta(days=9), *days[::3]])
            self.assert_planned(connection, told, days)

    def assert_planned(self, connection: object, told: Told, days: list[date]) -> None:
        """The plan of a day, the room of a keystroke and the ledger say the same, and what the rules say."""
        for day in days:
            plan = day_plans.day_plan(connection, self.principal, day)  # type: ignore[arg-type]
            self.assertEqual((plan.day_type, plan.targets), (told.type_of(day), told.targets_of(day)), day)
        day = days[-1]
        wanted = told.targets_of(day)
        row = kitchens.kitchen_row(connection, self.principal, day)  # type: ignore[arg-type]
        self.assertEqual(row.day_energy_kcal, wanted and wanted.energy_kcal)
        (looked_back,) = ledger.days_between(connection, self.principal, day, day)  # type: ignore[arg-type]
        self.assertEqual(
            (looked_back.day_type, looked_back.target_kcal), (told.type_of(day), wanted and wanted.energy_kcal)
        )

    def test_another_person_has_other_days(self) -> None:
        with self.database.unscoped() as connection:
            day_plans.set_target(connection, self.principal, "rest", FIRST, Targets(1800, 120))
            day_plans.set_day_type(connection, self.principal, FIRST, "training")
            day_plans.name_diet_phase(connection, self.principal, FIRST, "spring")
            plan = day_plans.day_plan(connection, self.other, FIRST)
            self.assertEqual((plan.day_type, plan.by_type, plan.diet_phase), ("rest", {}, ""))
            self.assertEqual([each.slug for each in plan.types], ["training", "rest"])

    def test_what_is_taken_away_is_as_if_it_had_never_been_said(self) -> None:
        with self.database.unscoped() as connection:
            day_plans.set_target(connection, self.principal, "rest", FIRST, Targets(1800, 120))
            later = FIRST + timedelta(days=9)
            day_plans.set_target(connection, self.principal, "rest", later, Targets(2200, 120))
            day_plans.name_diet_phase(connection, self.principal, later, "more")
            self.assertEqual(day_plans.day_plan(connection, self.principal, later).diet_phase, "more")
            day_plans.remove_targets(connection, self.principal, later)
            plan = day_plans.day_plan(connection, self.principal, later)
            self.assertEqual((plan.targets, plan.diet_phase), (Targets(1800, 120), ""))
            day_plans.set_own_target(connection, self.principal, FIRST, Targets(900, 10))
            day_plans.set_own_target(connection, self.principal, FIRST, None)
            self.assertEqual(day_plans.day_plan(connection, self.principal, FIRST).targets, Targets(1800, 120))
