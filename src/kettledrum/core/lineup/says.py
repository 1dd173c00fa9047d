"""What a line-up answers: each setup in a sentence or two, and all of them in one."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from kettledrum.core.effort.climb import Ridden
from kettledrum.core.effort.lowest_gear import LowestGear
from kettledrum.core.effort.says import alone_says, climb_says, is_quick_enough, own_measure_says, speed_says
from kettledrum.core.effort.steepest import Verdict
from kettledrum.core.job.conditions import Conditions
from kettledrum.core.job.wants import Wants
from kettledrum.core.motors.help import MotorHelp
from kettledrum.core.motors.on_pitch import OnPitch
from kettledrum.core.motors.says import on_pitch_says
from kettledrum.core.physics.grip import slips_at
from kettledrum.core.terms.in_words import counted, listed, percent, quoted, speed

if TYPE_CHECKING:
    from kettledrum.core.lineup.comparison import ComparedSetup

_MOST_NAMED = 3
"""Of more setups than these their number is said instead of their names."""


@dataclass(frozen=True, slots=True)
class Answered:
    """What was found of one setup: how it is ridden, its lowest gear by each school, the makers' figures that
    it is beyond, and what its motors add.
    """

    ridden: Ridden
    lowest_gear: list[LowestGear]
    over: list[str]
    motor: MotorHelp | None


@dataclass(frozen=True, slots=True)
class Summed:
    """A setup in a line-up: the verdict on the hill, with its motor where it has one; whether it is as quick
    as is wanted, None where nothing is; whether it stays within its makers' figures; whether it is the power
    that is too little for the hill, by pedals alone, and no gear helps; whether its motor helps it up.
    """

    name: str
    verdict: Verdict | None
    quick: bool | None
    within: bool
    too_weak: bool = False
    helped: bool = False

    @classmethod
    def of(cls, setup: "ComparedSetup", wants: Wants) -> "Summed":
        """Takes what counts out of a compared setup."""
        at = setup.motor.on_pitch if setup.motor else None
        return cls(
            setup.name,
            verdict_with_motor(setup.climb.verdict, at),
            None if wants.top_kmh is None else is_quick_enough(setup.top, wants.top_kmh),
            not setup.over_limits,
            setup.motor is None and setup.climb.limit == "power",
            at is not None and helps(at),
        )


def verdict_with_motor(alone: Verdict | None, at: OnPitch | None) -> Verdict | None:
    """The verdict on the hill with all the help there is: it fails where the bicycle is pushed, or its motor
    becomes too hot, and is tight where the pedals turn more slowly than is easy.
    """
    if alone is None or at is None:
        return alone
    if not helps(at):
        return alone
    return "tight" if at.state == "tight" or at.grinding else "holds"


def helps(at: OnPitch) -> bool:
    """Whether motors bring a bicycle up the steepest pitch."""
    return not at.walking and at.state != "fails"


def setup_says(found: Answered, job: Conditions, wants: Wants) -> str:
    """What a setup does on the hill and on the flat, and which figure of a maker it is beyond."""
    ridden = found.ridden
    climb = ridden.climb
    with_motor = on_pitch_says(found.motor.on_pitch, job) if found.motor else None
    sentences = [with_motor or climb_says(climb, job)]
    if with_motor and (alone := alone_says(climb, job)):
        sentences.append(alone)
    if by_measure := own_measure_says(found.lowest_gear, wants):
        sentences.append(by_measure)
    sentences.append(speed_says(ridden.flat, ridden.top, wants, with_motor=found.motor is not None))
    if found.over:
        sentences.append(f"Beyond its maker’s figures: {found.over[0]}.")
    return " ".join(sentences)


def comparison_says(answers: Sequence[Summed], job: Conditions, wants: Wants) -> str:
    """Which of the setups climb the hill, which only just, and how many are as quick as was wanted."""
    if not answers:
        return "There is nothing to compare yet: add a setup, such as the bicycle you ride now."
    sentences = []
    if job.steepest is None:
        sentences.append(
            f"{counted(len(answers), 'setup')} side by side; say how steep your hills are, and this says "
            "which of them climb."
        )
    else:
        sentences.append(_climbers(answers, f"the {percent(job.steepest)} hill"))
        slips = None if job.grip is None else slips_at(job.grip, job.resistance.crr)
        if slips is not None and slips < job.steepest:
            loosest = f"On the loosest ground the driven wheel slips from {percent(slips)}"
            sentences.append(f"{loosest}, whatever the gear.")
    if wants.top_kmh is not None:
        sentences.append(_quick(answers, f"as quick as you want, {speed(wants.top_kmh)}"))
    if beyond := [each.name for each in answers if not each.within]:
        verb = "goes" if len(beyond) == 1 else "go"
        sentences.append(f"{_names(beyond)} {verb} beyond a maker’s figure.")
    return " ".join(sentences)


def _quick(answers: Sequence[Summed], what: str) -> str:
    quick, all_of = sum(bool(each.quick) for each in answers), len(answers)
    if all_of == 1:
        return f"It is {'' if quick else 'not '}{what}."
    if quick in (0, all_of):
        return f"{'All are' if quick else 'None is'} {what}."
    return f"{quick} of {all_of} {'is' if quick == 1 else 'are'} {what}."


def _climbers(answers: Sequence[Summed], hill: str) -> str:
    easy = [each.name for each in answers if each.verdict == "holds"]
    tight = [each for each in answers if each.verdict == "tight"]
    pushed = [each.name for each in tight if not each.helped]
    helped = [each.name for each in tight if each.helped]
    all_of = len(answers)
    if not easy and not tight:
        none = f"{'It does not climb' if all_of == 1 else f'None of the {all_of} climbs'} {hill}"
        weak = all(each.too_weak for each in answers)
        return f"{none}: your power is too little for it, whatever the gear." if weak else f"{none}."
    parts = []
    if easy:
        climb = "climbs" if len(easy) == 1 else "climb"
        parts.append(f"{_names(easy, all_of)} {climb} {hill}")
    with_motor = f"only just, with {'its motor' if len(helped) == 1 else 'their motors'}"
    for names, how in ((pushed, "with a hard push"), (helped, with_motor)):
        if names:
            climb = "climbs" if len(names) == 1 else "climb"
            parts.append(f"{_names(names, all_of)} {climb} {'it' if parts else hill} {how}")
    return f"{listed(parts)}."


def _names(names: Sequence[str], of: int | None = None) -> str:
    if len(names) == of and len(names) > 1:
        return f"All {of}" if len(names) > 2 else "Both"
    if len(names) > _MOST_NAMED:
        return f"{len(names)} of {of}" if of else counted(len(names), "setup")
    return listed([quoted(name) for name in names])
