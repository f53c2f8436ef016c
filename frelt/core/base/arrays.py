"""Arrays as the core uses them."""

from typing import TYPE_CHECKING

import numpy as np

if TYPE_CHECKING:
    from numpy.typing import NDArray as NDArray
else:
    NDArray = np.ndarray  # numpy.typing takes 8 ms to load, and says nothing more while the program runs

Array = NDArray[np.float64]
