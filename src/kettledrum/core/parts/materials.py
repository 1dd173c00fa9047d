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


STEEL_MPA = 210_000.0
"""Young's modulus of steel, which hardly differs from one to another (EN 1993-1-1, 3.2.6)."""
_STAINLESS, _ALUMINIUM = 200_000.0, 70_000.0

MATERIALS: dict[MaterialName, Material] = {
    "mild steel bar": Material(235, STEEL_MPA, "S235, EN 10025-2"),
    "structural steel bar": Material(355, STEEL_MPA, "S355, EN 10025-2"),
    "carbon steel, normalised": Material(340, STEEL_MPA, "C45+N, EN ISO 683-1"),
    "alloy steel, hardened and tempered": Material(750, STEEL_MPA, "42CrMo4+QT, 16 to 40 mm, EN ISO 683-2"),
    "stainless bar": Material(190, _STAINLESS, "1.4301, EN 10088-3"),
    "threaded rod, class 4.8": Material(320, STEEL_MPA, "ISO 898-1; its core is thinner than its name"),
    "bolt steel, class 8.8": Material(640, STEEL_MPA, "ISO 898-1"),
    "aluminium bar, heat-treated": Material(250, _ALUMINIUM, "EN AW-6082 T6, EN 755-2"),
}
"""Smallest values that the standards allow, for bars of some millimetres to a few centimetres."""
