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


def drawn(motor: Motor, torque_nm: float, rpm: float) -> Drawn:
    """What all motors on the shaft draw for a torque of theirs together, at a speed of their own.

    With I = T / k + I₀ a motor, the windings' heat is I²·R, and what turns against it takes k·ω·I:
    P = I²·R + k·ω·I. So in = out + I²·R + k·ω·I₀. Without constants, out ÷ efficiency.
    """
    omega = rpm * math.pi / 30
    out = torque_nm * omega
    winding = motor.winding
    if winding is None:
        known = motor.efficiency
        through = out / (known or USUAL_EFFICIENCY)
        return Drawn(through, out, through - out, _battery_current(motor, through), known is None)
    current = torque_nm / motor.count / winding.torque_constant_nm_a + winding.no_load_a
    heat = current**2 * winding.resistance_ohm
    idle = winding.torque_constant_nm_a * omega * winding.no_load_a
    through = out + motor.count * (heat + idle)
    return Drawn(through, out, through - out, _battery_current(motor, through), False)


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
                max(motor.count * k * (left_v / winding.resistance_ohm - winding.no_load_a), 0.0),
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
    return max(motor.count * k * (current - winding.no_load_a), 0.0)


def returned_w(motor: Motor, torque_nm: float, rpm: float) -> float:
    """The electrical power in W that all motors on the shaft give back while a torque in Nm drives them.

    With I = T / k − I₀ a motor, k·ω·I − I²·R comes back; without constants, T·ω·efficiency. Nothing comes
    back where that would be less than nothing.
    """
    omega = rpm * math.pi / 30
    winding = motor.winding
    if winding is None:
        return torque_nm * omega * (motor.efficiency or USUAL_EFFICIENCY)
    k = winding.torque_constant_nm_a
    current = torque_nm / motor.count / k - winding.no_load_a
    back = motor.count * (k * omega * current - current**2 * winding.resistance_ohm)
    return max(back, 0.0) if current > 0 else 0.0
