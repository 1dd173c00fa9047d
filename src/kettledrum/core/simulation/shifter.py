"""Which gear is taken from moment to moment: by the rider's hand, or by gears that change by themselves."""

import math
from bisect import bisect_left
from dataclasses import dataclass
from itertools import pairwise

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.core.gearing.ladder import backs_kmh, triggers_kmh
from kettledrum.core.parts.automatic import USUAL_DEAD_BAND_RPM, USUAL_SHIFT_S, USUAL_SPAN_S
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage, Stage

OVER_THE_TOP = 1.1
"""How far above the band one spins for a moment, before a shift has come."""
_AT_REST_MPS, _NEARLY = 0.3, 0.99


@dataclass(frozen=True, slots=True)
class Band:
    """The cadence in rpm that is aimed at, and the slowest and fastest at which nothing is changed."""

    low_rpm: float
    set_rpm: float
    high_rpm: float


def cadence_kept(setup: Setup, cadence_rpm: tuple[float, float]) -> Band:
    """What the gears are changed by: an automatic's set cadence and dead band, or the rider's own band."""
    low, high = cadence_rpm
    middle = math.sqrt(low * high)
    automatic = setup.shifting
    if automatic is None:
        return Band(low, middle, high)
    aim = automatic.set_rpm or middle
    dead = USUAL_DEAD_BAND_RPM if automatic.dead_band_rpm is None else automatic.dead_band_rpm
    return Band(max(aim - dead, 0.0), aim, aim + dead)


GRIP_TURN = 1.06
"""By so much, in proportion, one order moves a stepless path. Ours."""


class Shifter:
    """The gears of a path as they are changed while riding.

    `development_m` is how far the cranks now carry in a turn, `place` the gear's in the table, `eased`
    whether nothing may be pushed through while it shifts; `shifts` counts them.
    """

    def __init__(self, setup: Setup, table: GearTable) -> None:
        automatic = setup.shifting
        self._table, self._path = table, setup.path
        self.band = cadence_kept(setup, table.cadence_rpm)
        self._stepless = table.stepless
        self._by_itself = automatic is not None
        self._follows = automatic is not None and (
            automatic.by == "speed" or automatic.follows_coasting is not False
        )
        self._dead_centres = automatic is not None and automatic.at_dead_centres is True
        usual_s = USUAL_SPAN_S if table.stepless else USUAL_SHIFT_S
        given_s = automatic.shift_s if automatic else None
        self._shift_s = usual_s if given_s is None else given_s
        self._order = list(table.ridden)
        self._developments = [table.gears[place].development_m for place in self._order]
        # Half-way, in proportion, between neighbours.
        self._between = [math.sqrt(here * after) for here, after in pairwise(self._developments)]
        self._triggers, self._backs = triggers_kmh(table), backs_kmh(table)
        speeds = automatic.speeds_kmh if automatic else None
        self._changes = None if speeds is None else speeds[: len(self._order) - 1]
        start = automatic.start_gear if automatic and automatic.start_gear else 1
        self._start = min(start, len(self._order)) - 1
        self._hand: float | None = None
        self._at = self._start
        self._target: int | None = None
        self._left_s = 0.0
        self._waits = False
        self.eased = False
        self.shifts = 0
        self.development_m = self._developments[0 if table.stepless else self._at]

    @property
    def can_be_shifted(self) -> bool:
        """Whether a hand can choose its gears: none of them change by themselves at a speed."""
        return not self._triggers and self._changes is None

    @property
    def by_hand(self) -> bool:
        """Whether its gears are chosen by orders."""
        return self._hand is not None

    def take_in_hand(self) -> None:
        """Leaves the gears to orders from now on, where a hand can choose them."""
        if self.can_be_shifted:
            self._hand = self.development_m if self._stepless else float(self._at)

    def shift(self, by: int) -> None:
        """Orders so many gears up, or down below 0; on a stepless path so many small turns of the grip.

        Beyond the last gear nothing is ordered; without a hand at it, nothing at all.
        """
        if self._hand is None:
            return
        if self._stepless:
            low, high = self._developments[0], self._developments[-1]
            self._hand = min(max(self._hand * GRIP_TURN**by, low), high)
        else:
            self._hand = float(min(max(int(self._hand) + by, 0), len(self._order) - 1))

    @property
    def place(self) -> int:
        """The gear's place in the table; none counts on a stepless path, which stands between its ends."""
        return self._order[self._at]

    @property
    def label(self) -> str:
        """What the gear is called; nothing on a stepless path."""
        return "" if self._stepless else self._table.gears[self._order[self._at]].label

    @property
    def shifting(self) -> bool:
        """Whether a shift is under way or waits for its moment."""
        return self._target is not None

    def step(self, seconds: float, speed_mps: float, *, pedals: bool, dead_centre: bool) -> None:
        """Goes on by some time at a speed; `dead_centre` says that the cranks passed one in it."""
        if self._stepless:
            self._slide(seconds, speed_mps, pedals=pedals)
            return
        if self._target is None:
            self._choose(speed_mps, pedals=pedals)
        if self._target is None:
            return
        if self._waits:
            if pedals and not dead_centre:
                return
            self._waits = False
        # Between dead centres nothing is pushed hard, so that pedalling goes on.
        self.eased = not self._dead_centres and not self._bears_load(self._at, self._target)
        self._left_s -= seconds
        if self._left_s <= 0:
            self._at, self._target, self.eased = self._target, None, False
            self.development_m = self._developments[self._at]
            self.shifts += 1

    def _choose(self, speed_mps: float, *, pedals: bool) -> None:
        at_rest = speed_mps < _AT_REST_MPS
        if self._hand is not None:
            target = int(self._hand)
        else:
            target = self._start if at_rest and not pedals else self._wanted(speed_mps)
        if target == self._at:
            return
        beside = self._at + (1 if target > self._at else -1)
        if not self._several_at_once(self._at, target):
            target = beside
        if (at_rest or not pedals) and not self._without_pedalling(self._at, target):
            return
        if not pedals and not at_rest and not self._follows and self._hand is None:
            return
        self._target, self._left_s, self._waits = target, self._shift_s, self._dead_centres

    def _wanted(self, speed_mps: float) -> int:
        """The gear that a speed asks for: this one while it will do, or the nearest to the set cadence."""
        kmh = speed_mps * 3.6
        if self._changes is not None:
            return self._by_speeds(kmh)
        band = self.band
        cadence = speed_mps * 60 / self.development_m
        if band.low_rpm <= cadence <= band.high_rpm and (not self._triggers or self._open(self._at, kmh)):
            return self._at
        asked = speed_mps * 60 / band.set_rpm
        if not self._triggers:
            nearest = bisect_left(self._between, asked)
            return nearest if self._by_itself else self._by_rider(nearest, speed_mps)
        open_to = [place for place in range(len(self._order)) if self._open(place, kmh)]
        return min(
            open_to or [self._at],
            key=lambda place: abs(math.log(self._developments[place] / max(asked, 1e-9))),
        )

    def _by_rider(self, place: int, speed_mps: float) -> int:
        """What a hand does where gears lie further apart than the band is wide: up once legs follow no
        further, and down only to where they follow.

        Otherwise the speed that a shift costs would take it back, over and over.
        """
        rpm = [speed_mps * 60 / development for development in self._developments]
        if place == self._at and rpm[place] > self.band.high_rpm * OVER_THE_TOP * _NEARLY:
            return min(place + 1, len(rpm) - 1)
        while place < self._at and rpm[place] > self.band.high_rpm:
            place += 1
        return place

    def _by_speeds(self, kmh: float) -> int:
        assert self._changes is not None
        share = (self.band.high_rpm - self.band.set_rpm) / self.band.set_rpm / 2
        at = self._at
        while at < len(self._changes) and kmh > self._changes[at] * (1 + share):
            at += 1
        while at > 0 and kmh < self._changes[at - 1] * (1 - share):
            at -= 1
        return at

    def _open(self, at: int, kmh: float) -> bool:
        """Whether the stages that change by themselves stand as a gear needs it."""
        choice = self._table.gears[self._order[at]].choice
        stands = self._table.gears[self._order[self._at]].choice
        return all(
            choice[stage] == int(kmh >= (self._backs[stage] if stands[stage] else trigger))
            for stage, trigger in self._triggers.items()
        )

    def _moved(self, here: int, there: int) -> list[Stage]:
        before = self._table.gears[self._order[here]].choice
        after = self._table.gears[self._order[there]].choice
        return [stage for stage, one, other in zip(self._path, before, after, strict=True) if one != other]

    def _can(self, here: int, there: int, key: str, *, case: bool, chain: bool) -> bool:
        """Whether all that moves in a shift can do it so.

        Of what makers do not state, gears in a `case` and a `chain` on its sprockets are taken as said.
        """
        for stage in self._moved(here, there):
            stated = getattr(stage.behaviour, key) if stage.behaviour else None
            if not ((chain if isinstance(stage, SprocketsStage) else case) if stated is None else stated):
                return False
        return True

    def _bears_load(self, here: int, there: int) -> bool:
        return self._can(here, there, "shifts_under_load", case=False, chain=True)

    def _several_at_once(self, here: int, there: int) -> bool:
        return self._can(here, there, "shifts_several_at_once", case=False, chain=True)

    def _without_pedalling(self, here: int, there: int) -> bool:
        """A chain moves from sprocket to sprocket only while it runs."""
        return self._can(here, there, "shifts_at_rest", case=True, chain=False)

    def _slide(self, seconds: float, speed_mps: float, *, pedals: bool) -> None:
        """A stepless path moves towards the set cadence once it has strayed out of the dead band."""
        low, high = self._developments[0], self._developments[-1]
        at_rest = speed_mps < _AT_REST_MPS
        if not pedals and not at_rest and not self._follows and self._hand is None:
            self._target = None
            return
        cadence = speed_mps * 60 / self.development_m
        strays = not self.band.low_rpm <= cadence <= self.band.high_rpm
        aim = min(max(speed_mps * 60 / self.band.set_rpm, low), high)
        if self._hand is not None:
            strays, aim = True, self._hand
        if strays and self._target is None and abs(math.log(aim / self.development_m)) > 1e-3:
            self._target = 0
            self.shifts += 1
        if self._target is None:
            return
        most = math.log(high / low) * (seconds / self._shift_s if self._shift_s > 0 else 1.0)
        way = math.log(aim / self.development_m)
        self.development_m *= math.exp(min(max(way, -most), most))
        if abs(way) <= most:
            self._target = None
