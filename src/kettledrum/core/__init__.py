"""The rules of the job: models of briefs and setups, and pure functions over them.

Knows no web, no database and no files. Data is validated once, by `validate`; everything after it
trusts its models.
"""

from kettledrum.core.brief import Brief, Need, Rider
from kettledrum.core.comparison import ComparedSetup, Comparison, Difference, compare, difference
from kettledrum.core.errors import InvalidInput, KettledrumError, Problem, place_in
from kettledrum.core.familiar import Ends, Familiar, familiar
from kettledrum.core.gear_table import Gear, GearTable, gear_table
from kettledrum.core.gears import Gears
from kettledrum.core.internals import Internals, internals
from kettledrum.core.ladder import Rung, ladder
from kettledrum.core.quick_entry import GearEntry, UnderstoodGears, understand
from kettledrum.core.setup import Setup
from kettledrum.core.validation import AnyModel, problems, validate
from kettledrum.core.wheel import MeasuredRollout
from kettledrum.core.wheel_sizes import WheelSize, WheelSizes, wheel_sizes

__all__ = [
    "AnyModel",
    "Brief",
    "ComparedSetup",
    "Comparison",
    "Difference",
    "Ends",
    "Familiar",
    "Gear",
    "GearEntry",
    "GearTable",
    "Gears",
    "Internals",
    "InvalidInput",
    "KettledrumError",
    "MeasuredRollout",
    "Need",
    "Problem",
    "Rider",
    "Rung",
    "Setup",
    "UnderstoodGears",
    "WheelSize",
    "WheelSizes",
    "compare",
    "difference",
    "familiar",
    "gear_table",
    "internals",
    "ladder",
    "place_in",
    "problems",
    "understand",
    "validate",
    "wheel_sizes",
]
