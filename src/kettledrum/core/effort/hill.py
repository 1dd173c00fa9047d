"""The steepest hill of a job by itself: what it asks of rider and lowest gear, whatever the drive."""

from pydantic import BaseModel

from kettledrum.core.effort.steepest import BALANCE_KMH, SteepestPitch
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.parts.efficiency import USUAL_EFFICIENCY
from kettledrum.core.terms.in_words import mass, percent, speed, time, turn


class Hill(BaseModel):
    """What the steepest hill asks: its grade and length in m, the mass in kg that is moved and the pull in N
    along the road that it takes.

    `power_w` is what the rider can hold there, for the `seconds` that it takes or, its length not being
    known, for a minute, else all day; `speed_kmh` the speed that this brings. `development_m` is how far a
    turn of the pedals may go at most in the lowest gear at the lowest easy cadence; null where that is too
    slow to keep upright, and no gear helps. A usual drive, which lets 93 % of the power through.
    """

    grade: float
    length_m: float | None
    mass_kg: float
    pull_n: float
    power_w: float
    speed_kmh: float
    seconds: float | None
    development_m: float | None


def hill(job: Conditions) -> Hill | None:
    """The steepest hill of a job; None where it is not known."""
    held = SteepestPitch(job, USUAL_EFFICIENCY).goes_by
    if held is None or job.steepest is None:
        return None
    kmh = held.speed_mps * 3.6
    return Hill(
        grade=job.steepest,
        length_m=job.steepest_m,
        mass_kg=job.resistance.mass_kg,
        pull_n=job.resistance.force_n(held.speed_mps, job.steepest),
        power_w=held.power_w,
        speed_kmh=kmh,
        seconds=None if job.steepest_m is None else job.steepest_m / held.speed_mps,
        development_m=None if kmh < BALANCE_KMH else held.speed_mps * 60 / job.cadence_rpm[0],
    )


def need_says(found: Hill | None, job: Conditions) -> str:
    """What a job asks of its lowest gear; or that its hills are not known, and how fast the flat is."""
    if found is None:
        flat = job.resistance.speed_mps(job.power_w * USUAL_EFFICIENCY, 0) * 3.6
        return (
            f"{job.power_w:.0f} W bring you to {speed(flat)} on the flat. "
            "Say how steep your hills are, and this says which lowest gear climbs them."
        )
    held = "all day"
    if found.seconds is not None:
        held = f"for the {time(found.seconds)} it takes"
    elif job.burst_w is not None:
        held = "for a minute"
    on = (
        f"Up the {percent(found.grade)} hill with {mass(found.mass_kg)} in all, the {found.power_w:.0f} W "
        f"that you can hold {held} bring you to {speed(found.speed_kmh)}"
    )
    if found.development_m is None:
        return (
            f"{on}: too slow to keep upright, whatever the gear. "
            "Less load, more power or a motor would do it; else you walk there."
        )
    low = f"{job.cadence_rpm[0]:.0f} turns a minute"
    most = f"{turn(found.development_m)} per pedal turn"
    return f"{on}. To keep {low} there, the lowest gear may go at most {most}."
