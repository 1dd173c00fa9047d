"""The road of a job: what it is made of, the air over it, and its steepest pitch."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from kettledrum.core.terms.quantities import Model, Within, refused

Surface = Literal[
    "smooth asphalt", "asphalt", "rough asphalt", "gravel", "loose gravel", "earth", "sand", "snow"
]
Posture = Literal["upright", "relaxed", "leaning forward", "low"]

ROLLING: dict[Surface, float] = {
    "smooth asphalt": 0.004,
    "asphalt": 0.006,
    "rough asphalt": 0.008,
    "gravel": 0.011,
    "loose gravel": 0.02,
    "earth": 0.025,
    "sand": 0.06,
    "snow": 0.04,
}
"""Coefficients of rolling resistance to start from, for touring tyres at sensible pressures; the tyre
decides.

In the order of magnitude of the tables in Wilson & Schmidt, *Bicycling Science*, 4th ed., ch. 6.
"""
DRAG_M2: dict[Posture, float] = {"upright": 0.65, "relaxed": 0.55, "leaning forward": 0.42, "low": 0.33}
"""Drag areas CdA in m² of a rider with bags to start from, after Wilson & Schmidt, ch. 5."""
GRIP: dict[Surface, float] = {
    "smooth asphalt": 0.8,
    "asphalt": 0.8,
    "rough asphalt": 0.8,
    "gravel": 0.5,
    "loose gravel": 0.35,
    "earth": 0.4,
    "sand": 0.3,
    "snow": 0.2,
}
"""Shares of the load on a tyre that it can push with before it slips, to start from."""

Rolling = Annotated[float, Within(0.001, 0.3)]
DragM2 = Annotated[float, Within(0.05, 3, unit="m²")]
WindKmh = Annotated[float, Within(-60, 60, unit="km/h")]
AltitudeM = Annotated[float, Within(-450, 6000, unit="m")]
TemperatureC = Annotated[float, Within(-40, 50, unit="°C")]
Pitch = Annotated[float, Within(0, 0.6)]
PitchM = Annotated[float, Within(1, 50_000, unit="m")]
Share = Annotated[float, Within(0, 1, above=True)]
_WHOLE = 0.005


class SurfaceShare(Model):
    """A surface, and the share of the road's length that has it."""

    surface: Surface
    share: Share


class Road(Model):
    """The road and the air over it.

    Rolling resistance as a coefficient `crr`, or from the shares of its length that each of the `surfaces`
    has; drag as an area `cda_m2`, or from the rider's `posture`. Wind in km/h, against the rider where
    positive; altitude in m; temperature in °C; `steepest` the steepest pitch as rise over run, `steepest_m`
    long.
    """

    crr: Rolling | None = None
    surfaces: Annotated[list[SurfaceShare], Field(min_length=1, max_length=20)] | None = None
    cda_m2: DragM2 | None = None
    posture: Posture | None = None
    wind_kmh: WindKmh | None = None
    altitude_m: AltitudeM | None = None
    temperature_c: TemperatureC | None = None
    steepest: Pitch | None = None
    steepest_m: PitchM | None = None

    @model_validator(mode="after")
    def _is_said_once(self) -> "Road":
        if self.crr is not None and self.surfaces is not None:
            raise refused("goes without surfaces: rolling resistance is said by one of them", "crr")
        if self.cda_m2 is not None and self.posture is not None:
            raise refused("goes without posture: drag is said by one of them", "cda_m2")
        if self.surfaces is not None:
            total = sum(each.share for each in self.surfaces)
            if abs(total - 1) > _WHOLE:
                raise refused(f"must have shares that add up to 1; these add up to {total:.3g}", "surfaces")
        return self
