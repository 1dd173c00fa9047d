"""What a chain loses by bending round its sprockets: the larger they are, the less."""

import math

PIN_SHARE = 0.18
"""The radius at which a pin turns in its bushing over the chain's pitch: 2.3 mm of 12.7 mm, about."""
FRICTION = 0.1
"""Of steel on lubricated steel at the pins; Lodge & Burgess find 0.09 to 0.12."""


def articulation_loss(front: int, rear: int) -> float:
    """The share of power that pins lose where the pulling run bends onto the front and off the rear sprocket.

    For each link that passes, the pull F turns a pin against its bushing by 2π/z at either end, which takes
    μ·F·r·2π·(1/z₁ + 1/z₂) of the work F·p: Lodge & Burgess, Proc. Inst. Mech. Eng. C 216 (2002). The slack
    run pulls with little and is left out. Bearings, dirt and cold oil are not in it.
    """
    return 2 * math.pi * FRICTION * PIN_SHARE * (1 / front + 1 / rear)
