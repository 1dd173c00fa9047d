"""A drive built at home: salvaged motors, sprockets in a row, a wheel, and the shafts that carry it all."""

import math
from typing import Annotated

from pydantic import Field, model_validator

from kettledrum.core.parts.fitting import PitchMm
from kettledrum.core.parts.materials import MATERIALS, THREAD_NOTCH, Material, MaterialName
from kettledrum.core.parts.motor import (
    USUAL_EFFICIENCY,
    Ampere,
    Battery,
    Count,
    MotorRpm,
    MotorTorqueNm,
    Volt,
)
from kettledrum.core.terms.quantities import Efficiency, Model, Name, SpeedKmh, Teeth, Within, refused

MOST_STAGES = 6
USUAL_SHOCK, USUAL_SAFETY, USUAL_STAGE_EFFICIENCY = 1.5, 2.0, 0.96
MOST_SPEED_KMH = 100.0
"""A home-built drive that turned its wheel faster is a slip of the pen."""

DriveMassKg = Annotated[float, Within(1, 1000, unit="kg")]
WheelMm = Annotated[float, Within(50, 1500, unit="mm")]
Mm = Annotated[float, Within(0, 2000, above=True, unit="mm")]
PlaceMm = Annotated[float, Within(-2000, 2000, unit="mm")]
MegaPascal = Annotated[float, Within(0, 3000, above=True, unit="MPa")]
Newton = Annotated[float, Within(0, 1_000_000, above=True, unit="N")]
Factor = Annotated[float, Within(1, 20)]


class Salvaged(Model):
    """Salvaged motors, `count` of one kind on a shaft.

    `rpm` is how fast each turns when it gives what is said of it: its torque, or the voltage and current that
    it then draws, of which `efficiency` comes out. Raises where neither is known.
    """

    name: Name | None = None
    count: Count = 1
    rpm: MotorRpm
    torque_nm: MotorTorqueNm | None = None
    voltage_v: Volt | None = None
    current_a: Ampere | None = None
    efficiency: Efficiency | None = None

    @model_validator(mode="after")
    def _can_turn(self) -> "Salvaged":
        if self.torque_nm is None and (self.voltage_v is None or self.current_a is None):
            raise refused("is missing: give the torque, or volts and amps", "torque_nm")
        return self

    @property
    def each_nm(self) -> float:
        """The torque of one motor in Nm: that stated, or η·U·I / ω."""
        if self.torque_nm is not None:
            return self.torque_nm
        assert self.voltage_v is not None
        assert self.current_a is not None
        return (self.efficiency or USUAL_EFFICIENCY) * self.voltage_v * self.current_a / self.omega

    @property
    def omega(self) -> float:
        """Radians a second."""
        return self.rpm * math.pi / 30

    @property
    def out_w(self) -> float:
        """The power of all of them at their shaft, in W."""
        return self.count * self.each_nm * self.omega

    @property
    def in_w(self) -> float:
        """What all of them draw, in W: volts times amps, or what comes out by the efficiency."""
        if self.voltage_v is not None and self.current_a is not None:
            return self.count * self.voltage_v * self.current_a
        return self.out_w / (self.efficiency or USUAL_EFFICIENCY)

    @property
    def assumes(self) -> bool:
        """Whether a usual efficiency stands for want of one."""
        known = self.torque_nm is not None and self.voltage_v is not None and self.current_a is not None
        return self.efficiency is None and not known


class Shaft(Model):
    """A round shaft on two bearings, and what pulls at it.

    It stands `after` so many stages: 0 is the motors' own, the last one turns the wheel. Places are measured
    from the first bearing along it, before it where negative: of the sprocket that drives it, of the one that
    it drives, and of the wheel, which bears `load_kg`. `notch` is how much a keyway, a thread or a drilled
    hole raises the stress, that of a threaded rod's thread unless given; `bearing_static_n` the static load
    rating of one bearing.
    """

    after: Annotated[int, Within(0, MOST_STAGES, whole=True)]
    diameter_mm: Annotated[float, Within(1, 200, unit="mm")]
    span_mm: Mm
    driven_at_mm: PlaceMm | None = None
    driving_at_mm: PlaceMm | None = None
    load_at_mm: PlaceMm | None = None
    load_kg: DriveMassKg | None = None
    material: MaterialName | None = None
    yield_mpa: MegaPascal | None = None
    notch: Factor | None = None
    bearing_static_n: Newton | None = None

    @model_validator(mode="after")
    def _load_has_a_place(self) -> "Shaft":
        if (self.load_kg is None) != (self.load_at_mm is None):
            missing = "load_at_mm" if self.load_at_mm is None else "load_kg"
            raise refused("is missing: a load goes with its place", missing)
        return self

    @property
    def made_of(self) -> Material | None:
        """What is known of its material."""
        return MATERIALS[self.material] if self.material else None

    @property
    def threaded(self) -> bool:
        """Whether it is a threaded rod, which bears with its core alone."""
        return self.made_of is not None and self.made_of.threaded

    def strength_mpa(self, diameter_mm: float) -> float | None:
        """The yield strength in MPa at a diameter: its own, its material's, or None."""
        if self.yield_mpa is not None:
            return self.yield_mpa
        return self.made_of.yield_mpa(diameter_mm) if self.made_of else None

    @property
    def raises_stress(self) -> float:
        """How much stress is raised: its own notch, that of a thread, or none."""
        if self.notch is not None:
            return self.notch
        return THREAD_NOTCH if self.threaded else 1.0


class HomeBuilt(Model):
    """A home-built drive.

    `stages` are pairs of driving and driven teeth in a row from the motors to the wheel, none where the
    motors sit on its axle. `sprockets` are those to hand, each as often as it is there. `mass_kg` is all
    that moves, that of the job unless given. `pitch_mm` and `breaking_n` are the chains'; `wire_m` is how far
    the battery lies from the motors. `safety` is how far a shaft's stress must stay below its yield, `shock`
    by how much jerks exceed the steady pull. Raises for a wheel that would turn faster than sense, and for
    shafts and sprockets that the stages have no place for.
    """

    name: Name
    motor: Salvaged
    stages: Annotated[list[tuple[Teeth, Teeth]], Field(max_length=MOST_STAGES)] | None = None
    wheel_mm: WheelMm
    wanted_kmh: SpeedKmh | None = None
    mass_kg: DriveMassKg | None = None
    sprockets: Annotated[list[Teeth], Field(min_length=2, max_length=60)] | None = None
    stage_efficiency: Efficiency | None = None
    pitch_mm: PitchMm | None = None
    breaking_n: Newton | None = None
    battery: Battery | None = None
    wire_m: Annotated[float, Within(0, 50, above=True, unit="m")] | None = None
    safety: Factor | None = None
    shock: Factor | None = None
    shafts: Annotated[list[Shaft], Field(max_length=MOST_STAGES + 1)] | None = None

    @property
    def product(self) -> float:
        """Turns of the wheel for one of the motors."""
        return math.prod(driving / driven for driving, driven in self.stages or [])

    @property
    def direct_kmh(self) -> float:
        """How fast the wheel would go on the motors' own shaft: rpm × circumference."""
        return self.motor.rpm * 60 * math.pi * self.wheel_mm / 1_000_000

    @property
    def geared_kmh(self) -> float:
        """How fast it goes through the stages."""
        return self.direct_kmh * self.product

    @model_validator(mode="after")
    def _stays_within_sense(self) -> "HomeBuilt":
        if self.geared_kmh > MOST_SPEED_KMH:
            raise refused(
                f"would take the wheel to {self.geared_kmh:.0f} km/h; at most {MOST_SPEED_KMH:g} km/h is "
                "worked with here",
                "stages",
            )
        return self

    @model_validator(mode="after")
    def _shafts_have_their_place(self) -> "HomeBuilt":
        last = len(self.stages or [])
        for place, shaft in enumerate(self.shafts or []):
            where = f"shafts[{place}]"
            if shaft.after > last:
                raise refused(f"must be at most {last}, the stages there are", f"{where}.after")
            if shaft.driven_at_mm is not None and shaft.after == 0:
                raise refused("is driven by the motors, not by a sprocket", f"{where}.driven_at_mm")
            if shaft.driving_at_mm is not None and shaft.after == last:
                raise refused("drives no sprocket: the wheel sits on it", f"{where}.driving_at_mm")
        return self
