"""Gear tables for a spreadsheet: CSV (RFC 4180), or tabs for the clipboard."""

import csv
import io
from collections.abc import Iterator, Sequence
from typing import Literal

from kettledrum.core.gearing.gear_table import GearTable
from kettledrum.formats.cells import cell

System = Literal["metric", "imperial"]
"""Metres and km/h, or feet and mph."""

_KM_PER_MILE = 1.609344
_M_PER_FOOT = 0.3048


def gear_tables_text(tables: Sequence[GearTable], system: System = "metric", *, tabs: bool = False) -> str:
    """Every gear of some tables, one a line under a line of titles; figures are rounded to six places."""
    text = io.StringIO()
    writer = csv.writer(text, delimiter="\t" if tabs else ",", lineterminator="\r\n")
    writer.writerow(_titles(system))
    for table in tables:
        writer.writerows(_rows(table, system))
    return text.getvalue()


def _titles(system: System) -> list[str]:
    length, speed = ("m", "km/h") if system == "metric" else ("ft", "mph")
    return [
        "setup",
        "gear",
        "ratio",
        f"development {length}",
        "gear inches",
        "gain ratio",
        "step %",
        "beside gear",
        "low cadence rpm",
        f"speed at low cadence {speed}",
        "high cadence rpm",
        f"speed at high cadence {speed}",
    ]


def _rows(table: GearTable, system: System) -> Iterator[list[str | float | None]]:
    length, speed = (1.0, 1.0) if system == "metric" else (1 / _M_PER_FOOT, 1 / _KM_PER_MILE)
    for gear in table.gears:
        yield [
            cell(table.name),
            cell(gear.label),
            round(gear.ratio, 6),
            round(gear.development_m * length, 6),
            round(gear.gear_inches, 6),
            round(gear.gain_ratio, 6),
            None if gear.step is None else round(gear.step * 100, 6),
            cell(gear.overlaps or ""),
            table.cadence_rpm[0],
            round(gear.speed_kmh[0] * speed, 6),
            table.cadence_rpm[1],
            round(gear.speed_kmh[1] * speed, 6),
        ]
