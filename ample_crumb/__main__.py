"""`python -m ample_crumb`: see `ample_crumb/cli.py`."""

import sys

from ample_crumb.cli import main

if __name__ == "__main__":
    sys.exit(main())
