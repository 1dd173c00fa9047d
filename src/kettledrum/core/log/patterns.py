"""What happened, counted by gear, by kilometres since the last oil and by temperature, against chance."""

from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import pairwise

import numpy as np

from kettledrum.core.log.bike import BikeHead, Done, Happened
from kettledrum.core.log.odometer import Odometer
from kettledrum.core.log.patterns_result import Pattern, PatternRow, Patterns
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.in_words import counted, listed

FEWEST = 3
"""Of fewer nothing is counted."""
DRAWS = 20_000
_SEED = 20_260_301
_UNLIKELY = 0.05
_COLD, _WARM = 5.0, 15.0


def patterns(bike: BikeHead, rides: Sequence[LoggedRide]) -> Patterns:
    """Counts what happened at least three times. See docs/method.md."""
    happened = bike.happened or []
    counted_ = []
    for what in dict.fromkeys(each.what for each in happened):
        events = [each for each in happened if each.what == what]
        if len(events) >= FEWEST:
            for by, rows in _ways(bike, rides, events):
                if len(rows) > 1 and sum(row[1] for row in rows) >= FEWEST:
                    counted_.append((what, by, rows))
    found = [_pattern(what, by, rows, len(counted_)) for what, by, rows in counted_]
    found.sort(key=lambda each: each.chance)
    return Patterns(patterns=found, says=_says(happened, found))


Rows = list[tuple[str, int, float]]


def _ways(
    bike: BikeHead, rides: Sequence[LoggedRide], events: Sequence[Happened]
) -> Iterator[tuple[str, Rows]]:
    """Rows of label, count and how much was ridden there, by each thing that can be counted by."""
    yield "gear", _by_gear(rides, events)
    oiled = [each for each in bike.done or [] if "oil" in f"{each.part} {each.what}".lower()]
    if oiled:
        yield "distance since the last oil", _since_oil(bike, rides, events, oiled)
    yield "temperature", _by_temperature(rides, events)


def _by_gear(rides: Sequence[LoggedRide], events: Sequence[Happened]) -> Rows:
    seconds: dict[str, float] = {}
    for ride in rides:
        for gear in ride.gears or []:
            seconds[gear.label] = seconds.get(gear.label, 0) + gear.seconds
    known = [label for each in events if (label := each.gear or each.start) is not None]
    places = {part: label for label in seconds for part in label.split(" · ")} | {
        label: label for label in seconds
    }
    at = [places[label] for label in known if label in places]
    return [(label, at.count(label), ridden) for label, ridden in seconds.items() if ridden > 0]


def _by_temperature(rides: Sequence[LoggedRide], events: Sequence[Happened]) -> Rows:
    labels = (f"under {_COLD:.0f} °C", f"{_COLD:.0f} to {_WARM:.0f} °C", f"over {_WARM:.0f} °C")

    def place(celsius: float) -> int:
        return 0 if celsius < _COLD else 1 if celsius <= _WARM else 2

    km, count = [0.0] * 3, [0] * 3
    for ride in rides:
        if ride.temperature_c is not None:
            km[place(ride.temperature_c)] += ride.km
    for each in events:
        if each.temperature_c is not None:
            count[place(each.temperature_c)] += 1
    return [row for row in zip(labels, count, km, strict=True) if row[2] > 0]


def _since_oil(
    bike: BikeHead, rides: Sequence[LoggedRide], events: Sequence[Happened], oiled: Sequence[Done]
) -> Rows:
    odometer = Odometer(bike, rides)
    oils = sorted(each.km if each.km is not None else odometer.km(each.on) for each in oiled)
    last = max([ride.on for ride in rides], default=bike.since)
    ends = [*oils, max(odometer.km(last), oils[-1])]
    longest = max(b - a for a, b in pairwise(ends))
    if longest <= 0:
        return []
    third = longest / 3
    labels = [f"{third * each:.0f} to {third * (each + 1):.0f} km" for each in range(3)]
    km, count = [0.0] * 3, [0] * 3
    for start, end in pairwise(ends):
        for each in range(3):
            km[each] += min(max(end - start - third * each, 0.0), third)
    for event in events:
        at = event.km if event.km is not None else odometer.km(event.on)
        before = [oil for oil in oils if oil <= at]
        if before:
            count[min(int((at - before[-1]) / third), 2)] += 1
    return [row for row in zip(labels, count, km, strict=True) if row[2] > 0]


def _pattern(what: str, by: str, rows: Rows, looked: int) -> Pattern:
    counts = np.array([count for _, count, _ in rows], dtype=float)
    shares = np.array([ridden for _, _, ridden in rows])
    shares = shares / shares.sum()
    expected = counts.sum() * shares
    random = np.random.default_rng(_SEED)
    drawn = random.multinomial(int(counts.sum()), shares, size=DRAWS)
    uneven = (((drawn - expected) ** 2) / expected).sum(axis=1)
    seen = float((((counts - expected) ** 2) / expected).sum())
    # The draws and what was seen together, so that it is never nought (Phipson & Smyth, Stat. Appl. Genet.
    # Mol. Biol. 9, 2010).
    chance = float((np.count_nonzero(uneven >= seen - 1e-9) + 1) / (DRAWS + 1))
    told = [
        PatternRow(label=label, count=count, by_chance=float(by_chance))
        for (label, count, _), by_chance in zip(rows, expected.tolist(), strict=True)
    ]
    most = max(told, key=lambda row: row.count - row.by_chance)
    unlikely = chance * looked < _UNLIKELY
    return Pattern(
        what=what,
        by=by,
        rows=told,
        chance=chance,
        unlikely=unlikely,
        says=_row_says(what, by, most, told, chance, unlikely=unlikely),
    )


def _where(by: str, label: str) -> str:
    if by == "gear":
        return f"in gear {label}"
    if by == "temperature":
        return f"at {label}" if label[0].isdigit() else label
    return f"{label} after the oil"


def _row_says(
    what: str, by: str, most: PatternRow, rows: list[PatternRow], chance: float, *, unlikely: bool
) -> str:
    total = sum(row.count for row in rows)
    where = _where(by, most.label)
    told = (
        f"{most.count} of {counted(total, _ONE[what], _MANY[what])} were {where}; going by how much you ride "
        f"there it would be {most.by_chance:.1f}."
    )
    end = "that is hardly chance" if unlikely else "that may well be chance"
    return f"{told} Chance alone makes it as uneven in {_often(chance)}: {end}."


def _often(chance: float) -> str:
    if chance < 0.001:
        return "fewer than 1 of 1,000 cases"
    return f"1 of {1 / chance:.0f} cases" if chance < 0.1 else f"{chance * 100:.0f} of 100 cases"


def _says(happened: Sequence[Happened], found: Sequence[Pattern]) -> str:
    if not happened:
        return "Nothing has happened that was written down."
    kinds = Counter(each.what for each in happened)
    told = listed([counted(count, _ONE[kind], _MANY[kind]) for kind, count in kinds.items()])
    if not found and max(kinds.values()) >= FEWEST:
        return (
            f"{told}: no pattern can be looked for yet. It takes {FEWEST} of a kind with gear or temperature "
            "written down, which rides in several of them tell too, or with an oil change before."
        )
    if not found:
        return f"{told}: too few to see a pattern, which takes {FEWEST} of a kind."
    return f"{told}. {found[0].says}"


_ONE = {
    "dunking": "dunking",
    "odd shift": "odd shift",
    "noise": "noise",
    "leak": "leak",
    "slip": "slip",
    "knock": "knock",
    "other": "other thing",
}
_MANY = {kind: f"{word}s" for kind, word in _ONE.items()}
