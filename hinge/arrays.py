"""The one array type of the core."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
Rows = NDArray[np.intp]
