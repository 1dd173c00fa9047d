"""What makers state of a part, and how it behaves under the rider: the same on the shelf and in a path."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool

from kettledrum.core.terms.quantities import Model, Name, Notes, StageRatio, Within

PartMassKg = Annotated[float, Within(0, 100, unit="kg")]
Price = Annotated[float, Within(0, 100_000)]
TorqueNm = Annotated[float, Within(0, 1000, above=True, unit="Nm")]
PullN = Annotated[float, Within(0, 50_000, above=True, unit="N")]
SystemMassKg = Annotated[float, Within(20, 1000, unit="kg")]
Words = Annotated[list[Name], Field(max_length=40)]
Points = Annotated[int, Within(1, 720, whole=True)]
MostTeeth = Annotated[int, Within(5, 200, whole=True)]


class Limits(Model):
    """What a maker allows.

    The smallest primary ratio: in general, for a load from `heavy_from_kg` of bicycle, rider and all that is
    carried on, for tandems, cargo bicycles and motors. The largest torque into the part from the rider, and
    that of a motor before it, in Nm; the largest mass of bicycle, rider and load, in kg. Of a belt the
    largest pull in N; of a derailleur the largest rear sprocket and the capacity, in teeth. `warranty` are
    its conditions in words.
    """

    primary_ratio_min: StageRatio | None = None
    primary_ratio_min_heavy: StageRatio | None = None
    heavy_from_kg: SystemMassKg | None = None
    primary_ratio_min_tandem: StageRatio | None = None
    primary_ratio_min_cargo: StageRatio | None = None
    primary_ratio_min_motor: StageRatio | None = None
    input_torque_max_nm: TorqueNm | None = None
    motor_torque_max_nm: TorqueNm | None = None
    system_mass_max_kg: SystemMassKg | None = None
    pull_max_n: PullN | None = None
    rear_max: MostTeeth | None = None
    capacity: MostTeeth | None = None
    warranty: Notes | None = None


class Freewheel(Model):
    """A freewheel of a part: its points of engagement in a turn, before its gears or behind them."""

    points: Points
    at: Literal["input", "output"] = "input"


class Behaviour(Model):
    """How a part behaves under the rider; what is missing is not known.

    `slow_changes` are the changes that are slow or loud, each as the two gears, such as "4-5"; `freewheels`
    those that must bite before it drives, one behind the other.
    """

    shifts_at_rest: StrictBool | None = None
    shifts_under_load: StrictBool | None = None
    shifts_several_at_once: StrictBool | None = None
    neutral: StrictBool | None = None
    turns_backwards: StrictBool | None = None
    rolls_back: StrictBool | None = None
    automatic: Words | None = None
    loud_gears: Words | None = None
    slow_changes: Words | None = None
    freewheels: Annotated[list[Freewheel], Field(max_length=6)] | None = None
