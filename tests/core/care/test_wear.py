"""Wear that was measured: the line through it, from when it counts, and what follows for what is due."""

import pytest

from kettledrum.core.care.counted import ridden_on
from kettledrum.core.care.due import due, due_on_bike
from kettledrum.core.care.on_tour import Way, on_tour
from kettledrum.core.care.wear import wear
from kettledrum.core.log.bike import Done, Measurement
from looked_after import bike, day, mounted, rode

CHAIN = {"what": "new chain", "every_km": 4000}


def measured(*values, what="chain wear", unit="%"):
    return [
        Measurement(on=day(at), km=1000 + km, what=what, value=value, unit=unit)
        for at, (km, value) in enumerate(values, 1)
    ]


def test_wear_by_hand():
    # 0.1 % in each 500 km: 0.75 % after 3750 km, of which 1000 are ridden.
    held = bike({"what": "new chain", "every_km": 4000}, measured=measured((500, 0.1), (1000, 0.2)))
    (found,) = wear(held, [], day(10))
    assert found.a_thousand_km == pytest.approx(0.2)
    assert found.life_km == pytest.approx(3750)
    assert found.km_left == pytest.approx(2750)
    assert (found.low_km, found.high_km) == (None, None)
    assert (found.part, found.task) == ("hub", "new chain")


def test_three_measurements_have_an_interval_by_students_t():
    held = bike(measured=measured((500, 0.1), (1000, 0.22), (1500, 0.29)))
    (found,) = wear(held, [], day(10))
    slope = (500 * 0.1 + 1000 * 0.22 + 1500 * 0.29) / (500**2 + 1000**2 + 1500**2)
    left = [0.1 - 500 * slope, 0.22 - 1000 * slope, 0.29 - 1500 * slope]
    error = (sum(each**2 for each in left) / 2 / (500**2 + 1000**2 + 1500**2)) ** 0.5
    # t with two degrees of freedom, 97.5 %: 4.3027.
    assert found.low_km == pytest.approx(0.75 / (slope + 4.3027 * error), rel=1e-4)
    assert found.high_km == pytest.approx(0.75 / (slope - 4.3027 * error), rel=1e-4)
    assert found.low_km < found.life_km < found.high_km


def test_pads_get_thinner_and_a_new_chain_begins_anew():
    pads = bike(measured=measured((0, 4.0), (1000, 3.0), what="brake pad", unit="mm"))
    (found,) = wear(pads, [], day(10))
    assert found.life_km == pytest.approx(3000)
    assert (found.low_km, found.high_km) == (None, None)
    # Four on a line but for one: its slope is as sure as what is left of them lets it be.
    uneven = bike(
        measured=measured((0, 4.0), (1000, 3.6), (2000, 2.9), (3000, 2.5), what="brake pad", unit="mm")
    )
    (four,) = wear(uneven, [], day(10))
    # By hand: 0.52 mm in 1000 km from 4.03; residuals −0.03, 0.09, −0.09, 0.03: s² = 0.018 / 2.
    assert four.a_thousand_km == pytest.approx(-0.52)
    error = (0.018 / 2 / 5_000_000) ** 0.5
    assert four.low_km / four.life_km == pytest.approx(0.52e-3 / (0.52e-3 + 4.3027 * error), rel=1e-4)
    assert four.high_km / four.life_km == pytest.approx(0.52e-3 / (0.52e-3 - 4.3027 * error), rel=1e-4)
    done = [Done(on=day(2), km=1600, part="hub", what="new chain")]
    chain = bike(
        {"what": "new chain", "every_km": 4000},
        done=done,
        measured=measured((500, 0.5), (1000, 0.6), (1600, 0.1)),
    )
    (anew,) = wear(chain, [], day(10))
    assert [point.km for point in anew.points] == [400, 1000]


def test_what_was_last_measured_past_its_limit_is_worn_out_whatever_the_line_says():
    # Through all of them 0.75 % comes at 2,522 km; at 2,000 km it was more than that.
    held = bike(
        CHAIN, measured=measured((500, 0.09), (1000, 0.18), (1500, 0.27), (2000, 0.8)), km_at_start=1000
    )
    (found,) = wear(held, rode(100, start=6), day(10))
    assert found.a_thousand_km == pytest.approx(0.2973, abs=1e-4)
    assert (found.life_km, found.low_km, found.high_km) == (2000, None, None)
    # 2,100 km are ridden.
    assert found.km_left == -100
    assert found.says == "chain wear: 0.8 % when it was last measured; it is worn out at 0.75 %."
    (task,) = due_on_bike(held, rode(100, start=6), day(10)).tasks
    assert (task.standing, task.worn_in_km) == ("worn out", -100)
    # Where the line has it worn out earlier still, the line counts; at the limit it is worn out.
    (earlier,) = wear(bike(CHAIN, measured=measured((1000, 0.8))), rode(1100), day(10))
    assert earlier.km_left == pytest.approx(937.5 - 1100)
    (exactly,) = wear(bike(CHAIN, measured=measured((1000, 0.6), (1100, 0.75))), rode(1100), day(10))
    assert exactly.km_left == 0
    # A part that was measured before a better one was fitted, and said so by nobody: the last counts.
    (since,) = wear(bike(CHAIN, measured=measured((1000, 0.8), (1050, 0.3))), rode(1100), day(10))
    assert since.km_left == pytest.approx(1420.1 - 1100, abs=10)


def test_one_measurement_tells_of_pads_that_are_too_thin():
    thin = bike(CHAIN, measured=measured((900, 0.8), what="brake pad", unit="mm"))
    (found,) = wear(thin, rode(1000), day(10))
    assert (found.life_km, found.km_left, found.part, found.task) == (None, -100, None, "new pads")
    assert found.says == "brake pad: 0.8 mm when it was last measured; it is worn out at 1 mm."
    # No part of the bike asks for pads, and still it is said before all else.
    due_now = due_on_bike(thin, rode(1000), day(10))
    assert due_now.worn == ["new pads"]
    assert due_now.says.endswith("As measured, it is time for new pads.")
    both = due([(thin, rode(1000)), (bike(CHAIN), [])], day(10))
    assert both.says.endswith("As measured, it is time for new pads on “Tall one”.")
    fresh = thin.model_copy(update={"done": [Done(on=day(9), km=None, part="brake", what="new pads")]})
    assert due_on_bike(fresh, rode(1000), day(10)).worn == []
    # On the day itself it is no distance past it.
    at_once = bike(measured=measured((0, 0.5), what="brake pad", unit="mm"))
    (new,) = wear(at_once, [], day(10))
    assert (new.life_km, new.km_left) == (None, 0)
    assert due_on_bike(at_once, [], day(10)).worn == ["new pads"]
    enough = bike(CHAIN, measured=measured((900, 2.0), what="brake pad", unit="mm"))
    assert due_on_bike(enough, rode(1000), day(10)).worn == []


def test_what_is_not_known_has_no_limit():
    odd = bike(measured=measured((500, 3), (900, 4), what="play", unit="mm"))
    (found,) = wear(odd, [], day(10))
    assert (found.limit, found.life_km) == (None, None)
    wrong = bike(measured=measured((500, 3), (900, 4), unit="mm"))
    assert wear(wrong, [], day(10))[0].limit is None
    first = bike(measured=measured((0, 0.1)))
    assert wear(first, [], day(10))[0].says == "chain wear: 1 measurement, too few for a line."
    assert wear(bike(), [], day(10)) == []
    here = bike(measured=measured((500, 3), (500, 2.9), what="brake pad", unit="mm"))
    assert wear(here, [], day(10))[0].says.endswith("2 measurements, all at the same distance: no line yet.")


def test_what_varies_too_much_has_no_latest_distance():
    held = bike(measured=measured((500, 0.02), (1000, 0.4), (1500, 0.05)))
    (found,) = wear(held, [], day(10))
    assert found.low_km is not None
    assert found.high_km is None
    assert "between" not in found.says


def test_what_is_less_worn_the_farther_it_went_is_asked_about():
    thicker = bike(measured=measured((500, 2.0), (900, 3.0), what="brake pad", unit="mm"))
    (found,) = wear(thicker, [], day(10))
    assert found.life_km is None
    assert found.says == (
        "brake pad: 2 measurements, that show it less worn the farther it went; was it new in between, and "
        "is that not written down?"
    )
    same = bike(measured=measured((500, 2.0), (900, 2.0), what="brake pad", unit="mm"))
    assert wear(same, [], day(10))[0].says == "brake pad: 0 mm in 1,000 km (2 measurements)."
    assert "less worn" not in wear(bike(measured=measured((500, 0), (900, 0))), [], day(10))[0].says


def test_wear_counts_from_when_its_part_was_mounted():
    # A hub without a chain's task until day 3; what was measured before is of something else.
    held = bike(
        mounted=[mounted(), mounted(CHAIN, on=day(3))],
        measured=[
            Measurement(on=day(2), km=1500, what="chain wear", value=0.5, unit="%"),
            Measurement(on=day(5), km=3100, what="chain wear", value=0.1, unit="%"),
        ],
    )
    rides = rode(600, 500, 900, 100, 0)
    (found,) = wear(held, rides, day(5))
    # 3,000 km on the clock in the evening of day 2: 0.1 % has come in the 100 km since.
    (task,) = due_on_bike(held, rides, day(5)).tasks
    assert task.due_km == 7000
    assert [point.km for point in found.points] == [100]
    assert found.life_km == pytest.approx(750)
    assert task.worn_in_km == pytest.approx(650)


def _worn(value, **parts):
    """After 500 of the 1,000 km so far the chain was so far gone; 1,000 km on, 20 km a day."""
    at = [Measurement(on=day(5), km=1500, what="chain wear", value=value, unit="%")]
    return bike(CHAIN, measured=at, **parts)


RODE = rode(*[100] * 10)


def test_what_was_measured_stands_beside_the_interval():
    (task,) = due_on_bike(_worn(0.1), RODE, day(10)).tasks
    # 0.75 % after 3,750 km, of which 1,000 are ridden; 4,000 by the interval.
    assert (task.worn_in_km, task.km_left) == (pytest.approx(2750), 3000)
    assert task.says.endswith("3,000 km to go; as measured, worn out in 2,750 km")
    # A life that was taken over is not told twice.
    same = bike({"what": "new chain", "every_km": 3750}, measured=_worn(0.1).measured)
    assert due_on_bike(same, RODE, day(10)).tasks[0].says.endswith("2,750 km to go")
    # Nor is one that is used up in both.
    (gone,) = due_on_bike(_worn(0.375, mounted=[mounted({**CHAIN, "every_km": 1000})]), RODE, day(10)).tasks
    assert gone.says.endswith("0 km over")
    (none,) = due_on_bike(bike(CHAIN), RODE, day(10)).tasks
    assert none.worn_in_km is None
    assert none.says.endswith("3,000 km to go")


def test_what_is_worn_out_is_said_though_its_interval_is_not_over():
    found = due_on_bike(_worn(0.75 / 2), RODE, day(10))
    assert found.tasks[0].worn_in_km == 0
    assert found.tasks[0].state == "later"
    assert found.tasks[0].says.endswith("; as measured, worn out")
    assert found.says.endswith("As measured, it is time for new chain (hub).")
    assert found.tasks[0].standing == "worn out"


def test_what_is_worn_out_stands_before_what_is_due_soon():
    oil = {"what": "oil change", "every_km": 1010}
    held = _worn(0.75 / 2, mounted=[mounted(CHAIN, oil)])
    found = due_on_bike(held, RODE, day(10))
    assert [(task.what, task.state, task.standing) for task in found.tasks] == [
        ("new chain", "later", "worn out"),
        ("oil change", "soon", "soon"),
    ]
    # In the year ahead too: the first time today.
    assert found.tasks[0].follow[0] == day(10)
    assert (found.tasks[0].early, found.tasks[0].late) == (None, None)
    # What is overdue stands before both.
    late = _worn(0.75 / 2, mounted=[mounted(CHAIN, {**oil, "every_km": 900})])
    assert [task.what for task in due_on_bike(late, RODE, day(10)).tasks] == ["oil change", "new chain"]


def test_of_several_bikes_what_is_worn_out_is_said_too():
    said = due([(_worn(0.75 / 2), RODE), (bike(CHAIN), RODE)], day(10)).says
    assert said == (
        "Nothing is overdue on any bike. As measured, it is time for new chain (hub) on “Tall one”."
    )
    # That nothing is known of a bike is not that nothing is overdue on it.
    bare = bike(name="Bare")
    some = due([(bike(CHAIN), RODE), (bare, [])], day(10)).says
    not_known = " Of “Bare” nothing is known that would fall due: no upkeep is filled in."
    assert some == f"Nothing is overdue on any bike.{not_known}"
    none = due([(bare, []), (bike(name="Bare too"), [])], day(10)).says
    assert none.startswith("On no bike is anything known that would fall due: no part carries upkeep.")
    # Of what is overdue that is known already.
    over = due_on_bike(_worn(0.75 / 2), rode(*[450] * 10), day(10))
    assert over.tasks[0].state == "overdue"
    assert "As measured" not in over.says
    assert "As measured" not in due_on_bike(_worn(0.1), RODE, day(10)).says


def toured(value, km, start=10, **parts):
    head = _worn(value, **parts)
    ridden = ridden_on(head, RODE, day(10))
    return on_tour(ridden, Way(km, 10, day(start)), wear(head, RODE, day(10)))[0]


def toured_with_pads(km, *values, start=10):
    """Pads that were measured on the first evening, after 100 km, and on the last, after 1,000."""
    at = [Measurement(on=day(of), km=1100 + 100 * of, what="brake pad", value=mm) for of, mm in values]
    head = bike(measured=at)
    ridden = ridden_on(head, RODE, day(10))
    (pads,) = on_tour(ridden, Way(km, 10, day(start)), wear(head, RODE, day(10)))
    return pads


def test_a_tour_goes_by_pads_that_were_measured_though_no_part_asks_for_them():
    thin = toured_with_pads(500, (9, 0.8))
    assert (thin.part, thin.what, thin.before, thin.times) == ("brake pad", "new pads", True, 0)
    assert thin.says == "due by the start: worn out, as measured"
    # A millimetre in 1,000 km: from 4.1 to 1 mm in 3,100 km, 1,000 of them ridden.
    half = [(0, 4.0), (9, 3.1)]
    on_way = toured_with_pads(2500, *half)
    assert (on_way.before, on_way.times, on_way.days) == (False, 1, [9])
    assert on_way.at_km == [pytest.approx(2100)]
    assert on_way.says == "on the way at km 2,100, day 9, as measured"
    enough = toured_with_pads(2000, *half)
    assert (enough.before, enough.times, enough.at_km) == (False, 0, [])
    # Two millimetres in 1,000 km: from 4.2 to 1 mm in 1,600 km, so that less than half is left.
    early = toured_with_pads(1500, (0, 4.0), (9, 2.2))
    assert (early.before, early.times, early.due_km) == (True, 0, pytest.approx(600))
    assert not toured_with_pads(500, (0, 4.0), (9, 2.2)).before
    # Ten days of 100 km later, at the start, they are through.
    late = toured_with_pads(500, (0, 4.0), (9, 2.2), start=20)
    assert (late.before, late.says) == (True, "due by the start: worn out, as measured")


def test_a_tour_goes_by_what_was_measured():
    gone = toured(0.75 / 2, 500)
    assert (gone.before, gone.times, gone.because) == (True, 0, "wear")
    assert gone.says == "due by the start: worn out, as measured"
    # 0.25 % after 500 km: 1,500 in all, of which 500 are left, an eighth of its interval.
    soon = toured(0.25, 600)
    assert (soon.before, soon.due_km) == (True, pytest.approx(500))
    assert soon.says == (
        "before leaving, with 12 % of its time left: it would fall due 500 km on, as measured, "
        "and then lasts the tour"
    )
    far = toured(0.1, 2800)
    assert (far.before, far.at_km) == (False, [pytest.approx(2750)])
    assert far.says == "on the way at km 2,750, day 10, as measured"
    # What lasts longer than its interval is changed by that.
    slow = toured(0.05, 3200)
    assert (slow.because, slow.due_km) == ("km", pytest.approx(3000))
    assert "measured" not in slow.says
    # Until the start it is ridden on, as of late.
    later = toured(0.25, 600, start=12)
    assert later.due_km == pytest.approx(500 - 2 * later_km_a_day())


def later_km_a_day():
    return ridden_on(bike(CHAIN), RODE, day(10)).km_a_day


def test_a_measured_life_leaves_no_doubt_by_the_shortest():
    life = {"what": "new chain", "every_km": {"low": 1100, "typical": 4000, "high": 9000}}
    at = [Measurement(on=day(5), km=1500, what="chain wear", value=0.1, unit="%")]
    plain, known = bike(life), bike(life, measured=at)
    watched = on_tour(ridden_on(plain, RODE, day(10)), Way(500, 10, day(10)), ())[0]
    assert watched.watch_km == pytest.approx(100)
    sure = on_tour(ridden_on(known, RODE, day(10)), Way(500, 10, day(10)), wear(known, RODE, day(10)))[0]
    assert sure.watch_km is None


def test_of_a_part_without_upkeep_wear_counts_from_what_was_done():
    measurements = [
        Measurement(on=day(at), km=1000 + km, what="chain wear", value=0.2) for at, km in ((2, 200), (9, 900))
    ]

    def points(*done):
        (found,) = wear(bike(measured=measurements, done=list(done)), RODE, day(10))
        assert (found.part, found.task) == (None, "new chain")
        return [point.km for point in found.points]

    chain = {"part": "sprockets", "what": "new chain"}
    assert points() == [200, 900]
    assert points(Done(on=day(3), km=1350, **chain)) == [550]
    # Without a reading, what had been ridden by the evening of that day.
    assert points(Done(on=day(3), **chain)) == [500]
    # The last one counts, none that is still to come, and no other task.
    assert points(Done(on=day(3), km=1350, **chain), Done(on=day(5), km=1600, **chain)) == [300]
    assert points(Done(on=day(11), km=2100, **chain)) == [200, 900]
    assert points(Done(on=day(3), km=1350, part="sprockets", what="cleaned")) == [200, 900]


def test_of_two_measures_of_one_part_the_worse_counts():
    both = [
        Measurement(on=day(5), km=1500, what="chain wear", value=0.25, unit="%"),
        Measurement(on=day(6), km=1600, what="chain elongation", value=0.2, unit="%"),
    ]
    for measured in (both, both[::-1]):
        (task,) = due_on_bike(bike(CHAIN, measured=measured), RODE, day(10)).tasks
        # 0.75 % after 1,500 km by the one, after 2,250 by the other, of which 1,000 are ridden.
        assert task.worn_in_km == pytest.approx(500)


def test_what_has_no_interval_is_done_before_a_tour_by_its_wear_alone():
    chain = {"what": "new chain", "after": ["dunking"]}
    at = [Measurement(on=day(5), km=1500, what="chain wear", value=0.25, unit="%")]
    held = bike(chain, measured=at)
    (task,) = on_tour(ridden_on(held, RODE, day(10)), Way(600, 10, day(10)), wear(held, RODE, day(10)))
    assert (task.before, task.times) == (True, 0)
    assert task.says.startswith("before leaving: it would fall due 500 km on, as measured, and then lasts")
