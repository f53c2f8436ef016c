"""Arrays as the core uses them."""

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
