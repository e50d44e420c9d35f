"""What tests of the core begin with: the reference cupboard, a line read, a formula evaluated, a dough judged."""

from collections.abc import Mapping

from hypothesis import strategies as st

from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough, crumb_check, judge_dough
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import WHOLE, Line, Part, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, WeighedLine, read_against
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.quantity.units import MeasureSystem

CUPBOARD = reference_cupboard()


def read(text: str, system: MeasureSystem = MeasureSystem.US, chosen: str | None = None) -> ReadLine:
    """A line read against the reference cupboard."""
    return read_against(Line(text, chosen), CUPBOARD, ReadingPreferences(system))


def weighed(text: str, system: MeasureSystem = MeasureSystem.US, chosen: str | None = None) -> WeighedLine:
    """What a line brings. Raises AssertionError with its problem where it cannot be read."""
    line = read(text, system, chosen)
    assert line.weighed is not None, line.problem
    return line.weighed


def line_id(place: int) -> str:
    """The id that a line without one gets where it stands, counted from 0."""
    return f"line-{place + 1}"


def part(*lines: str, name: str = "", options: PartOptions = WHOLE) -> Part:
    """A part of these lines."""
    return Part(name, tuple(map(Line, lines)), options)


def parts(*lines: str, name: str = "") -> tuple[Part, ...]:
    """A formula's only part, of these lines."""
    return (part(*lines, name=name),)


def evaluated(*lines: str, pieces: float = 1, name: str = "", cupboard: Cupboard = CUPBOARD) -> FormulaFigures:
    """A formula of one part of these lines."""
    return evaluate(parts(*lines, name=name), pieces, cupboard, ReadingPreferences())


def evaluated_parts(*of_it: Part, pieces: float = 10) -> FormulaFigures:
    """A formula of these parts."""
    return evaluate(of_it, pieces, CUPBOARD, ReadingPreferences())


def evaluated_grams(grams: Mapping[str, float], pieces: float = 12) -> FormulaFigures:
    """A formula of so many grams of each food, by slug."""
    lines = tuple(Line(f"{mass:g} g {CUPBOARD.ingredients[slug].name}", slug) for slug, mass in grams.items())
    return evaluate((Part("", lines),), pieces, CUPBOARD, ReadingPreferences())


def judged(
    *of_it: Part, family: str = "", cupboard: Cupboard = CUPBOARD, title: str = "", method: str = ""
) -> JudgedDough:
    """The dough of these parts, twelve pieces of it."""
    return judge_dough(evaluate(of_it, 12, cupboard, ReadingPreferences()), family, cupboard, title, method)


def checked(*of_it: Part, family: str = "", cupboard: Cupboard = CUPBOARD) -> CrumbCheck:
    """What the crumb check says of these parts."""
    return crumb_check(judged(*of_it, family=family, cupboard=cupboard))


tins = st.builds(
    Tin,
    st.sampled_from([TinKind.ROUND, TinKind.SQUARE, TinKind.RECTANGLE, TinKind.LOAF, TinKind.MUFFIN]),
    st.floats(4, 40),
    st.floats(1, 12),
    width_cm=st.none() | st.floats(4, 40),
    bottom_share=st.floats(0.4, 1),
    cups=st.integers(1, 12),
)
"""Any tin that a kitchen may have."""
