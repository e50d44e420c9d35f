"""The errors of the core.

    CannotUse (ValueError)      the input as a whole cannot be worked with
      TooMuch                   more text than one recipe holds

A line that cannot be read is no error: it is listed with its reason and left out of the totals, which say so.
"""


class CannotUse(ValueError):
    """Base of all errors that the core raises; its text is one sentence for the baker."""


class TooMuch(CannotUse):
    """More text than one recipe holds. Carries what was `given` and the `limit`, both counts of `what`."""

    def __init__(self, what: str, given: int, limit: int) -> None:
        self.what, self.given, self.limit = what, given, limit
        super().__init__(f"This has {given:,} {what}; one recipe holds at most {limit:,}. Paste less of it.")
