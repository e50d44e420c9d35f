"""The number of the rules and tables that figures are worked out by."""

from typing import Final

RULES_VERSION: Final = 17
"""Raised by hand with every change after which some formula has other figures; figures kept under a smaller number are
worked out anew. `python -m tests.golden` refuses new golden figures under the old number."""
