"""What shafts are made of: how far a material bears stress before it stays bent, and how stiff it is."""

from dataclasses import dataclass
from typing import Literal

MaterialName = Literal[
    "mild steel bar",
    "structural steel bar",
    "carbon steel, normalised",
    "alloy steel, hardened and tempered",
    "stainless bar",
    "threaded rod, class 4.8",
    "bolt steel, class 8.8",
    "aluminium bar, heat-treated",
]


@dataclass(frozen=True, slots=True)
class Material:
    """Yield strength and elastic modulus in MPa, and the standard that the yield is taken from."""

    yield_mpa: float
    modulus_mpa: float
    source: str


_STEEL, _STAINLESS, _ALUMINIUM = 210_000.0, 200_000.0, 70_000.0

MATERIALS: dict[MaterialName, Material] = {
    "mild steel bar": Material(235, _STEEL, "S235, EN 10025-2"),
    "structural steel bar": Material(355, _STEEL, "S355, EN 10025-2"),
    "carbon steel, normalised": Material(340, _STEEL, "C45+N, EN ISO 683-1"),
    "alloy steel, hardened and tempered": Material(750, _STEEL, "42CrMo4+QT, 16 to 40 mm, EN ISO 683-2"),
    "stainless bar": Material(190, _STAINLESS, "1.4301, EN 10088-3"),
    "threaded rod, class 4.8": Material(320, _STEEL, "ISO 898-1; its core is thinner than its name"),
    "bolt steel, class 8.8": Material(640, _STEEL, "ISO 898-1"),
    "aluminium bar, heat-treated": Material(250, _ALUMINIUM, "EN AW-6082 T6, EN 755-2"),
}
"""Smallest values that the standards allow, for bars of some millimetres to a few centimetres."""
