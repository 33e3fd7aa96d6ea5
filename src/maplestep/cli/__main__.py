"""``python -m maplestep.cli``, the command ``maplestep``."""

import sys

from .main import main

if __name__ == "__main__":
    sys.exit(main())
