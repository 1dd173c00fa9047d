"""How gears change by themselves: what holds the cadence, and when a shift may happen."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool, model_validator

from kettledrum.core.terms.quantities import CadenceRpm, Model, SpeedKmh, Within, refused

USUAL_DEAD_BAND_RPM = 8.0
USUAL_SHIFT_S = 0.4
USUAL_SPAN_S = 3.0
"""How long a stepless hub takes from one end to the other. Like the two above a round figure of ours, to be
replaced by what is measured of the drive."""

DeadBandRpm = Annotated[float, Within(0, 60, unit="rpm")]
ShiftS = Annotated[float, Within(0, 20, unit="s")]
StartGear = Annotated[int, Within(1, 400, whole=True)]


class Automatic(Model):
    """Gears that change by themselves.

    `by` the cadence, which they hold at `set_rpm` (the middle of the rider's band unless given) as long as it
    strays no farther than `dead_band_rpm` either way; or by the speed alone, at which it would be so, or at
    `speeds_kmh`, one for each shift from the lowest gear up. A shift takes `shift_s`; on a stepless path the
    way from end to end. `start_gear`, counted from the lowest, is taken at a stop. With `follows_coasting`
    they also go with the speed while the pedals rest; `at_dead_centres` makes each shift wait until the
    cranks stand upright, twice a turn. Raises for speeds that do not rise, or that go with the cadence.
    """

    by: Literal["cadence", "speed"] = "cadence"
    set_rpm: CadenceRpm | None = None
    dead_band_rpm: DeadBandRpm | None = None
    shift_s: ShiftS | None = None
    start_gear: StartGear | None = None
    speeds_kmh: Annotated[list[SpeedKmh], Field(min_length=1, max_length=399)] | None = None
    follows_coasting: StrictBool | None = None
    at_dead_centres: StrictBool | None = None

    @model_validator(mode="after")
    def _speeds_rise(self) -> "Automatic":
        speeds = self.speeds_kmh or []
        if speeds and self.by != "speed":
            raise refused("goes with gears that change by the speed", "speeds_kmh")
        for place in range(1, len(speeds)):
            if speeds[place] <= speeds[place - 1]:
                raise refused("must be faster than the shift before it", f"speeds_kmh[{place}]")
        return self
