"""When a driven wheel slips."""

import math

REAR_SHARE = 0.62
"""Of a loaded tourer's weight on its rear wheel."""
HEIGHT_SHARE = 1.1 / 1.05
"""The height of the centre of mass, 1.1 m, over the wheelbase."""
PUSH = math.pi / 2
"""The peak of the push of two legs over its mean."""


def slips_at(grip: float, crr: float) -> float:
    """The grade on which a pedalled rear wheel begins to slip, with a tourer's weight and shape.

    With a share s of the weight on the driven wheel on the level, and the centre of mass h high over a
    wheelbase L, the driven wheel carries m·g·cos θ·(s + (h/L)·tan θ) on a grade. It must push with
    k·m·g·(sin θ + Crr·cos θ), k being the peak of two legs' push over its mean, π/2 for a sine; which it
    can up to tan θ = (μ·s − k·Crr) / (k − μ·h/L).
    """
    return max((grip * REAR_SHARE - PUSH * crr) / (PUSH - grip * HEIGHT_SHARE), 0.0)
