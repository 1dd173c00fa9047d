"""What each criterion of a search means, in a line."""

from kettledrum.core.job.wants import Wants
from kettledrum.core.search.asked import Criterion
from kettledrum.core.terms.in_words import speed

_MEANINGS: dict[Criterion, str] = {
    "fits the frame": "frame, dropouts, brake and bar take its parts, as far as their figures are known",
    "climbs the hill": "it climbs the steepest hill of the job, with a hard push if need be",
    "low enough": "its lowest gear is as low as the job asks, by ratio or in gear inches",
    "quick enough": "its highest gear is not too low for the flat at the power held all day",
    "within the budget": "all of its parts that have a price cost no more than the job’s budget",
    "belt": "a belt in place of a chain: clean and quiet, in a frame that opens for it",
    "oil bath": "its gears run in oil, which is changed",
    "shifts at rest": "every shift can be made at a standstill, as before a traffic light",
    "shifts under load": "it shifts while one pushes, as on a climb",
    "shifts by itself": "it changes gear without a hand",
    "easy on the hands": "no twist grip and no stiff lever, as far as the shifter is stated",
    "asks little care": "no chain over many sprockets, which wants cleaning and oil every few hundred km",
    "mends on the way": "no belt, no buttons that need charge, no motor: what a village shop can mend",
    "covered": "the share of all riding at an easy cadence",
    "lowest development": "metres per pedal turn in the lowest gear: lower climbs steeper",
    "highest development": "metres per pedal turn in the highest gear",
    "top speed": "the speed at which it is out of gears",
    "range": "highest over lowest gear",
    "largest step": "the largest rise from one gear to the next",
    "distinct gears": "gears that are at least 5 % apart; a stepless drive has as many as one likes",
    "price": "what its parts cost to buy, with cranks and wheel as they are",
    "total cost": "what it costs over the years that are looked at, with upkeep",
    "own hours": "hours of one’s own work over those years",
    "mass": "what its parts weigh, as far as that is known",
    "mass in the wheels": "what of that sits in the wheels",
    "mass to carry": "what a tour takes along for its upkeep: a spare belt, a cable, oil",
}


def meaning(criterion: Criterion, wants: Wants) -> str:
    """What a criterion asks, for a rider who wants this."""
    if criterion == "quick enough" and wants.top_kmh is not None:
        return f"its highest gear reaches {speed(wants.top_kmh)}, as is wanted"
    return _MEANINGS[criterion]
