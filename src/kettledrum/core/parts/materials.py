"""What shafts are made of: how far a material bears stress before it stays bent, and how stiff it is."""

import math
from collections.abc import Callable
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
    """What a bar is made of: elastic modulus in MPa, and the standard that the yield is taken from.

    `yields` are the least yield strengths in MPa, each up to a thickness in mm: the thicker a bar, the less
    deep its treatment reaches.
    """

    yields: tuple[tuple[float, float], ...]
    modulus_mpa: float
    source: str
    threaded: bool = False

    def yield_mpa(self, diameter_mm: float) -> float:
        """The least yield strength in MPa of a bar of a diameter; beyond the standard's, that of its last."""
        return next((least for up_to, least in self.yields if diameter_mm <= up_to), self.yields[-1][1])


STEEL_MPA = 210_000.0
"""Young's modulus of steel, which hardly differs from one to another (EN 1993-1-1, 3.2.6)."""
_STAINLESS, _ALUMINIUM = 200_000.0, 70_000.0
THREAD_NOTCH = 2.8
"""How much a cut thread raises stress in soft steel: Peterson, for threads of ISO classes 3.6 to 5.8."""
_CORE = 1.226_87
"""Depths of both sides of a thread's profile, in pitches: d₃ = d − 1.22687·P of ISO 68-1."""
_COARSE_MM = (
    (5, 0.8),
    (6, 1.0),
    (8, 1.25),
    (10, 1.5),
    (12, 1.75),
    (16, 2.0),
    (22, 2.5),
    (27, 3.0),
    (33, 3.5),
    (39, 4.0),
    (45, 4.5),
    (52, 5.0),
    (60, 5.5),
    (64, 6.0),
)
"""Coarse pitches in mm, each up to a diameter in mm: ISO 261."""

MATERIALS: dict[MaterialName, Material] = {
    "mild steel bar": Material(
        ((16, 235), (40, 225), (100, 215), (150, 195), (200, 185)), STEEL_MPA, "S235, EN 10025-2"
    ),
    "structural steel bar": Material(
        ((16, 355), (40, 345), (63, 335), (80, 325), (100, 315), (150, 295), (200, 285)),
        STEEL_MPA,
        "S355, EN 10025-2",
    ),
    "carbon steel, normalised": Material(
        ((16, 340), (100, 305), (250, 275)), STEEL_MPA, "C45+N, EN ISO 683-1"
    ),
    "alloy steel, hardened and tempered": Material(
        ((16, 900), (40, 750), (100, 650), (160, 550), (250, 500)), STEEL_MPA, "42CrMo4+QT, EN ISO 683-2"
    ),
    "stainless bar": Material(((250, 190),), _STAINLESS, "1.4301, EN 10088-3"),
    "threaded rod, class 4.8": Material(((64, 320),), STEEL_MPA, "ISO 898-1", threaded=True),
    "bolt steel, class 8.8": Material(((16, 640), (200, 660)), STEEL_MPA, "ISO 898-1"),
    "aluminium bar, heat-treated": Material(
        ((20, 250), (150, 260), (200, 240), (250, 200)), _ALUMINIUM, "EN AW-6082 T6, EN 755-2"
    ),
}
"""Smallest values that the standards allow."""


def core_mm(diameter_mm: float, material: Material | None) -> float:
    """What of a bar bears: its diameter in mm or, of a threaded rod, that of its core.

    Between two sizes the pitch of the next larger one is taken, which is the coarser.
    """
    return diameter_mm - _thread_mm(diameter_mm, material)


def thinnest_mm(asked_mm: Callable[[float], float], material: Material | None) -> float:
    """The thinnest bar in mm that has what is asked of its core.

    `asked_mm` gives that in mm for a bar of a diameter in mm; it may change where the material's yield does.
    """
    below = 0.0
    for up_to in _steps(material):
        asked = asked_mm(up_to) + _thread_mm(up_to, material)
        if asked <= up_to:
            return max(asked, math.nextafter(below, math.inf))
        below = up_to
    beyond = below + 1
    return max(asked_mm(beyond) + _thread_mm(beyond, material), below)


def _steps(material: Material | None) -> list[float]:
    """The diameters in mm up to which yield and pitch stay the same."""
    if material is None:
        return []
    pitches = _COARSE_MM if material.threaded else ()
    return sorted({float(up_to) for up_to, _ in (*material.yields, *pitches)})


def _thread_mm(diameter_mm: float, material: Material | None) -> float:
    """What a thread takes of a bar's diameter in mm."""
    if material is None or not material.threaded:
        return 0.0
    return _CORE * next((pitch for up_to, pitch in _COARSE_MM if diameter_mm <= up_to), _COARSE_MM[-1][1])
