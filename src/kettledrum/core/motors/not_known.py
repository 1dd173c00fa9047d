"""What of motors is taken for want of their figures, told with its value."""

from kettledrum.core.parts.motor import USUAL_EFFICIENCY, Motor
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.assumed import Assumed


def motors_assumed(setup: Setup) -> list[Assumed]:
    """The figures that were taken for those that a setup's motors do not state."""
    found: list[Assumed] = []
    for place, motor in enumerate(setup.motors or []):
        where, name = f"motors[{place}]", motor.name or "the motor"
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
            found.append(
                Assumed(
                    where=f"{where}.efficiency",
                    what=f"the efficiency of {name}",
                    value=USUAL_EFFICIENCY,
                    unit="share",
                )
            )
    return found


def _runs_on(motor: Motor) -> bool:
    """Whether nothing that is known of a motor makes it weaker the faster it turns."""
    if motor.curve is not None or motor.no_load_rpm is not None or motor.power_w is not None:
        return False
    battery = motor.battery
    by_voltage = motor.winding is not None and battery is not None and battery.voltage_v is not None
    by_current = battery is not None and battery.voltage_v is not None and battery.current_max_a is not None
    return not (by_voltage or by_current)
