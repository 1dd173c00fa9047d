"""A tour: what is due on it, what to do before it, what to take along, and what if it breaks."""

from collections.abc import Sequence
from datetime import date

from kettledrum.core.care.breaks import breaks
from kettledrum.core.care.counted import ridden_on
from kettledrum.core.care.intervals import days_later
from kettledrum.core.care.on_tour import Way, km_at_start, on_tour
from kettledrum.core.care.spares import gathered, spares
from kettledrum.core.care.tour_result import TourBike, TourPlan, WeatherNote
from kettledrum.core.care.tour_says import tour_says
from kettledrum.core.care.wear import wear
from kettledrum.core.fit.rule import Bike
from kettledrum.core.fit.weather import FREEZES_C, in_cold, in_water
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.job.road import Road
from kettledrum.core.job.tour import Tour
from kettledrum.core.job.wants import FAR_KM, Wants
from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import mounted_on
from kettledrum.core.terms.assumed import Assumed

CAUTION = (
    "A list is no guarantee. Spokes are under tension, brakes and batteries are a qualified mechanic’s work, "
    "and how tight a bolt or a belt must be is its maker’s to say. Try all that was touched on a short ride "
    "with the load before you leave."
)


def tour_plan(
    tour: Tour,
    brief: Brief,
    bikes: Sequence[tuple[BikeHead, Sequence[LoggedRide]]],
    on: date,
    usual_km_a_day: float | None = None,
) -> TourPlan:
    """What a tour of a job’s bikes asks for, as seen `on` a day. See docs/method.md."""
    wants, road = brief.wants or Wants(), brief.road or Road()
    way = Way(tour.km, tour.days, max(tour.on or on, on))
    assumed = []
    workshop_km = wants.workshop_km if tour.workshop_km is None else tour.workshop_km
    if workshop_km is None:
        what = "the nearest workshop"
        assumed.append(Assumed(where="workshop_km", what=what, value=None, taken="less than 80 km away"))
    far = workshop_km is not None and workshop_km >= FAR_KM
    coldest = road.temperature_c if tour.coldest_c is None else tour.coldest_c
    if coldest is None:
        assumed.append(Assumed(where="coldest_c", what="how cold it gets", value=None, taken="no frost"))
    if tour.on is not None and tour.on < on:
        assumed.append(
            Assumed(where="on", what="the day it starts", value=None, taken="today, all of it to come")
        )
    going = [each for each in bikes if tour.bikes is None or each[0].name in tour.bikes]
    found, asked = [], []
    job = conditions(brief)
    for head, rides in going:
        ridden = ridden_on(head, rides, on, usual_km_a_day)
        setup = head.mounted[mounted_on(head, on)].setup
        bike = Bike(brief, setup)
        tasks = on_tour(ridden, way, wear(head, rides, on))
        wet = bool(tour.wet)
        cold = coldest is not None and coldest < FREEZES_C
        weather = [*in_cold(bike, coldest), *(in_water(bike, freezes=cold) if wet else ())]
        asked += [(head.name, spare) for spare in spares(bike, tasks, far=far)]
        found.append(
            TourBike(
                name=head.name,
                setup=setup.name,
                km_at_start=km_at_start(ridden, way),
                tasks=tasks,
                breaks=breaks(bike, job),
                weather=[
                    WeatherNote(state=each.state, what=each.what, remedy=each.remedy) for each in weather
                ],
            )
        )
    things = gathered(asked, far=far)
    taken = [each for each in things if each.carry]
    before = [task for bike in found for task in bike.tasks if task.before]
    names = {head.name for head, _ in bikes}
    plan = TourPlan(
        name=tour.name,
        km=tour.km,
        start=way.start,
        end=days_later(way.start, tour.days - 1),
        workshop_km=workshop_km,
        far=far,
        bikes=found,
        things=things,
        carry_kg=sum(each.mass_kg or 0.0 for each in taken),
        carry_price=sum(each.price or 0.0 for each in taken),
        without_mass=sum(each.mass_kg is None for each in taken),
        before_minutes=sum(task.minutes for task in before),
        before_cost=sum(task.cost for task in before),
        missing=[name for name in tour.bikes or [] if name not in names],
        assumed=[*assumed, *job.assumed],
        caution=CAUTION,
    )
    plan.says = tour_says(plan)
    return plan
