"""What a motor draws, loses and is held back by, from the constants of a direct-current machine."""

import math
from dataclasses import dataclass

from kettledrum.core.parts.motor import USUAL_EFFICIENCY, Motor


@dataclass(frozen=True, slots=True)
class Drawn:
    """Electrical power in W that goes in, mechanical that comes out, heat, and the current of the battery in
    A where its voltage is known. `assumed` says that the motor's constants are not known, and its usual
    efficiency was taken.
    """

    in_w: float
    out_w: float
    heat_w: float
    current_a: float | None
    assumed: bool


def draw_parts(motor: Motor, torque_nm: float, rpm: float) -> tuple[float, float, float]:
    """What all motors on the shaft draw in W for a torque of theirs together: idle, through, and warming.

    With I = T / k + I₀ a motor, the windings' heat is I²·R, and what turns against it takes k·ω·I:
    P = I²·R + k·ω·I. For a share f of the torque that is idle + f·through + f²·warming, with
    idle = I₀²·R + k·ω·I₀, through = T·ω + 2·R·I₀·T / k, warming = R·(T / k)². Without constants, out ÷
    efficiency goes through.
    """
    omega = rpm * math.pi / 30
    out = torque_nm * omega
    winding = motor.winding
    if winding is None:
        return 0.0, out / (motor.efficiency or USUAL_EFFICIENCY), 0.0
    count, resistance, no_load = motor.count, winding.resistance_ohm, winding.idle_a
    current = torque_nm / count / winding.torque_constant_nm_a
    return (
        count * no_load * (no_load * resistance + winding.torque_constant_nm_a * omega),
        out + 2 * count * resistance * no_load * current,
        count * resistance * current**2,
    )


def drawn(motor: Motor, torque_nm: float, rpm: float) -> Drawn:
    """What all motors on the shaft draw for a torque of theirs together, at a speed of their own."""
    out = torque_nm * rpm * math.pi / 30
    into = sum(draw_parts(motor, torque_nm, rpm))
    assumed = motor.winding is None and motor.efficiency is None
    return Drawn(into, out, into - out, _battery_current(motor, into), assumed)


def _battery_current(motor: Motor, power_w: float) -> float | None:
    voltage = motor.battery.voltage_v if motor.battery else None
    return None if voltage is None else power_w / voltage


def torque_held_by(motor: Motor, rpm: float) -> tuple[float, str]:
    """The most torque that can be had at a speed of the motor, and what holds it there.

    The motor itself; the battery's voltage, k·(V − k·ω)/R less k·I₀; or its largest current, of which the
    motors' power together is at most V·I.
    """
    own = motor.torque_at(rpm)
    battery, winding = motor.battery, motor.winding
    if battery is None or battery.voltage_v is None:
        return own, "the motor"
    found = [(own, "the motor")]
    omega = rpm * math.pi / 30
    if winding is not None:
        k = winding.torque_constant_nm_a
        left_v = battery.voltage_v - k * omega
        found.append(
            (
                max(motor.count * k * (left_v / winding.resistance_ohm - winding.idle_a), 0.0),
                "the battery’s voltage",
            )
        )
    if battery.current_max_a is not None:
        most_w = battery.voltage_v * battery.current_max_a
        found.append((_torque_of_power(motor, most_w, omega, own), "the battery’s current"))
    return min(found, key=lambda each: each[0])


def _torque_of_power(motor: Motor, most_w: float, omega: float, own: float) -> float:
    """The torque that a motor gives for so much electrical power.

    From P = I²·R + k·ω·I a motor, I = (√(k²·ω² + 4·R·P) − k·ω) / 2R; without constants P·η / ω.
    """
    winding = motor.winding
    if winding is None:
        efficiency = motor.efficiency or USUAL_EFFICIENCY
        return most_w * efficiency / omega if omega else own
    k, resistance = winding.torque_constant_nm_a, winding.resistance_ohm
    each = most_w / motor.count
    current = (math.sqrt((k * omega) ** 2 + 4 * resistance * each) - k * omega) / (2 * resistance)
    return max(motor.count * k * (current - winding.idle_a), 0.0)


def braking_nm(motor: Motor, rpm: float) -> float:
    """The most torque in Nm that all motors on the shaft brake with, in magnitude.

    As much as they drive with at the most, also beyond the speed without load, where they can no longer
    drive: what turns faster brakes all the more. With their constants no more than k·(k·ω/R + I₀) a motor, at
    which the windings turn all of it to heat.
    """
    most = motor.braking_at(rpm)
    winding = motor.winding
    if winding is None:
        return most
    k = winding.torque_constant_nm_a
    return min(most, motor.count * k * (k * rpm * math.pi / 30 / winding.resistance_ohm + winding.idle_a))


def returned_w(motor: Motor, torque_nm: float, rpm: float) -> float:
    """The electrical power in W that all motors on the shaft give back while a torque in Nm drives them.

    With I = T / k − I₀ a motor, k·ω·I − I²·R comes back; without constants, T·ω·efficiency. Nothing comes
    back where that would be less than nothing, and no more than the battery's largest current takes up.
    """
    omega = rpm * math.pi / 30
    winding = motor.winding
    if winding is None:
        back = torque_nm * omega * (motor.efficiency or USUAL_EFFICIENCY)
    else:
        k = winding.torque_constant_nm_a
        current = torque_nm / motor.count / k - winding.idle_a
        back = motor.count * (k * omega * current - current**2 * winding.resistance_ohm)
        back = max(back, 0.0) if current > 0 else 0.0
    battery = motor.battery
    if battery is None or battery.voltage_v is None or battery.current_max_a is None:
        return back
    return min(back, battery.voltage_v * battery.current_max_a)
