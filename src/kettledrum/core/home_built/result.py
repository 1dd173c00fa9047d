"""What a home-built drive comes to: speed, push, slope, current, and what its parts must bear."""

from pydantic import BaseModel

from kettledrum.core.chains.loop import CHAIN_PITCH_MM
from kettledrum.core.home_built.says import drive_says
from kettledrum.core.home_built.shaft import (
    CHAIN_FACTOR,
    TIGHT,
    ShaftCheck,
    chain_pull_n,
    shaft_check,
    torque_after,
)
from kettledrum.core.home_built.trains import USUAL_TO_HAND, Train, nearest_trains
from kettledrum.core.home_built.wiring import Wiring, wiring
from kettledrum.core.job.brief import Need
from kettledrum.core.job.conditions import Conditions, conditions
from kettledrum.core.job.home_built import USUAL_SAFETY, USUAL_SHOCK, USUAL_STAGE_EFFICIENCY, HomeBuilt, Shaft
from kettledrum.core.parts.materials import THREAD_NOTCH, core_mm
from kettledrum.core.parts.motor import USUAL_EFFICIENCY, USUAL_USABLE
from kettledrum.core.physics.road_load import Resistance, held_grade
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.check import RANK, State
from kettledrum.core.terms.errors import InvalidInput, Problem

CAUTION = (
    "Home-built drives can hurt. These sums screen out what cannot hold; they approve nothing. Guards go "
    "over chains and shafts, a fuse at the battery’s pole, a cut-off switch within reach; brakes must suit "
    "the speed and the load. Battery packs are not opened, nor charged unattended. Local law on motors and "
    "speed holds; have a qualified person check it before anyone rides it or walks beside it."
)


class ChainCheck(BaseModel):
    """The chain of a stage: its steady pull in N, by how much its breaking load exceeds it, and should."""

    stage: int
    pull_n: float
    factor: float | None
    asked: float
    state: State


class Turning(BaseModel):
    """A shaft behind so many stages: how fast it turns in rpm, and its steady torque in Nm."""

    rpm: float
    torque_nm: float


class BatteryTime(BaseModel):
    """How long a full battery lasts at full load in hours, how far that goes in km, and whether it gives the
    current.
    """

    hours: float
    km: float
    current: State


class DriveResult(BaseModel):
    """A home-built drive worked out.

    `turning` are its shafts from the motors' own on. `direct_kmh` is without stages, `product` what these
    multiply to, `geared_kmh` with them; `needed` is what they would have to multiply to for the wanted speed,
    `off` how far they are off. `torque_kept` is the wheel's torque over the motors'. `push_n` at the tyre
    stands against `asked_n` on the flat at that speed; where it falls short, `reaches_kmh` is where their
    power would still take it, motors being slower then. `grade_at_speed` and `grade_at_start` are what it
    holds. `state` is that of what stands worst. `assumed` names what was taken for want of figures.
    """

    name: str
    turning: list[Turning]
    direct_kmh: float
    product: float
    geared_kmh: float
    needed: float | None
    off: float | None
    motor_nm: float
    wheel_nm: float
    torque_kept: float
    efficiency: float
    push_n: float
    asked_n: float
    speed: State
    reaches_kmh: float
    grade_at_speed: float
    grade_at_start: float
    out_w: float
    in_w: float
    wiring: Wiring | None
    battery: BatteryTime | None
    chains: list[ChainCheck]
    shafts: list[ShaftCheck]
    trains: list[Train]
    trains_assumed: bool
    state: State
    assumed: list[Assumed]
    caution: str
    says: str = ""


def drive_named(need: Need, name: str) -> HomeBuilt:
    """The home-built drive of a need with a name. Raises InvalidInput where none has it."""
    for drive in need.home_built or []:
        if drive.name == name:
            return drive
    names = ", ".join(drive.name for drive in need.home_built or []) or "none there yet"
    raise InvalidInput([Problem("name", f"must be the name of a home-built drive of the job: {names}")])


class Drives(BaseModel):
    """Every home-built drive of a need worked out."""

    drives: list[DriveResult]


def every_drive(need: Need) -> Drives:
    """Works every home-built drive of a need out."""
    return Drives(drives=[worked_out(need, drive) for drive in need.home_built or []])


def worked_out(need: Need, drive: HomeBuilt) -> DriveResult:
    """Works a home-built drive out on the road of a job: its surface, air and wind."""
    job = conditions(need)
    moves = _moves(job, drive)
    stages = drive.stages or []
    share = (drive.stage_efficiency or USUAL_STAGE_EFFICIENCY) ** len(stages)
    motor_nm, wheel_nm = torque_after(drive, 0), torque_after(drive, len(stages))
    push = wheel_nm / (drive.wheel_mm / 2000)
    speed = drive.geared_kmh / 3.6
    asked = moves.force_n(speed, 0)
    needed = None if drive.wanted_kmh is None else drive.wanted_kmh / drive.direct_kmh
    chains = [_chain(drive, stage) for stage in range(len(stages))]
    shafts = [shaft_check(drive, shaft) for shaft in drive.shafts or []]
    voltage = (drive.battery.voltage_v if drive.battery else None) or drive.motor.voltage_v
    wires = None if voltage is None else wiring(drive.motor.in_w / voltage, voltage, drive.wire_m)
    reaches = min(speed, moves.speed_mps(drive.motor.out_w * share, 0))
    states: list[State] = [
        _speed_state(push, asked),
        *(state for check in shafts for state in (check.state, check.bearings)),
        *(check.state for check in chains),
    ]
    battery = _battery(drive, wires, reaches)
    if battery is not None:
        states.append(battery.current)
    found = DriveResult(
        name=drive.name,
        turning=_turning(drive),
        direct_kmh=drive.direct_kmh,
        product=drive.product,
        geared_kmh=drive.geared_kmh,
        needed=needed,
        off=None if needed is None else drive.product / needed - 1,
        motor_nm=motor_nm,
        wheel_nm=wheel_nm,
        torque_kept=wheel_nm / motor_nm,
        efficiency=share,
        push_n=push,
        asked_n=asked,
        speed=states[0],
        reaches_kmh=reaches * 3.6,
        grade_at_speed=max(moves.grade(push * speed, speed), 0.0),
        grade_at_start=held_grade(push, moves),
        out_w=drive.motor.out_w,
        in_w=drive.motor.in_w,
        wiring=wires,
        battery=battery,
        chains=chains,
        shafts=shafts,
        trains=_trains(drive, needed),
        trains_assumed=drive.sprockets is None,
        state=max(states, key=lambda state: RANK[state]),
        assumed=_assumed(job, drive),
        caution=CAUTION,
    )
    found.says = drive_says(found)
    return found


def _turning(drive: HomeBuilt) -> list[Turning]:
    rpm = [drive.motor.rpm]
    for driving, driven in drive.stages or []:
        rpm.append(rpm[-1] * driving / driven)
    return [Turning(rpm=each, torque_nm=torque_after(drive, place)) for place, each in enumerate(rpm)]


def _moves(job: Conditions, drive: HomeBuilt) -> Resistance:
    moves = job.resistance
    mass = moves.mass_kg if drive.mass_kg is None else drive.mass_kg
    return Resistance(mass, moves.crr, moves.cda_m2, moves.density, moves.wind_mps)


def _speed_state(push: float, asked: float) -> State:
    return "fails" if push < asked else "tight" if push < asked * TIGHT else "holds"


def _chain(drive: HomeBuilt, stage: int) -> ChainCheck:
    pull = chain_pull_n(drive, stage)
    factor = None if drive.breaking_n is None else drive.breaking_n / pull
    state: State = "not known"
    if factor is not None:
        state = "fails" if factor < CHAIN_FACTOR else "tight" if factor < CHAIN_FACTOR * TIGHT else "holds"
    return ChainCheck(stage=stage, pull_n=pull, factor=factor, asked=CHAIN_FACTOR, state=state)


def _battery(drive: HomeBuilt, wires: Wiring | None, speed_mps: float) -> BatteryTime | None:
    battery = drive.battery
    if battery is None:
        return None
    hours = battery.usable_wh / drive.motor.in_w
    most = battery.current_max_a
    state: State = "not known"
    if most is not None and wires is not None:
        state = "holds" if wires.current_a <= most else "fails"
    return BatteryTime(hours=hours, km=hours * speed_mps * 3.6, current=state)


def _trains(drive: HomeBuilt, needed: float | None) -> list[Train]:
    if needed is None:
        return []
    own = drive.sprockets
    return nearest_trains(needed, own or USUAL_TO_HAND, each_once=own is not None)


_EFFICIENCY = Assumed(
    where="motor.efficiency", what="the motors’ efficiency", value=USUAL_EFFICIENCY, unit="share"
)
_STAGES = Assumed(
    where="stage_efficiency", what="that of a stage", value=USUAL_STAGE_EFFICIENCY, unit="share"
)
_USABLE = Assumed(
    where="battery.usable", what="how much of the battery is usable", value=USUAL_USABLE, unit="share"
)
_PITCH = Assumed(where="pitch_mm", what="the chains’ pitch", value=CHAIN_PITCH_MM, unit="mm")
_SHOCK = Assumed(
    where="shock", what="jerks", value=USUAL_SHOCK, taken=f"{USUAL_SHOCK:g} times the steady pull"
)
_SAFETY = Assumed(where="safety", what="the safety asked for", value=USUAL_SAFETY)


def _assumed(job: Conditions, drive: HomeBuilt) -> list[Assumed]:
    """What of the drive, and of the job's road and mass, was taken as usual."""
    moved = Assumed(
        where="mass_kg",
        what="all that moves",
        value=job.resistance.mass_kg,
        unit="kg",
        taken="the job’s rider, bicycle and load",
    )
    own = [
        (_EFFICIENCY, drive.motor.assumes),
        (_STAGES, bool(drive.stages) and drive.stage_efficiency is None),
        (_PITCH, bool(drive.stages) and drive.pitch_mm is None),
        (_SHOCK, bool(drive.shafts) and drive.shock is None),
        (_SAFETY, bool(drive.shafts) and drive.safety is None),
        (_USABLE, drive.battery is not None and drive.battery.usable is None),
        (moved, drive.mass_kg is None),
    ]
    told = [usual for usual, taken in own if taken]
    for place, shaft in enumerate(drive.shafts or []):
        told += _of_thread(f"shafts[{place}]", shaft)
    return told + [usual for usual in job.assumed if usual.where.startswith("road.")]


def _of_thread(where: str, shaft: Shaft) -> list[Assumed]:
    """What a threaded rod is reckoned with: its core, and a thread's notch unless another is given."""
    if not shaft.threaded:
        return []
    core = core_mm(shaft.diameter_mm, shaft.made_of)
    told = [
        Assumed(
            where=f"{where}.diameter_mm",
            what="the core of the threaded rod",
            value=round(core, 2),
            unit="mm",
            taken=f"{core:.2f} mm, of a coarse thread of {shaft.diameter_mm:g} mm",
        )
    ]
    if shaft.notch is None:
        told.append(Assumed(where=f"{where}.notch", what="the notch of its thread", value=THREAD_NOTCH))
    return told
