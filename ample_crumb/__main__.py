"""`python -m ample_crumb`: see `ample_crumb/cli.py`."""

import os
import sys

from ample_crumb.cli import main

_READER_GONE = 128 + 13
"""What a shell says of a program that wrote into a pipe that nobody reads (SIGPIPE)."""


def _run() -> int:
    try:
        code = main()
        # Here and not at the end of the process, where nobody could say that the reader is gone.
        sys.stdout.flush()
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return _READER_GONE
    return code


if __name__ == "__main__":
    sys.exit(_run())
