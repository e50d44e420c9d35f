"""Days as CSV, one a row, for whoever would look at them elsewhere."""

import csv
from collections.abc import Iterable, Mapping
from io import StringIO

_COLUMNS = (
    "day", "day_type", "energy_kcal", "energy_kcal_sd", "target_kcal", "protein_g", "protein_g_sd", "target_protein_g",
    "fat_g", "carbohydrate_g", "fibre_g", "dessert_kcal", "weight_kg", "trend_kg",
)  # fmt: skip


def ledger_csv(rows: Iterable[Mapping[str, object]]) -> str:
    """Rows with the columns of a day (RFC 4180); what is not known is empty."""
    out = StringIO()
    writer = csv.DictWriter(out, _COLUMNS, extrasaction="ignore", restval="")
    writer.writeheader()
    for row in rows:
        writer.writerow({name: _cell(row.get(name)) for name in _COLUMNS})
    return out.getvalue()


def _cell(value: object) -> object:
    if value is None:
        return ""
    return round(value, 2) if isinstance(value, float) else value
