"""Rules of what the rider asks beside gears: money, care, and help that is far away."""

from collections.abc import Iterator

from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.terms.in_words import listed, money


def _budget(bike: Bike) -> Iterator[Finding]:
    budget = bike.brief.wants.budget if bike.brief.wants else None
    if budget is None:
        return
    currency = bike.brief.money.currency if bike.brief.money and bike.brief.money.currency else ""
    most = money(budget, currency)
    prices = [price for _, price in part_prices(bike.setup)]
    known = float(sum(price for price in prices if price is not None))
    cost = money(known, currency)
    missing = sum(price is None for price in prices)
    if known > budget:
        least = "at least " if missing else ""
        yield Finding("fails", f"its parts cost {least}{cost}, over the budget of {most}", "cheaper parts")
    elif missing:
        without = f"{missing} of them {'has' if missing == 1 else 'have'} none"
        yield not_known(
            f"its parts that have a price cost {cost} of the budget of {most}; {without}",
            "the prices that are missing, under Setups",
        )
    else:
        yield Finding("holds", f"its parts cost {cost}, within the budget of {most}")


def _care(bike: Bike) -> Iterator[Finding]:
    """Who gives little care does badly with an open chain over many sprockets, and well with a belt."""
    care = bike.brief.wants.care if bike.brief.wants else None
    if care is None:
        return
    open_drives = [stage for _, stage in bike.sprockets if stage.shifts_chain]
    chains = [stage for _, stage in bike.sprockets if stage.drive == "chain"]
    if open_drives and care == "little":
        yield Finding(
            "fails",
            "a derailleur’s chain wants cleaning and oil every few hundred km, and you give little care",
            "gears in a hub or a gearbox, with a belt or a covered chain",
        )
    elif open_drives and care == "some":
        yield Finding("tight", "a derailleur’s chain wants cleaning and oil every few hundred km", None)
    elif chains and care == "little":
        what = "its chain still wants oil now and then, and you give little care"
        yield Finding("tight", what, "a belt asks for less")
    else:
        yield Finding("holds", f"it asks for no more care than {care}")


def _workshop(bike: Bike) -> Iterator[Finding]:
    """What cannot be mended by the road, where help is far."""
    wants = bike.brief.wants
    if wants is None or not wants.is_far_from_help:
        return
    away = wants.workshop_km
    weak = []
    if bike.belt:
        weak.append("a belt, whose spare is found in few places")
    weak += [
        f"the buttons of {bike.name(stage)}, which need charge"
        for stage in bike.stages
        if stage.fit and stage.fit.shifter == "buttons"
    ]
    if bike.setup.motors:
        weak.append("a motor, which no village mends")
    if weak:
        yield Finding(
            "tight",
            f"a workshop is {away:g} km away, and it has {listed(weak)}",
            "a spare belt, a charger, or riding on without help",
        )
    else:
        yield Finding(
            "holds", f"with a workshop {away:g} km away, all of it can be mended by the road or ridden on"
        )


WANTED_RULES = [
    Rule("budget", "what you want", "What is over the budget is not bought.", TRADE, _budget),
    Rule("care", "what you want", "A drive lasts as long as it is looked after.", TRADE, _care),
    Rule("workshop", "what you want", "Far from help, what breaks is carried home.", TRADE, _workshop),
]
