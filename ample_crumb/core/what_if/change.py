"""What a question changes: lines, pieces, tin, oven or time of a formula, and in words what was understood."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.batch.line_lookup import find_line
from ample_crumb.core.crumb.functional_properties import generic_of
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import adjusted_amount, with_line, with_texts
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import Oven, profile_of
from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.production.production import Production, ProductionInputs
from ample_crumb.core.production.tins import CUPS, Tin
from ample_crumb.core.production.usual_tin import usual_tin
from ample_crumb.core.production.written_tin import read_written_tin
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.core.swap.alternatives import working_amount
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.catalogue import Swap, swaps_for
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.what_if.question import ChangeKind, Question


@dataclass(frozen=True, slots=True)
class Change:
    """A formula changed as it was asked: `formula` then, `understood` in words, `remarks` on what could not move along.
    `waited_min` is how long the dough waits, `chilled` in the fridge; `more_min` how much longer it bakes. `note` says
    what comes of it that no figure tells."""

    formula: FormulaInKitchen
    understood: str
    remarks: tuple[str, ...] = ()
    waited_min: float | None = None
    chilled: bool = False
    more_min: float | None = None
    note: str = ""


def change_of(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    """The formula as a question has it. Raises CannotUse, in words, for a food that is not there and for what the
    formula is not."""
    return _CHANGES[question.kind](question, formula, made)


def _line(name: str, formula: FormulaInKitchen, made: Production) -> ReadLine:
    line = find_line(name, made.evaluated, formula.cupboard)
    if line is None or line.weighed is None:
        raise CannotUse(f"There is no line of {name[:40]} here with an amount.")
    return line


def _with_texts(formula: FormulaInKitchen, made: Production, texts: Mapping[str, str | None]) -> FormulaInKitchen:
    return replace(formula, parts=with_texts(formula.parts, made.evaluated, texts))


def _amount(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    new = formula.cupboard.index.find(question.about)
    if (
        question.more_g > 0
        and new.best is not None
        and find_line(question.about, made.evaluated, formula.cupboard) is None
    ):
        item = formula.cupboard.ingredients[new.best.key]
        added = f"{kitchen_grams(question.more_g):g} g {item.name}"
        return Change(_added(formula, made, Line(added, item.slug)), f"{added}, which is new in it")
    line = _line(question.about, formula, made)
    assert line.weighed is not None
    was = line.weighed.mass_g
    now = max(0.0, was * question.times_factor + question.more_g)
    if now > 20 * was:
        raise CannotUse(f"That is more than twenty times the {line.name}; say an amount nearer to it.")
    text = adjusted_amount(line, now / was) if now > 0 else None
    if now > 0 and not text:
        raise CannotUse(f"The line of {line.name} cannot be written anew.")
    said = f"{line.name} left out" if text is None else f"{line.name} from {_grams(was)} to {_grams(now)} g"
    return Change(_with_texts(formula, made, {line.id: text}), said)


def _egg(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    count = question.count or 1
    lines = [line for line, weighed in made.evaluated.weighed_lines() if weighed.ingredient.slug == "egg"]
    egg = formula.cupboard.ingredients["egg"]
    each_g = egg.measures.piece_g.get("large", 50.0)
    many = "egg" if abs(count) == 1 else "eggs"
    said = f"{abs(count)} {many} {'more' if count > 0 else 'less'}"
    if not lines:
        if count < 0:
            raise CannotUse("There is no egg in it to leave out.")
        return Change(_added(formula, made, Line(f"{count} large {many}", "egg")), said)
    line = lines[0]
    assert line.weighed is not None
    now = line.weighed.mass_g + count * each_g
    if now < -1:
        raise CannotUse("There are not so many eggs in it.")
    number = round(now / each_g, 2)
    text = None if now <= 1 else f"{number:g} large {'egg' if number == 1 else 'eggs'}"
    return Change(_with_texts(formula, made, {line.id: text}), said)


def _added(formula: FormulaInKitchen, made: Production, line: Line) -> FormulaInKitchen:
    """The formula with a line more in its heaviest part."""
    place = max(range(len(formula.parts)), key=lambda n: made.evaluated.parts[n].figures.mass_g)
    return replace(formula, parts=with_line(formula.parts, place, line))


def _sugar(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    foods = formula.cupboard.ingredients
    for role in ("sugar", "sweetener"):
        lines = [
            line for line, weighed in made.evaluated.weighed_lines() if foods[weighed.ingredient.slug].role == role
        ]
        if lines:
            break
    else:
        raise CannotUse("There is no sugar in it, and no sweetener.")
    texts = {line.id: adjusted_amount(line, question.times_factor) for line in lines}
    share = f"{100 * question.times_factor:.0f} %"
    return Change(_with_texts(formula, made, texts), f"{share} of the {' and '.join(line.name for line in lines)}")


def _swap(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    line = _line(question.about, formula, made)
    assert line.weighed is not None
    item = formula.cupboard.ingredients[line.weighed.ingredient.slug]
    known = _known_swap(question.instead, item, formula)
    if known is not None:
        parts = _with_texts(formula, made, {}).parts
        swapped = apply_swaps(parts, made.evaluated, [SwapUse(known.slug, line.id, known.most_share)], formula.cupboard)
        target = formula.cupboard.ingredients.get(known.target_for(generic_of(item)))
        part = "" if known.most_share > 0.999 else f"{100 * known.most_share:.0f} % of "
        said = f"{target.name if target else 'nothing'} for {part}the {line.name}"
        return Change(replace(formula, parts=swapped.parts), said, (*swapped.remarks, f"{_sentence(known.effects)}"))
    found = formula.cupboard.index.find(question.instead)
    if found.best is None:
        raise CannotUse(f"We know no food called {question.instead[:40]!r}.")
    other = formula.cupboard.ingredients[found.best.key]
    amount = working_amount(item, line.weighed.mass_g, other)
    grams = amount.mass_g if amount else kitchen_grams(line.weighed.mass_g)
    why = amount.why if amount else "as much by weight, which hardly does the same work"
    new = Line(f"{grams:g} g {other.name}", other.slug, line.id)
    parts = tuple(
        replace(part, lines=tuple(new if each.id == line.id else each for each in part.lines))
        for part in _with_texts(formula, made, {}).parts
    )
    return Change(replace(formula, parts=parts), f"{grams:g} g {other.name} for the {line.name}, {why}")


def _known_swap(name: str, item: Ingredient, formula: FormulaInKitchen) -> Swap | None:
    """The catalogue's swap to what is called so: of the same food, else of a name that holds all the words."""
    wanted = set(words(name))
    found = formula.cupboard.index.find(name)
    swaps = [swap for swap in swaps_for(generic_of(item)) if swap.target and not swap.lessens(generic_of(item))]
    for swap in swaps:
        if found.best is not None and swap.target == found.best.key:
            return swap
    return next((swap for swap in swaps if wanted <= set(words(formula.cupboard.ingredients[swap.target].name))), None)


def _tin(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    del made
    written = read_written_tin(question.text)
    if written is None:
        raise CannotUse("Say the tin with its size: “in a 20 cm round tin”, “in a 12-cup muffin tin”.")
    return Change(replace(formula, tins=(written.tin,)), f"baked in a {written.words}")


def _thickness(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    tin = formula.tins[0] if formula.tins else _usual_tin(formula, made)
    way = "thinner" if question.times_factor < 1 else "thicker"
    if tin is None or tin.kind in CUPS:
        share = 0.8 if way == "thinner" else 1.25
        making = _in_pieces(formula, made.portions.count / share)
        return Change(
            replace(formula, making=making), f"{way}: pieces of {_grams(made.portions.dough_g * share)} g dough"
        )
    wider = math.sqrt(1 / question.times_factor)
    other = replace(tin, length_cm=tin.length_cm * wider, width_cm=tin.width_cm and tin.width_cm * wider, water_ml=None)
    said = f"{other.length_cm:.0f}" + (f" x {other.width_cm:.0f}" if other.width_cm else "")
    return Change(replace(formula, tins=(other,)), f"{way}: spread over {said} cm")


def _usual_tin(formula: FormulaInKitchen, made: Production) -> Tin | None:
    if made.tray_loads is not None:
        return None
    profile = profile_of(formula.family, formula.making.conditions)
    found = usual_tin(profile.usual_tin, made.bake_yield.in_oven_g, made.portions.count) if profile else None
    return found[0] if found else None


def _in_pieces(formula: FormulaInKitchen, count: float) -> ProductionInputs:
    portioning = formula.making.portioning
    if portioning.by in (PortionBy.COUNT, PortionBy.CUTS):
        return replace(formula.making, portioning=replace(portioning, count=max(1, round(count)), by=PortionBy.COUNT))
    share = formula.making.portioning.count / count if count else 1.0
    smaller = replace(
        portioning,
        piece_g=portioning.piece_g and portioning.piece_g * share,
        scoop_ml=portioning.scoop_ml and portioning.scoop_ml * share,
    )
    return replace(formula.making, portioning=smaller)


def _heat(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    window = made.bake_window
    if window is None or window.oven_c is None:
        raise CannotUse("It is not baked in an oven, so there is no heat to turn.")
    conditions = formula.making.conditions
    now_c = conditions.oven_c or window.oven_c
    then_c = question.oven_c if question.oven_c is not None else now_c + question.more_c
    if not 100 <= then_c <= 300:
        raise CannotUse("An oven bakes from 100 to 300 °C.")
    making = replace(formula.making, conditions=replace(conditions, oven_c=then_c))
    way = "hotter" if then_c > now_c else "cooler"
    note = (
        "Hotter sets and browns the outside before the middle is done: more contrast, and less of a margin."
        if then_c > now_c
        else "Cooler bakes more evenly, paler, and dries it a little more by the time it takes."
    )
    return Change(replace(formula, making=making), f"{way}: {then_c:.0f} instead of {now_c:.0f} °C", note=note)


def _time(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    window = made.bake_window
    if window is None:
        raise CannotUse("It is not heated, so there is no time to change.")
    middle = (window.from_min + window.until_min) / 2
    by = question.said_min if question.said_min is not None else 0.15 * middle
    more = by * question.times_factor
    way = "longer" if more > 0 else "shorter"
    return Change(formula, f"{_minutes(abs(more))} {way} than the middle of its time", more_min=more)


def _rest(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    del made
    minutes = question.said_min or 20.0
    return Change(formula, f"the dough stands {_minutes(minutes)} before it is baked", waited_min=minutes)


def _chill(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    del made
    minutes = question.said_min or 60.0
    return Change(formula, f"the dough is chilled for {_minutes(minutes)}", waited_min=minutes, chilled=True)


def _cover(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    if made.bake_window is None or made.bake_window.oven is Oven.MICROWAVE:
        raise CannotUse("It is not baked in an oven, so there is nothing to cover.")
    covered = question.times_factor > 0
    conditions = replace(formula.making.conditions, covered=covered)
    note = "Under foil the top stays pale and soft, and steam keeps the rim from drying; uncover it for the last third."
    return Change(
        replace(formula, making=replace(formula.making, conditions=conditions)),
        "covered with foil" if covered else "not covered",
        note=note if covered else "",
    )


def _pieces(question: Question, formula: FormulaInKitchen, made: Production) -> Change:
    now = made.portions.count
    then = float(question.count) if question.count else max(1.0, round(now / question.times_factor))
    if then == now and not question.count:
        then = now + (1 if question.times_factor < 1 else -1)
    if not 1 <= then <= 500:
        raise CannotUse("A batch makes from 1 to 500 pieces.")
    return Change(replace(formula, making=_in_pieces(formula, then)), f"in {then:g} pieces instead of {now:g}")


_CHANGES: Final[Mapping[ChangeKind, Callable[[Question, FormulaInKitchen, Production], Change]]] = {
    ChangeKind.AMOUNT: _amount,
    ChangeKind.EGG: _egg,
    ChangeKind.SUGAR: _sugar,
    ChangeKind.SWAP: _swap,
    ChangeKind.TIN: _tin,
    ChangeKind.THICKNESS: _thickness,
    ChangeKind.HEAT: _heat,
    ChangeKind.TIME: _time,
    ChangeKind.REST: _rest,
    ChangeKind.CHILL: _chill,
    ChangeKind.COVER: _cover,
    ChangeKind.PIECES: _pieces,
}


def _grams(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 20 else f"{grams:.1f}".rstrip("0").rstrip(".")


def _minutes(minutes: float) -> str:
    if minutes >= 90:
        return f"{minutes / 60:.1f}".rstrip("0").rstrip(".") + " hours"
    return f"{minutes:.0f} minutes"


def _sentence(words: str) -> str:
    return f"{words[:1].upper()}{words[1:]}." if words else ""
