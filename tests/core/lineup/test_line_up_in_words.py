"""The answer of a line-up: who climbs the hill, all of them, both, some by name or by number."""

import pytest

from examples import brief
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.wants import Wants
from kettledrum.core.lineup.carried import _in_spans
from kettledrum.core.lineup.says import Summed, comparison_says
from kettledrum.core.terms.validation import validate

JOB = conditions(validate(Brief, brief(road={"steepest": 0.12})))


def said(*verdicts) -> str:
    told = [verdict if isinstance(verdict, tuple) else (verdict, False) for verdict in verdicts]
    answers = [
        Summed("ABCDEF"[place], verdict, None, True, helped=helped)
        for place, (verdict, helped) in enumerate(told)
    ]
    return comparison_says(answers, JOB, Wants())


EASY, PUSH, NO = "holds", "tight", "fails"
HELPED, JUST = ("holds", True), ("tight", True)


@pytest.mark.parametrize(
    ("verdicts", "words"),
    [
        ([EASY, EASY, EASY], "All 3 climb the 12 % hill."),
        ([EASY, EASY], "Both climb the 12 % hill."),
        ([PUSH, PUSH, PUSH], "All 3 climb the 12 % hill with a hard push."),
        ([EASY, NO], "“A” climbs the 12 % hill."),
        ([EASY, EASY, NO], "“A” and “B” climb the 12 % hill."),
        ([EASY, EASY, EASY, NO], "“A”, “B” and “C” climb the 12 % hill."),
        ([EASY, EASY, EASY, EASY, NO], "4 of 5 climb the 12 % hill."),
        ([EASY, PUSH, PUSH], "“A” climbs the 12 % hill and “B” and “C” climb it with a hard push."),
        ([EASY, EASY, PUSH], "“A” and “B” climb the 12 % hill and “C” climbs it with a hard push."),
        ([JUST], "“A” climbs the 12 % hill only just, with its motor."),
        ([JUST, JUST], "Both climb the 12 % hill only just, with their motors."),
        (
            [HELPED, PUSH, JUST],
            "“A” climbs the 12 % hill, “B” climbs it with a hard push and “C” climbs it only just, with its "
            "motor.",
        ),
        ([NO, NO, NO], "None of the 3 climbs the 12 % hill."),
        ([NO], "It does not climb the 12 % hill."),
    ],
)
def test_who_climbs(verdicts, words):
    assert said(*verdicts).startswith(words)


@pytest.mark.parametrize(
    ("metres", "lost"), [(1.941, "below"), (1.942, None), (4.0, None), (8.239, None), (8.241, "above")]
)
def test_a_stepless_span_holds_a_gear_within_three_percent_of_its_ends(metres, lost):
    # From 2 to 8 m, and 3 % to either side: 1.9417 and 8.24.
    assert _in_spans(0, metres, [(2.0, 8.0)]).lost == lost
    assert _in_spans(0, 4.0, [(2.0, 3.0), (5.0, 8.0)]).lost == "between"


def test_where_all_lack_power_no_gear_is_to_blame():
    weak = [Summed(name, NO, None, True, too_weak=True) for name in "AB"]
    why = "your power is too little for it, whatever the gear."
    assert comparison_says(weak, JOB, Wants()) == f"None of the 2 climbs the 12 % hill: {why}"
    assert comparison_says(weak[:1], JOB, Wants()) == f"It does not climb the 12 % hill: {why}"
    by_gears = Summed("C", NO, None, True)
    assert comparison_says([*weak, by_gears], JOB, Wants()) == "None of the 3 climbs the 12 % hill."
