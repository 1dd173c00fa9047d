"""What planetary gears lose in their meshes: efficiency of each use of a set, and of sets in a row.

The loss of one mesh comes from the sliding of its teeth [1]_; in a planetary set only the part of the power
that rolls through the meshes, seen from the carrier, is subject to it; the rest goes round with the carrier
[2]_ [3]_.

[1] Niemann and Winter, Maschinenelemente, vol. 2 (1989), sec. 21.11; the same loss factor stands in ISO/TR
14179-2.
[2] Macmillan and Davies, J. Mech. Eng. Sci. 7 (1965), 40-47.
[3] Pennestrì and Freudenstein, J. Mech. Des. 115 (1993), 645-651.
"""

import math
from collections.abc import Sequence

from kettledrum.core.inside.epicyclic import Epicyclic, PlanetarySet, Use
from kettledrum.core.terms.spread import EfficiencySpread

MESH_FRICTION = (0.10, 0.06, 0.03)
"""Friction between the teeth, that makes the low, the typical and the high efficiency: hardened steel at a
cyclist's slow speeds, from a thin film of grease to an oil bath."""
CONTACT_RATIO = 1.6
"""Teeth in contact on average, for standard 20° teeth; the part of it before and after the pitch point is
taken to be the same."""


def mesh_loss(driving_teeth: float, driven_teeth: float, friction: float, *, internal: bool = False) -> float:
    """Share of the rolling power that one mesh loses: π·μ·(1/z₁ ± 1/z₂)·(1 − ε + ε²/2), minus inside a ring.

    For ε in two equal parts ε/2 each side of the pitch point. Source: [1] above.
    """
    sign = -1 if internal else 1
    part = CONTACT_RATIO / 2
    loss_factor = 1 - CONTACT_RATIO + 2 * part**2
    return math.pi * friction * abs(1 / driving_teeth + sign / driven_teeth) * loss_factor


def basic_efficiency(planetary: PlanetarySet, friction: float) -> float:
    """Efficiency from sun to ring with the carrier held: both meshes in a row."""
    on_sun, on_ring = planetary.planet_teeth
    return (1 - mesh_loss(planetary.sun, on_sun, friction)) * (
        1 - mesh_loss(on_ring, planetary.ring, friction, internal=True)
    )


def set_efficiency(planetary: PlanetarySet, use: Use, friction: float) -> float:
    """Share of the power that comes out of a set; 1 in direct drive, where no tooth rolls on another.

    With basic ratio i₀ = ω_sun/ω_ring, basic efficiency η₀, and q = −i₀ with the sun held or −1/i₀ with the
    ring held, torque balance T_sun + T_ring + T_carrier = 0 and the lossy mesh T_ring = −i₀·η₀^±1·T_sun give
    [2]_::

        up:   η = η₀·(1 + q) / (1 + η₀·q)        down:   η = (η₀ + q) / (1 + q)
    """
    if use == "direct":
        return 1.0
    basic = basic_efficiency(planetary, friction)
    rolling = -planetary.basic_ratio if planetary.held == "sun" else -1 / planetary.basic_ratio
    if use == "up":
        return basic * (1 + rolling) / (1 + basic * rolling)
    return (basic + rolling) / (1 + rolling)


def gear_efficiency(sets: Epicyclic, uses: Sequence[Use]) -> EfficiencySpread:
    """Low, typical and high efficiency of sets in a row, each in one use: their product."""
    low, typical, high = (
        math.prod(set_efficiency(planetary, use, friction) for planetary, use in zip(sets, uses, strict=True))
        for friction in MESH_FRICTION
    )
    return EfficiencySpread(low=low, typical=typical, high=high)
