"""What a swap test tells, with rider and chance taken out. See docs/method.md."""

import math
from collections import Counter
from collections.abc import Sequence

import numpy as np

from kettledrum.core.job.swap_test import FEELS, Run, SwapTest
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.swap.answer_result import Difference, Felt, GroupOfRuns, OffRun, SwapAnswer, Told
from kettledrum.core.swap.fitted import EVEN, SURE, Fit, fitted
from kettledrum.core.swap.says import felt_says, swap_says
from kettledrum.core.terms.student import t_chance, t_quantile

ONE_PERCENT = math.log(1.01)
MOST_RUNS_SAID = 2000
"""More than so many runs nobody rides: then it is said that it cannot be told so."""
LEAST_IN_GROUP = 6
"""With fewer runs in a group nothing is said of it."""
LEAST_DEGREES = 3
"""Power and wind are taken out where so many degrees of freedom are left: with fewer, chance rules."""


def swap_answer(test: SwapTest) -> SwapAnswer:
    """Works a swap test out: the logarithm of each value, or a rating itself, is its rider’s, its bike’s,
    and a remainder.

    Runs that are still to be ridden or left out do not count.
    """
    ridden = [run for run in test.runs if run.value is not None and not run.left_out]
    ratio = not test.is_felt
    values = _values(test, ridden)
    fit = _fit(test, ridden, values)
    shown = fit if ratio else None
    differences = _differences(test, ridden, fit, ratio=ratio)
    second = differences[0] if differences else None
    found = SwapAnswer(
        name=test.name,
        measured=test.measured,
        runs=len(ridden),
        to_ride=sum(run.value is None and not run.left_out for run in test.runs),
        difference=second.difference if second else None,
        interval=second.interval if second else None,
        p=second.p if second else None,
        remainder=second.remainder if second else None,
        more_runs_for_1_percent=None
        if shown is None
        else more_runs(shown.remainder, len(ridden), *_effects(test, ridden)),
        tells=None if shown is None else smallest_told(shown.remainder, len(ridden), *_effects(test, ridden)),
        differences=differences,
        off=_off(test, ridden, values, fit),
        felt=[*_felt(test)],
        groups=_groups(test, ridden),
        taken_out=list(_taken_out(test, ridden)),
        unbalanced=unbalanced(test, ridden),
    )
    found.says = swap_says(found, test)
    return found


def _values(test: SwapTest, runs: Sequence[Run]) -> Floats:
    """What is fitted of runs that have a value."""
    values = np.array([run.value for run in runs], dtype=float)
    return values if test.is_felt else np.log(values)


def _fit(test: SwapTest, runs: Sequence[Run], values: Floats, *, rated: bool = False) -> Fit | None:
    if len(test.bikes) < 2 or not runs:
        return None
    return _fitted(test, runs, values, list(_taken_out(test, runs, rated=rated).values()))


def _fitted(test: SwapTest, runs: Sequence[Run], values: Floats, others: list[list[float]]) -> Fit | None:
    riders = [test.riders.index(run.rider) for run in runs]
    bikes = [test.bikes.index(run.bike) for run in runs]
    return fitted(values, riders, bikes, len(test.bikes), others)


def _taken_out(test: SwapTest, runs: Sequence[Run], *, rated: bool = False) -> dict[str, list[float]]:
    """What is taken out as the rider is, for every run: luggage; of what is measured, but not of ratings, the
    logarithm of power and the wind too. Each where all runs say it and it differs; power and wind where the
    bikes can still be told apart by it, with room for chance.
    """
    found: dict[str, list[float]] = {}
    loaded = [run.luggage for run in runs]
    if None not in loaded and len(set(loaded)) > 1:
        found["luggage"] = [float(bool(each)) for each in loaded]
    if rated or test.is_felt:
        return found
    power = [] if test.measured == "power" else [run.power_w for run in runs]
    for what, said in (("power", power), ("wind", [run.wind_kmh for run in runs])):
        known = [each for each in said if each is not None]
        if len(known) < len(runs) or len(set(known)) < 2:
            continue
        column = [math.log(each) for each in known] if what == "power" else known
        fit = _fitted(test, runs, np.zeros(len(runs)), [*found.values(), column])
        if fit is not None and fit.degrees >= LEAST_DEGREES:
            found[what] = column
    return found


def _effects(test: SwapTest, runs: Sequence[Run]) -> tuple[int, int]:
    """How many riders rode, with one more for each thing that is taken out, and how many bikes there are."""
    return len({run.rider for run in runs}) + len(_taken_out(test, runs)), len(test.bikes)


def _half(remainder: float, runs: int, riders: int, bikes: int) -> float:
    """Half the width of the interval that so many runs have, as many of them on each bike."""
    degrees = runs - riders - bikes + 1
    return t_quantile(degrees, (1 + SURE) / 2) * remainder * math.sqrt(2 * bikes / runs)


def more_runs(remainder: float, runs: int, riders: int, bikes: int) -> int | None:
    """How many more runs narrow the interval to 1 % on either side, as many of all on each bike; None beyond
    2000 in all.
    """
    for count in range(max(runs, riders + bikes), MOST_RUNS_SAID + 1):
        if _half(remainder, count, riders, bikes) <= ONE_PERCENT:
            return count - runs
    return None


def smallest_told(remainder: float, runs: int, riders: int, bikes: int = 2) -> float | None:
    """The smallest difference that a plan can show, as a share, if runs scatter by so much (the standard
    deviation of their logarithm); None where it leaves no degree of freedom.
    """
    return math.expm1(_half(remainder, runs, riders, bikes)) if runs >= riders + bikes else None


def _differences(test: SwapTest, runs: Sequence[Run], fit: Fit | None, *, ratio: bool) -> list[Difference]:
    counts = Counter(run.bike for run in runs)
    found = []
    for place, bike in enumerate(test.bikes[1:]):
        if fit is None:
            why = _stands_in_the_way(test, runs)
            found.append(_untold(bike, counts[bike], why))
            continue
        low, high = fit.interval(place)
        middle = float(fit.against_first[place])
        told: Told = "more" if low > EVEN else "less" if high < -EVEN else "nothing"
        as_share = math.expm1 if ratio else float
        found.append(
            Difference(
                bike=bike,
                runs=counts[bike],
                difference=as_share(middle),
                interval=(as_share(low), as_share(high)),
                p=fit.chance(place),
                remainder=fit.remainder,
                told=told,
            )
        )
    return found


def _untold(bike: str, runs: int, why: str) -> Difference:
    return Difference(
        bike=bike,
        runs=runs,
        difference=None,
        interval=None,
        p=None,
        remainder=None,
        told="not known",
        why=why,
    )


def _stands_in_the_way(test: SwapTest, runs: Sequence[Run]) -> str:
    """Why the bikes cannot be told apart."""
    if not runs:
        return "no run is written down"
    ridden = {run.bike for run in runs}
    missing = [bike for bike in test.bikes if bike not in ridden]
    if missing:
        return f"“{missing[0]}” was not ridden yet"
    least = sum(_effects(test, runs))
    if len(runs) < least:
        return f"{least} runs are the least; there {'is' if len(runs) == 1 else 'are'} {len(runs)}"
    loads = [{run.luggage for run in runs if run.bike == bike} for bike in test.bikes]
    if "luggage" in _taken_out(test, runs) and all(len(each) == 1 for each in loads):
        return "luggage was on one bike alone: bike and luggage cannot be told apart until it is swapped"
    return "each rider rode a bike of their own: rider and bike cannot be told apart until they swap"


def _off(test: SwapTest, runs: Sequence[Run], values: Floats, fit: Fit | None) -> list[OffRun]:
    """Runs that differ from what the others foretell by more than chance allows: their deleted residual
    beyond the quantile of Student’s t at 5 % among all runs (Bonferroni; Cook & Weisberg, *Residuals and
    Influence*, 2.2).
    """
    if fit is None or fit.degrees < 2 or fit.remainder == 0:
        return []
    found = []
    for place, run in enumerate(runs):
        room = 1 - float(fit.leverage[place])
        if room < 1e-9:
            continue
        residual = float(fit.residuals[place])
        rest = (fit.remainder**2 * fit.degrees - residual**2 / room) / (fit.degrees - 1)
        away = residual / math.sqrt(max(rest, 1e-18) * room)
        if t_chance(fit.degrees - 1, abs(away)) * len(runs) < 1 - SURE:
            others = [each for each in range(len(runs)) if each != place]
            without = _fit(test, [runs[each] for each in others], values[others])
            size = float if test.is_felt else math.expm1
            found.append(
                OffRun(
                    run=run.run,
                    # From what the others foretell, not from a line that it pulled along.
                    off=size(residual / room),
                    without=None if without is None else size(float(without.against_first[0])),
                )
            )
    return found


def _felt(test: SwapTest) -> list[Felt]:
    found = []
    for feel in FEELS:
        runs = [run for run in test.runs if run.ratings and feel in run.ratings and not run.left_out]
        if not runs:
            continue
        values = np.array([(run.ratings or {})[feel] for run in runs], dtype=float)
        differences = _differences(test, runs, _fit(test, runs, values, rated=True), ratio=False)
        found.append(Felt(feel=feel, differences=differences, says=felt_says(feel, differences, test)))
    return found


def _groups(test: SwapTest, runs: Sequence[Run]) -> list[GroupOfRuns]:
    """With and without luggage; the colder and the warmer half: where there are enough runs of both."""
    loaded = [run for run in runs if run.luggage is not None]
    known = sorted(
        (run for run in runs if run.temperature_c is not None), key=lambda run: run.temperature_c or 0.0
    )
    middle = known[len(known) // 2].temperature_c if known else None
    pairs = [
        [
            ("with luggage", [run for run in loaded if run.luggage]),
            ("without luggage", [run for run in loaded if not run.luggage]),
        ]
    ]
    if middle is not None:
        cold = [run for run in known if (run.temperature_c or 0.0) < middle]
        warm = [run for run in known if (run.temperature_c or 0.0) >= middle]
        pairs.append([(f"below {middle:g} °C", cold), (f"from {middle:g} °C on", warm)])
    found = []
    for pair in pairs:
        if any(len(group) < LEAST_IN_GROUP for _, group in pair):
            continue
        for what, group in pair:
            fit = _fit(test, group, _values(test, group))
            second = _differences(test, group, fit, ratio=not test.is_felt)[:1]
            found += [
                GroupOfRuns(what=what, difference=each) for each in second if each.difference is not None
            ]
    return found


def unbalanced(test: SwapTest, runs: Sequence[Run]) -> list[str]:
    """What is not alike: riders who did not ride each bike as often, luggage that is on one more often."""
    told = []
    for rider in test.riders:
        counts = [sum(run.rider == rider and run.bike == bike for run in runs) for bike in test.bikes]
        if max(counts) - min(counts) > 1:
            each = ", ".join(f"{bike} {count}" for bike, count in zip(test.bikes, counts, strict=True))
            told.append(f"{rider} rode them unequally often: {each}")
    loads = [sum(run.bike == bike and run.luggage is True for run in runs) for bike in test.bikes]
    if max(loads) - min(loads) > 1:
        each = ", ".join(f"{bike} {count}" for bike, count in zip(test.bikes, loads, strict=True))
        told.append(f"luggage was not on each as often: {each}")
    return told
