"""Wheel sizes by what tyres are marked with, and roll-outs from what was measured."""

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel

from kettledrum.api.routing import routed
from kettledrum.core.parts.wheel import MeasuredRollout
from kettledrum.core.parts.wheel_sizes import WheelSizes, wheel_sizes

router = routed("wheels", "/wheels")

Like = Annotated[str, Query(max_length=80, description="A marking, a name or a part of one; empty for all.")]


class Rollout(BaseModel):
    """Millimetres forward for one turn of the wheel."""

    rollout_mm: float


@router.get("/sizes")
def list_wheel_sizes(like: Like = "") -> WheelSizes:
    """The sizes that a marking may mean."""
    return wheel_sizes(like)


@router.post("/rollout")
def measure_rollout(measured: MeasuredRollout) -> Rollout:
    """The roll-out from so many turns over a distance."""
    return Rollout(rollout_mm=measured.rollout_mm)
