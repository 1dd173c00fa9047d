"""Gears of a ride on the command line."""

import json
from pathlib import Path

import numpy as np
import pytest
from ride_files import fit

from examples import hub, setup, sprockets
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.channels import channels
from kettledrum.core.rides.found_gears import found_gears
from kettledrum.core.rides.gear_use import gear_use
from kettledrum.core.terms.validation import validate
from kettledrum.formats.rides import one_ride
from made_up_rides import made_up

BIKE = setup(sprockets([42], [21]), hub(0.6, 0.8, 1.1), name="Round")


@pytest.fixture
def files(tmp_path):
    table = gear_table(validate(Setup, BIKE), (60, 88))
    ride = made_up([gear.development_m for gear in table.gears], 600, seed=6).ride
    (tmp_path / "ride.fit").write_bytes(fit(ride))
    (tmp_path / "setup.json").write_text(json.dumps(BIKE), encoding="utf-8")
    return str(tmp_path / "ride.fit"), str(tmp_path / "setup.json")


def test_gear_use_prints_what_the_core_finds(run, files):
    ride, bike = files
    read = one_ride(Path(ride).read_bytes())
    found = gear_use(channels(read.records), gear_table(validate(Setup, BIKE), (30, 60)))
    code, text, _ = run("gear-use", ride, "--setup", bike, "--json")
    assert code == 0
    assert json.loads(text) == found.model_dump(mode="json")
    _, text, _ = run("gear-use", ride, "--setup", bike)
    assert found.says in " ".join(text.split())


def test_find_gears_needs_no_setup(run, files):
    ride, _ = files
    found = found_gears(channels(one_ride(Path(ride).read_bytes()).records))
    code, text, _ = run("find-gears", ride, "--json")
    assert code == 0
    assert json.loads(text) == found.model_dump(mode="json")
    assert len(found.found) == 3
    _, text, _ = run("find-gears", ride)
    assert found.says in " ".join(text.split())


def test_what_is_no_ride_is_told_in_a_line(run, files, tmp_path):
    _, bike = files
    (tmp_path / "no.fit").write_bytes(np.arange(40, dtype=np.uint8).tobytes())
    code, _, text = run("gear-use", str(tmp_path / "no.fit"), "--setup", bike)
    assert code != 0
    assert "is no ride that can be read" in " ".join(text.split())
    code, _, text = run("find-gears", str(tmp_path / "there-is-none.fit"))
    assert code != 0
    assert "Traceback" not in text
