"""The method of a formula step by step: which lines it means, its times and temperatures, and what it forgets."""

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.core.quantity.written_minutes import times_in
from ample_crumb.core.wording import join_names

_LINK: Final = re.compile(r"\{([^{}\n]{1,80})\}")
_HEAT: Final = re.compile(r"\b(?P<degrees>\d{2,3})\s*(?:°\s*|degrees?\s*)(?P<scale>C|F)\b", re.IGNORECASE)
_GAS: Final = re.compile(r"\bgas (?:mark )?(?P<mark>[1-9])\b", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class StepText:
    """A stretch of a step's text. `line_id` is the line that it stands for; None for plain words, and for a link that
    means no line, which then says so in `problem`."""

    text: str
    line_id: str | None = None
    problem: str = ""


@dataclass(frozen=True, slots=True)
class Step:
    """A step: its text in pieces, the minutes that it takes as far as it says, and the heat in °C."""

    texts: tuple[StepText, ...]
    low_min: float | None
    high_min: float | None
    oven_c: float | None


@dataclass(frozen=True, slots=True)
class StepCheck:
    """Something that a method of such lines does; `step` is the first that does it, None where none says so."""

    sentence: str
    step: int | None


_MIXES: Final = re.compile(
    r"\b(mix|stir|blend|whisk|beat|combine|fold|knead|pulse|process|cream|rub)(s|es|ed|ing|d)?\b", re.IGNORECASE
)
_FORMS: Final = re.compile(r"\b(bake|bakes|baking|chill|set aside to cool|cool|frost|glaze|drizzle)\b", re.IGNORECASE)
_SHORT: Final = 1000


def find_mixing_step(steps: Sequence[Step]) -> int | None:
    """The step after which the dough is mixed: the last that mixes before anything is baked or cooled; None where none
    mixes."""
    last = None
    for place, step in enumerate(steps):
        text = "".join(piece.text for piece in step.texts)[:_SHORT]
        done = _FORMS.search(text) is not None
        if last is None or not done:
            last = place if _MIXES.search(text) else last
        if last is not None and done:
            break
    return last


def steps_of(method: str, evaluated: FormulaFigures) -> tuple[Step, ...]:
    """The steps of a method, one a line; blank lines count for nothing, and a number that was written before a step is
    not said twice."""
    lines = tuple(evaluated.lines())
    return tuple(_step(text, lines) for text in written_steps(method))


_NUMBERED: Final = re.compile(r"^(?:step\s+)?\(?\d{1,2}\s*[.):]\s*(?=\D)", re.IGNORECASE)


def written_steps(method: str) -> list[str]:
    """The steps as written, a row each, without their own numbers; a number alone on its line, or "Steps:", is none."""
    bare = (_NUMBERED.sub("", f"{text.strip()} ").strip() for text in method.splitlines())
    return [text for text in bare if text and not _HEADING.match(text)]


_HEADING: Final = re.compile(
    r"^(?:(?:method|steps?|directions?|instructions?)\s*:?|(?:step\s+)?\d{1,2}[.):]?)$", re.IGNORECASE
)


def _step(text: str, lines: Sequence[ReadLine]) -> Step:
    pieces: list[StepText] = []
    at = 0
    for link in _LINK.finditer(text):
        if link.start() > at:
            pieces.append(StepText(text[at : link.start()]))
        line = _meant(link[1], lines)
        if line is None:
            pieces.append(StepText(link[1], None, f"No line is called “{link[1]}”."))
        else:
            pieces.append(StepText(_amount(line), line.id))
        at = link.end()
    if at < len(text):
        pieces.append(StepText(text[at:]))
    low, high = _minutes(text)
    return Step(tuple(pieces), low, high, _celsius(text))


def _amount(line: ReadLine) -> str:
    """The line as it is written, without its notes on how to prepare it."""
    return re.split(r"[,;(]\s*", line.text.strip(), maxsplit=1)[0].strip() or line.text.strip()


def _meant(name: str, lines: Sequence[ReadLine]) -> ReadLine | None:
    wanted = set(words(name))
    if not wanted:
        return None
    for line in lines:
        called = set(words(line.name)) | (set(words(line.ingredient.name)) if line.ingredient else set())
        if wanted <= called:
            return line
    return None


def _minutes(text: str) -> tuple[float | None, float | None]:
    """What a step says of time, all of it together: "beat 2 minutes, bake 20 to 25 minutes" is 22 to 27."""
    times = times_in(text)
    return (sum(low for low, _ in times), sum(high for _, high in times)) if times else (None, None)


def _celsius(text: str) -> float | None:
    heat = _HEAT.search(text)
    if heat:
        degrees = float(heat["degrees"])
        return degrees if heat["scale"].upper() == "C" else round((degrees - 32) / 1.8)
    gas = _GAS.search(text)
    # Gas mark 1 is 275 °F, each mark 25 °F more.
    return round((250 + 25 * int(gas["mark"]) - 32) / 1.8) if gas else None


def link_names(method: str, evaluated: FormulaFigures) -> str:
    """The method with the names of lines in braces where they are first said in each step."""
    called = [line.name.casefold() for line in evaluated.lines() if line.ingredient]
    lasts = [name.split()[-1] for name in called if name]
    # A last word alone, "flour", may be said where one line alone is called so.
    names = {*called, *(last for last in lasts if lasts.count(last) == 1)} - {""}
    ranked = {
        name: re.compile(rf"(?<![\w{{])({re.escape(name)}s?)(?![\w}}])", re.IGNORECASE)
        for name in sorted(names, key=len, reverse=True)
    }
    return "\n".join(_linked_step(step, ranked) if step.strip() else step for step in method.splitlines())


def _linked_step(step: str, names: Mapping[str, re.Pattern[str]]) -> str:
    taken = _LINK.findall(step)
    for name, pattern in names.items():
        if any(name in each.casefold() for each in taken):
            continue
        # What stands in braces already is left alone.
        parts = re.split(r"(\{[^{}]*\})", step)
        for number, part in enumerate(parts):
            if not part.startswith("{") and pattern.search(part):
                parts[number] = pattern.sub(r"{\1}", part, count=1)
                taken.append(name)
                break
        step = "".join(parts)
    return step


_DRY: Final = re.compile(
    r"\b(whisk|sift|sieve|stir|mix|combine)\w*\b[^.]{0,200}\b(dry|flours?|powder|leavening|cocoa)\b|\bdry\b[^.]{0,200}\b(apart|together)\b",
    re.IGNORECASE,
)
_ROOM: Final = re.compile(
    r"\broom[- ]temperature\b|\bsoft(en|ened)?\b|\btake\b[^.]{0,200}\bout of the fridge\b", re.IGNORECASE
)
_WARMED: Final = re.compile(r"\b(melt|warm|heat|hot|simmer|boil)\w*\b", re.IGNORECASE)
_COOLED: Final = re.compile(r"\b(cool|cold|lukewarm|rest|stand)\w*\b", re.IGNORECASE)
_OVEN_FIRST: Final = re.compile(r"\b(pre-?heat|heat (up )?the oven|oven (to|at|on))\b", re.IGNORECASE)
_BAKES: Final = re.compile(r"\bbak(e|ing)\b", re.IGNORECASE)
_SOAKED: Final = re.compile(r"\b(soak|swell|bloom|stand|rest|sit)\w*\b", re.IGNORECASE)
_LINED: Final = re.compile(r"\b(line|lined|greas|spray|butter the|parchment|paper)\w*\b", re.IGNORECASE)

_COLD_ROLES: Final = ("dairy",)
_COLD: Final = frozenset({"butter", "butter_salted", "egg"})
_SOAKING: Final = frozenset({"flax", "chia", "psyllium", "gelatine", "dates", "dates_medjool", "coconut_flour", "agar"})


def checks_of(method: str, evaluated: FormulaFigures, cupboard: Cupboard) -> tuple[StepCheck, ...]:
    """What a method of these lines is wise to say, with the step that says it. Common practice; a method without steps
    has no checks."""
    steps = written_steps(method)
    if not steps:
        return ()
    foods = [(line, cupboard.ingredients[line.ingredient.slug]) for line in evaluated.lines() if line.ingredient]
    return tuple(_checks(steps, foods))


def _checks(steps: Sequence[str], foods: Sequence[tuple[ReadLine, Ingredient]]) -> Iterable[StepCheck]:
    roles = {item.role for _, item in foods}
    slugs = {item.slug for _, item in foods}
    if "leavening" in roles and roles & {"flour", "grain", "protein"}:
        yield StepCheck("Dry goods are whisked together, so that the leavening is spread.", _first(_DRY, steps))
    cold = [line.name for line, item in foods if item.role in _COLD_ROLES or item.slug in _COLD]
    if cold:
        named = join_names(list(dict.fromkeys(cold)))
        sentence = f"{named[0].upper()}{named[1:]} at room temperature, or it makes lumps."
        yield StepCheck(sentence, _first(_ROOM, steps))
    folds = [line for line, item in foods if item.role == "chocolate" and "melt" not in line.text.casefold()]
    warmed = _first(_WARMED, [step for step in steps if not _BAKES.search(step)])
    if folds and warmed is not None:
        yield StepCheck("The dough is cool before chocolate goes in, or it melts.", _first(_COOLED, steps))
    if slugs & _SOAKING:
        what = " and ".join(sorted({item.name for _, item in foods if item.slug in _SOAKING})[:2])
        yield StepCheck(f"It waits for what swells: {what}.", _first(_SOAKED, steps))
    if _first(_BAKES, steps) is not None:
        yield StepCheck("The oven is hot before the dough is ready.", _first(_OVEN_FIRST, steps))
        yield StepCheck("The tin or tray is lined or greased.", _first(_LINED, steps))


def _first(pattern: re.Pattern[str], steps: Sequence[str]) -> int | None:
    return next((place for place, step in enumerate(steps) if pattern.search(step)), None)
