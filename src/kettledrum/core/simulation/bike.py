"""A bicycle simulated in steps of time: its rider, its motors and its gears on a course.

In each step of Δt the forces are those at its beginning: m·Δv = F·Δt, and with the mean speed v̄ the way is
v̄·Δt. Then ½·m·(v₁² − v₀²) = F·v̄·Δt exactly, so that the books of each step balance whatever its length.
"""

import math
from typing import TYPE_CHECKING

from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.steepest import gets_off_below_kmh
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.motors.driven import Driven, called_for, driven_in
from kettledrum.core.motors.electric import braking_nm, drawn, returned_w
from kettledrum.core.motors.in_gear import MotorGears
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.motor_place import WHEELS
from kettledrum.core.parts.setup import Setup
from kettledrum.core.physics.road_load import BRAKED_KMH, GRAVITY, WALKING_KMH
from kettledrum.core.simulation.course import Course
from kettledrum.core.simulation.energy_books import Books, cells_of
from kettledrum.core.simulation.felt import Feel
from kettledrum.core.simulation.help_ends import HelpEnds
from kettledrum.core.simulation.shifter import OVER_THE_TOP, Shifter

if TYPE_CHECKING:
    from kettledrum.core.simulation.pace import Pace

STEP_S = 0.05
"""The step of time in s: eight of them in a usual shift. Ours."""
BRAKES_MPS2 = 1.5
"""How hard one brakes to a stop."""
REST_S = 2.0
"""How long one stands before the start and after the stop."""
_SLOW_MPS, _ARRIVED_M = 0.05, 1.0
"""Motors push as at this speed when they stand; nearer to the end than this one has arrived."""
_MEAN_OF_PEAK = 2 / math.pi
"""The mean of a sine over half a turn, over its peak: two legs' push."""
_FALSE_POSITIONS, _NEAR_N = 6, 0.05
"""Steps of the search for the share of a push that tyres or legs give, and how near is near enough, in N."""
_WALK_MPS, _BRAKED_MPS = WALKING_KMH / 3.6, BRAKED_KMH / 3.6


class SimulatedBike:
    """One setup of a brief on a course, from a standstill to the stop at its end.

    `level` is the name of the level at which motors help, their highest unless given. What may be set is
    `pace`, the rider's power along the course, that of all day unless set, and `effort`: so many times that
    is what the rider pedals with, which may be changed as it goes. Read off it are
    `time_s`, the place `at_m`, `speed_mps`, `cadence_rpm` (0 while the feet rest), the powers in W at the
    pedals and of the motors at their shafts, whether one is `walking` and for how long in s one was, and
    whether it is `done`.
    """

    pace: "Pace | None" = None
    effort = 1.0

    def __init__(self, brief: Brief, setup: Setup, course: Course, level: str | None = None) -> None:
        self.course, self.level = course, level
        self.job = conditions(brief, course.altitude_m)
        self.table = gear_table(setup, brief.rider.cadence_rpm)
        self.shifter = Shifter(setup, self.table)
        self.feel = Feel(self.shifter)
        self.books = Books()
        self.time_s = self.at_m = self.speed_mps = self.cadence_rpm = self.rider_w = self.motor_w = 0.0
        self.walking = self.done = self._roused = False
        self.walked_s = 0.0
        self.at_m = course.distance_m[0]
        self._setup = setup
        self._share = path_efficiency(setup.path).typical
        self._hardest_nm = pushes(brief, setup).hardest_nm * _MEAN_OF_PEAK
        lowest = self.table.gears[0].development_m
        self._walk_below_mps = gets_off_below_kmh(lowest, self.job.grind_rpm) / 3.6
        self._step, self._turns, self._rests_s = 0, 0.0, REST_S
        self._by_gear: dict[int, list[Driven]] = {}
        self._gears = MotorGears(setup, self.table)
        self._cells, self._draws_on = cells_of(setup.motors or [], self.job.temperature_c)
        self._per_nm = 2 * math.pi / self.table.circumference_m
        self._ends = HelpEnds(setup.motors or [], self.job.resistance.mass_kg, self._per_nm, STEP_S)

    @property
    def grade(self) -> float:
        """The grade underfoot, rise over run."""
        return self.course.grade[self._step]

    @property
    def elevation_m(self) -> float:
        """How high the place lies, in m."""
        return self.course.elevation_at(self.at_m, self._step)

    @property
    def battery_share(self) -> float | None:
        """What is left of all batteries, of what they held at the start; None where none is known."""
        held = sum(cell.most_j for cell in self._cells)
        return sum(cell.left_j for cell in self._cells) / held if held > 0 else None

    @property
    def has_motors(self) -> bool:
        """Whether anything but the rider drives it."""
        return bool(self._setup.motors)

    @property
    def kinetic_j(self) -> float:
        """The energy of motion in J."""
        return 0.5 * self.job.resistance.mass_kg * self.speed_mps**2

    @property
    def power_w(self) -> float:
        """What the rider pedals with now."""
        return self._held_w * self.effort

    @property
    def powers_w(self) -> tuple[float, float]:
        """The least and the most in W that the rider pedals with along the course, without any effort."""
        given = self.pace.power_w if self.pace else [self.job.power_w]
        return min(given), max(given)

    @property
    def _held_w(self) -> float:
        return self.pace.at(self.at_m) if self.pace else self.job.power_w

    def step(self) -> None:
        """Goes on by one step of time; does nothing once it is done."""
        if self.done:
            return
        self.time_s += STEP_S
        if self._rests_s > 0:
            self._stand()
            return
        speed, grade = self.speed_mps, self.course.grade[self._step]
        moves, mass = self.job.resistance, self.job.resistance.mass_kg
        weight = mass * GRAVITY / math.hypot(1, grade)
        height_n, tyres_n, air_n = weight * grade, weight * moves.crr, moves.drag_n(speed)
        against = height_n + tyres_n + air_n
        end = self.course.distance_m[-1]
        stopping = speed**2 >= 2 * BRAKES_MPS2 * max(end - self.at_m, 0.0)
        held_back = speed >= _BRAKED_MPS and against < 0
        rests = stopping or held_back or self._coasts(speed)
        driven = self._driven()
        self.walking = not rests and speed < self._walk_below_mps and not self._can_ride(driven, grade)
        self.walked_s += self.walking * STEP_S
        pedals = not rests and not self.walking
        rider_n, motors, motor_n = 0.0, [0.0] * len(driven), 0.0
        if pedals:
            rider_n, motors, motor_n = self._pushes(driven, speed, against)
            motors, motor_n = self._ends.held(driven, motors, speed, against - rider_n)
        after = speed + (rider_n + motor_n - against) / mass * STEP_S
        brakes_n, foot_n = 0.0, 0.0
        if self.walking:
            after = self._walking_mps(grade)
            foot_n = against + mass * (after - speed) / STEP_S
            brakes_n, foot_n = max(-foot_n, 0.0), max(foot_n, 0.0)
        else:
            slowest = speed - BRAKES_MPS2 * STEP_S if stopping else 0.0
            allowed = max(slowest, 0.0) if stopping else _BRAKED_MPS
            if after > allowed:
                brakes_n = (after - allowed) * mass / STEP_S
                after = allowed
            if after < 0:
                # Whoever would roll backwards sets a foot down.
                foot_n = -after * mass / STEP_S
                after = 0.0
        way = (speed + after) / 2 * STEP_S
        self._book(rider_n, foot_n, way, height_n, tyres_n, air_n)
        self._draw(driven, motors, way)
        self._brake(driven, brakes_n, way)
        self._go(way, after, pedals=pedals)
        if stopping and (after == 0 or end - self.at_m < 1e-6):
            self.books.brakes_j += self.kinetic_j
            self.speed_mps, self._rests_s = 0.0, REST_S

    def _coasts(self, speed: float) -> bool:
        """Whether the feet rest: where they are to, as long as one does not roll out before its end."""
        if not self.course.coasts[self._step]:
            self._roused = False
            return False
        self._roused = self._roused or speed < self._walk_below_mps
        return not self._roused

    def _stand(self) -> None:
        self._rests_s -= STEP_S
        self.speed_mps = self.cadence_rpm = self.rider_w = self.motor_w = 0.0
        self.shifter.step(STEP_S, 0.0, pedals=False, dead_centre=False)
        self.feel.look(0.0, pedals=False)
        arrived = self.course.distance_m[-1] - self.at_m < _ARRIVED_M
        if arrived and self._rests_s <= 0:
            self.done = True

    def _driven(self) -> list[Driven]:
        """The motors in the gear that is in; between the ends of a stepless path, as it stands."""
        if self.table.stepless:
            return self._gears.stepless(self.shifter.development_m).driven
        place = self.shifter.place
        if place not in self._by_gear:
            self._by_gear[place] = driven_in(self._setup, self.table, self.table.gears[place])
        return self._by_gear[place]

    def _push_n(self, speed: float) -> float:
        """The rider's push at the tyre: by the power, and at most as hard as one can push; none at rest."""
        if self.effort == 0:
            return 0.0
        hardest = self._hardest_nm * 2 * math.pi / self.shifter.development_m * self._share
        return min(self.power_w * self._share / speed, hardest) if speed > 0 else hardest

    def _can_ride(self, driven: list[Driven], grade: float) -> bool:
        """Whether rider and motors keep up the speed below which one gets off."""
        speed = self._walk_below_mps
        push = self._push_n(speed)
        return push + self._motors(driven, speed, push)[1] >= self.job.resistance.force_n(speed, grade)

    def _walking_mps(self, grade: float) -> float:
        moves = self.job.resistance
        slope = GRAVITY * (grade + moves.crr) / math.hypot(1, grade)
        return min(_WALK_MPS, self._held_w / moves.mass_kg / max(slope, 1e-3))

    def _motors(self, driven: list[Driven], speed: float, rider_n: float) -> tuple[list[float], float]:
        """The torque of each motor in Nm, and their push together at the tyre in N."""
        at, torques, push = max(speed, _SLOW_MPS), [], 0.0
        for each, cell in zip(driven, self._draws_on, strict=True):
            calls, shifts = rider_n * at / self._share, self.shifter.eased
            if shifts and each.motor.eases_to_shift is False:
                calls = self.power_w
            torque = 0.0
            empty = cell is not None and cell.left_j <= 0
            if not empty and not (shifts and each.motor.eases_to_shift):
                torque = called_for(each, at, self.table, self.job, self.level, calls)
            torques.append(torque)
            push += each.at_wheel_nm(torque) * self._per_nm
        return torques, push

    def _pushes(self, driven: list[Driven], speed: float, against: float) -> tuple[float, list[float], float]:
        """What the rider pushes with in N, the motors' torques in Nm, and their push.

        All the rider has; or so much less that the legs just keep up, motors that follow the rider helping
        less then too. That is found by false position: what goes in is straight but for a few corners.
        """
        whole = 0.0 if self.shifter.eased else self._push_n(speed)
        torques, motor_n = self._motors(driven, speed, whole)
        most = (self._top_mps() - speed) * self.job.resistance.mass_kg / STEP_S + against
        over = whole + motor_n - most
        if over <= 0 or whole == 0:
            return whole, torques, motor_n
        torques, motor_n = self._motors(driven, speed, 0.0)
        low, under, high = 0.0, motor_n - most, 1.0
        if under >= 0:
            return 0.0, torques, motor_n
        for _ in range(_FALSE_POSITIONS):
            share = low + (high - low) * under / (under - over)
            torques, motor_n = self._motors(driven, speed, whole * share)
            off = whole * share + motor_n - most
            if abs(off) < _NEAR_N:
                break
            if off > 0:
                high, over = share, off
            else:
                low, under = share, off
        return whole * share, torques, motor_n

    def _top_mps(self) -> float:
        """The speed that the legs cannot follow beyond, in the gear that is in."""
        highest = self.shifter.development_m >= self.table.gears[-1].development_m * (1 - 1e-9)
        band = self.job.cadence_rpm[1]
        rpm = band if highest else max(band * OVER_THE_TOP, self.shifter.band.high_rpm * 1.02)
        return self.shifter.development_m * rpm / 60

    def _book(
        self, rider_n: float, foot_n: float, way: float, height_n: float, tyres_n: float, air_n: float
    ) -> None:
        books = self.books
        rider = rider_n * way / self._share
        self.rider_w = (rider + foot_n * way) / STEP_S
        books.rider_j += rider + foot_n * way
        books.drive_j += rider - rider_n * way
        books.height_j += height_n * way
        books.tyres_j += tyres_n * way
        books.air_j += air_n * way

    def _draw(self, driven: list[Driven], torques: list[float], way: float) -> None:
        self.motor_w = 0.0
        rpm_of_wheel = way / STEP_S * 60 / self.table.circumference_m
        for each, torque, cell in zip(driven, torques, self._draws_on, strict=True):
            if torque <= 0:
                continue
            found = drawn(each.motor, torque, rpm_of_wheel * each.turns)
            into = found.in_w * STEP_S
            self.motor_w += found.out_w
            self.books.battery_j += into
            self.books.motors_j += found.heat_w * STEP_S
            self.books.drive_j += found.out_w * (1 - each.share) * STEP_S
            if cell is not None:
                cell.left_j = max(cell.left_j - into, 0.0)

    def _brake(self, driven: list[Driven], brakes_n: float, way: float) -> None:
        """Brakes with the motors that can, as far as they go and their batteries have room; then the rest."""
        left_n = brakes_n
        rpm_of_wheel = way / STEP_S * 60 / self.table.circumference_m
        for each, cell in zip(driven, self._draws_on, strict=True):
            motor = each.motor
            if not (left_n > 0 and motor.regenerates and motor.at in WHEELS):
                continue
            rpm = rpm_of_wheel * each.turns
            per_nm = each.at_wheel_nm(1.0) * self._per_nm
            torque = min(left_n / per_nm, braking_nm(motor, rpm))
            back = returned_w(motor, torque, rpm) * STEP_S
            if cell is None or cell.left_j + back > cell.most_j or back <= 0:
                continue
            left_n -= torque * per_nm
            cell.left_j += back
            self.motor_w -= torque * rpm * math.pi / 30
            self.books.returned_j += back
            self.books.motors_j += torque * per_nm * way - back
        self.books.brakes_j += max(left_n, 0.0) * way

    def _go(self, way: float, after: float, *, pedals: bool) -> None:
        turns = self._turns + (way / self.shifter.development_m if pedals else 0.0)
        dead_centre = int(turns * 2) > int(self._turns * 2)
        self._turns = turns
        self.at_m = min(self.at_m + way, self.course.distance_m[-1])
        self.speed_mps = after
        self._step = self.course.step_at(self.at_m, self._step)
        # Whoever walks sees to the gear to get on in.
        self.shifter.step(
            STEP_S, after, pedals=pedals or self.walking, dead_centre=dead_centre or self.walking
        )
        self.feel.look(after, pedals=pedals)
        self.cadence_rpm = after * 60 / self.shifter.development_m if pedals else 0.0
