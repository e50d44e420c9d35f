"""Breaks one rule of the core at a time and looks whether a test goes red: `python -m tests.mutants [NAME]...`

Each mutant is a place in the source and what stands there instead, with the test modules that should notice. Golden
figures are left out on purpose: they notice everything and say nothing of the rule. A mutant that lives through its own
modules is tried against all tests of the core and of published figures before it counts as alive.
"""

import shutil
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from typing import Final

from launch.install import PYTHON, ROOT


@dataclass(frozen=True, slots=True)
class Mutant:
    """A rule that is broken: in `file` of the core, or of the package, `was` becomes `now`; `tests` are modules that
    should notice."""

    name: str
    file: str
    was: str
    now: str
    tests: tuple[str, ...]

    @property
    def path(self) -> Path:
        """The file within the project."""
        package = Path("ample_crumb")
        return package / self.file if (ROOT / package / self.file).exists() else package / "core" / self.file


_EDGES: Final = ("core.reformulate.test_crumb_constraints",)
_DESSERTS: Final = ("core.reformulate.test_dessert_limits", "published.test_judged_targets")
_METHOD: Final = ("core.swap.test_method_following",)
_DIALS: Final = ("core.crumb.dials.test_judge",)
_SETS: Final = ("published.test_judged_sets",)
_TIMES: Final = ("published.test_baking_times",)
_TAUGHT: Final = ("core.crumb.test_feedback",)
_LIMITS: Final = ("core.test_limits",)
_SHELF: Final = ("core.food.test_reference_shelf",)
_SAID: Final = ("core.formula.test_food_qualifiers",)
_MINE: Final = ("core.swap.test_alternatives",)
_CLAIMS: Final = ("published.test_claims",)
_WORDS: Final = ("core.formula.test_marketing_terms",)
_HAZARDS: Final = ("core.crumb.test_hazards",)
_CHOICE: Final = ("core.quantity.test_written_choice", "core.formula.test_reading")
_ASKS: Final = ("core.formula.test_questions",)
_AGAINST: Final = ("core.production.test_contradictions",)
_BATCH: Final = ("core.batch.test_apply_deviations",)
_LOTS: Final = ("core.batch.test_lots",)
_BOWL: Final = ("core.batch.test_portioning",)
_NEXT: Final = ("core.batch.test_proposals",)
_OVEN: Final = ("core.production.test_oven_learning",)
_PLANS: Final = ("core.planning.test_schedule",)
_TASKS: Final = ("core.planning.test_tasks",)
_SHOP: Final = ("core.shopping.test_packs", "core.shopping.test_shopping_list")
_KEEPS: Final = ("core.keeping.test_eat_by", "core.keeping.test_stock_positions")
_TASTES: Final = ("core.tasting.test_exact_tests", "core.tasting.test_comparison")
_CAUSES: Final = ("core.causes.test_ranking", "core.causes.test_changes")
_FILLS: Final = ("core.day.test_fill",)
_TONIGHT: Final = ("core.day.test_evening_offers", "core.day.test_evening_wishes")
_TREND: Final = ("published.test_weight_trends", "core.day.test_energy_burned")
_LEDGER: Final = ("core.day.test_ledger",)
_BODY: Final = ("core.day.test_worked_out_targets",)
_RUN: Final = ("core.planning.test_run",)
_STASH: Final = ("api.test_stash",)
_PAGES: Final = ("core.quantity.test_written_aside", "core.quantity.test_recipe_splitting", "core.test_whole_texts")

MUTANTS: Final = (
    Mutant(
        "reach: a trace of what is banned comes in",
        "reformulate/variables.py",
        "{item.slug, *(item.allergens or ()), *(item.traces or ())}",
        "{item.slug, *(item.allergens or ())}",
        ("core.reformulate.test_variables",),
    ),
    Mutant(
        "rounding: spoons are weighed",
        "reformulate/kitchen_rounding.py",
        "_SPOONED_G: Final = 15.0",
        "_SPOONED_G: Final = 0.0",
        ("core.reformulate.test_kitchen_rounding",),
    ),
    Mutant(
        "repairs: a trace is none",
        "crumb/repairs.py",
        "{*(item.allergens or ()), *(item.traces or ())}",
        "{*(item.allergens or ())}",
        ("core.crumb.test_repairs",),
    ),
    Mutant(
        "keeping: warm hours of those beside are none",
        "keeping/eat_by.py",
        "warm_h=max(self.warm_h, other.warm_h),",
        "warm_h=self.warm_h,",
        _KEEPS,
    ),
    Mutant(
        "targets: a refused diet still counts for fat and fibre",
        "day/worked_out_targets.py",
        "counted = energy if refused is None else maintenance",
        "counted = energy",
        _BODY,
    ),
    Mutant(
        "plan: nothing takes long",
        "planning/worst_case.py",
        "max(took, task.task.ways[task.way].minutes.most)",
        "took",
        _PLANS,
    ),
    Mutant(
        "plan: washing up counts for the moment",
        "planning/model.py",
        "if task.formula == number and task.task.kind not in AFTERWARDS:",
        "if task.formula == number:",
        _PLANS,
    ),
    Mutant(
        "plan: washing up counts backwards",
        "planning/schedule.py",
        "is not None and task.task.kind not in AFTERWARDS\n    )",
        "is not None\n    )",
        _PLANS,
    ),
    Mutant(
        "plan: one waits for the washing up",
        "planning/solo_duration.py",
        "[task for task in tasks if task.kind not in AFTERWARDS]",
        "list(tasks)",
        _PLANS,
    ),
    Mutant(
        "run: it began with the last of it",
        "planning/run.py",
        "min(state.begun_ms, event.at_ms)",
        "max(state.begun_ms, event.at_ms)",
        _RUN,
    ),
    Mutant(
        "tasting: most marked both though few did",
        "tasting/comparison.py",
        ">= max(len(one), len(other)):",
        ">= min(len(one), len(other)):",
        _TASTES,
    ),
    Mutant(
        "tasting: half is not enough",
        "tasting/comparison.py",
        "if 2 * len(both) >= max",
        "if 2 * len(both) > max",
        _TASTES,
    ),
    Mutant(
        "causes: weak facts are told away",
        "causes/ranking.py",
        "if len(known) < _ENOUGH_GOOD or fact.strength < 0.3:",
        "if len(known) < _ENOUGH_GOOD:",
        _CAUSES,
    ),
    Mutant(
        "causes: a third however unlikely",
        "causes/ranking.py",
        "if place < 2 or odds[cause] / whole >= _LEAST_SHARE",
        "if True",
        _CAUSES,
    ),
    Mutant(
        "causes: each line of a kind is changed",
        "causes/changes.py",
        "line.mass_g >= 0.15 * whole_g",
        "line.mass_g >= 0.0 * whole_g",
        _CAUSES,
    ),
    Mutant(
        "weights: lb in a cell are kilograms",
        "formats/matched_rows.py",
        'matching.pounds or "lb" in cells["weight"].casefold()',
        "matching.pounds",
        ("formats.test_matched_rows",),
    ),
    Mutant(
        "stash: taken from where least lies",
        "application/stash/movements.py",
        "key=lambda row: -row.piece_count",
        "key=lambda row: row.piece_count",
        _STASH,
    ),
    Mutant(
        "stash: no shelf is renamed at the limit",
        "application/stash/commands.py",
        "if len(there) >= MOST_SHELVES and shelf_id not in {row.id for row in there}:",
        "if len(there) >= MOST_SHELVES:",
        _STASH,
    ),
    Mutant(
        "stash: done again it is not thrown away",
        "store/stash.py",
        "having max(place) %% 2 = 1",
        "having max(place) = 1",
        _STASH,
    ),
    Mutant(
        "stash: shelves by their names alone",
        "store/shelves.py",
        "array_position(array['counter', 'fridge', 'freezer'], kind), name, id",
        "name, id",
        _STASH,
    ),
    Mutant(
        "jobs: asked again they keep their attempts",
        "store/jobs.py",
        "from hit order by id\n        on conflict (kitchen_id, kind, key) do update\n            set token = "
        "nextval('job_token'), state = 'queued', run_after = now(), attempts = 0,",
        "from hit order by id\n        on conflict (kitchen_id, kind, key) do update\n            set token = "
        "nextval('job_token'), state = 'queued', run_after = now(),",
        ("store.test_jobs",),
    ),
    Mutant(
        "tonight: what is due waits",
        "day/evening_offers.py",
        "return (nearest, not offer.closes, due,",
        "return (nearest, not offer.closes, -due,",
        _TONIGHT,
    ),
    Mutant("tonight: a negation is a wish", "day/evening_wishes.py", "not_traits.append(trait)", "pass", _TONIGHT),
    Mutant("trend: the slope never turns", "day/weight_trend.py", "v_slope + SLOPE_SD_KG**2,", "v_slope,", _TREND),
    Mutant(
        "trend: only what was known then",
        "day/weight_trend.py",
        "level + a * by_level + b * by_slope,",
        "level,",
        _TREND,
    ),
    Mutant(
        "burned: what was stored is added",
        "day/energy_burned.py",
        "mean_kcal - slope * KCAL_PER_KG",
        "mean_kcal + slope * KCAL_PER_KG",
        _TREND,
    ),
    Mutant(
        "ledger: days without an entry are days of nothing",
        "day/ledger.py",
        "logged = [day for day in days if day.energy_kcal is not None]",
        "logged = list(days)",
        _LEDGER,
    ),
    Mutant("tally: halves down", "day/tally.py", "+ 0.5 + 1e-9)", "+ 0.499)", ("core.day.test_tally",)),
    Mutant(
        "traits: a pinch is a taste",
        "crumb/traits.py",
        ">= taste.least_share * whole",
        "> 0",
        ("core.crumb.test_traits",),
    ),
    Mutant(
        "alerts: an age is no matter",
        "formula/eater_alerts.py",
        "for hazard in AGE_HAZARDS[dietary_profile.age_band]:",
        "for hazard in AGE_HAZARDS[AgeBand.GROWN]:",
        ("core.formula.test_eater_alerts",),
    ),
    Mutant(
        "fill: what lasts goes first",
        "day/fill.py",
        "* (late + few * rank) for food",
        "* (late - few * rank) for food",
        _FILLS,
    ),
    Mutant(
        "fill: bands of one thing err apart",
        "day/fill.py",
        "variances.append(sd**2 * squared)",
        "variances.append(sd**2 * steps)",
        _FILLS,
    ),
    Mutant(
        "fill: the day's own band forgotten",
        "day/fill.py",
        "variances = [math.ceil(room.energy_sd_kcal",
        "variances = [math.ceil(0 * room.energy_sd_kcal",
        _FILLS,
    ),
    Mutant("fill: another way is the same with one more", "day/fill.py", "if count])", "if not count])", _FILLS),
    Mutant(
        "targets: the floor of women for all",
        "day/worked_out_targets.py",
        "floor = FLOOR_KCAL[body.sex]",
        "floor = FLOOR_KCAL[Sex.FEMALE]",
        _BODY,
    ),
    Mutant(
        "targets: a deficit at any weight",
        "day/worked_out_targets.py",
        "if bmi < UNDERWEIGHT_BMI:\n            return",
        "if bmi < 0:\n            return",
        _BODY,
    ),
    Mutant(
        "targets: a circumstance is no reason",
        "day/worked_out_targets.py",
        "for circumstance in body.circumstances:",
        "for circumstance in ():",
        _BODY,
    ),
    Mutant(
        "keeping: the clock goes on in the freezer",
        "keeping/eat_by.py",
        "if self.place is Place.FREEZER:",
        "if self.place is Place.COUNTER and life.home is Place.FREEZER:",
        _KEEPS,
    ),
    Mutant(
        "keeping: the cold saves what stood warm too long",
        "keeping/eat_by.py",
        "if too_warm_at_h is None and life.spoils_warm and warm_h > WARM_LIMIT_H:",
        "if too_warm_at_h is None and life.spoils_warm and warm_h > 24 * WARM_LIMIT_H:",
        _KEEPS,
    ),
    Mutant(
        "keeping: a vacuum makes the fridge safer",
        "keeping/shelf_life.py",
        "if place is Place.FREEZER or self.kind == DRY else 1.0",
        "if True else 1.0",
        _KEEPS,
    ),
    Mutant(
        "keeping: pieces laid to older ones count as fresh",
        "keeping/eat_by.py",
        "careful_share=max(self.careful_share, other.careful_share)",
        "careful_share=min(self.careful_share, other.careful_share)",
        _KEEPS,
    ),
    Mutant(
        "keeping: a freezer makes old things young",
        "keeping/eat_by.py",
        "careful = careful if spent.over_at_h is None else spent.over_at_h",
        "careful = careful if True else 0.0",
        _KEEPS,
    ),
    Mutant(
        "keeping: what is eaten is not gone",
        "keeping/stock_positions.py",
        "gone_count=before.gone_count + gone",
        "gone_count=before.gone_count",
        _KEEPS,
    ),
    Mutant(
        "keeping: fresh fruit keeps as the rest does",
        "keeping/traits.py",
        '("fresh-fruit", traits.fresh_fruit),',
        '("fresh-fruit", False),',
        ("core.keeping.test_traits",),
    ),
    Mutant(
        "tasting: one side of chance alone",
        "tasting/exact_tests.py",
        "far = sum(ways for total, ways in sums.items() if abs(total) >= abs(seen))",
        "far = sum(ways for total, ways in sums.items() if total >= abs(seen))",
        _TASTES,
    ),
    Mutant(
        "tasting: as far is not far",
        "tasting/exact_tests.py",
        "if count == size and abs(total - middle) >= seen)",
        "if count == size and abs(total - middle) > seen)",
        _TASTES,
    ),
    Mutant(
        "tasting: ten questions each for themselves",
        "tasting/comparison.py",
        "if p_value > ALPHA / (len(p_values) - place):",
        "if p_value > ALPHA:",
        _TASTES,
    ),
    Mutant(
        "tasting: pairs are free",
        "tasting/comparison.py",
        "return min(1.0, best.p_value * len(pairs)), best, len(pairs)",
        "return best.p_value, best, len(pairs)",
        _TASTES,
    ),
    Mutant(
        "causes: what speaks against is not heard",
        "causes/ranking.py",
        "(1 - fact.strength) * math.log(evidence.absent_factor)",
        "(1 - fact.strength) * 0",
        _CAUSES,
    ),
    Mutant(
        "causes: good batches tell nothing",
        "causes/ranking.py",
        "if len(known) < _ENOUGH_GOOD or fact.strength < 0.3:",
        "if True:",
        _CAUSES,
    ),
    Mutant(
        "causes: how often a cause is the one does not count",
        "causes/ranking.py",
        "return math.log(weight) + sum(",
        "return 0 * weight + sum(",
        _CAUSES,
    ),
    Mutant(
        "causes: anything may come in",
        "causes/changes.py",
        "if mass_g <= 0 or (there is None and not may_come_in(item, setting)):",
        "if mass_g <= 0:",
        _CAUSES,
    ),
    Mutant(
        "planning: a load finds any oven hot enough",
        "planning/model.py",
        "self.model.add_implication(still_hot, equal)",
        "self.model.add_implication(still_hot, same)",
        _PLANS,
    ),
    Mutant(
        "planning: nothing waits too long",
        "planning/model.py",
        "self.model.add(each.start <= until).only_enforce_if(needed)",
        "self.model.add(each.start <= until + 60).only_enforce_if(needed)",
        _PLANS,
    ),
    Mutant(
        "planning: unlike mixes share a bowl unwashed",
        "planning/model.py",
        'if one.endswith("dry-bowl") and',
        "if",
        _PLANS,
    ),
    Mutant(
        "planning: two heats in one oven",
        "planning/model.py",
        "self._one_heat(mine.placed.start, mine.hold, its.placed.start, its.hold, [~same, equal])",
        "self._one_heat(mine.placed.start, mine.hold, its.placed.start, its.hold, [~same, ~equal])",
        _PLANS,
    ),
    Mutant(
        "planning: what is done moves",
        "planning/model.py",
        "self.model.add(each.start == begun)",
        "self.model.add(each.start >= begun)",
        _PLANS,
    ),
    Mutant(
        "planning: slowly is as likely",
        "planning/worst_case.py",
        "max(took, task.task.ways[task.way].minutes.most)",
        "max(took, task.task.ways[task.way].minutes.likely)",
        ("core.planning.test_schedule",),
    ),
    Mutant(
        "planning: a batter waits for ever",
        "planning/tasks.py",
        "else After(each, 0, work.after_max_min, work.spoils))",
        "else After(each))",
        _TASKS,
    ),
    Mutant(
        "planning: trays go in in any order",
        "planning/tasks.py",
        "*emptied, After(loaded))",
        "*emptied)",
        _TASKS,
    ),
    Mutant(
        "planning: dry waits for wet",
        "planning/tasks.py",
        "strand.dry = [self._put(stage, self._after(strand.weighed)",
        "strand.dry = [self._put(stage, self._after(strand.ends())",
        _TASKS,
    ),
    Mutant(
        "planning: what is left out leaves a gap",
        "planning/edits.py",
        "waits += [After(each.task) for each in left_out[wait.task].after]",
        "waits += []",
        ("core.planning.test_edits",),
    ),
    Mutant(
        "planning: a timer of a done task rings on",
        "planning/run.py",
        "return _without_timer(_progress(state, event.task, done), event.task)",
        "return _progress(state, event.task, done)",
        ("core.planning.test_run",),
    ),
    Mutant(
        "shopping: the fewest packs first",
        "shopping/packs.py",
        "model.minimize(held)",
        "model.minimize(number)",
        _SHOP,
    ),
    Mutant(
        "shopping: only what is used is bought",
        "shopping/shopping_list.py",
        "max(weighed.prepared_g, weighed.mass_g) * each.factor",
        "weighed.mass_g * each.factor",
        _SHOP,
    ),
    Mutant(
        "batch: what is left over is what was used",
        "batch/apply_deviations.py",
        "return self._share_of_part(place, 1 - share if left else share, weighed=much.mass_g is not None)",
        "return self._share_of_part(place, share if left else 1 - share, weighed=much.mass_g is not None)",
        _BATCH,
    ),
    Mutant(
        "batch: a share by weight has the doubt of one by eye",
        "batch/apply_deviations.py",
        "weighed=much.mass_g is not None)",
        "weighed=False)",
        _BATCH,
    ),
    Mutant(
        "batch: more may be left than there was",
        "batch/apply_deviations.py",
        "if grams > there_g * 1.001:",
        "if grams > there_g * 1001:",
        _BATCH,
    ),
    Mutant(
        "batch: a substitute keeps no amount",
        "batch/apply_deviations.py",
        'came = f"{_written(old.weighed.mass_g)} g {came}"',
        'came = f"100 g {came}"',
        _BATCH,
    ),
    Mutant(
        "batch: frying takes up half",
        "batch/fat_uptake.py",
        "FRIED_HIGH_SHARE: Final = 0.15",
        "FRIED_HIGH_SHARE: Final = 0.5",
        _BATCH,
    ),
    Mutant(
        "batch: things of one dough get all of it",
        "batch/split_dough.py",
        "share_by_weight(part, each.lines, share)",
        "share_by_weight(part, each.lines, 1.0)",
        _BATCH,
    ),
    Mutant(
        "lots: pieces may be heavier than the dough",
        "batch/lots.py",
        "if weighed_g > dough_g * _SCALES:",
        "if weighed_g > dough_g * 2:",
        _LOTS,
    ),
    Mutant(
        "lots: what was weighed as dough is a share of what is baked",
        "batch/lots.py",
        "whole_g = batch_g if weighed_g <= batch_g else dough_g",
        "whole_g = batch_g",
        _LOTS,
    ),
    Mutant(
        "lots: half a batch may be in no piece",
        "batch/lots.py",
        "_LEAST_SHARE: Final = 0.75",
        "_LEAST_SHARE: Final = 0.4",
        _LOTS,
    ),
    Mutant(
        "bowl: at most so many kcal is about so many",
        "batch/portioning.py",
        "count = math.ceil(bowl.energy_kcal / wish.amount_count - 1e-9)",
        "count = round(bowl.energy_kcal / wish.amount_count)",
        _BOWL,
    ),
    Mutant(
        "bowl: by energy a grid may be over",
        "batch/portioning.py",
        "if wish.by is WishedBy.ENERGY and count < wanted - 1e-6:",
        "if wish.by is WishedBy.ENERGY and count < 0:",
        _BOWL,
    ),
    Mutant(
        "proposals: an amount after two batches",
        "batch/proposals.py",
        "AMOUNT_AFTER: Final = 3",
        "AMOUNT_AFTER: Final = 2",
        _NEXT,
    ),
    Mutant(
        "proposals: amounts both ways are another amount",
        "batch/proposals.py",
        "always_other = len(ways) == 1 and all(",
        "always_other = all(",
        _NEXT,
    ),
    Mutant(
        "ovens: the last bake tells all",
        "production/oven_learning.py",
        "mean = sum(offs) / (len(offs) + (BAKE_SD / OVEN_SD) ** 2)",
        "mean = offs[-1]",
        _OVEN,
    ),
    Mutant(
        "ovens: a slip teaches",
        "production/oven_learning.py",
        "FARTHEST: Final = 0.4",
        "FARTHEST: Final = 4.0",
        _OVEN,
    ),
    Mutant(
        "choice: the amount of the line is not shared",
        "quantity/written_choice.py",
        'found.append(_Alternative(f"{before}{name}{behind}{remark}", in_full))',
        'found.append(_Alternative(f"{name}{behind}{remark}", in_full))',
        _CHOICE,
    ),
    Mutant(
        "choice: a shared word is never read in full",
        "formula/reading.py",
        "lines = [full if full and _stands_for(full, line, cupboard) else line for line, full in pairs]",
        "lines = [line for line, full in pairs]",
        _CHOICE,
    ),
    Mutant(
        "choice: the band does not span it",
        "uncertainty/propagation.py",
        "math.hypot(sd, max((abs(other[place] - value) for other in others), default=0.0))",
        "sd",
        ("core.uncertainty.test_propagation",),
    ),
    Mutant(
        "choice: what depends is surely in it",
        "formula/allergens.py",
        "- surely - _in_all(foods)",
        "- surely",
        ("core.formula.test_allergens",),
    ),
    Mutant(
        "asks: what matters least comes first",
        "formula/questions.py",
        "(question.answered, -question.most_kcal)",
        "(question.answered, question.most_kcal)",
        _ASKS,
    ),
    Mutant(
        "asks: a doubtful name is told by nothing",
        "formula/food_meanings.py",
        "if kinds and (by_kind or not _told(found, kinds[0], line)):",
        "if kinds:",
        _ASKS,
    ),
    Mutant(
        "against: a scale's rounding is another heat",
        "production/contradictions.py",
        "_HEATS_APART_C: Final = 12.0",
        "_HEATS_APART_C: Final = 1.0",
        _AGAINST,
    ),
    Mutant(
        "against: a little baking powder is said twice",
        "production/contradictions.py",
        "_POWDER_MOST_SHARE: Final = 0.045",
        "_POWDER_MOST_SHARE: Final = 0.01",
        _AGAINST,
    ),
    Mutant(
        "page: comments are lines",
        "quantity/recipe_parser.py",
        "self.commenting = self.commenting or begins_comments(row)",
        "self.commenting = False",
        _PAGES,
    ),
    Mutant(
        "page: eggs in a topping stay raw",
        "formula/formula.py",
        "raw = said.unbaked and any(_NEEDS_BAKING.search(line) for line in part.lines)",
        "raw = False",
        _PAGES,
    ),
    Mutant(
        "states: what stands behind a comma was done before",
        "quantity/weighing.py",
        "if filled in (before if filled in DONE_AFTER else words)",
        "if filled in words",
        ("core.quantity.test_weighing", "core.formula.test_reading"),
    ),
    Mutant(
        "shelf: a part of a name is no name",
        "food/reference_shelf.py",
        "share >= LEAST_SAID or thing[place]",
        "share >= LEAST_SAID",
        _SHELF,
    ),
    Mutant(
        "shelf: any word will do",
        "food/reference_shelf.py",
        "LEAST_SAID: Final = 0.5",
        "LEAST_SAID: Final = 0.05",
        _SHELF,
    ),
    Mutant(
        "shelf: all its allergens are told",
        "food/reference_shelf.py",
        "allergens_open=True",
        "allergens_open=False",
        _SHELF,
    ),
    Mutant(
        "shelf: what is noted is not looked at",
        "formula/food_meanings.py",
        'said = line.name if tells_no_state(line.notes) else " ".join((line.name, *line.notes))',
        "said = line.name",
        _SHELF,
    ),
    Mutant(
        "said: raw goes against nothing",
        "formula/food_qualifiers.py",
        '"raw": frozenset(("cooked"',
        '"raw": frozenset((""',
        _SAID,
    ),
    Mutant(
        "said: fat is no figure",
        "formula/food_qualifiers.py",
        '"fatfree": _at_most("fat_g", _FAT_FREE_G)',
        '"fatfree": _full_fat',
        _SAID,
    ),
    Mutant(
        "said: what is done later counts",
        "formula/food_qualifiers.py",
        "if word not in _IN_NAMES_ONLY]",
        "if True]",
        _SAID,
    ),
    Mutant("mine: sweeteners go up for ever", "swap/alternatives.py", "<= factor <= MOST_FACTOR", "<= factor", _MINE),
    Mutant(
        "mine: powders by weight",
        "swap/alternatives.py",
        "lambda item: item.per_100g.protein_g",
        "lambda item: 1.0",
        _MINE,
    ),
    Mutant(
        "mine: the first amount stands", "swap/alternatives.py", "if best < 0 or off < best:", "if best < 0:", _MINE
    ),
    Mutant(
        "claims: light takes all",
        "food/claims/check.py",
        "if claim.holds), lighter[0])",
        "if not claim.holds), lighter[0])",
        _CLAIMS,
    ),
    Mutant(
        "claims: fat of 50 g is not looked at",
        "food/mandatory_notices.py",
        "max(reference_g, 50.0)",
        "reference_g",
        _CLAIMS,
    ),
    Mutant(
        "claims: half the energy from fat is nothing",
        "food/claims/us.py",
        "_FAT_ENERGY_SHARE: Final = 0.5",
        "_FAT_ENERGY_SHARE: Final = 1.5",
        _CLAIMS,
    ),
    Mutant("claims: salt makes light", "food/claims/eu.py", ' and rule.nutrient != "salt_g"', "", _WORDS),
    Mutant(
        "words: a sweetener is natural",
        "formula/marketing_terms.py",
        "bool(item.sweetened_with) or item.role in _MADE",
        "False",
        _WORDS,
    ),
    Mutant(
        "energy: soluble fibre counts whole",
        "food/energy.py",
        '"soluble": 2.0',
        '"soluble": 4.0',
        ("published.test_energy_factors",),
    ),
    Mutant(
        "hazards: dry milk spoils", "crumb/making_hazards.py", "_WET_G: Final = 40.0", "_WET_G: Final = -1.0", _HAZARDS
    ),
    Mutant("hazards: hot air is hot oil", "crumb/making_hazards.py", "(?<!air)(?<!air[- ])", "", _HAZARDS),
    Mutant("hazards: coconut chokes", "crumb/hazards.py", "and not _is_small(line.item) ", "", _HAZARDS),
    Mutant(
        "made: what boils off is kept",
        "food/preparations.py",
        "<= _ALL_OF_IT",
        "<= 9.0",
        ("core.food.test_preparations",),
    ),
    Mutant(
        "dials: sugar loosens half",
        "crumb/dials/hydration.py",
        '"sugars_g": -SUGAR_LOOSENS',
        '"sugars_g": -0.5 * SUGAR_LOOSENS',
        _DIALS,
    ),
    Mutant(
        "dials: soda lifts three times", "crumb/dials/leavening.py", "SODA * _SPOONS", "(SODA - 1) * _SPOONS", _DIALS
    ),
    Mutant(
        "dials: what is tender spares no fat", "crumb/dials/fat.py", '"tender_g": -100.0', '"tender_g": 0.0', _DIALS
    ),
    Mutant("dials: gluten does not bind", "crumb/dials/binder.py", '"gluten_g": -spared', '"gluten_g": 0.0', _DIALS),
    Mutant(
        "dials: pulses are no goods",
        "crumb/composition.py",
        "goods_g=1.0 if powder else min(_FARTHEST_GOING, acts)",
        "goods_g=float(properties.dry)",
        ("core.crumb.test_remarks",),
    ),
    Mutant(
        "rows: only the first floor is kept to",
        "crumb/dials/linear.py",
        "for floor in self.floors if floor)",
        "for floor in self.floors[:1] if floor)",
        _EDGES,
    ),
    Mutant(
        "rows: what was learned is forgotten",
        "crumb/dials/linear.py",
        "floor, -factor) for",
        "floor, -1.0) for",
        _EDGES,
    ),
    Mutant(
        "optimiser: lines go twice as far",
        "reformulate/variables.py",
        "_OTHERS: Final = (0.25, 2.5)",
        "_OTHERS: Final = (0.125, 5.0)",
        _LIMITS,
    ),
    Mutant(
        "optimiser: a stomach bears anything",
        "reformulate/constraints.py",
        "if model.tolerance_count is not None:",
        "if model.tolerance_count == 0:",
        ("core.reformulate.test_search",),
    ),
    Mutant(
        "optimiser: six foods come in",
        "reformulate/constraints.py",
        "MOST_ADDED: Final = 3",
        "MOST_ADDED: Final = 6",
        _LIMITS,
    ),
    Mutant(
        "optimiser: additions cost a tenth",
        "reformulate/constraints.py",
        "ADDED: Final = 0.3",
        "ADDED: Final = 0.03",
        _LIMITS,
    ),
    Mutant(
        "optimiser: a half egg",
        "reformulate/constraints.py",
        "max(1.0, amount.high_g // amount.step_g), whole=True",
        "max(1.0, amount.high_g // amount.step_g)",
        _LIMITS,
    ),
    Mutant(
        "optimiser: pairs without whole numbers",
        "reformulate/nearest_answer.py",
        "_FEW_WISHES: Final = 6",
        "_FEW_WISHES: Final = 0",
        _LIMITS,
    ),
    Mutant(
        "hazards: polyols from 25 g",
        "crumb/hazards.py",
        "POLYOLS_A_PIECE_G: Final = 10.0",
        "POLYOLS_A_PIECE_G: Final = 25.0",
        _LIMITS,
    ),
    Mutant(
        "hazards: chia is no small seed",
        "crumb/hazards.py",
        '_SMALL_SEEDS: Final = frozenset({"chia", ',
        "_SMALL_SEEDS: Final = frozenset({",
        _LIMITS,
    ),
    Mutant(
        "yield: trimmings keep their water",
        "production/bake_yield.py",
        "nutrients.water_g - lost_g * cut",
        "nutrients.water_g - lost_g",
        _LIMITS,
    ),
    Mutant("tins: full at 1.1", "production/tin_fill.py", "FULL: Final = 0.95", "FULL: Final = 1.1", _LIMITS),
    Mutant(
        "time: with the width alone",
        "tables/production/heat.csv",
        "cookie,177,12.5,piece,0.45",
        "cookie,177,12.5,piece,0.33",
        _LIMITS,
    ),
    Mutant("label: 112 g in 100 g", "food/label.py", "mass_g > 103", "mass_g > 112", _LIMITS),
    Mutant(
        "day: protein tight at 60 %",
        "day/day_budget.py",
        "PROTEIN_TIGHT_SHARE: Final = 0.45",
        "PROTEIN_TIGHT_SHARE: Final = 0.60",
        _LIMITS,
    ),
    Mutant(
        "swaps: less sugar from 2 g",
        "swap/suggestions.py",
        'change.nutrient("sugars_g") < -0.2',
        'change.nutrient("sugars_g") < -2',
        _LIMITS,
    ),
    Mutant(
        "guess: a cheesecake of three quarters", "crumb/family_classifier.py", "dairy > 0.45", "dairy > 0.75", _LIMITS
    ),
    Mutant(
        "difference: the same within 5 %",
        "formula/difference.py",
        "_SAME_G: Final = 0.005",
        "_SAME_G: Final = 0.05",
        _LIMITS,
    ),
    Mutant(
        "claims: four times a line",
        "food/claims/gap.py",
        "MOST_TIMES: Final = 2.0",
        "MOST_TIMES: Final = 4.0",
        _LIMITS,
    ),
    Mutant(
        "hazards: caffeine from 40 mg",
        "crumb/hazards.py",
        "CAFFEINE_A_PIECE_MG: Final = 10.0",
        "CAFFEINE_A_PIECE_MG: Final = 40.0",
        _LIMITS,
    ),
    Mutant(
        "dials: sugar loosens nothing",
        "crumb/dials/hydration.py",
        "SUGAR_LOOSENS: Final = 0.5",
        "SUGAR_LOOSENS: Final = 0.0",
        ("published.test_judged_sets",),
    ),
    Mutant(
        "dials: fat asks for no egg",
        "crumb/dials/binder.py",
        "need.per_fat_ratio / EGG_G * 100",
        "0.0",
        ("published.test_judged_sets",),
    ),
    Mutant(
        "dials: soda without acid lifts nothing",
        "crumb/dials/leavening.py",
        "HEAT_ALONE: Final = 0.5",
        "HEAT_ALONE: Final = 0.0",
        (*_EDGES, "published.test_judged_sets"),
    ),
    Mutant(
        "dials: no air is beaten in",
        "crumb/dials/leavening.py",
        "BEATEN_AIR: Final = 0.8",
        "BEATEN_AIR: Final = 0.0",
        ("published.test_judged_sets",),
    ),
    Mutant(
        "claims: high fibre from 5 g",
        "food/claims/eu.py",
        '"high fibre", "fibre_g", 6',
        '"high fibre", "fibre_g", 5',
        ("published.test_claims",),
    ),
    Mutant(
        "claims: reduced sugar by a fifth",
        "food/claims/us.py",
        '"reduced sugar", "sugars_g", 0.75',
        '"reduced sugar", "sugars_g", 0.80',
        ("published.test_claims",),
    ),
    Mutant(
        "energy: erythritol counts",
        "food/energy.py",
        "+ 2.4 * (polyols - erythritol)\n        + 4 * nutrients.protein_g\n        + 9",
        "+ 2.4 * polyols\n        + 4 * nutrients.protein_g\n        + 9",
        ("published.test_energy_factors",),
    ),
    Mutant(
        "doubt: pieces are equal",
        "uncertainty/propagation.py",
        "PORTION_SHARE: Final = 0.03",
        "PORTION_SHARE: Final = 0.0",
        ("core.uncertainty.test_propagation",),
    ),
    Mutant(
        "doubt: eggs as fruit",
        "uncertainty/measurement.py",
        "EGG_SHARE: Final = 0.06",
        "EGG_SHARE: Final = 0.15",
        ("core.uncertainty.test_measurement",),
    ),
    Mutant(
        "day: bands of one batch in quadrature",
        "day/day_budget.py",
        'key = batch or f"alone {place}"',
        'key = f"alone {place}"',
        ("core.day.test_day_budget",),
    ),
    Mutant(
        "sure in 84 of 100",
        "reformulate/verification.py",
        "SURE: Final = 1.645",
        "SURE: Final = 1.0",
        ("core.reformulate.test_search",),
    ),
    Mutant(
        "repairs: right at the edge",
        "crumb/repairs.py",
        "_INWARD: Final = 0.08",
        "_INWARD: Final = 0.0",
        ("core.crumb.test_repairs",),
    ),
    Mutant("learning: nobody slips", "crumb/feedback.py", "SLIPS: Final = 0.1", "SLIPS: Final = 0.9", _TAUGHT),
    Mutant(
        "learning: just right says nothing",
        "crumb/feedback.py",
        "max(0.0, 1 - too_little - too_much)",
        "1.0",
        _TAUGHT,
    ),
    Mutant(
        "learning: a dough moves windows",
        "crumb/feedback.py",
        "if saying.dial == DOUGH:",
        'if saying.dial == "":',
        _TAUGHT,
    ),
    Mutant("dials: all water is free", "crumb/composition.py", "bound_g=properties.bound_ratio", "bound_g=0.0", _SETS),
    Mutant(
        "dials: whey presses nothing out",
        "crumb/dials/hydration.py",
        '"tightening_g": -hot}',
        '"tightening_g": 0.0}',
        _DIALS,
    ),
    Mutant(
        "dials: nut is greasy",
        "crumb/dials/fat.py",
        '"fat_g": 100.0, "free_fat_g": -100.0}',
        "}",
        _DIALS,
    ),
    Mutant(
        "dials: water spares all eggs",
        "crumb/dials/binder.py",
        "for spares in (_BY_WATER, _BY_GLUTEN)",
        "for spares in (_BY_WATER, _BY_WATER)",
        _DIALS,
    ),
    Mutant(
        "dials: salt is missed by all",
        "crumb/dials/salt_browning.py",
        '{"gluten_g": LEAST_SALT_PERCENT}',
        '{"dough_g": LEAST_SALT_PERCENT}',
        _DIALS,
    ),
    Mutant(
        "dials: never perhaps",
        "crumb/dials/dial.py",
        "value > window.high * (1 + self.edge_spread_share)",
        "True",
        ("core.crumb.test_remarks",),
    ),
    Mutant(
        "remarks: cold water keeps as much",
        "crumb/remarks.py",
        "ERYTHRITOL_COLD: Final = 0.33",
        "ERYTHRITOL_COLD: Final = 0.58",
        ("core.crumb.test_remarks",),
    ),
    Mutant(
        "character: pulses are cakey",
        "crumb/character_ratios.py",
        '{"flour_g": 1.0, "body_g": -1.0}',
        '{"flour_g": 1.0, "body_g": 1.0}',
        ("core.crumb.test_character",),
    ),
    Mutant(
        "dough: nothing is taken up slowly",
        "crumb/dough_state.py",
        "cold - composition.slow_holding_g",
        "cold",
        ("core.crumb.test_dough_state",),
    ),
    Mutant(
        "dough: all of it at once",
        "crumb/dough_diagnosis.py",
        "half = kitchen_grams(grams / 2)",
        "half = kitchen_grams(grams)",
        ("core.crumb.test_dough_diagnosis",),
    ),
    Mutant(
        "dough: nothing waits",
        "crumb/dough_diagnosis.py",
        "drinks = state.rest_min and stage is Stage.MIXED",
        "drinks = False",
        ("core.crumb.test_dough_diagnosis",),
    ),
    Mutant(
        "time: pulses bake as flour",
        "production/bake_factors.py",
        "BY_PULSES: Final = 0.25",
        "BY_PULSES: Final = 0.0",
        _TIMES,
    ),
    Mutant(
        "time: each mug has all the watts",
        "production/bake_time.py",
        "WATT_MINUTES_PER_G * dough.oven_g",
        "WATT_MINUTES_PER_G * dough.piece_g",
        _TIMES,
    ),
    Mutant(
        "time: every sign counts",
        "production/doneness.py",
        'row["because"] if row["not_when"] in here else ""',
        '""',
        _TIMES,
    ),
    Mutant(
        "time: glass warms like metal",
        "production/bake_factors.py",
        "Material.GLASS: 1.09",
        "Material.GLASS: 1.0",
        _TIMES,
    ),
    Mutant(
        "names: half a match will do",
        "quantity/name_matching.py",
        "ACCEPT: Final = 0.76",
        "ACCEPT: Final = 0.5",
        ("core.quantity.test_name_matching", "core.formula.test_reading"),
    ),
    Mutant(
        "weigh: a can with its liquid",
        "quantity/weighing.py",
        "abs(one - gross) < abs(one - drained)",
        "abs(one - gross) > abs(one - drained)",
        ("core.quantity.test_weighing", "core.formula.test_reading"),
    ),
    Mutant(
        "scaling: spoons that miss by a fifth",
        "production/scaling.py",
        "_NEAR: Final = 0.08",
        "_NEAR: Final = 0.2",
        ("core.production.test_scaling",),
    ),
    Mutant(
        "dessert: sweetness may go where it likes",
        "reformulate/dessert_limits.py",
        "SWEETNESS_KEPT: Final = 0.15",
        "SWEETNESS_KEPT: Final = 0.6",
        _DESSERTS,
    ),
    Mutant(
        "dessert: a step of character is the whole axis",
        "reformulate/character_span.py",
        "STEP: Final = 0.2",
        "STEP: Final = 1.0",
        _DESSERTS,
    ),
    Mutant(
        "dessert: no share is too much",
        "reformulate/dessert_limits.py",
        "return max(share.most_share, min(now * more, 0.95))",
        "return 1.0",
        _DESSERTS,
    ),
    Mutant(
        "dessert: what goes leaves a hole",
        "reformulate/dessert_limits.py",
        "role.least_share * now / whole",
        "0.3 * role.least_share * now / whole",
        _DESSERTS,
    ),
    Mutant(
        "dessert: edges cost nothing",
        "reformulate/window_penalties.py",
        "((0.25, 1.0), (0.1, 4.0))",
        "((0.0, 1.0), (0.0, 4.0))",
        ("core.reformulate.test_window_penalties", "published.test_programs"),
    ),
    Mutant(
        "dessert: a fresh formula may stand outside",
        "reformulate/crumb_constraints.py",
        "found if fresh else",
        "found if False else",
        _EDGES,
    ),
    Mutant(
        "method: what went is still spoken of",
        "swap/method_following.py",
        'return f"Stir the {each.instead} in." if each.instead else ""',
        "return step",
        _METHOD,
    ),
    Mutant("method: times stay", "swap/bake_time_text.py", "TELLING: Final = 0.1", "TELLING: Final = 9.0", _METHOD),
    Mutant(
        "method: nothing asks to be ground",
        "swap/step_rules.py",
        "composition.crystals_g > dissolves_g(dough)",
        "composition.crystals_g < 0",
        _METHOD,
    ),
    Mutant(
        "without: a trace is nothing",
        "swap/exclusions.py",
        "traces = sorted(avoided & set(item.traces or ()))",
        "traces = sorted(avoided & set())",
        ("core.swap.test_exclusions",),
    ),
    Mutant(
        "without: dials that get worse count little",
        "swap/exclusions.py",
        "return 2 * len(way.off)",
        "return 0 * len(way.off)",
        ("core.swap.test_exclusions",),
    ),
    Mutant(
        "what if: fewer eggs are more",
        "what_if/change.py",
        "now = line.weighed.mass_g + count * each_g",
        "now = line.weighed.mass_g + abs(count) * each_g",
        ("core.what_if.test_answer",),
    ),
    Mutant(
        "what if: hotter is cooler",
        "what_if/change.py",
        "now_c + question.more_c",
        "now_c - question.more_c",
        ("core.what_if.test_answer",),
    ),
    Mutant(
        "sweeteners: what is kept is sweetened twice",
        "swap/sweetener_options.py",
        "grams = (1 - going.kept_share) * going.sugar_g",
        "grams = going.sugar_g",
        ("core.swap.test_sweetener_options",),
    ),
)
"""Those of the first half that once lived come first; the others hold what the tests of the core are for."""


def mutated(mutant: Mutant, source: str) -> str:
    """The source with the rule broken. Raises ValueError unless the place is there, once."""
    if not mutant.was:
        return source
    if source.count(mutant.was) != 1:
        raise ValueError(f"{mutant.name}: {mutant.was!r} stands {source.count(mutant.was)} times in {mutant.file}")
    return source.replace(mutant.was, mutant.now)


def is_killed(mutant: Mutant, folder: Path) -> bool:
    """Whether a test notices, in a copy of the project of its own."""
    copy = folder / str(abs(hash(mutant.name)))
    for part in ("ample_crumb", "tests", "launch"):
        shutil.copytree(ROOT / part, copy / part, ignore=shutil.ignore_patterns("__pycache__", "*.png"))
    for part in ("web", ".venv", "sources"):
        (copy / part).symlink_to(ROOT / part)
    file = copy / mutant.path
    file.write_text(mutated(mutant, file.read_text("utf-8")), "utf-8")
    killed = not _passes(copy, [f"tests.{name}" for name in mutant.tests]) or not _passes(
        copy, [name for folder in ("core", "published") for name in _modules(folder)]
    )
    shutil.rmtree(copy)
    return killed


def _modules(folder: str) -> Sequence[str]:
    paths = sorted((ROOT / "tests" / folder).rglob("test_*.py"))
    return [".".join(path.relative_to(ROOT).with_suffix("").parts) for path in paths]


def _passes(copy: Path, modules: Sequence[str]) -> bool:
    command = [str(PYTHON), "-m", "unittest", "-q", "-f", *modules]
    return subprocess.run(command, cwd=copy, capture_output=True, check=False).returncode == 0


def main(wanted: list[str]) -> int:
    """Exit code 0 when every mutant is killed."""
    mutants = [each for each in MUTANTS if not wanted or any(word in each.name for word in wanted)]
    alive = []
    control = Mutant(
        "nothing is broken", "problem.py", "", "", tuple({name for each in mutants for name in each.tests})
    )
    with tempfile.TemporaryDirectory(prefix="ample-crumb-mutants-") as folder, ThreadPoolExecutor(2) as pool:
        if is_killed(control, Path(folder)):
            print("Tests fail with nothing broken, so nothing can be said of mutants.")
            return 2
        for mutant, killed in zip(mutants, pool.map(lambda each: is_killed(each, Path(folder)), mutants), strict=True):
            print(f"{'killed' if killed else 'ALIVE '}  {mutant.name}", flush=True)
            alive += [] if killed else [mutant.name]
    print(f"{len(mutants) - len(alive)} of {len(mutants)} killed")
    return 1 if alive else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
