"""What a setup costs over the years when prices and lives are not as they were thought to be."""

from dataclasses import dataclass

import numpy as np

from kettledrum.core.keeping.owned import Owned
from kettledrum.core.keeping.rates import Rates
from kettledrum.core.keeping.schedule import times_due
from kettledrum.core.parts.upkeep import Life
from kettledrum.core.physics.arrays import Floats
from kettledrum.core.verdict.draws import DRAWS, Luck


@dataclass(frozen=True, slots=True)
class DrawnCosts:
    """Arrays of a figure a draw: price, total cost over the years, own hours and days without."""

    price: Floats
    total: Floats
    own_hours: Floats
    days: Floats


def drawn_costs(owned: Owned, rate: Rates, luck: Luck) -> DrawnCosts:
    """Every draw of a setup's costs, as `keeping.costs` works out the typical one."""
    price = np.zeros(DRAWS)
    for name, part in owned.parts:
        if part.price:
            price += part.price * luck.price(f"{name}, {part.price:g}")
    total = price * (1 - rate.sold_for) + owned.energy * rate.months
    hours, days = np.zeros(DRAWS), np.zeros(DRAWS)
    due, besides = owned.due, owned.besides(rate)
    for at, (part_name, task) in enumerate(zip(due.parts, due.tasks, strict=True)):
        of = f"{part_name}, {task.what}"
        every = np.full(DRAWS, due.every[0, at])
        km = task.every_km
        if isinstance(km, Life) and rate.km_a_month > 0:
            months = np.inf if task.every_months is None else task.every_months
            by_way = luck.life(f"{of}, {km.typical:g}", km.low, km.typical, km.high) / rate.km_a_month
            every = np.minimum(by_way, months)
        times = times_due(every, rate.months, float(due.most[at]))
        cost = due.cost[at] * luck.price(f"{of}, {due.cost[at]:g}") if due.cost[at] else 0.0
        total += times * (cost + besides[at])
        hours += times * due.hours[at] * due.own[at]
        days += times * due.days[at]
    return DrawnCosts(price, total, hours, days)
