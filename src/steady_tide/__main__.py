"""`python -m steady_tide`, which is what ./tide runs."""

import sys

from steady_tide.cli import main

sys.exit(main(sys.argv[1:]))
