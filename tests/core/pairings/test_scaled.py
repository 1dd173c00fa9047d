"""A pairing tells of its ends what the gear table of the setup with it tells: one quantity, one figure."""

import pytest
from test_pairings import hub_with, job

from examples import gearbox, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.pairings.grid import pairings, with_pairing
from kettledrum.core.pairings.place import pairing_place

PATHS = [
    (sprockets([47], [25]), hub_with()),
    (gearbox(0.6, 1.0, 1.7), sprockets([40], [20])),
    (sprockets([40], [16]), gearbox(0.5, 1.0), sprockets([36], [24])),
]


@pytest.mark.parametrize("path", PATHS)
def test_the_ends_of_each_pairing_are_those_of_its_gear_table(path):
    brief = job(*path, front=[38, 47], rear=[20, 26])
    one = brief.setups[0]
    for found in pairings(brief, one).pairings:
        table = gear_table(
            with_pairing(one, pairing_place(one, brief.stock), found.front, found.rear),
            brief.rider.cadence_rpm,
        )
        for told, worked in ((found.lowest, table.gears[0]), (found.highest, table.gears[-1])):
            for key in ("ratio", "development_m", "gear_inches", "gain_ratio", "speed_kmh"):
                assert getattr(told, key) == pytest.approx(getattr(worked, key)), key
