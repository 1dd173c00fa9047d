"""What a setup does on the hill and on the flat, in sentences that a cyclist would use.

Nothing is said to be wrong that nobody asked for: without a hill, a wanted gear or a wanted speed the
sentences say what there is.
"""

from kettledrum.core.effort.climb import AtPower, Climb, Flat, OnSteepest, Top
from kettledrum.core.effort.lowest_gear import LowestGear
from kettledrum.core.effort.steepest import AtSteepest
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.job.wants import Wants
from kettledrum.core.terms.in_words import fewer_turns, higher, mass, percent, speed, time

EASILY = 0.15
"""With so much of cadence to spare a hill is climbed easily."""
_ONLY_JUST = 0.03
"""With less than this to spare, only just."""
_FLAT = 5e-4
"""A smaller grade is told as none."""
_DOWNHILL = -0.002
"""A top speed that takes a steeper descent than this is one for downhill."""


def climb_says(climb: Climb, job: Conditions, *, asked: bool = False) -> str:
    """Whether the hill is climbed, how, and what stands in the way if not; with yes or no where `asked`."""
    at = climb.on_steepest
    if climb.verdict is None or at is None or job.steepest is None:
        return (
            f"Keeps an easy cadence {kept_up(climb.steepest, 'hills of ')} on {job.power_w:.0f} W, "
            "the power held all day."
        )
    hill = f"the {percent(job.steepest)} hill"
    climbs = "Yes, it climbs" if asked else "Climbs"
    if climb.verdict == "holds":
        margin = climb.margin or 0
        how = " easily" if margin >= EASILY else ", only just" if margin < _ONLY_JUST else ""
        return f"{climbs} {hill}{how}: {ridden_in_words(at)}."
    if climb.verdict == "tight":
        return f"{climbs} {hill} {_with_a_push(climb, at)}."
    if climb.limit == "power":
        return (
            f"{'No, too' if asked else 'Too'} little power for {hill} with "
            f"{mass(job.resistance.mass_kg)} in all: {_most_w(climb):.0f} W give "
            f"{speed(at_most(climb).speed_kmh)}, walking pace, whatever the gear. "
            "Less load, more power or a motor would do it."
        )
    if climb.limit == "changes up":
        return (
            f"{'No, it changes' if asked else 'Changes'} up too early for {hill}: on {_most_w(climb):.0f} W "
            f"{_fate(climb, job)}, though its lowest gear would do."
        )
    # The gear that there is over the one it may be, less one.
    too_high = 1 / (1 + (climb.margin or 0)) - 1
    misses = f"Just misses {hill}" if too_high < _ONLY_JUST else f"Too high a gear for {hill}"
    if asked:
        misses = f"No, it just misses {hill}" if too_high < _ONLY_JUST else f"No, not up {hill}"
    lowest = f"the lowest gear is {higher(too_high)} it may be"
    return f"{misses}: even on {_most_w(climb):.0f} W {_fate(climb, job)}; {lowest}."


def kept_up(grade: float, what: str = "") -> str:
    """Where a cadence is kept: “up 5 %”, “on the flat”, “only down 1 %”, of `what`, such as “hills of ”."""
    if abs(grade) < _FLAT:
        return "on the flat"
    return f"up {what}{percent(grade)}" if grade > 0 else f"only down {what}{percent(-grade)}"


def _fate(climb: Climb, job: Conditions) -> str:
    at = at_most(climb)
    if at.state == "walking":
        return "you would be walking"
    return f"the pedals would turn only {fewer_turns(at.cadence_rpm, job.cadence_rpm[0])} times a minute"


def alone_says(climb: Climb, job: Conditions) -> str | None:
    """What becomes of the hill with an empty battery; None without a hill."""
    if climb.verdict is None:
        return None
    if climb.verdict == "fails":
        return f"With an empty battery {_fate(climb, job)}."
    push = ", with a hard push" if climb.verdict == "tight" else ""
    return f"With an empty battery you would still climb it{push}."


def _with_a_push(climb: Climb, at: OnSteepest) -> str:
    if climb.by == "its time" and at.seconds is not None:
        return f"with a hard push, {at.power_w:.0f} W for {time(at.seconds)}: {ridden_in_words(at)}"
    minute = climb.minute.at_steepest if climb.minute else None
    assert climb.minute is not None
    assert minute is not None
    held = f"{climb.minute.power_w:.0f} W, about a minute"
    return f"only for as long as you can hold {held}: {ridden_in_words(minute)}"


def ridden_in_words(at: AtSteepest) -> str:
    """How a hill is ridden: “7.4 km/h at 61 turns a minute, in gear 1”."""
    gear = f", in gear {at.gear}" if at.gear is not None else ""
    return f"{speed(at.speed_kmh)} at {at.cadence_rpm:.0f} turns a minute{gear}"


def _most(climb: Climb) -> AtPower:
    """By the power that the verdict goes by, where it is one of the two that are known."""
    return climb.minute if climb.by == "a minute" and climb.minute else climb


def _most_w(climb: Climb) -> float:
    if climb.by == "its time" and climb.on_steepest:
        return climb.on_steepest.power_w
    return _most(climb).power_w


def at_most(climb: Climb) -> AtSteepest:
    """How the pitch is ridden with the most power that the verdict goes by."""
    at = climb.on_steepest if climb.by == "its time" else _most(climb).at_steepest
    assert at is not None
    return at


def speed_says(flat: Flat, top: Top, wants: Wants, *, with_motor: bool = False) -> str:
    """How fast the rider alone is on the flat, and whether the highest gear is as quick as was wanted."""
    by_pedals = ", by pedals alone," if with_motor else ""
    if round(flat.speed_kmh, 1) > round(top.speed_kmh, 1):
        return _out_of_gears(flat, top, wants, f"On the flat{by_pedals}")
    gear = f" in gear {flat.gear}" if flat.gear is not None else ""
    level = f"On the flat{by_pedals} {speed(flat.speed_kmh)}{gear}"
    downhill = ", which is downhill only" if top.grade < _DOWNHILL else ""
    if wants.top_kmh is None:
        return f"{level}; out of gears above {speed(top.speed_kmh)}{downhill}."
    if is_quick_enough(top, wants.top_kmh):
        return f"{level}; quick enough, with gears up to {speed(top.speed_kmh)}{downhill}."
    return f"{level}; out of gears above {speed(top.speed_kmh)}, short of the {speed(wants.top_kmh)} wanted."


def _out_of_gears(flat: Flat, top: Top, wants: Wants, level: str) -> str:
    """That the highest gear is too low for the power of all day."""
    gears = f"{level} it runs out of gears at {speed(top.speed_kmh)}"
    would = f"your power would keep up {speed(flat.speed_kmh)}"
    if wants.top_kmh is None:
        return f"{gears}; {would}."
    if is_quick_enough(top, wants.top_kmh):
        return f"{gears}, quick enough; {would}."
    return f"{gears}, short of the {speed(wants.top_kmh)} wanted; {would}."


def is_quick_enough(top: Top, wanted_kmh: float) -> bool:
    """Whether the highest gear reaches a speed in km/h, as exactly as it is shown: 34.96 does for 35."""
    return round(top.speed_kmh, 1) >= round(wanted_kmh, 1)


def own_measure_says(found: list[LowestGear], wants: Wants) -> str | None:
    """Whether the lowest gear is what the rider asked for by ratio or gear inches; None where neither was."""
    leads = wants.lowest_by or "physics"
    asked = {"ratio": wants.lowest_ratio, "gear inches": wants.lowest_gear_inches}.get(leads)
    answer = next((each for each in found if each.school == leads), None)
    if asked is None or answer is None or answer.margin is None:
        return None
    unit = " gear inches" if leads == "gear inches" else ""
    digits = 1 if leads == "gear inches" else 2
    has = f"{answer.has:.{digits}f}{unit}"
    wanted = f"{asked:.{digits}f}"
    if answer.verdict == "holds":
        return f"Its lowest gear, {has}, is as low as you asked ({wanted})."
    return f"Its lowest gear, {has}, is {higher(1 / (1 + answer.margin) - 1)} you asked ({wanted})."
