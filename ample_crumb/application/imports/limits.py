"""How much one import takes."""

from typing import Final

MOST_FILE_BYTES: Final = 100_000_000
