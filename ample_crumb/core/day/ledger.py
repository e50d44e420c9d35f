"""Days looked back on: averages with their bands, and what they say, without praise or blame."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace


@dataclass(frozen=True, slots=True)
class LedgerDay:
    """What a day brought [kcal, g], None where nothing was written down; its targets, None without; how much of it were
    pieces of dessert, and how much more the classics would have brought that these stand in for."""

    energy_kcal: float | None
    protein_g: float | None
    fat_g: float | None
    carbohydrate_g: float | None
    fibre_g: float | None
    target_kcal: float | None
    target_protein_g: float | None
    dessert_kcal: float = 0.0
    replaced_kcal: float = 0.0


@dataclass(frozen=True, slots=True)
class AverageFigure:
    """The mean of a figure over the days that were written down, its standard uncertainty, and the mean target of these
    days; None where it is not known. `name` is the figure's, as in `Nutrients`, which says its unit."""

    name: str
    mean: float
    sd: float | None
    target: float | None


@dataclass(frozen=True, slots=True)
class LookedBack:
    """What a range of days came to. `logged` of `days` were written down; of those with a target so many stayed
    `within` its energy and so many `found` its protein."""

    days: int
    logged: int
    averages: tuple[AverageFigure, ...]
    with_target: int
    within: int
    found: int
    dessert_share: float | None
    replaced_kcal: float
    protein_g_per_kg: float | None
    sentences: tuple[str, ...]


_FIGURES = (
    ("energy_kcal", "target_kcal"), ("protein_g", "target_protein_g"), ("fat_g", ""), ("carbohydrate_g", ""),
    ("fibre_g", ""),
)  # fmt: skip


def look_back(
    days: Sequence[LedgerDay], sd_kcal: float | None, sd_protein_g: float | None, weight_kg: float | None
) -> LookedBack:
    """What these days came to. `sd_kcal` and `sd_protein_g` are the standard uncertainties of the sums over all days,
    `weight_kg` is the person's, None where it is not known."""
    logged = [day for day in days if day.energy_kcal is not None]
    sds = {"energy_kcal": sd_kcal, "protein_g": sd_protein_g}
    averages = tuple(_averages(logged, sds))
    aimed = [day for day in logged if day.target_kcal is not None]
    energy = sum(day.energy_kcal or 0.0 for day in logged)
    dessert = sum(day.dessert_kcal for day in logged)
    protein = next((average.mean for average in averages if average.name == "protein_g"), None)
    found = LookedBack(
        days=len(days),
        logged=len(logged),
        averages=averages,
        with_target=len(aimed),
        within=sum((day.energy_kcal or 0.0) <= (day.target_kcal or 0.0) + 0.5 for day in aimed),
        found=sum((day.protein_g or 0.0) >= (day.target_protein_g or 0.0) - 0.5 for day in aimed),
        dessert_share=dessert / energy if energy > 0 else None,
        replaced_kcal=sum(day.replaced_kcal for day in logged) / len(logged) if logged else 0.0,
        protein_g_per_kg=None if weight_kg is None or protein is None else protein / weight_kg,
        sentences=(),
    )
    return replace(found, sentences=tuple(_sentences(found, dessert)))


def _averages(logged: Sequence[LedgerDay], sds: dict[str, float | None]) -> Iterator[AverageFigure]:
    for name, target in _FIGURES:
        known = [value for day in logged if (value := getattr(day, name)) is not None]
        if not known:
            continue
        targets = [value for day in logged if target and (value := getattr(day, target)) is not None]
        sd = sds.get(name)
        yield AverageFigure(
            name,
            sum(known) / len(known),
            None if sd is None else sd / len(logged),
            sum(targets) / len(targets) if targets else None,
        )


def _sentences(found: LookedBack, dessert_kcal: float) -> Iterator[str]:
    if not found.logged:
        yield "Nothing is written down for these days yet."
        return
    by_name = {average.name: average for average in found.averages}
    energy, protein = by_name["energy_kcal"], by_name.get("protein_g")
    said = f"{found.logged} of {found.days} days are written down. On average {_told(energy, 'kcal')}"
    if protein is not None:
        said += f" and {_told(protein, 'g of protein')}"
    if found.protein_g_per_kg is not None:
        said += f", {found.protein_g_per_kg:.1f} g for each kg of you"
    yield f"{said}."
    if found.with_target:
        yield (
            f"Of {found.with_target} days with a target {found.within} stayed within its energy, and on {found.found} "
            "its protein was found."
        )
    if found.dessert_share:
        percent, a_day = 100 * found.dessert_share, dessert_kcal / found.logged
        yield f"Dessert was {percent:.0f} % of the energy, {a_day:,.0f} kcal a day."
        if found.replaced_kcal >= 1:
            yield (
                "Had its pieces been the classics they stand in for, they would have brought "
                f"{found.replaced_kcal:,.0f} kcal a day more."
            )


def _told(average: AverageFigure, unit: str) -> str:
    band = f" ± {average.sd:,.0f}" if average.sd is not None and average.sd >= 0.5 else ""
    target = f" of {average.target:,.0f}" if average.target is not None else ""
    return f"{average.mean:,.0f}{band}{target} {unit}"
