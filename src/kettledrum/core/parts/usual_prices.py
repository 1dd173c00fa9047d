"""What a part of its kind usually costs: offered, never silently taken.

Prices are ours, round, new, in a money of which a new chain costs 25; a shop or a bill knows better.
"""

from bisect import bisect_left

from kettledrum.core.parts.motor import Motor
from kettledrum.core.parts.names import PartOfSetup
from kettledrum.core.parts.setup import Cranks
from kettledrum.core.parts.stage import GearboxStage, HubStage, SprocketsStage
from kettledrum.core.parts.wheel import Wheel

CRANKS, WHEEL = 60.0, 150.0
BELT, CHAIN = 150.0, 65.0
"""With both sprockets, and with what keeps it taut."""
REAR_SHIFTED, FRONT_SHIFTED = 110.0, 60.0
"""What a derailleur, its lever and a cassette or rings add to a chain and two sprockets."""
CASSETTE = 50.0
"""Of that, the cassette."""
HUBS = {1: 40.0, 3: 100.0, 5: 160.0, 8: 260.0, 12: 500.0}
"""By the most gears inside; with more than the last it is `MANY_GEARS`."""
BOXES = {3: 500.0, 6: 800.0}
MANY_GEARS = 1150.0
STEPLESS = 350.0
AT_CRANKS, IN_HUB = 700.0, 350.0
BATTERY_A_WH = 0.9


def usual_price(part: PartOfSetup) -> float | None:
    """What such a part usually costs new; None for pieces, which may be anything."""
    if isinstance(part, Cranks):
        return CRANKS
    if isinstance(part, Wheel):
        return WHEEL
    if isinstance(part, SprocketsStage):
        if part.drive == "belt":
            return BELT
        shifted = (REAR_SHIFTED if len(part.rear or []) > 1 else 0) + (
            FRONT_SHIFTED if len(part.front or []) > 1 else 0
        )
        return CHAIN + shifted
    if isinstance(part, HubStage):
        return _by_gears(part, HUBS)
    if isinstance(part, GearboxStage):
        return _by_gears(part, BOXES)
    if isinstance(part, Motor):
        battery = part.battery.energy_wh * BATTERY_A_WH if part.battery else 0
        return (AT_CRANKS if part.at == "cranks" else IN_HUB) + round(battery)
    return None


def _by_gears(stage: HubStage | GearboxStage, prices: dict[int, float]) -> float:
    if stage.gears.is_stepless:
        return STEPLESS
    place = bisect_left(list(prices), stage.gears.count)
    return [*prices.values(), MANY_GEARS][place]
