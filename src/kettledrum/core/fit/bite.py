"""How far the pedals turn before the drive bites: freewheels one behind the other."""

from dataclasses import dataclass

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.parts.stage import Stage


@dataclass(frozen=True, slots=True)
class LostMotion:
    """The largest and the mean angle in degrees at the pedals that is lost before a gear bites."""

    gear: str
    largest_deg: float
    mean_deg: float


@dataclass(frozen=True, slots=True)
class Bite:
    """The points of engagement of each freewheel, from the pedals on, and what they cost in each gear.

    Nothing is known without freewheels: then both are empty.
    """

    points: list[int]
    gears: list[LostMotion]


def bite(path: list[Stage], table: GearTable) -> Bite:
    """Adds up the slack of all freewheels of a path, in each of its gears.

    A freewheel of n points that turns i times for one turn of the pedals has up to 360°/n between two points,
    360° / (n·i) at the pedals: each stands anywhere between nothing and that, half of it on average. So a low
    gear loses most.
    """
    places = [
        (place + (wheel.at == "output"), wheel.points)
        for place, stage in enumerate(path)
        for wheel in (stage.behaviour.freewheels if stage.behaviour else None) or []
    ]
    places.sort()
    if not places:
        return Bite([], [])
    gears = []
    for gear in table.gears:
        turns = [1.0]
        for stage, option in zip(table.stages, gear.choice, strict=True):
            turns.append(turns[-1] * stage.options[option].ratio)
        largest = sum(360 / (points * turns[place]) for place, points in places)
        gears.append(LostMotion(gear.label, largest, largest / 2))
    return Bite([points for _, points in places], gears)
