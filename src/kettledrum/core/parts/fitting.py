"""What a part needs of the bicycle it goes onto, and how a chain or belt runs on it."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool, model_validator

from kettledrum.core.terms.quantities import CrankMm, Model, Name, Teeth, Within, refused

SpacingMm = Annotated[float, Within(60, 250, unit="mm")]
"""Between the faces that clamp an axle."""
LineMm = Annotated[float, Within(20, 90, unit="mm")]
"""From the bicycle's middle plane to a chain or belt."""
GapMm = Annotated[float, Within(1, 20, unit="mm")]
CircleMm = Annotated[float, Within(20, 400, unit="mm")]
OffsetMm = Annotated[float, Within(0, 80, unit="mm")]
HoleMm = Annotated[float, Within(1, 6, unit="mm")]
Holes = Annotated[int, Within(8, 72, whole=True)]
PitchMm = Annotated[float, Within(3, 30, unit="mm")]
Links = Annotated[int, Within(20, 400, whole=True)]

Axle = Literal["nutted", "quick release", "thru"]
TorqueSupport = Literal["arm", "dropout", "washers", "none"]
RotorMount = Literal["six bolts", "splined", "none"]
Shifter = Literal["twist grip", "trigger", "lever", "buttons", "none"]
HARD_ON_HANDS: tuple[Shifter, ...] = "twist grip", "lever"
"""What hands that hurt turn or push with effort."""
Bar = Literal["flat", "swept", "drop"]
MassAt = Literal["rear wheel", "front wheel", "frame", "cranks"]


class SpokeHoles(Model):
    """Where the spokes sit in a hub: how many holes; left and right the circle they lie on and how far the
    flange stands from the middle between the locknuts; the holes' diameter. In mm.
    """

    holes: Holes
    flange_mm: tuple[CircleMm, CircleMm]
    offset_mm: tuple[OffsetMm, OffsetMm]
    hole_mm: HoleMm | None = None


class Fit(Model):
    """What a hub, gearbox or drive needs of frame, wheel, cranks and bar; what is missing is not known.

    `dropout_mm` is its width between the dropouts, `frame_mount` the mount and `bottom_bracket` the shell it
    needs, `crank_lengths_mm` the only lengths its cranks come in, `teeth_min` and `teeth_max` the sprockets
    that go onto it, `plug` whether its wires are unplugged to take the wheel out.
    """

    dropout_mm: SpacingMm | None = None
    axle: Axle | None = None
    torque_support: TorqueSupport | None = None
    rotor: RotorMount | None = None
    chainline_mm: LineMm | None = None
    shifter: Shifter | None = None
    bars: Annotated[list[Bar], Field(min_length=1, max_length=3)] | None = None
    shifter_reversed: StrictBool | None = None
    crank_lengths_mm: Annotated[list[CrankMm], Field(min_length=1, max_length=20)] | None = None
    frame_mount: Name | None = None
    bottom_bracket: Name | None = None
    teeth_min: Teeth | None = None
    teeth_max: Teeth | None = None
    plug: StrictBool | None = None
    spokes: SpokeHoles | None = None
    mass_at: MassAt | None = None

    @model_validator(mode="after")
    def _takes_some_sprocket(self) -> "Fit":
        least, most = self.teeth_min, self.teeth_max
        if least is not None and most is not None and least > most:
            raise refused(f"must be at least the smallest it takes, {least}", "teeth_max")
        return self


class Run(Model):
    """How a chain or belt runs: the lines of front and rear (middle of the sprockets) from the middle plane,
    and the gaps between neighbouring sprockets, in mm. `tensioner` takes up slack; `pitch_mm` and
    `belt_teeth` are those of a belt; `links` those of the chain that is mounted.
    """

    front_line_mm: LineMm | None = None
    rear_line_mm: LineMm | None = None
    front_gap_mm: GapMm | None = None
    rear_gap_mm: GapMm | None = None
    tensioner: StrictBool | None = None
    pitch_mm: PitchMm | None = None
    belt_teeth: Links | None = None
    links: Links | None = None
