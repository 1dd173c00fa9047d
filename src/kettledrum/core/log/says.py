"""What the log of a bike says, in a sentence."""

from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.sums_result import BikeSums, GearSum, PeriodSums
from kettledrum.core.terms.day import in_words
from kettledrum.core.terms.in_words import capital, counted, kilometres, listed, percent, quoted, time, way

_HALF = 0.5
_MANY_MINUTES = 600
"""From this on hours are told alone."""
_FITS = 0.6
"""Where less of pedalling fits, the gears that are told are not those that were ridden. On real rides seven
tenths and more do. Ours."""


def bike_says(bike: BikeHead, sums: BikeSums) -> str:
    """How far it has come, and which gears are used."""
    if not sums.rides:
        return (
            f"Ridden since {in_words(bike.since)}; no ride is logged yet. Type in the last one, or drop the "
            "files of a bicycle computer here."
        )
    long = f"{sums.minutes / 60:.0f} hours" if sums.minutes >= _MANY_MINUTES else time(sums.minutes * 60)
    logged = f"{kilometres(sums.ridden_km)}{f', {long}' if sums.minutes else ''}"
    said = f"{kilometres(sums.km)} on the clock; {counted(sums.rides, 'ride')} logged ({logged})."
    period = next((each for each in sums.periods if each.worked), None)
    return f"{period.says} {said}" if period is not None else said


def period_says(sums: PeriodSums) -> str:
    """Which gears are used, and where they do not reach."""
    if not sums.pedalling_s:
        if sums.rides:
            return "No ride here tells its gears: that takes a file with speed and cadence."
        return "No ride with it yet."
    rides = counted(sums.worked, "ride")
    if sums.fits is not None and sums.fits < _FITS:
        return (
            f"In {rides} only {percent(sums.fits)} of pedalling fits a gear of {quoted(sums.setup)}: was "
            "something else mounted, or is the wheel another size?"
        )
    if len(sums.gears) == 1:
        return f"{capital(rides)} in the one gear there is.{_reach(sums)}"
    told = f"In {rides} you spent {_most(sums.gears)}"
    never = ""
    if sums.never:
        gears = "gear" if len(sums.never) == 1 else "gears"
        never = f" You never used {gears} {listed(sums.never)}."
    return f"{told}.{_reach(sums)}{never}"


def _most(gears: list[GearSum]) -> str:
    """The narrowest row of neighbouring gears that holds half of all pedalling."""
    best = (len(gears) + 1, 0.0, 0)
    for start in range(len(gears)):
        share = 0.0
        for end in range(start, len(gears)):
            share += gears[end].share
            if share >= _HALF:
                best = min(best, (end - start + 1, -share, start))
                break
    count, share, start = best
    first, last = gears[start], gears[start + count - 1]
    if count == 1:
        return f"{percent(-share)} of pedalling in gear {first.label}"
    return f"{percent(-share)} of pedalling in gears {first.label} to {last.label}"


def _reach(sums: PeriodSums) -> str:
    found = sums.beyond
    if found is None:
        return ""
    low, high = sums.gears[0].label, sums.gears[-1].label
    if sums.stepless:
        low, high = "the lowest ratio", "the highest"
    else:
        low, high = f"gear {low}", f"gear {high}"
    if found.too_high_m < _LEAST_M and found.too_low_m < _LEAST_M:
        return f" {low[0].upper()}{low[1:]} was low enough everywhere, and {high} high enough."
    if found.too_low_m < _LEAST_M:
        return f" {low[0].upper()}{low[1:]} was too high on {way(found.too_high_m)}."
    if found.too_high_m < _LEAST_M:
        return f" {high[0].upper()}{high[1:]} was too low on {way(found.too_low_m)}."
    below, above = way(found.too_high_m), way(found.too_low_m)
    return f" {low[0].upper()}{low[1:]} was too high on {below}, {high} too low on {above}."


_LEAST_M = 100.0
"""Less is nothing to speak of."""
