"""Figures and lists as they stand in a sentence: metric, with a plain space before the unit.

A view that shows other units finds a figure by the unit behind it; names stand in “quotes”, which it leaves
alone.
"""

import math
from collections.abc import Sequence

IN_TIMES = 1.95
"""From so many times on it is told in times, below in percent."""


def speed(kmh: float) -> str:
    """A speed in km/h, to a tenth below 10 km/h and as a whole number above."""
    return f"{kmh:.1f} km/h" if kmh < 9.95 else f"{kmh:.0f} km/h"


def percent(share: float) -> str:
    """A grade or a share, to a tenth of a percent where it is small and not whole."""
    shown = f"{share * 100:.1f}" if abs(share) < 0.2 else f"{share * 100:.0f}"
    return f"{shown.removesuffix('.0')} %"


def fewer_turns(cadence_rpm: float, asked_rpm: float) -> str:
    """A cadence in rpm that is less than what was asked: to a tenth where it would be told as that."""
    return f"{cadence_rpm:.{1 if round(cadence_rpm) >= asked_rpm else 0}f}"


def higher(share: float) -> str:
    """By how much something is higher than it may be, for one that is: 0.84 or, from twice on, 1.5."""
    if 1 + share >= IN_TIMES:
        return f"{times_as(1 + share)} high as"
    return f"{share * 100:.{1 if share < 0.02 else 0}f} % higher than"


def times_as(times: float) -> str:
    """So many times, to go before “high” or “long”: “twice as”, “3.1 times as”."""
    shown = f"{times:.1f}".removesuffix(".0")
    return "twice as" if shown == "2" else f"{shown} times as"


def mass(kg: float) -> str:
    """A mass in kg."""
    return f"{kg:.0f} kg"


def turn(metres: float) -> str:
    """How far a turn of the pedals goes, in m."""
    return f"{metres:.2f} m"


def way(metres: float) -> str:
    """A length of road in m: in m up to a kilometre, else in km."""
    if metres < 995:
        return f"{metres:.0f} m"
    return f"{metres / 1000:.1f} km" if metres < 99_950 else f"{metres / 1000:.0f} km"


def time(seconds: float) -> str:
    """A time: in seconds up to a minute and a half, then in minutes, then in hours and minutes."""
    if seconds < 90:
        return f"{seconds:.0f} seconds"
    minutes = round(seconds / 60)
    if minutes < 60:
        return f"{minutes} minutes"
    return f"{minutes // 60} h {minutes % 60:02} min"


def kilometres(km: float) -> str:
    """A distance: to a tenth of a km below 100 km where it is not whole, and whole above, halves up."""
    if km < 99.95:
        return f"{math.floor(km * 10 + 0.5) / 10:g} km"
    return f"{math.floor(km + 0.5):,} km"


def listed(words: Sequence[str], last: str = "and") -> str:
    """Words one after the other: “a”, “a and b”, “a, b and c”."""
    if len(words) < 2:
        return "".join(words)
    return f"{', '.join(words[:-1])} {last} {words[-1]}"


def counted(count: int, one: str, many: str | None = None) -> str:
    """So many of something: “1 gear”, “3 gears”."""
    return f"{count} {one if count == 1 else many or one + 's'}"


def quoted(name: str) -> str:
    """A name that somebody gave."""
    return f"“{name}”"


def capital(sentence: str) -> str:
    """A sentence with its first letter as a capital."""
    return sentence[:1].upper() + sentence[1:]


def money(amount: float, currency: str) -> str:
    """An amount as it is said, whole from ten on, with the owner's own word for it."""
    figure = f"{_told(amount):,.0f}" if _is_whole(amount) else f"{amount:.2f}"
    return f"{figure} {currency}".rstrip()


def money_apart(one: float, other: float, currency: str) -> str:
    """How far two amounts are apart, as they are said: 951 and 510 are 441 apart, whatever their cents."""
    apart = abs(_told(one) - _told(other))
    digits = 0 if _is_whole(one) and _is_whole(other) else 2
    return f"{apart:,.{digits}f} {currency}".rstrip()


def _is_whole(amount: float) -> bool:
    return amount == 0 or abs(amount) >= 9.995


def _told(amount: float) -> float:
    return math.floor(amount + 0.5) if _is_whole(amount) else round(amount, 2)
