"""Rides by another road than the core's: step by step with plain numbers; and the books of their energy."""

import math
from collections.abc import Callable

import numpy as np

from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH, Resistance
from kettledrum.core.roads.motion import Motion
from kettledrum.core.roads.profile import Profile

BRAKED = 0.5 * (BRAKED_KMH / 3.6) ** 2


def lost_j(road: Profile, moves: Resistance, found: Motion):
    """What goes into each step and does not come out: braked away, or lost by getting off."""
    forces = np.array(
        [
            [moves.force_n(speed, grade) for speed, grade in zip(row, road.grade.tolist(), strict=True)]
            for row in found.speed_mps.tolist()
        ]
    )
    gained = moves.mass_kg * np.diff(found.kinetic, axis=1, prepend=0.0)
    return found.wheel_w * found.time_s(road) - forces * road.step_m - gained


def root(rising: Callable[[float], float]) -> float:
    """Where a function that rises passes nought, by halving."""
    low, high = 1e-6, 200.0
    for _ in range(80):
        middle = (low + high) / 2
        low, high = (low, middle) if rising(middle) > 0 else (middle, high)
    return low


def step_by_step(road: Profile, moves: Resistance, share: float, walk: float, top: float, powers_w, omegas):
    """The kinetic energy in J/kg after each step, and how near one was to getting off, or to staying on."""
    energy, energies, nearest = 0.0, [], math.inf
    for length, grade, power_w, omega in zip(
        road.step_m.tolist(), road.grade.tolist(), powers_w, omegas, strict=True
    ):

        def asked(speed: float, given_w: float, was=energy, length=length, grade=grade, omega=omega) -> float:
            """The energy of a step at a speed, less what is there for it."""
            force = (given_w / speed - moves.force_n(speed, grade)) / moves.mass_kg
            return 0.5 * speed * speed - was - omega * length * force

        mean = root(lambda speed, asked=asked, given_w=power_w * share: asked(speed, given_w))
        mean = max(min(mean, top), root(lambda speed, asked=asked: asked(speed, 0.0)))
        after = min(max(energy + (0.5 * mean * mean - energy) / omega, 0.0), BRAKED)
        if power_w * share < moves.power_w(walk, grade):
            nearest = min(nearest, abs(after / (0.5 * walk * walk) - 1))
            if after < 0.5 * walk * walk:
                slope = GRAVITY * (grade + moves.crr) / math.hypot(1, grade)
                pushed = min(WALKING_KMH / 3.6, power_w / moves.mass_kg / max(slope, 1e-3))
                after = 0.5 * pushed * pushed
        energy = after
        energies.append(energy)
    return np.array(energies), nearest
