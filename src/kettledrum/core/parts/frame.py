"""The rider's frame, described once and used for every setup."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool

from kettledrum.core.parts.fitting import Axle, Bar, RotorMount, SpacingMm, TorqueSupport
from kettledrum.core.terms.quantities import Model, Name, Teeth, TyreMm, Within

ChainstayMm = Annotated[float, Within(200, 2500, unit="mm")]
AdjustMm = Annotated[float, Within(0, 100, unit="mm")]
Tensioning = Literal["vertical", "sliding", "horizontal", "eccentric"]
Brake = Literal["disc", "rim", "drum", "back-pedal", "none"]


class Frame(Model):
    """What a frame takes; what is missing is not known.

    `chainstay_mm` from the middle of the bottom bracket to that of the axle, at its shortest, and
    `adjust_mm` how much longer it can be set. `tensioning` is how: vertical dropouts do not, the others
    slide, are open to the rear, or turn an eccentric. `dropout_mm` is the width between the dropouts;
    `belt_opening` whether the frame opens to let a belt in; `mounts` are the gearbox or motor mounts it has,
    by their names. `rear_max` and `front_max` are the largest sprockets that clear it.
    """

    chainstay_mm: ChainstayMm | None = None
    adjust_mm: AdjustMm | None = None
    tensioning: Tensioning | None = None
    dropout_mm: SpacingMm | None = None
    axle: Axle | None = None
    torque_supports: Annotated[list[TorqueSupport], Field(max_length=4)] | None = None
    belt_opening: StrictBool | None = None
    mounts: Annotated[list[Name], Field(max_length=10)] | None = None
    bottom_bracket: Name | None = None
    tyre_max_mm: TyreMm | None = None
    rear_max: Teeth | None = None
    front_max: Teeth | None = None
    brake: Brake | None = None
    rotor: RotorMount | None = None
    bar: Bar | None = None

    @property
    def reach_mm(self) -> tuple[float, float] | None:
        """The shortest and longest distance from bottom bracket to axle; None where it is not known."""
        if self.chainstay_mm is None:
            return None
        slides = 0.0 if self.tensioning in (None, "vertical") else self.adjust_mm or 0.0
        return self.chainstay_mm, self.chainstay_mm + slides
