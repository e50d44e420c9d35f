"""All dials of a dough."""

from collections.abc import Iterable
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.binder import BINDER
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Dial, DialRule, Learned, Verdict
from ample_crumb.core.crumb.dials.fat import FAT
from ample_crumb.core.crumb.dials.hydration import HYDRATION
from ample_crumb.core.crumb.dials.leavening import LEAVENING
from ample_crumb.core.crumb.dials.linear import LinearDial
from ample_crumb.core.crumb.dials.powder_share import POWDER_SHARE
from ample_crumb.core.crumb.dials.salt_browning import SALT_BROWNING
from ample_crumb.core.crumb.dials.setting import SETTING
from ample_crumb.core.crumb.dials.sweetness import SWEETNESS
from ample_crumb.core.crumb.windows import family_windows

RULES: Final[tuple[DialRule, ...]] = (
    HYDRATION, POWDER_SHARE, SWEETNESS, FAT, LEAVENING, BINDER, SETTING, SALT_BROWNING,
)  # fmt: skip
"""The eight dials in the order in which they are shown."""


def title_of(dial: str) -> str:
    """How a dial is called on screen. Raises StopIteration for none of that name."""
    return next(rule.title for rule in RULES if rule.name == dial)


def dials_of(composition: Composition, family: str, learned: Learned = NOTHING_LEARNED) -> tuple[Dial, ...]:
    """The dials of a dough in the order of `RULES`. An unknown family is judged by none of them."""
    windows = family_windows().get(family)
    if windows is None:
        return tuple(rule.blank("Choose a family first: what fits depends on it.") for rule in RULES)
    if composition.dough_g <= 0:
        return tuple(rule.blank("There is no dough to judge yet.") for rule in RULES)
    return tuple(rule.judged(composition, windows, learned) for rule in RULES)


def dial_of(name: str, composition: Composition, family: str, learned: Learned = NOTHING_LEARNED) -> Dial:
    """One dial of a dough, as `dials_of` has it, for who tries many doughs by it. Raises StopIteration for none of that
    name, KeyError for an unknown family."""
    rule = next(rule for rule in RULES if rule.name == name)
    return rule.judged(composition, family_windows()[family], learned)


def linear_dials(composition: Composition, family: str, dials: Iterable[Dial]) -> Iterable[tuple[str, LinearDial]]:
    """The coefficients of those of a dough's `dials` that have a value, by name."""
    windows = family_windows().get(family)
    standing = {dial.name for dial in dials if dial.verdict not in (Verdict.NOT_APPLICABLE, Verdict.UNKNOWN)}
    if windows is not None:
        yield from ((rule.name, rule.linear(composition, windows)) for rule in RULES if rule.name in standing)
