"""A motor: where its torque enters the path, what it gives at which speed, and how it helps the rider."""

import math
from bisect import bisect_right
from itertools import pairwise
from typing import Annotated, Literal, get_args

from pydantic import Field, Strict, StrictBool, model_validator

from kettledrum.core.parts.fitting import MassAt
from kettledrum.core.parts.stated import PartMassKg, Price
from kettledrum.core.parts.upkeep import Care
from kettledrum.core.terms.quantities import Efficiency, Model, Name, SpeedKmh, Teeth, Within, refused

MotorTorqueNm = Annotated[float, Within(0, 1000, above=True, unit="Nm")]
MotorPowerW = Annotated[float, Within(0, 20_000, above=True, unit="W")]
MotorRpm = Annotated[float, Within(0.01, 60_000, unit="rpm")]
Count = Annotated[int, Within(1, 12, whole=True)]
Ohm = Annotated[float, Within(0, 100, above=True, unit="Ω")]
NmPerA = Annotated[float, Within(0, 100, above=True, unit="Nm/A")]
Ampere = Annotated[float, Within(0, 1000, above=True, unit="A")]
Volt = Annotated[float, Within(0, 500, above=True, unit="V")]
EnergyWh = Annotated[float, Within(0, 20_000, above=True, unit="Wh")]
Share = Annotated[float, Within(0, 1, above=True)]
Help = Annotated[float, Within(0, 10)]
CurvePoint = tuple[Annotated[float, Strict()], Annotated[float, Strict()]]
StageNumber = Annotated[int, Within(0, 49, whole=True)]

USUAL_EFFICIENCY = 0.8
"""Of electrical power that comes out, where neither that nor the motor's constants are known."""
USUAL_USABLE = 0.9
"""Of a battery's energy that it gives before it switches itself off, where that is not stated."""
USUAL_LIMIT_C = 120.0
"""In °C: what windings bear, where that is not stated: class E of IEC 60085."""


MotorPlace = Literal["cranks", "gearbox", "rear hub", "front hub"]
MOTOR_PLACES: tuple[MotorPlace, ...] = get_args(MotorPlace)


class Before(Model):
    """Between the stages of a path: before the one of this number, counted from 0."""

    before: StageNumber


class HelpLevel(Model):
    """A level of assistance: so many times the rider's own power."""

    name: Name
    share: Help


class Assist(Model):
    """How a motor is called for: in proportion to the rider's power, by the torque on the pedals, or by hand.

    It stops at `cutoff_kmh`, fading away over the last `fade_kmh` before. `levels` are shares of the rider's
    power, 1 for as much again.
    """

    by: Literal["power", "torque", "throttle"] = "power"
    cutoff_kmh: SpeedKmh | None = None
    fade_kmh: Annotated[float, Within(0, 10, unit="km/h")] = 0
    levels: Annotated[list[HelpLevel], Field(min_length=1, max_length=8)] | None = None


class Battery(Model):
    """Its energy in Wh, the share of it that may be used, its voltage and the largest current it gives."""

    energy_wh: EnergyWh
    usable: Share | None = None
    voltage_v: Volt | None = None
    current_max_a: Ampere | None = None

    @property
    def usable_wh(self) -> float:
        """The energy in Wh that may be used, with the usual share where it is not stated."""
        return self.energy_wh * (USUAL_USABLE if self.usable is None else self.usable)


class Winding(Model):
    """The constants of a direct-current motor: resistance in Ω, torque for each ampere, current without
    load.
    """

    resistance_ohm: Ohm
    torque_constant_nm_a: NmPerA
    no_load_a: Annotated[float, Within(0, 100, unit="A")] | None = None

    @property
    def idle_a(self) -> float:
        """The current without load in A, none where it is not stated."""
        return self.no_load_a or 0.0


class Thermal(Model):
    """How a motor warms: the heat it takes up for a degree, the degrees above the air for each W it sheds,
    and the temperature in °C that its windings bear.
    """

    capacity_j_k: Annotated[float, Within(0, 100_000, above=True, unit="J/K")]
    resistance_k_w: Annotated[float, Within(0, 100, above=True, unit="K/W")]
    limit_c: Annotated[float, Within(40, 250, unit="°C")] | None = None

    @property
    def bears_c(self) -> float:
        """The temperature in °C that the windings bear, the usual one where it is not stated."""
        return USUAL_LIMIT_C if self.limit_c is None else self.limit_c


class Motor(Model):
    """A motor by its sheet or its curve.

    `at` says where its torque enters: at the cranks, before the gearbox in one case with it, in the hub of a
    wheel, or before a stage of the path. `torque_nm` and `power_w` are the most it gives, `no_load_rpm` where
    it gives nothing more; or `curve`, pairs of rpm and Nm, rising in rpm. They are its own figures: through
    the `reduction`, pairs of driving and driven teeth, they reach the place where it enters. `count` of them
    sit on one shaft. `cargo_approved` says whether its maker allows it on cargo bicycles. Raises for a motor
    of which no torque is known, and for a curve out of order.
    """

    name: Name | None = None
    at: MotorPlace | Before
    torque_nm: MotorTorqueNm | None = None
    power_w: MotorPowerW | None = None
    no_load_rpm: MotorRpm | None = None
    curve: Annotated[list[CurvePoint], Field(min_length=2, max_length=200)] | None = None
    reduction: Annotated[list[tuple[Teeth, Teeth]], Field(min_length=1, max_length=10)] | None = None
    count: Count = 1
    assist: Assist | None = None
    battery: Battery | None = None
    winding: Winding | None = None
    thermal: Thermal | None = None
    efficiency: Efficiency | None = None
    eases_to_shift: StrictBool | None = None
    regenerates: StrictBool | None = None
    cargo_approved: StrictBool | None = None
    mass_kg: PartMassKg | None = None
    mass_at: MassAt | None = None
    price: Price | None = None
    care: Care | None = None

    @model_validator(mode="after")
    def _can_turn(self) -> "Motor":
        if self.torque_nm is None and self.curve is None:
            raise refused("is missing: a motor is known by its torque or by its curve", "torque_nm")
        for place, (rpm, torque_nm) in enumerate(self.curve or []):
            if not (0 <= rpm <= 60_000 and 0 <= torque_nm <= 1000):
                raise refused(
                    "must be a speed from 0 to 60000 rpm and a torque from 0 to 1000 Nm", f"curve[{place}]"
                )
        for place, (before, after) in enumerate(pairwise(self.curve or []), start=1):
            if after[0] <= before[0]:
                raise refused("must be faster than the point before it", f"curve[{place}]")
        return self

    @property
    def reduction_ratio(self) -> float:
        """Turns at the place it enters for one turn of the motor."""
        return math.prod(driving / driven for driving, driven in self.reduction or [])

    def torque_at(self, rpm: float) -> float:
        """The most torque in Nm of all the motors, at a speed of their own.

        Of a curve what lies between its points, the first one's below and nothing beyond the last; of a sheet
        the smaller of its torque and P / ω, nothing from the speed without load on.
        """
        if self.curve is not None:
            return self.count * _between(self.curve, rpm)
        assert self.torque_nm is not None
        if self.no_load_rpm is not None and rpm >= self.no_load_rpm:
            return 0.0
        torque = self.torque_nm
        if self.power_w is not None and rpm > 0:
            torque = min(torque, self.power_w / (rpm * math.pi / 30))
        return self.count * torque

    def braking_at(self, rpm: float) -> float:
        """The most torque in Nm that all the motors brake with at a speed of their own, by sheet or curve.

        As much as they ever drive with, and no more power than they drive with; a speed without load is no
        limit to what brakes.
        """
        if self.curve is not None:
            return self.count * max(torque for _, torque in self.curve)
        assert self.torque_nm is not None
        if self.power_w is None or rpm <= 0:
            return self.count * self.torque_nm
        return self.count * min(self.torque_nm, self.power_w / (rpm * math.pi / 30))

    def at_place(self, rpm: float) -> float:
        """The most torque in Nm where it enters the path, when that turns with `rpm`.

        Through its reduction: torque ÷ ratio, what its teeth lose left out.
        """
        ratio = self.reduction_ratio
        return self.torque_at(rpm / ratio) / ratio

    @property
    def most_nm(self) -> float:
        """The most torque where it enters, wherever on its curve: what parts must bear."""
        return self.braking_at(0.0) / self.reduction_ratio


def _between(curve: list[CurvePoint], rpm: float) -> float:
    if rpm <= curve[0][0]:
        return curve[0][1]
    if rpm > curve[-1][0]:
        return 0.0
    place = min(bisect_right(curve, rpm, key=lambda point: point[0]), len(curve) - 1)
    (low, first), (high, second) = curve[place - 1], curve[place]
    return first + (second - first) * (rpm - low) / (high - low)
