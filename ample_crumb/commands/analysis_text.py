"""An analysis for a terminal."""

from ample_crumb.core.crumb.check import JudgedDough, crumb_check
from ample_crumb.core.crumb.dials.dial import Verdict
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.production.production import Production


def check_in_words(dough: JudgedDough) -> str:
    """The crumb check in lines to read."""
    check = crumb_check(dough)
    name = family_of(check.family).name or "no family"
    rows = [f"crumb, judged as {name.lower()}{' (a guess)' if check.guessed else ''}: {check.note}".rstrip(": ")]
    rows += [
        f"  {dial.title}: {dial.value:.2f} {dial.unit}, {dial.verdict} ({dial.low:.2f} to {dial.high:.2f}). "
        f"{dial.reason}"
        for dial in check.off
        if dial.value is not None and dial.low is not None and dial.high is not None
    ]
    rows += [f"  {dial.title}: {dial.reason}" for dial in check.dials if dial.verdict is Verdict.UNKNOWN]
    if len(rows) == 1:
        rows = [f"{rows[0]}: all dials fit"]
    rows += [
        f"  {each.axis}: {each.word} ({each.share:.0%} from {each.low} to {each.high})" for each in check.character
    ]
    return "\n".join([*rows, f"  dough: {check.state.sentence}"] if check.state else rows)


def table(title: str, made: Production) -> str:
    """An analysis as a table to read."""
    evaluated = made.evaluated
    rows = [title, ""] if title else []
    rows.append(f"{'as written':44.44} {'read as':34.34} {'g':>8} {'kcal':>7} {'protein':>8}")
    for part in evaluated.parts:
        if part.name:
            rows.append(f"{part.name}:")
        rows += [_row(line) for line in part.lines]
    rows.append("")
    for label, figures in (("whole batch", evaluated.batch), (f"one of {made.portions.count:g}", evaluated.piece)):
        rows.append(f"{label}: {_sentence(figures)}")
    rows += _baked(made)
    if evaluated.unread:
        count = len(evaluated.unread)
        rows.append(f"without {count} {'line' if count == 1 else 'lines'}, not read:")
        rows += [f"  {line.text[:80]}: {line.problem}" for line in evaluated.lines() if line.left_out]
    return "\n".join(rows)


def _baked(made: Production) -> list[str]:
    """What the tin and the oven add, a line each; nothing where nobody asked."""
    rows = []
    if made.bake_yield.loss_share:
        rows.append(f"baked: {made.piece.mass_g:.0f} g a piece, {made.bake_yield.loss_share:.0%} less than the dough")
    if made.tin_fill:
        first = made.tin_fill.tins[0]
        rows.append(f"in the tin: {made.tin_fill.share:.0%} full, {first.height_cm:.1f} cm high")
        rows += made.tin_fill.warnings
    if made.bake_window:
        rows.append(f"look from minute {made.bake_window.from_min:.0f}, until {made.bake_window.until_min:.0f}")
    return rows


def _row(line: ReadLine) -> str:
    if line.weighed is None:
        return f"{line.text:44.44} {'not read':34.34}"
    uncertainty = "" if line.sure else " ?"
    nutrients = line.weighed.figures.nutrients
    return (
        f"{line.text:44.44} {line.weighed.ingredient.name[:32] + uncertainty:34.34} {line.weighed.mass_g:8.1f} "
        f"{nutrients.energy_kcal or 0:7.0f} {nutrients.protein_g or 0:8.1f}"
    )


def _sentence(figures: Figures) -> str:
    nutrients = figures.nutrients

    def shown(name: str, label: str, unit: str) -> str:
        value = getattr(nutrients, name)
        least = "at least " if name in figures.at_least else ""
        return f"{label} {least}{value:.1f} {unit}"

    energy = f"{figures.mass_g:.0f} g, {'at least ' if 'energy_kcal' in figures.at_least else ''}"
    energy += f"{nutrients.energy_kcal:.0f} kcal"
    return ", ".join(
        [
            energy,
            shown("protein_g", "protein", "g"),
            shown("fat_g", "fat", "g"),
            shown("saturates_g", "of which saturates", "g"),
            shown("carbohydrate_g", "carbohydrate", "g"),
            shown("sugars_g", "of which sugars", "g"),
            shown("polyols_g", "of which polyols", "g"),
            shown("fibre_g", "fibre", "g"),
            shown("salt_g", "salt", "g"),
        ]
    )
