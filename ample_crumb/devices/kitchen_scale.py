"""What a kitchen scale tells, and the one that ships: a scale that is driven by commands instead of flour."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final, Protocol


@dataclass(frozen=True, slots=True)
class ScaleReading:
    """What a scale shows: `mass_g` since it was tared, 0 where it is overloaded. It is `stable` once nothing moves.
    `unit` is what its own display shows. `battery_share` is from 0 to 1, None for one on the mains."""

    mass_g: float
    stable: bool
    tare_g: float
    overload: bool = False
    unit: str = "g"
    battery_share: float | None = None


class ScaleLost(Exception):
    """There is no scale to read any more; its text says why, as a sentence."""


class KitchenScale(Protocol):
    """A scale that can be read at any moment."""

    def reading(self, now_s: float) -> ScaleReading:
        """What it shows at a moment, in seconds of any steady clock. Raises ScaleLost."""


class ScaleCommand(StrEnum):
    """What can be done to the simulated scale."""

    POUR = "pour"
    TAKE_OUT = "take out"
    TARE = "tare"
    DRIFT = "drift"
    BATTERY = "battery"
    DROP_LINE = "drop the line"
    CONNECT = "connect"
    CLEAR = "clear"


@dataclass(frozen=True, slots=True)
class Commanded:
    """A command at a moment: `mass_g` are poured or taken out over `over_s` seconds, or drift a
    minute; `battery_share` is what the battery has from then on."""

    at_s: float
    command: ScaleCommand
    mass_g: float = 0.0
    over_s: float = 0.0
    battery_share: float = 1.0


MOST_G: Final = 5000.0
_SETTLES_S: Final = 0.8


class SimulatedScale:
    """A scale that shows what its commands come to; the same commands always show the same."""

    def __init__(self, commands: Sequence[Commanded]) -> None:
        self._commands = sorted(commands, key=lambda each: each.at_s)

    def reading(self, now_s: float) -> ScaleReading:
        """See `KitchenScale`. Raises ScaleLost while its line is dropped or its battery flat."""
        on_it_g = tare_g = drift_g_per_min = 0.0
        drifts_since_s = moved_s = float("-inf")
        battery, lost = 1.0, False
        for command in self._commands:
            if command.at_s > now_s:
                break
            match command.command:
                case ScaleCommand.POUR | ScaleCommand.TAKE_OUT:
                    share = 1.0 if command.over_s <= 0 else min(1.0, (now_s - command.at_s) / command.over_s)
                    sign = 1 if command.command is ScaleCommand.POUR else -1
                    on_it_g = max(0.0, on_it_g + sign * command.mass_g * share)
                    moved_s = max(moved_s, min(now_s, command.at_s + command.over_s))
                case ScaleCommand.TARE:
                    tare_g, drifts_since_s = on_it_g, command.at_s
                case ScaleCommand.DRIFT:
                    drift_g_per_min, drifts_since_s = command.mass_g, command.at_s
                case ScaleCommand.BATTERY:
                    battery = command.battery_share
                case ScaleCommand.DROP_LINE:
                    lost = True
                case ScaleCommand.CONNECT:
                    lost = False
                case ScaleCommand.CLEAR:
                    on_it_g = tare_g = drift_g_per_min = 0.0
                    battery, lost = 1.0, False
        if lost:
            raise ScaleLost("The line to the scale dropped.")
        if battery <= 0:
            raise ScaleLost("The scale's battery is flat.")
        if on_it_g > MOST_G:
            return ScaleReading(0.0, False, tare_g, overload=True, battery_share=battery)
        drifted_g = drift_g_per_min * (now_s - drifts_since_s) / 60 if drift_g_per_min else 0.0
        stable = now_s - moved_s >= _SETTLES_S
        return ScaleReading(round(on_it_g - tare_g + drifted_g, 1), stable, tare_g, battery_share=battery)
