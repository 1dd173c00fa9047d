"""What the pairings and the search through parts say."""

from test_pairings import hub_with, job

from examples import sprockets
from kettledrum.core.pairings.grid import pairings


def said(brief):
    return pairings(brief, brief.setups[0])


def test_the_mounted_pairing_is_judged_first_and_the_best_named():
    found = said(job(sprockets([44], [22]), hub_with(primary_ratio_min=1.8), front=[40, 44], rear=[18, 22]))
    assert found.says.startswith("44 × 22 is mounted")
    mounted = next(each for each in found.pairings if (each.front, each.rear) == (44, 22))
    assert f"{mounted.lowest.development_m:.2f} m per pedal turn, its highest up to" in found.says
    best = found.pairings[0]
    if (best.front, best.rear) != (44, 22):
        assert f"{best.front} × {best.rear}" in found.says or "No pairing climbs" in found.says


def test_a_mounted_pairing_beyond_a_limit_says_so_and_what_is_best():
    found = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=2.2), front=[40, 46], rear=[18, 22]))
    assert "40 × 22 is mounted" in found.says
    assert "is under the smallest allowed, 2.2" in found.says
    assert " Best is " in found.says
    best = next(each for each in found.pairings if each.state != "fails")
    assert f"Best is {best.front} × {best.rear}" in found.says


def test_whether_it_climbs_is_said_where_a_hill_is_known():
    def of(road, front=40, rear=22):
        return said(job(sprockets([front], [rear]), hub_with(), front=[front], rear=[rear], road=road)).says

    gentle, steep = {"crr": 0.008, "steepest": 0.02}, {"crr": 0.008, "steepest": 0.25}
    assert "40 × 22 is mounted and climbs the 2 % hill." in of(gentle)
    assert "40 × 22 is mounted and does not climb the 25 % hill." in of(steep)
    assert "hill" not in of({"crr": 0.008})


def test_what_climbs_without_a_hard_push_is_better_if_it_is_quick_enough():
    def of(mounted, steepest=0.04, **wants):
        hill = {"crr": 0.008, "steepest": steepest}
        path = sprockets([mounted], [20]), hub_with()
        return said(job(*path, front=[40, 30, 26], rear=[20], road=hill, wants=wants))

    found = of(40)
    assert [(each.front, each.climb) for each in found.pairings] == [
        (30, "holds"),
        (26, "holds"),
        (40, "tight"),
    ]
    assert "40 × 20 is mounted and climbs the 4 % hill with a hard push." in found.says
    assert " Best is 30 × 20, which climbs the 4 % hill: " in found.says
    assert "without a hard push" not in found.says
    # 30 × 20 ends at 24.6 km/h: who wants 30 must push harder up the hill.
    quick = of(40, top_kmh=30)
    assert [each.front for each in quick.pairings] == [40, 30, 26]
    told = "30 × 20 climbs the hill without a hard push, but its highest gear goes up to 25 km/h only."
    assert quick.says.endswith(f"; as far as its limits are known. {told}")
    # What climbs with a hard push is better than what does not climb.
    steeper = of(40, 0.07)
    assert "40 × 20 is mounted and does not climb the 7 % hill." in steeper.says
    assert " Best is 30 × 20, which climbs the 7 % hill with a hard push: " in steeper.says
    # The better of two is mounted.
    best = said(job(sprockets([30], [20]), hub_with(), front=[40], rear=[20], road={"steepest": 0.04}))
    assert len(best.pairings) == 2
    assert best.says.endswith(" None of the others does better.")
    # Where it is mounted, nothing more is to be said of it.
    slow = of(30, top_kmh=30)
    assert " First on the list is 40 × 20, which climbs the 4 % hill with a hard push: " in slow.says
    assert "without a hard push" not in slow.says


def test_where_none_stays_within_the_limits_the_reason_is_given():
    found = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=5), front=[40], rear=[22]))
    only = "The only pairing that can be had does not stay within every limit: "
    assert found.says.startswith(only)
    two = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=5), front=[40, 41], rear=[22]))
    assert two.says.startswith("None of the 2 pairings stays within every limit: ")
    assert "is under the smallest allowed, 5" in found.says


def test_where_no_hill_is_known_none_is_said_not_to_climb():
    # A pairing that would climb nothing: 60 × 11 on a gear of 0.5, with no hill in the job.
    found = said(job(sprockets([60], [11]), hub_with(), front=[60], rear=[11], road={"crr": 0.008}))
    assert "climbs" not in found.says
    gears = {"crr": 0.008, "steepest": 0.04}
    told = said(job(sprockets([60], [11]), hub_with(), front=[60], rear=[11], road=gears))
    another = "another drive, a smaller wheel, less load or a motor"
    assert f"No pairing within the limits climbs the 4 % hill: that takes {another}." in told.says
    assert told.pairings[0].limit == "gears"
    easy = said(
        job(sprockets([40], [22]), hub_with(), front=[40], rear=[22], road={"crr": 0.008, "steepest": 0.01})
    )
    assert "No pairing" not in easy.says


def test_where_the_power_is_too_little_no_other_gear_is_asked_for():
    steep = {"crr": 0.008, "steepest": 0.25}
    told = said(job(sprockets([60], [11]), hub_with(), front=[60], rear=[11], road=steep))
    assert "No pairing climbs the 25 % hill, as your power is too little for any gear" in told.says
    assert "another drive" not in told.says
    assert {each.limit for each in told.pairings} == {"power"}
