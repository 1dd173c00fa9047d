"""What a motor adds, in sentences: on the hill, and how far its battery goes."""

from collections.abc import Sequence
from typing import TYPE_CHECKING

from kettledrum.core.effort.steepest import BALANCE_KMH
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.motors.on_pitch import OnPitch
from kettledrum.core.motors.range_result import LevelRange
from kettledrum.core.terms.in_words import fewer_turns, listed, percent, quoted, speed, time

if TYPE_CHECKING:
    from kettledrum.core.motors.help import MotorHelp

_TOLD = 0.01
"""Less of a way than this is not worth a word."""


def on_pitch_says(at: OnPitch | None, job: Conditions) -> str | None:
    """How the hill is ridden with all the help there is, and how warm that makes the motor; None without a
    hill.
    """
    if at is None or job.steepest is None:
        return None
    hill = f"the {percent(job.steepest)} hill"
    if at.walking:
        slow = f"{speed(at.speed_kmh)} is too slow to keep upright"
        if at.speed_kmh >= BALANCE_KMH:
            slow = f"at {speed(at.speed_kmh)} the pedals would turn only {at.cadence_rpm:.0f} times a minute"
        return f"Even with its motor it is pushed up {hill}: {slow}."
    if at.outruns:
        alone = f"{speed(at.speed_kmh)} on the motor alone, faster than you can pedal in the highest gear"
        return f"With its motor it rides up {hill} at {alone}{_warmth(at)}."
    gear = f", in gear {at.gear}" if at.gear is not None else ""
    turns = f"{at.cadence_rpm:.0f} turns a minute"
    if at.grinding:
        easy = job.cadence_rpm[0]
        turns = f"{fewer_turns(at.cadence_rpm, easy)} turns a minute, fewer than the {easy:.0f} that are easy"
    pace = f"{speed(at.speed_kmh)}, {turns}{gear}"
    return f"With its motor it rides up {hill} at {pace}{_warmth(at)}."


def _warmth(at: OnPitch) -> str:
    if at.state == "fails":
        after = f" after {time(at.limit_s)}" if at.limit_s is not None else " before the top"
        return f"; the motor gets too hot{after}"
    if at.state == "tight":
        return "; the motor gets nearly too hot"
    if at.state == "not known":
        return "; how hot the motor gets is not known"
    return ""


def motor_says(motor: "MotorHelp", job: Conditions) -> str:
    """What the motors of a setup do for its rider: on the hill, from a standstill, and where help ends."""
    sentences = [
        on_pitch_says(motor.on_pitch, job)
        or f"With its motor it starts on hills of {percent(motor.steepest_start)}.",
        f"With an empty battery it still starts on {percent(motor.alone_start)}."
        if motor.alone_start > 0
        else "With an empty battery it does not start on any hill.",
    ]
    if motor.limit_speed_kmh is not None and motor.unreached_kmh is not None and motor.unreached_kmh > 0:
        sentences.append(
            f"Help ends at {speed(motor.limit_speed_kmh)}, but its highest gear is comfortable only up to "
            f"{speed(motor.comfortable_kmh)}."
        )
    elif motor.limit_speed_kmh is not None:
        sentences.append(f"Help ends at {speed(motor.limit_speed_kmh)}.")
    return " ".join(sentences)


def range_says(levels: Sequence[LevelRange], batteries: int = 1) -> str:
    """How far the battery goes, from the highest level of help to the lowest; of several the first that is
    empty.
    """
    known = [each for each in levels if each.range_km is not None]
    known.sort(key=lambda each: each.range_km or 0)
    if not known:
        return "How far it goes is not known: say how large its battery is."
    least, most = known[0], known[-1]
    assert least.range_km is not None
    assert most.range_km is not None
    first = "Its battery goes" if batteries == 1 else "The first of its batteries to be empty goes"
    goes = f"{first} {least.range_km:.0f} km on {quoted(least.level)}"
    if least is not most:
        goes += f", {most.range_km:.0f} km on {quoted(most.level)}"
    pushed = [each for each in dict.fromkeys((least.level, most.level)) if _on_foot(levels, each) >= _TOLD]
    if not pushed:
        return f"{goes}."
    # Where both come to the same it is said once.
    on: dict[str, list[str]] = {}
    for each in pushed:
        on.setdefault(percent(_on_foot(levels, each)), []).append(quoted(each))
    ways = [f"{share} of the way on {listed(names)}" for share, names in on.items()]
    return f"{goes}; but you would push it on foot for {listed(ways)}."


def _on_foot(levels: Sequence[LevelRange], name: str) -> float:
    return next(each.on_foot for each in levels if each.level == name)
