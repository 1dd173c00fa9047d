"""When a setup that was dearer to buy has paid itself back: worked out for all pairs at once."""

import math
from collections.abc import Iterator, Sequence

import numpy as np

from kettledrum.core.keeping.spent import EVEN, Spent, by_months
from kettledrum.core.physics.arrays import Flags, Floats, Places

MOST_STEPS = 1000
"""What falls due more often than this while it is open which of two is ahead counts there as spent evenly."""
_AT_ONCE = 2_000_000
"""Pairs are worked out together as long as their steps are no more, so that they do not fill the memory."""


def breaks_even(dearer: Spent, other: Spent) -> float | None:
    """The first month from which the one that was dearer at first stays at or below the other until the end.

    None where it does not, or was not dearer.
    """
    return next((month for place, _, month in all_that_break_even([dearer, other]) if place == 0), None)


def all_that_break_even(spent: Sequence[Spent], by: Floats | None = None) -> list[tuple[int, int, float]]:
    """Every pair that breaks even, the dearer first, with its month: as `breaks_even` has it of each. `by` is
    what has been spent `by_months`, if that is known already.

    Month by month first: neither falls, so that one that has no more at a month's end than another at its
    start is not above it in between. Only from the last month's end at which it is above, to the last month
    in which it may be, is looked at step by step.
    """
    if len(spent) < 2:
        return []
    by = by_months(spent) if by is None else by
    dearer, other = np.nonzero(np.greater.outer(by[:, 0], by[:, 0]))
    found: list[tuple[int, int, float]] = []
    most = max(2.0 * float(np.minimum(each.times, MOST_STEPS).sum()) for each in spent)
    groups = math.ceil(len(dearer) * most / _AT_ONCE)
    for places in np.array_split(np.arange(len(dearer)), min(max(groups, 1), max(len(dearer), 1))):
        found += _of_pairs(spent, by, dearer[places], other[places])
    return found


def _of_pairs(
    spent: Sequence[Spent], by: Floats, dearer: Places, other: Places
) -> Iterator[tuple[int, int, float]]:
    """Those of some pairs that break even."""
    least = EVEN * np.maximum(by[:, 0], 1.0)
    able = np.flatnonzero(by[dearer, -1] - by[other, -1] <= least[dearer])
    dearer, other = dearer[able], other[able]
    if not len(able):
        return iter(())
    its, others = by[dearer], by[other]
    start = np.maximum(_after_last(its - others > least[dearer, None]) - 1, 0)
    end = np.maximum(_after_last(its[:, 1:] > others[:, :-1]), start)
    at = _step_by_step(spent, by, (dearer, other), (start, end))
    pays = at < by.shape[1] - 1
    return zip(dearer[pays].tolist(), other[pays].tolist(), at[pays].tolist(), strict=True)


def _after_last(are: Flags) -> Places:
    """The place after the last at which something is so; 0 where it never is."""
    places = are.shape[1]
    return np.where(are.any(axis=1), places - np.argmax(are[:, ::-1], axis=1), 0)


def _step_by_step(
    spent: Sequence[Spent], by: Floats, pairs: tuple[Places, Places], window: tuple[Places, Places]
) -> Floats:
    """When each of the `pairs` breaks even within its `window` of months; infinite where it does not.

    The dearer of each may be above the other within the window alone. From step to step they part in a line.
    """
    dearer, other = pairs
    start, end = window
    count, months = len(dearer), by.shape[1] - 1
    steps, slope = _steps(spent, pairs, window)
    # One more step a pair: all that was spent before.
    pair = np.concatenate((np.arange(count), steps[0].astype(np.intp)))
    time = np.concatenate((start, steps[1]))
    amount = np.concatenate((by[dearer, start] - by[other, start], steps[2]))
    order = np.argsort(pair * (2.0 * months) + time, kind="stable")
    pair, time, amount = pair[order], time[order], amount[order]
    first = np.searchsorted(pair, np.arange(count))
    summed = np.cumsum(amount)
    before = (summed - amount)[first]
    above = summed - before[pair] + slope[pair] * (time - start[pair])
    ends = np.append(time[1:], 0.0)
    ends[np.append(first[1:], len(pair)) - 1] = end
    at_end = above + slope[pair] * (ends - time)
    least = EVEN * np.maximum(by[dearer, 0], 1.0)[pair]
    # What falls due at one time is spent at one time.
    whole = ends > time * (1 + EVEN)
    bad = whole & ((above > least) | (at_end > least))
    last = np.maximum.reduceat(np.where(bad, np.arange(len(pair)), -1), first)
    stays = at_end[last] > least[last]
    with np.errstate(divide="ignore", invalid="ignore"):
        crossed = time[last] - above[last] / slope
    found = np.where(stays, np.where(ends[last] == months, np.inf, ends[last]), crossed)
    return np.asarray(np.where(last < 0, start, found))


def _steps(
    spent: Sequence[Spent], pairs: tuple[Places, Places], window: tuple[Places, Places]
) -> tuple[Floats, Floats]:
    """Each step within the windows of pairs, as (its pair, when, what it parts them by); and what parts each
    pair a month.
    """
    start, end = window
    tasks = max(len(each.each) for each in spent)
    # Every setup with as many tasks: those that are made up never fall due.
    every, each, times = np.full((len(spent), tasks), np.inf), *np.zeros((2, len(spent), tasks))
    for place, one in enumerate(spent):
        every[place, : len(one.every)] = one.every
        each[place, : len(one.each)] = one.each
        times[place, : len(one.times)] = one.times
    a_month = np.array([one.a_month for one in spent])
    slope = np.zeros(len(start))
    found = []
    for places, sign in zip(pairs, (1.0, -1.0), strict=True):
        between = every[places]
        done = np.minimum(np.floor((start * (1 + EVEN))[:, None] / between), times[places])
        due = np.minimum(np.ceil((end * (1 - EVEN))[:, None] / between) - 1, times[places])
        often = due - done > MOST_STEPS
        slope += sign * (a_month[places] + np.where(often, each[places] / between, 0.0).sum(axis=1))
        counts = np.where(often, 0, np.maximum(due - done, 0)).astype(np.intp)
        flat = counts.ravel()
        number = np.arange(1.0, flat.sum() + 1) - np.repeat(np.cumsum(flat) - flat - done.ravel(), flat)
        pair = np.repeat(np.arange(len(counts)), counts.sum(axis=1))
        of_each = sign * each[places].ravel()
        found.append((pair, number * np.repeat(between.ravel(), flat), np.repeat(of_each, flat)))
    return np.concatenate(found, axis=1), slope
