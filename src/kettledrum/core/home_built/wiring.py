"""Fuse and wire for a current: fuses by their standard sizes, wires by what they bear and what they lose."""

from pydantic import BaseModel

FUSE_FACTOR = 1.25
"""A fuse carries a quarter more than the steady current, so that it does not age under it."""
FUSES_A = (5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200, 250, 300)
"""Sizes of blade and bolted fuses for vehicles: ISO 8820-3 and ISO 8820-5."""
WIRES = (
    (0.75, 10),
    (1.0, 14),
    (1.5, 18),
    (2.5, 25),
    (4.0, 35),
    (6.0, 45),
    (10.0, 65),
    (16.0, 90),
    (25.0, 120),
    (35.0, 160),
    (50.0, 210),
)
"""Sections of copper in mm² and the current in A that each bears with insulation for 70 °C: ISO 10133,
annex A, which is for small craft, single wires in free air; ISO 13297 has taken its place since."""
MOST_LOST = 0.03
"""Of the voltage, in the wire there and back."""
_COPPER_OHM_MM2_M = 0.0175


class Wiring(BaseModel):
    """The steady current in A, the fuse in A and the wire in mm² for it.

    `lost_v` is what the wire takes of the voltage, null where its length is not known. Fuse or wire are null
    where none of the usual ones is enough.
    """

    current_a: float
    fuse_a: float | None
    wire_mm2: float | None
    lost_v: float | None


def wiring(current_a: float, voltage_v: float, wire_m: float | None) -> Wiring:
    """The smallest fuse for a current, and the smallest wire that the fuse protects and that loses little.

    The wire bears at least what the fuse lets through, else it would burn before the fuse does; over its
    length there and back it loses 2·L·ρ·I / A.
    """
    fuse = next((size for size in FUSES_A if size >= current_a * FUSE_FACTOR), None)
    wire = None
    if fuse is not None:
        wire = next(
            (
                section
                for section, bears in WIRES
                if bears >= fuse and _lost(current_a, section, wire_m or 0) <= voltage_v * MOST_LOST
            ),
            None,
        )
    lost = None if wire is None or wire_m is None else _lost(current_a, wire, wire_m)
    return Wiring(current_a=current_a, fuse_a=fuse, wire_mm2=wire, lost_v=lost)


def _lost(current_a: float, section_mm2: float, wire_m: float) -> float:
    return 2 * wire_m * _COPPER_OHM_MM2_M * current_a / section_mm2
