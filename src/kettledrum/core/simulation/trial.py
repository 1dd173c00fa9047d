"""A ride simulated in steps of time and what came of it: cadence, gear and speed from start to stop."""

from pydantic import BaseModel

from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.parts.setup import Setup
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import Course, trial_course
from kettledrum.core.simulation.energy_books import Books
from kettledrum.core.simulation.says import trial_says
from kettledrum.core.terms.assumed import Assumed

SAMPLE_S = 0.5
"""The trial is drawn from samples so far apart."""
LONGEST_S = 3600.0
"""A trial that has not ended by then is cut off."""


class Energies(BaseModel):
    """Where the energy of a ride came from and where it went, in J. See `Books`."""

    rider_j: float
    battery_j: float
    drive_j: float
    motors_j: float
    air_j: float
    tyres_j: float
    height_j: float
    brakes_j: float
    returned_j: float


class Shift(BaseModel):
    """A shift made: when in s and where in m, on which grade, at which speed, from which gear to which.

    It `hunts` where it took back the one before it within three seconds on the same slope: where a hill has
    begun since, the gears follow the road.
    """

    time_s: float
    at_m: float
    grade: float
    speed_kmh: float
    before: str
    after: str
    hunts: bool


class Trial(BaseModel):
    """A ride in samples half a second apart, and how well its gears followed.

    `cadence_rpm` is 0 while the feet rest, `gear` the label, nothing on a stepless path, whose
    `development_m` changes all the time. `low_rpm` to `high_rpm` are the cadences at which nothing is
    changed, around `set_rpm`; `kept` is the share of the pedalling time that was spent between them.
    `changes` are the shifts between definite gears. `battery` is the share that is left, null where none is
    known. `says` tells in a few sentences how it went.
    """

    low_rpm: float
    set_rpm: float
    high_rpm: float
    automatic: bool
    stepless: bool
    time_s: list[float]
    at_m: list[float]
    elevation_m: list[float]
    speed_kmh: list[float]
    cadence_rpm: list[float]
    gear: list[str]
    development_m: list[float]
    rider_w: list[float]
    motor_w: list[float]
    walking: list[bool]
    coasts_from_m: float | None
    shifts: int
    hunts: int
    changes: list[Shift]
    kept: float | None
    walked_s: float
    battery: float | None
    energies: Energies
    assumed: list[Assumed]
    says: str = ""


HUNTS_WITHIN_S = 3.0
SAME_SLOPE = 0.01
"""Grades no further apart than this are one slope."""
Sample = tuple[float, float, float, float, float, str, float, float, float, bool]


def trial(brief: Brief, setup: Setup) -> Trial:
    """Start, climb, coast and stop with one setup of a brief. See `trial_course` and docs/method.md."""
    course = trial_course(conditions(brief).steepest)
    return simulated(brief, setup, course)


def simulated(brief: Brief, setup: Setup, course: Course) -> Trial:
    """A setup of a brief simulated on a course until it stands at its end, or for an hour at most."""
    # Imported here, since the server starts without the arrays that only roads need.
    from kettledrum.core.simulation.pace import pushed

    bike = SimulatedBike(brief, setup, course)
    bike.pace = pushed(brief, setup, course)
    band = bike.shifter.band
    samples: list[Sample] = []
    changes: list[Shift] = []
    kept = pedalled = 0
    before, following = bike.shifter.label, 0.0
    while not bike.done and bike.time_s < LONGEST_S:
        if bike.time_s >= following:
            following += SAMPLE_S
            samples.append(_sample(bike))
        bike.step()
        if bike.cadence_rpm > 0:
            pedalled += 1
            kept += band.low_rpm * (1 - 1e-3) <= bike.cadence_rpm <= band.high_rpm * (1 + 1e-3)
        if bike.shifter.label != before:
            changes.append(_shift(bike, before, changes[-1] if changes else None))
            before = bike.shifter.label
    samples.append(_sample(bike))
    columns = [list(column) for column in zip(*samples, strict=True)]
    found = Trial.model_construct(
        low_rpm=band.low_rpm,
        set_rpm=band.set_rpm,
        high_rpm=band.high_rpm,
        automatic=setup.shifting is not None,
        stepless=bike.table.stepless,
        time_s=columns[0],
        at_m=columns[1],
        elevation_m=columns[2],
        speed_kmh=columns[3],
        cadence_rpm=columns[4],
        gear=columns[5],
        development_m=columns[6],
        rider_w=columns[7],
        motor_w=columns[8],
        walking=columns[9],
        coasts_from_m=_rests_from(course),
        shifts=bike.shifter.shifts,
        hunts=sum(each.hunts for each in changes),
        changes=changes,
        kept=kept / pedalled if pedalled else None,
        walked_s=bike.walked_s,
        battery=bike.battery_share,
        energies=_energies(bike.books),
        assumed=bike.job.assumed,
    )
    found.says = trial_says(found, arrived=bike.done)
    return found


def _sample(bike: SimulatedBike) -> Sample:
    return (
        round(bike.time_s, 2),
        round(bike.at_m, 2),
        round(bike.elevation_m, 2),
        round(bike.speed_mps * 3.6, 3),
        round(bike.cadence_rpm, 2),
        bike.shifter.label,
        round(bike.shifter.development_m, 4),
        round(bike.rider_w, 1),
        round(bike.motor_w, 1),
        bike.walking,
    )


def _rests_from(course: Course) -> float | None:
    return next(
        (course.distance_m[step] for step, rests in enumerate(course.coasts) if rests),
        None,
    )


def _shift(bike: SimulatedBike, before: str, last: Shift | None) -> Shift:
    after, grade = bike.shifter.label, bike.grade
    taken_back = last is not None and last.before == after and bike.time_s - last.time_s <= HUNTS_WITHIN_S
    return Shift(
        time_s=round(bike.time_s, 2),
        at_m=round(bike.at_m, 1),
        grade=round(grade, 4),
        speed_kmh=round(bike.speed_mps * 3.6, 2),
        before=before,
        after=after,
        hunts=taken_back and last is not None and abs(grade - last.grade) <= SAME_SLOPE,
    )


def _energies(books: Books) -> Energies:
    return Energies(**{key: getattr(books, key) for key in Energies.model_fields})
