"""Words that sentences everywhere are made of."""

from collections.abc import Sequence


def join_names(names: Sequence[str]) -> str:
    """Names in words: "eggs, skyr and butter". At least one."""
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
