"""What goes out of the ledger."""

from dataclasses import dataclass
from datetime import date

from ample_crumb.core.day.energy_burned import EnergyBurned
from ample_crumb.core.day.ledger import LookedBack
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.ledger import LedgerRow


@dataclass(frozen=True, slots=True)
class TrendView:
    """The trend of the weight on a day with its 95 % interval [kg]."""

    day: date
    trend_kg: float
    low_kg: float
    high_kg: float


@dataclass(frozen=True, slots=True)
class LedgerView:
    """A range of days with what they came to; weights of these days, the trend behind them, which knows of those of the
    weeks before, and the energy that was really burned as far as it can be told."""

    from_day: date
    to_day: date
    days: tuple[LedgerRow, ...]
    looked_back: LookedBack
    weights: tuple[WeightRow, ...]
    trend: tuple[TrendView, ...]
    burned: EnergyBurned


@dataclass(frozen=True, slots=True)
class WeightsWritten:
    """How many weights were written, and the rows that could not be read, each with its sentence."""

    written_count: int
    problems: tuple[str, ...]
