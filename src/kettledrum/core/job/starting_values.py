"""Figures to start a job from, by what the bicycle is for; each says where it comes from."""

from typing import Literal, NamedTuple

from pydantic import BaseModel

from kettledrum.core.job.brief import Rider
from kettledrum.core.job.load import Load
from kettledrum.core.job.road import Posture, Road, Surface, SurfaceShare
from kettledrum.core.job.wants import Wants

Use = Literal["commuting", "road touring", "off-road touring", "cargo", "errands"]
USUAL_MASS_KG = 75.0

_POWER = (
    "{all_day} W a kilogram of body held for hours, {minute} for a minute: between what Wilson & Schmidt "
    "(Bicycling Science, ch. 2) give for healthy people and for trained ones"
)
_CADENCE = "cadences that untrained riders keep by themselves, after the same chapter"
_CARRIED = "what is usually carried, by our own estimate: weigh yours"
_SURFACES = "our own guess at the road; coefficients in the order of magnitude of the same book, ch. 6"
_POSTURE = "how one sits for this; drag areas after the same book, ch. 5"
_LOWEST = "what riders who go by gear inches take for this"


class Why(BaseModel):
    """The places of some figures, and where these come from."""

    places: list[str]
    why: str


class Start(BaseModel):
    """What to start from for a use. The rider's mass is not a figure to start from but was given."""

    use: Use
    rider: Rider
    load: Load
    road: Road
    wants: Wants
    because: list[Why]


def starting_values(mass_kg: float = USUAL_MASS_KG) -> list[Start]:
    """Figures for each use, for a rider of a mass in kg."""
    return [
        _start(_Usual("commuting", 1.6, 3.5, 16, 5, {"asphalt": 0.9, "gravel": 0.1}, "relaxed", 30), mass_kg),
        _start(
            _Usual(
                "road touring", 1.5, 3.5, 15, 18,
                {"asphalt": 0.7, "rough asphalt": 0.3}, "leaning forward", 25,
            ),
            mass_kg,
        ),
        _start(
            _Usual(
                "off-road touring", 1.6, 3.6, 15, 14,
                {"gravel": 0.5, "loose gravel": 0.3, "earth": 0.2}, "relaxed", 18,
            ),
            mass_kg,
        ),
        _start(_Usual("cargo", 1.4, 3.2, 35, 60, {"asphalt": 1}, "upright", 22), mass_kg),
        _start(_Usual("errands", 1.2, 3, 17, 8, {"asphalt": 0.8, "gravel": 0.2}, "upright", 30), mass_kg),
    ]  # fmt: skip


class _Usual(NamedTuple):
    """What is usual for a use: power in W for each kg of the rider, all day and for a minute; masses in kg;
    the shares of surfaces; how one sits; the lowest gear in inches.
    """

    use: Use
    all_day_w_kg: float
    minute_w_kg: float
    bike_kg: float
    cargo_kg: float
    surfaces: dict[Surface, float]
    posture: Posture
    gear_inches: float


def _start(usual: _Usual, mass_kg: float) -> Start:
    all_day, minute = usual.all_day_w_kg, usual.minute_w_kg
    return Start(
        use=usual.use,
        rider=Rider(
            mass_kg=mass_kg,
            power_w=_round(all_day * mass_kg),
            burst_w=_round(minute * mass_kg),
            cadence_rpm=(60, 90),
        ),
        load=Load(bike_kg=usual.bike_kg, cargo_kg=usual.cargo_kg),
        road=Road(
            surfaces=[
                SurfaceShare(surface=surface, share=share) for surface, share in usual.surfaces.items()
            ],
            posture=usual.posture,
        ),
        wants=Wants(lowest_gear_inches=usual.gear_inches),
        because=[
            Why(
                places=["rider.power_w", "rider.burst_w"],
                why=_POWER.format(all_day=f"{all_day:g}", minute=f"{minute:g}"),
            ),
            Why(places=["rider.cadence_rpm"], why=_CADENCE),
            Why(places=["load.bike_kg", "load.cargo_kg"], why=_CARRIED),
            Why(places=["road.surfaces"], why=_SURFACES),
            Why(places=["road.posture"], why=_POSTURE),
            Why(places=["wants.lowest_gear_inches"], why=_LOWEST),
        ],
    )


def _round(power_w: float) -> float:
    """To five watts: no more is known."""
    return max(5 * round(power_w / 5), 5)
