"""What of motors is taken for want of their figures, told with its value."""

from kettledrum.core.parts.motor import USUAL_EFFICIENCY, USUAL_LIMIT_C, USUAL_USABLE, Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.assumed import Assumed


def motors_assumed(setup: Setup) -> list[Assumed]:
    """The figures that were taken for those that a setup's motors do not state."""
    return [
        taken for place, motor in enumerate(setup.motors or []) for taken in _taken(motor, f"motors[{place}]")
    ]


def _taken(motor: Motor, where: str) -> list[Assumed]:
    name = motor.name or "the motor"
    found = []
    if _runs_on(motor):
        found.append(
            Assumed(
                where=f"{where}.no_load_rpm",
                what=f"how fast {name} turns without load",
                value=None,
                taken="its torque at any speed",
            )
        )
    if motor.winding is None and motor.efficiency is None:
        what = f"the efficiency of {name}"
        found.append(Assumed(where=f"{where}.efficiency", what=what, value=USUAL_EFFICIENCY, unit="share"))
    if motor.winding is not None and motor.winding.no_load_a is None:
        what = f"the current of {name} without load"
        found.append(Assumed(where=f"{where}.winding.no_load_a", what=what, value=0, unit="A"))
    if motor.battery is not None and motor.battery.usable is None:
        what = f"how much of the battery of {name} is usable"
        found.append(Assumed(where=f"{where}.battery.usable", what=what, value=USUAL_USABLE, unit="share"))
    if motor.thermal is not None and motor.thermal.limit_c is None:
        what = f"what the windings of {name} bear"
        found.append(Assumed(where=f"{where}.thermal.limit_c", what=what, value=USUAL_LIMIT_C, unit="°C"))
    return found


def _runs_on(motor: Motor) -> bool:
    """Whether nothing that is known of a motor makes it weaker the faster it turns."""
    if motor.curve is not None or motor.no_load_rpm is not None or motor.power_w is not None:
        return False
    battery = motor.battery
    by_voltage = motor.winding is not None and battery is not None and battery.voltage_v is not None
    by_current = battery is not None and battery.voltage_v is not None and battery.current_max_a is not None
    return not (by_voltage or by_current)
