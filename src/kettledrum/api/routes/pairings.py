"""Sprocket pairings of drafts, and two chains on one axle."""

from typing import Annotated

from fastapi import Response
from pydantic import Field, StrictBool, model_validator

from kettledrum.api.asked import OfOneSetup
from kettledrum.api.routing import routed
from kettledrum.core.chains.twin import TOLERANCE_MM, Twin, twins
from kettledrum.core.pairings.grid import Pairings, pairings
from kettledrum.core.parts.frame import ChainstayMm
from kettledrum.core.parts.stock import TeethChoice
from kettledrum.core.terms.quantities import Model, Within, refused

router = routed("pairings")

MOST_TWINS = 200
LONGEST_WAY_MM = 100.0
"""No axle can be set by more."""


class TwinChains(Model):
    """The teeth that can be had, the shortest and longest distance of the axles in mm; what is allowed."""

    front: TeethChoice
    rear: TeethChoice
    shortest_mm: ChainstayMm
    longest_mm: ChainstayMm
    tolerance_mm: Annotated[float, Within(0, 5, unit="mm")] = TOLERANCE_MM
    half_links: StrictBool = False

    @model_validator(mode="after")
    def _runs_one_way(self) -> "TwinChains":
        if not self.shortest_mm <= self.longest_mm <= self.shortest_mm + LONGEST_WAY_MM:
            raise refused(f"must be from the shortest distance to {LONGEST_WAY_MM:g} mm more", "longest_mm")
        return self


class TwinsFound(Model):
    """The best of all twins that fit, and how many there are."""

    count: int
    twins: Annotated[list[Twin], Field(max_length=MOST_TWINS)]


@router.post("/calculate/pairings", response_model=Pairings)
def calculate_pairings(asked: OfOneSetup) -> Response:
    """Every sprocket pairing of one setup of a brief, the best first.

    Hundreds of rows, written as they are: validating what was just worked out would take as long again.
    """
    found = pairings(asked.brief, asked.meant)
    return Response(found.model_dump_json(), media_type="application/json")


@router.post("/calculate/twin-chains")
def find_twin_chains(asked: TwinChains) -> TwinsFound:
    """Pairs of pairings whose chains both fit one position of the axle."""
    found = twins(
        asked.front,
        asked.rear,
        (asked.shortest_mm, asked.longest_mm),
        tolerance_mm=asked.tolerance_mm,
        half_links=asked.half_links,
    )
    return TwinsFound(count=len(found), twins=found[:MOST_TWINS])
