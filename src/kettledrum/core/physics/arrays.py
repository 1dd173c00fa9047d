"""The arrays that roads and rides are worked out in."""

from typing import TypeAlias

import numpy as np
import numpy.typing as npt

Floats: TypeAlias = npt.NDArray[np.float64]
Flags: TypeAlias = npt.NDArray[np.bool_]
Places: TypeAlias = npt.NDArray[np.intp]
"""Places in other arrays."""
