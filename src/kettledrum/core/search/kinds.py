"""The kinds of drives that a search puts together."""

from typing import Literal

Drive = Literal["chain", "belt"]
Kind = Literal[
    "single-speed",
    "hub",
    "derailleur",
    "crank gearbox",
    "chaingear",
    "chaingear and hub",
    "chaingear and derailleur",
    "hub and derailleur",
]
