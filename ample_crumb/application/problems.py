"""The errors of the application; core's errors pass through as they are.

ApplicationProblem                 what was asked cannot be done
  NotHere                   there is nothing of that id in this kitchen
  NoAnswer                  somebody outside who was asked does not answer
  CannotAccept (CannotUse)  a value cannot be accepted; names the field
  ChangedMeanwhile          somebody changed it first; carries the state as it is now
"""

from typing import Any

from ample_crumb.core.problem import CannotUse


class WorkProblem(Exception):
    """Base of the errors of this layer; its text is one sentence."""


class NotHere(WorkProblem):
    """Nothing of that id in this kitchen, or what `sentence` says instead. `what` is the kind of thing."""

    def __init__(self, what: str, sentence: str = "") -> None:
        self.what = what
        super().__init__(sentence or f"This {what} is not in your kitchen; it may have been removed in another window.")


class NoAnswer(WorkProblem):
    """Somebody outside who was asked does not answer."""


class CannotAccept(CannotUse):
    """A value that cannot be accepted; `field` is its place in what was sent, as a JSON pointer."""

    def __init__(self, field: str, sentence: str) -> None:
        self.field = field
        super().__init__(sentence)


class ChangedMeanwhile(WorkProblem):
    """An edit of an older version. `current` is the state as it is now."""

    def __init__(self, what: str, current: Any) -> None:
        self.what, self.current = what, current
        super().__init__(f"This {what} was changed in another window while you were editing it here.")
