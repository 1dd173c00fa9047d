"""A course by hand: its elevation between its corners, and the step that a place lies in."""

import pytest

from kettledrum.core.job.route import Leg
from kettledrum.core.simulation.course import of_legs, trial_course


def test_elevation_runs_straight_between_corners():
    course = of_legs([(Leg(length_m=100, grade=0.1), False), (Leg(length_m=200, grade=-0.05), True)])
    top = course.elevation_m[1]
    assert top == pytest.approx(100 * 0.1 / (1 + 0.1**2) ** 0.5)
    assert course.elevation_at(25, 0) == pytest.approx(top / 4)
    assert course.elevation_at(0, 0) == 0
    assert course.elevation_at(100, 0) == pytest.approx(top)
    # Beyond its end a step goes no farther.
    assert course.elevation_at(150, 0) == pytest.approx(top)
    assert course.elevation_at(200, 1) == pytest.approx((top + course.elevation_m[2]) / 2)
    assert [course.step_at(at) for at in (0, 99, 100, 299, 300, 999, -5)] == [0, 0, 1, 1, 1, 1, 0]
    assert course.step_at(150, near=1) == 1
    assert course.step_at(50, near=1) == 0


@pytest.mark.parametrize(("steepest", "climb"), [(None, 0.05), (0.03, 0.03), (0.05, 0.05), (0.12, 0.05)])
def test_the_trial_climbs_no_more_than_the_job_and_no_more_than_a_twentieth(steepest, climb):
    course = trial_course(steepest)
    assert course.distance_m[-1] == 900
    assert max(course.grade) == climb
    assert min(course.grade) == -0.05
    top = course.elevation_at(300, course.step_at(300))
    assert top == pytest.approx(200 * climb / (1 + climb**2) ** 0.5)
