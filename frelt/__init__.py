"""Frelt: what a pressure washing rig puts on its axles, tires and coupler, in every fill."""

import os

from . import finder as _finder
from . import libraries as _libraries

__version__ = "0.1.0"

# Matrices here are small: threads of the linear algebra would only spin, on a core that somebody else needs.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
_finder.install()
_libraries.load()
