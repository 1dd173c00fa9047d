"""A bike on the bench: a simulated bicycle that is ridden as time goes by, and can be read at any moment."""

import threading
import time
from collections.abc import Callable
from statistics import fmean
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.simulation.bike import STEP_S, SimulatedBike
from kettledrum.core.simulation.felt import ShiftFelt
from kettledrum.core.simulation.says import arrived_says

MOST_PACE = 1000.0
MOST_ELAPSED_S = 0.5
"""What lies longer back since it was last read, it stood still: nobody was looking."""
_BUSY_S = 0.08

RidingState = Literal["at rest", "pedalling", "shifting", "coasting", "walking", "arrived"]


class Reading(BaseModel):
    """What the bike on the bench tells at a moment.

    Time in s and place in m since the start, speed, cadence (0 while the feet rest), the gear (null on a
    stepless path) and its development in m, the powers in W at the pedals and of the motors at their shafts
    as means since it was last read, the share of the batteries that is left (null where none is known),
    grade and elevation underfoot; how many shifts there were, and of those that were felt the last and the
    largest. `says` tells how it went, once it has arrived.
    """

    time_s: float
    at_m: float
    speed_kmh: float
    cadence_rpm: float
    gear: str | None
    development_m: float
    rider_w: float
    motor_w: float
    battery: float | None
    grade: float
    elevation_m: float
    shifts: int
    last_shift: ShiftFelt | None
    largest_shift: ShiftFelt | None
    state: RidingState
    running: bool
    pace: float
    says: str = ""


class BikeOnTheBench:
    """A simulated bicycle that moves on with the clock, `pace` times as fast, while it is `running`.

    It may be read and steered from several threads. `clock` tells the time in s.
    """

    def __init__(self, bike: SimulatedBike, clock: Callable[[], float] = time.monotonic) -> None:
        self._bike = bike
        self._clock = clock
        self._lock = threading.Lock()
        self._running = False
        self._pace = 1.0
        self._seen_s = clock()
        self._ahead_s = 0.0
        self._rider_w = self._motor_w = 0.0

    def steer(
        self,
        *,
        running: bool | None = None,
        pace: float | None = None,
        shift: int = 0,
        effort: float | None = None,
    ) -> Reading:
        """Starts it or lets it stand, at a pace from 1 to 1000 times that of the clock; orders so many gears
        up or down, and so many times the power of all day.

        What is left out stays as it is, so that a change of pace on its way cannot start or stop the bike.
        """
        with self._lock:
            self._move_on()
            self._running = self._running if running is None else running
            self._pace = self._pace if pace is None else pace
            self._bike.shifter.shift(shift)
            self._bike.effort = self._bike.effort if effort is None else effort
            return self._reading()

    def read(self) -> Reading:
        """What it tells now."""
        with self._lock:
            self._move_on()
            return self._reading()

    def _move_on(self) -> None:
        """Rides on for what has gone by since it was last read; no longer than that itself takes."""
        now = self._clock()
        elapsed = min(now - self._seen_s, MOST_ELAPSED_S)
        self._seen_s = now
        if not self._running or self._bike.done:
            return
        self._ahead_s += elapsed * self._pace
        steps = int(self._ahead_s / STEP_S)
        self._ahead_s -= steps * STEP_S
        busy_until = time.monotonic() + max(elapsed, _BUSY_S)
        rider_w, motor_w = [], []
        for _ in range(steps):
            self._bike.step()
            rider_w.append(self._bike.rider_w)
            motor_w.append(self._bike.motor_w)
            if self._bike.done or time.monotonic() > busy_until:
                break
        # A motor at the speed where it stops is on and off from one step to the next.
        if self._bike.done:
            self._rider_w = self._motor_w = 0.0
        elif rider_w:
            self._rider_w, self._motor_w = fmean(rider_w), fmean(motor_w)

    def _reading(self) -> Reading:
        bike = self._bike
        return Reading(
            time_s=round(bike.time_s, 2),
            at_m=round(bike.at_m - bike.course.distance_m[0], 2),
            speed_kmh=round(bike.speed_mps * 3.6, 2),
            cadence_rpm=round(bike.cadence_rpm, 1),
            gear=bike.shifter.label or None,
            development_m=round(bike.shifter.development_m, 3),
            rider_w=round(self._rider_w, 1),
            motor_w=round(self._motor_w, 1),
            battery=bike.battery_share,
            grade=bike.grade,
            elevation_m=round(bike.elevation_m, 2),
            shifts=bike.shifter.shifts,
            last_shift=bike.feel.last,
            largest_shift=bike.feel.largest,
            state=_state(bike),
            running=self._running and not bike.done,
            pace=self._pace,
            says=arrived_says(bike) if bike.done else "",
        )


def _state(bike: SimulatedBike) -> RidingState:
    if bike.done:
        return "arrived"
    if bike.walking:
        return "walking"
    if bike.speed_mps == 0 and bike.cadence_rpm == 0:
        return "at rest"
    if bike.shifter.shifting:
        return "shifting"
    return "pedalling" if bike.rider_w > 0 else "coasting"
