"""Figures for drafts: nothing is read from the store and nothing is saved."""

from typing import Annotated

from fastapi import Query, Response

from kettledrum.api.asked import OfOneSetup
from kettledrum.api.routing import routed
from kettledrum.core.fit.page import FitPage, fit_page
from kettledrum.core.gearing.gear_table import GearTable, gear_table
from kettledrum.core.home_built.result import DriveResult, drive_named, worked_out
from kettledrum.core.inside.gears import Gears
from kettledrum.core.inside.internals import Internals, internals
from kettledrum.core.inside.quick_entry import GearEntry, UnderstoodGears, understand
from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.job.known_climb import KnownClimb, KnownPower, known_power
from kettledrum.core.job.starting_points import StartingPoints, starting_points
from kettledrum.core.job.starting_values import USUAL_MASS_KG, Start, starting_values
from kettledrum.core.lineup.comparison import Comparison, compare
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.usual_care import UsualCare, usual_care
from kettledrum.core.terms.quantities import CadenceBand, Model, Name

router = routed("calculate", "/calculate")


BodyMass = Annotated[float, Query(ge=15, le=300, description="The rider's mass in kg.")]


class GearTableRequest(Model):
    """A setup and the cadences in rpm, low and high, to work its gears out at."""

    setup: Setup
    cadence_rpm: CadenceBand


@router.post("/gears")
def calculate_gears(draft: GearTableRequest) -> GearTable:
    """The gear table of one setup."""
    return gear_table(draft.setup, draft.cadence_rpm)


@router.post("/internals")
def calculate_internals(gears: Gears) -> Internals:
    """What is inside a hub or gearbox, in every gear."""
    return internals(gears)


@router.post("/gear-entry")
def understand_gears(entry: GearEntry) -> UnderstoodGears:
    """Gears from a list, steps, ends or a count on the bench, as they are understood."""
    return understand(entry)


@router.post("/compare", response_model=Comparison)
def calculate_comparison(brief: Brief) -> Response:
    """Every setup of a brief, side by side.

    It is asked for at every key that is typed: validating what was just worked out would take twice as long.
    """
    return Response(compare(brief).model_dump_json(), media_type="application/json")


@router.post("/fit")
def calculate_fit(asked: OfOneSetup) -> FitPage:
    """Everything that must go together for one setup of a brief, on the rider's frame."""
    return fit_page(asked.brief, asked.meant)


class HomeBuiltRequest(Model):
    """A need, and the name of the drive in it that is meant."""

    need: Need
    name: Name


@router.post("/home-built")
def calculate_home_built(asked: HomeBuiltRequest) -> DriveResult:
    """A home-built drive of a need: its speed, push and slope, and what its parts must bear."""
    return worked_out(asked.need, drive_named(asked.need, asked.name))


@router.get("/starting-values")
def list_starting_values(mass_kg: BodyMass = USUAL_MASS_KG) -> list[Start]:
    """Figures to start a job from, for each use."""
    return starting_values(mass_kg)


@router.get("/starting-points", response_model_exclude_unset=True)
def list_starting_points() -> StartingPoints:
    """What new setups, motors and home-built drives may start from."""
    return starting_points()


@router.post("/usual-care")
def offer_upkeep(setup: Setup) -> list[UsualCare]:
    """Upkeep that is usual for the parts of a setup that have none of their own, to be taken or left."""
    return usual_care(setup)


@router.post("/known-climb")
def estimate_power(climb: KnownClimb) -> KnownPower:
    """A rider's power from a climb that they know."""
    return known_power(climb)
