"""How wide an interval is that stands on few figures."""

import math
from collections.abc import Sequence


def t_quantile(degrees: float, chance: float) -> float:
    """The quantile of Student’s t: below it lies so much of the chance. Raises ValueError without a degree of
    freedom.
    """
    if degrees <= 0:
        raise ValueError("there is no degree of freedom")
    # Loaded where it is used: a start need not wait for it.
    from scipy.special import stdtrit

    return float(stdtrit(degrees, chance))


def mean_and_error(values: Sequence[float]) -> tuple[float, float]:
    """The mean of at least two figures, and its standard error."""
    mean = sum(values) / len(values)
    squares = sum((each - mean) ** 2 for each in values)
    return mean, math.sqrt(squares / (len(values) - 1) / len(values))
