"""The quick question answered: will it climb here, is it fast enough, how far, and what else would do."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from kettledrum.core.effort.climb import ridden
from kettledrum.core.effort.says import climb_says, ridden_in_words, speed_says
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.route import Route
from kettledrum.core.job.starting_values import starting_values
from kettledrum.core.job.wants import Wants
from kettledrum.core.lineup.climbs_to import climbs_to
from kettledrum.core.lineup.comparison import ComparedSetup, compare
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.motors.on_pitch import on_pitch
from kettledrum.core.motors.range import setup_ranges
from kettledrum.core.motors.says import on_pitch_says
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.quick.advertised import Advertised, advertised
from kettledrum.core.quick.also import also_in_the_shop
from kettledrum.core.quick.landscape import Hills, hills_of
from kettledrum.core.quick.question import QuickQuestion
from kettledrum.core.quick.result import OnHill, QuickAnswer
from kettledrum.core.roads.profile import profile, steepest_pitches
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import listed, percent, way
from kettledrum.core.terms.validation import validate

_USE = "commuting"
"""The use whose usual figures stand for a rider of whom only the mass is known."""
_SHOWN_GRADES = (0.03, 0.05, 0.07, 0.09, 0.12, 0.15)
_OVER_M = 100.0
"""Of a road that is brought along, its steepest 100 m are the hill."""


def quick_answer(question: QuickQuestion, parts: Sequence[Part] = ()) -> QuickAnswer:
    """Answers a question with the parts of a shelf.

    Raises InvalidInput that names the field: a line that holds no bicycle, a place that is no landscape, a
    power for a minute below that of all day; together, where several are wrong.
    """
    problems: list[Problem] = []
    bike: Advertised | None = None
    hills: Hills | None = None
    try:
        bike = advertised(question.bike, parts)
    except InvalidInput as error:
        problems += error.problems
    try:
        hills = _of_road(question.route) if question.route else hills_of(question.where)
    except InvalidInput as error:
        problems += error.problems
    if bike is None or hills is None:
        raise InvalidInput(problems)
    brief = _brief(question, bike, hills)
    job, wants = conditions(brief), brief.wants or Wants()
    compared = compare(brief).setups[0]
    setup = brief.setups[0]
    with_motor = on_pitch_says(compared.motor.on_pitch, job) if compared.motor else None
    fast = speed_says(compared.flat, compared.top, wants, with_motor=compared.motor is not None)
    return QuickAnswer(
        says=_asked(with_motor, compared) if with_motor else climb_says(compared.climb, job, asked=True),
        also_says=f"{fast}{_how_far(brief, question.route)}",
        grade=hills.grade,
        length_m=hills.length_m,
        taken=bike.taken,
        left_out=bike.left_out,
        assumed=_assumed(brief),
        brief=brief,
        setup=compared,
        hills=[_on_hill(setup, job, grade) for grade in sorted({*_SHOWN_GRADES, hills.grade})],
        climbs_to=climbs_to(setup, job),
        also=also_in_the_shop(brief, compared, parts, lambda each: climbs_to(each, job)),
    )


def _asked(with_motor: str, compared: ComparedSetup) -> str:
    verdict = verdict_with_motor(compared.climb.verdict, compared.motor.on_pitch if compared.motor else None)
    yes = "No" if verdict == "fails" else "Yes"
    return f"{yes}. {with_motor}"


def _how_far(brief: Brief, route: Route | None) -> str:
    """How far its battery goes, where the line names one: over one's road, or ground as hilly as was said."""
    [ranges] = setup_ranges(brief, [route] if route else [])
    return f" {ranges.says}" if ranges.levels else ""


def _of_road(route: Route) -> Hills:
    pitches = [pitch for pitch in steepest_pitches(profile(route)) if pitch.grade > 0]
    if not pitches:
        return Hills(0.0, _OVER_M)
    pitch = min(pitches, key=lambda each: abs(each.over_m - _OVER_M))
    return Hills(round(pitch.grade, 4), pitch.over_m)


def _brief(question: QuickQuestion, bike: Advertised, hills: Hills) -> Brief:
    usual = next(start for start in starting_values(question.mass_kg) if start.use == _USE)
    rider = usual.rider.model_dump(mode="json", exclude_unset=True)
    if question.power_w is not None:
        rider["power_w"] = question.power_w
        rider["burst_w"] = max(rider["burst_w"], question.power_w)
    if question.burst_w is not None:
        rider["burst_w"] = question.burst_w
    said_kg = bike.mass_kg if question.bike_kg is None else question.bike_kg
    bike_kg = usual.load.bike_kg if said_kg is None else said_kg
    road = {**usual.road.model_dump(mode="json", exclude_unset=True), "steepest": hills.grade}
    road["steepest_m"] = hills.length_m
    if question.route:
        road["routes"] = [question.route.model_dump(mode="json", exclude_unset=True)]
    data: dict[str, Any] = {
        "format": "kettledrum-brief/1",
        "name": question.route.name if question.route else f"A quick question: {question.where.strip()}",
        "rider": rider,
        "load": {"bike_kg": bike_kg, "cargo_kg": question.carried_kg or 0},
        "road": road,
        "setups": [bike.setup.model_dump(mode="json", exclude_unset=True)],
        # Gone on with as a job, others are held against it.
        "reference": bike.setup.name,
    }
    if question.top_kmh is not None:
        data["wants"] = {"top_kmh": question.top_kmh}
    try:
        return validate(Brief, data)
    except InvalidInput as error:
        raise InvalidInput([_at_its_field(problem, question) for problem in error.problems]) from error


def _at_its_field(problem: Problem, question: QuickQuestion) -> Problem:
    """A problem of the job at the field of the question that it came from."""
    last = problem.where.rpartition(".")[2]
    if last == "bike_kg" and question.bike_kg is None:
        return Problem("bike", f"says a mass of the bicycle that {problem.what}")
    if last == "cargo_kg":
        return Problem("carried_kg", problem.what)
    return Problem(last if last in QuickQuestion.model_fields else "bike", problem.what)


def _assumed(brief: Brief) -> str:
    rider, load, road = brief.rider, brief.load, brief.road
    assert load is not None
    assert road is not None
    surfaces = listed([f"{each.surface} on {percent(each.share)}" for each in road.surfaces or []])
    hill = f"a hill of {percent(road.steepest or 0)}, {way(road.steepest_m or 0)} long"
    low, high = rider.cadence_rpm
    return (
        f"{hill}; {rider.power_w:g} W held all day and {rider.burst_w:g} W for a minute, a bicycle of "
        f"{load.bike_kg:g} kg, {low:g} to {high:g} turns a minute, {surfaces}"
    )


def _on_hill(setup: Setup, job: Conditions, grade: float) -> OnHill:
    there = replace(job, steepest=grade)
    table = gear_table(setup, job.cadence_rpm)
    motors = on_pitch(setup, table, there)
    if motors is not None:
        if motors.walking:
            return _on_foot(grade)
        if motors.outruns:
            return OnHill(
                grade=grade,
                speed_kmh=motors.speed_kmh,
                cadence_rpm=None,
                gear=None,
                state="coasting",
                says=f"{motors.speed_kmh:.0f} km/h, motor alone",
            )
        shown = f", gear {motors.gear}" if motors.gear else ""
        return OnHill(
            grade=grade,
            speed_kmh=motors.speed_kmh,
            cadence_rpm=motors.cadence_rpm,
            gear=motors.gear,
            state="grinding" if motors.grinding else "holds",
            says=f"{motors.speed_kmh:.0f} km/h, {motors.cadence_rpm:.0f} rpm{shown}",
        )
    found = ridden(table, ladder(table, table.ridden), path_efficiency(setup.path), there)
    at = found.climb.on_steepest
    assert at is not None
    if at.state == "walking":
        return _on_foot(grade)
    return OnHill(
        grade=grade,
        speed_kmh=at.speed_kmh,
        cadence_rpm=at.cadence_rpm,
        gear=at.gear,
        state="grinding" if found.climb.verdict == "fails" else "holds",
        says=ridden_in_words(at),
    )


def _on_foot(grade: float) -> OnHill:
    return OnHill(grade=grade, speed_kmh=None, cadence_rpm=None, gear=None, state="walking", says="on foot")
