"""Gear tables as CSV: figures as they are, and no cell that a spreadsheet would run."""

import csv
import io

import pytest

from examples import setup, sprockets, stepless_hub
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate
from kettledrum.formats.spreadsheet import gear_tables_text


def read(text: str, delimiter=",") -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(text), delimiter=delimiter))


def table(data):
    return gear_table(validate(Setup, data), (60, 90))


TWO_GEARS = table(setup(sprockets([44], [22, 20])))


def test_every_gear_has_a_line_of_figures():
    # 44 ÷ 22 on a wheel of 622 + 2 × 42 mm: 2 × π × 0.706 m = 4.435929 m; at 60 rpm 15.969 km/h
    rows = read(gear_tables_text([TWO_GEARS]))
    assert [row["gear"] for row in rows] == ["1", "2"]
    assert float(rows[0]["development m"]) == pytest.approx(4.435929, abs=1e-6)
    assert float(rows[0]["speed at low cadence km/h"]) == pytest.approx(15.969345, abs=1e-5)
    assert (rows[0]["step %"], float(rows[1]["step %"])) == ("", pytest.approx(10.0))
    assert (rows[0]["low cadence rpm"], rows[0]["high cadence rpm"]) == ("60.0", "90.0")


def test_feet_and_miles_where_they_are_wanted():
    # 4.435929 m ÷ 0.3048; 15.969345 km/h ÷ 1.609344
    [row, _] = read(gear_tables_text([TWO_GEARS], "imperial"))
    assert float(row["development ft"]) == pytest.approx(14.553573, abs=1e-5)
    assert float(row["speed at low cadence mph"]) == pytest.approx(9.922891, abs=1e-5)


def test_several_setups_stand_below_each_other_also_with_tabs():
    rows = read(gear_tables_text([TWO_GEARS, table(setup(stepless_hub(0.56, 1.75)))], tabs=True), "\t")
    assert [row["gear"] for row in rows] == ["1", "2", "low", "high"]


@pytest.mark.parametrize("start", ["=", "+", "-", "@", "＝"])
def test_no_cell_starts_with_what_a_spreadsheet_would_run(start):
    name = f'{start}HYPERLINK("x", "y")'
    hub = {"kind": "hub", "gears": {"ratios": [1.0, 1.5], "names": [f"{start}1+1", "high"]}}
    text = gear_tables_text([table(setup(hub, name=name))])
    rows = read(text)
    assert rows[0]["setup"] == f"'{name}"
    assert rows[0]["gear"] == f"'{start}1+1"
    assert not any(cell.startswith(("=", "+", "-", "@", "＝")) for row in rows for cell in row.values())
