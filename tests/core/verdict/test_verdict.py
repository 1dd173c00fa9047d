"""The verdict: musts, weights, what is not known, what is said, against the functions of the other views."""

import json
import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.weighing import MEASURED, MustBe
from kettledrum.core.keeping.costs import costs
from kettledrum.core.lineup.all_riding import AllRiding
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.core.verdict.criteria import USUAL_WEIGHTS, Words
from kettledrum.core.verdict.musts import Knock, nearest_miss
from kettledrum.core.verdict.result import Flip
from kettledrum.core.verdict.says import flip_says, must_means, tip_says
from kettledrum.core.verdict.scores import Tip
from kettledrum.core.verdict.verdict import verdict

ROAD = {"steepest": 0.05}


def bike(name, *ratios, price=500.0, mass_kg=1.5, minutes=30):
    care = [{"what": "oil change", "every_km": 3000, "minutes": minutes, "cost": 20}]
    return setup(
        {**sprockets([42], [21]), "price": 60, "mass_kg": 0.5},
        {**hub(*ratios), "price": price, "mass_kg": mass_kg, "care": care},
        name=name,
        cranks={"length_mm": 170, "price": 0},
        wheel={**WHEEL, "price": 0},
    )


LOW = bike("Low", 0.4, 0.6, 0.8, 1.0, price=900, mass_kg=1.8)
LOW_PRICE = 900 + 60
HIGH = bike("High", 0.9, 1.2, 1.5, price=300, mass_kg=1.0)
MIDDLE = bike("Middle", 0.6, 0.8, 1.0, 1.3, price=600, mass_kg=1.4)


def weighed(*setups, routes=(), road=ROAD, **weighing):
    given = brief(*(setups or (LOW, HIGH, MIDDLE)), road=road, weighing=weighing)
    return verdict(validate(Brief, given), list(routes))


def of(found, name):
    return next(each for each in found.setups if each.name == name)


def test_every_figure_is_that_of_the_view_that_shows_it():
    given = validate(Brief, brief(LOW, HIGH, road=ROAD))
    found = of(weighed(LOW, HIGH, weights=dict.fromkeys(MEASURED, 1)), "Low").figures
    compared, spent = compare(given).setups[0], costs(given, []).setups[0]
    assert found == {
        "covered": AllRiding(given, []).setups[0].in_band,
        "lowest development": compared.lowest.development_m,
        "lowest gear inches": compared.lowest.gear_inches,
        "highest development": compared.highest.development_m,
        "top speed": compared.top.speed_kmh,
        "range": compared.range,
        "largest step": compared.largest_step,
        "price": 960,
        "total cost": spent.total,
        "own hours": spent.own_hours,
        "days without": 0,
        "mass": pytest.approx(2.3),
        "mass in the wheels": 1.8,
    }


def test_two_criteria_by_hand():
    found = weighed(weights={"price": 1, "mass": 3})
    # Low 960 and 2.3 kg, High 360 and 1.5 kg, Middle 660 and 1.9 kg.
    assert of(found, "Middle").values == pytest.approx({"price": 0.5, "mass": 0.5})
    assert [each.score for each in found.setups] == pytest.approx([0, 1, 0.5])
    assert found.order == ["High", "Middle", "Low"]
    assert found.leads == "High"
    assert of(found, "High").wins == 1
    assert found.flips == []
    assert "it is first however these are weighed" in found.says


def test_what_tips_it_by_hand():
    # High is best by price, Low by lowest gear: level where price · 1 = lowest · 1.
    found = weighed(LOW, HIGH, weights={"price": 5, "lowest development": 3})
    assert found.leads == "High"
    assert [(flip.criterion, flip.weight, flip.leads, flip.other) for flip in found.flips] == [
        ("price", pytest.approx(3), "High", "Low"),
        ("lowest development", pytest.approx(5), "High", "Low"),
    ]
    dumped = json.loads(found.model_dump_json())["flips"][0]
    assert (dumped["from"], dumped["to"]) == ("High", "Low")
    assert found.tip_says == "“Low” would lead if price weighed 3.0 or less instead of 5."
    assert of(found, "High").wins == pytest.approx(0.5, abs=0.01)


def test_it_is_not_first_however_weighed_if_a_weight_could_tip_it():
    # Another leads only where the tenth of ten weighs more than all others together: in 1 of 512.
    own = [f"own {number}" for number in range(10)]
    ratings = {name: {"High": 10, "Low": 0} for name in own[:9]} | {own[9]: {"High": 0, "Low": 10}}
    found = weighed(LOW, HIGH, weights=dict.fromkeys(own, 1), ratings=ratings)
    assert of(found, "High").wins == pytest.approx(511 / 512, abs=0.001)
    assert found.says.endswith("“High” leads; it stays first in nearly all weightings.")
    assert found.tip_says == "“Low” would lead if own 9 weighed 9.0 or more instead of 1."
    # Of six, in 31 of 32: that is told as the share it is.
    few = weighed(LOW, HIGH, weights=dict.fromkeys(own[4:], 1), ratings=ratings)
    assert re.search(r"it stays first in 9[67] % of all weightings\.$", few.says)
    # What does not weigh anything is none of these.
    aside = weighed(LOW, HIGH, weights={**dict.fromkeys(own[:9], 1), own[9]: 0}, ratings=ratings)
    assert aside.says.endswith("it is first however these are weighed.")


def test_a_weight_that_no_slider_reaches_is_told_apart():
    found = weighed(LOW, HIGH, weights={"price": 9, "mass": 9, "lowest development": 1})
    flip = next(each for each in found.flips if each.criterion == "lowest development")
    assert flip.weight == pytest.approx(18)
    assert flip.beyond
    assert found.tip_says == "No one weight, changed alone, would make another lead."


def test_a_must_knocks_out_with_its_figure_and_by_how_much():
    found = weighed(weights={"price": 1}, musts=[{"criterion": "price", "at_most": 500}])
    low = of(found, "Low")
    assert low.out_by == ["price"]
    assert low.out_says == ["price 960, and must be at most 500: 460 too much"]
    assert (low.score, low.wins, low.values) == (None, 0, {})
    assert found.order == ["High"]
    assert found.says.startswith("“High” is the only one that is all it must be")


def test_a_limit_exactly_met_is_met():
    found = weighed(weights={"price": 1}, musts=[{"criterion": "price", "at_most": 360}])
    assert found.order == ["High"]
    found = weighed(weights={"price": 1}, musts=[{"criterion": "price", "at_least": 960}])
    assert found.order == ["Low"]


def test_musts_that_leave_none_name_the_nearest_miss():
    found = weighed(
        weights={"price": 1},
        musts=[{"criterion": "price", "at_most": 300}, {"criterion": "mass", "at_most": 1}],
    )
    assert (found.leads, found.order, found.flips) == (None, [], [])
    assert found.nearest_miss == "High"
    assert found.says == (
        "No setup is all that it must be. Nearest comes “High”: price 360, and must be at most 300: 60 too "
        "much and mass of the drive 1.50 kg, and must be at most 1.00 kg: 0.50 kg too much."
    )


def test_one_must_missed_by_much_is_nearer_than_two_by_little():
    found = weighed(
        LOW,
        HIGH,
        weights={"price": 1},
        musts=[
            {"criterion": "price", "at_most": 350},
            {"criterion": "mass", "at_most": 1.45},
            {"criterion": "lowest development", "at_most": 3},
        ],
    )
    # High misses all three, Low two.
    assert found.nearest_miss == "Low"


@pytest.mark.parametrize(
    ("criterion", "road", "out"),
    [
        ("climbs the hill", {"steepest": 0.05}, ["High"]),
        ("climbs the hill", {}, []),
        ("low enough", {"steepest": 0.05}, ["High"]),
        ("nothing to plug in", {}, []),
        ("within the budget", {}, []),
        ("fits the frame", {}, []),
        ("within makers’ limits", {}, []),
    ],
)
def test_what_is_so_or_not_knocks_out_and_what_is_not_known_does_not(criterion, road, out):
    found = weighed(LOW, HIGH, road=road, weights={"price": 1}, musts=[{"criterion": criterion}])
    assert [each.name for each in found.setups if each.out_by] == out
    if criterion == "climbs the hill" and not road:
        assert of(found, "Low").not_known == ["whether it climbs the hill: its grade is not known"]


def test_low_enough_goes_by_the_measure_that_leads():
    # The hill is no matter to who goes by the ratio, nor the ratio to who goes by the hill.
    musts, easy = [{"criterion": "low enough"}], {"steepest": 0.001}
    for wants, out in (
        ({"lowest_by": "ratio", "lowest_ratio": 0.01}, ["Low", "High"]),
        ({"lowest_by": "physics", "lowest_ratio": 0.01}, []),
        ({"lowest_ratio": 0.01}, []),
    ):
        weighing = {"weights": {"price": 1}, "musts": musts}
        given = brief(LOW, HIGH, road=easy, wants=wants, weighing=weighing)
        found = verdict(validate(Brief, given), [])
        assert [each.name for each in found.setups if each.out_by] == out


def test_budget_and_speed_are_those_of_the_job():
    given = brief(
        LOW,
        HIGH,
        wants={"budget": 500, "top_kmh": 25},
        weighing={
            "weights": {"price": 1},
            "musts": [{"criterion": "within the budget"}, {"criterion": "quick enough"}],
        },
    )
    found = verdict(validate(Brief, given), [])
    # What costs just the budget is within it.
    just = {**given, "wants": {**given["wants"], "budget": LOW_PRICE}}
    exactly = verdict(validate(Brief, just), [])
    assert [each.out_by for each in exactly.setups] == [["quick enough"], []]
    # Low reaches 2.0 × 2.218 m × 88 rpm = 23.4 km/h.
    assert [each.out_by for each in found.setups] == [["within the budget", "quick enough"], []]


def test_a_motor_is_something_to_plug_in():
    motor = {"at": "rear hub", "torque_nm": 30, "power_w": 250}
    helped = {**LOW, "name": "Helped", "motors": [motor]}
    found = weighed(LOW, helped, weights={"price": 1}, musts=[{"criterion": "nothing to plug in"}])
    assert [each.out_by for each in found.setups] == [[], ["nothing to plug in"]]


def test_own_criteria_are_rated_and_their_scale_is_all_of_it():
    found = weighed(
        LOW,
        HIGH,
        weights={"trust in the maker": 2},
        ratings={"trust in the maker": {"Low": 7, "High": 9, "one that is gone": 3}},
    )
    assert of(found, "Low").values == {"trust in the maker": pytest.approx(0.7)}
    [row] = found.criteria
    assert (row.own, row.scale, row.ends) == (True, (0, 10), ("0.0 of 10", "10.0 of 10"))


def test_a_must_on_an_own_criterion():
    found = weighed(
        LOW,
        HIGH,
        weights={"price": 1},
        ratings={"approved for cargo": {"Low": 10, "High": 0}},
        musts=[{"criterion": "approved for cargo", "at_least": 5}],
    )
    assert of(found, "High").out_says == [
        "approved for cargo 0.0 of 10, and must be at least 5.0 of 10: 5.0 too little"
    ]


def test_what_is_not_known_is_said_and_scored_over_its_spread():
    unknown = bike("Unknown", 0.6, 0.8, 1.0, 1.3)
    del unknown["path"][1]["price"]
    found = weighed(LOW, HIGH, unknown, weights={"price": 1, "lowest development": 1})
    each = of(found, "Unknown")
    assert each.values["price"] is None
    assert each.figures["price"] is None
    by_gear = each.values["lowest development"]
    assert each.score == pytest.approx((0.5 + by_gear) / 2)
    assert each.score_spread == (pytest.approx(by_gear / 2), pytest.approx((1 + by_gear) / 2))
    assert each.not_known == ["price: no price of its hub"]
    assert found.not_known_says == [
        "Not known of “Unknown”: price: no price of its hub. Counted half; at its worst another would lead."
    ]


def test_what_no_setup_tells_alike_makes_none_unknown():
    low, high = (bike(name, 0.5, 1.0) for name in ("Low", "High"))
    for each in (low, high):
        del each["cranks"]["price"], each["path"][1]["mass_kg"]
    found = weighed(low, high, weights={"price": 1, "mass": 1})
    assert all(each.not_known == [] for each in found.setups)


def test_a_criterion_known_for_none_is_left_out():
    found = weighed(LOW, HIGH, weights={"price": 2, "feel": 8})
    assert found.leads == "High"
    assert of(found, "High").score == 1
    row = found.criteria[1]
    assert (row.scale, row.share) == (None, 0)
    assert row.says == "is not rated of any setup, and so tells none apart"


def test_nothing_weighed_leads_to_nothing():
    found = weighed(weights={"price": 0, "mass": 0})
    assert (found.leads, found.flips) == (None, [])
    assert [each.score for each in found.setups] == [None] * 3
    assert found.says.startswith("Nothing has a weight yet")
    assert weighed(weights={}).leads is None


def test_one_setup_alone_is_not_weighed_against_anything():
    found = weighed(LOW, weights={"price": 3})
    assert found.says == "“Low” is the only setup: there is nothing to weigh it against."
    assert found.flips == []


def test_without_setups_it_asks_for_one():
    assert verdict(validate(Brief, brief()), []).says == "Add a setup, and this weighs it."


def test_without_weights_the_usual_ones_are_taken_and_told():
    found = verdict(validate(Brief, brief(LOW, HIGH, road=ROAD)), [])
    assert found.usual_weights
    assert "the usual weights" in found.says
    assert {row.criterion: row.weight for row in found.criteria} == USUAL_WEIGHTS


def test_level_setups_are_called_level():
    twin = {**LOW, "name": "Twin"}
    found = weighed(LOW, twin, HIGH, weights={"lowest development": 1})
    assert found.says == "With your weights “Low” and “Twin” are level, at 1.00."


def test_hardly_any_difference_is_told_and_a_scale_of_ones_own_ends_it():
    near = bike("Near", 0.4, 0.6, 0.8, 1.0, price=905, mass_kg=1.8)
    assert "nearly the same" in weighed(LOW, near, weights={"price": 1}).criteria[0].says
    own = weighed(LOW, near, weights={"price": 1}, scales={"price": [2000, 0]})
    assert own.criteria[0].says == ""
    assert own.criteria[0].scale_given
    assert of(own, "Low").values["price"] == pytest.approx(0.52)
    assert weighed(LOW, LOW | {"name": "B"}, weights={"price": 1}).criteria[0].says == "is the same for all"


def test_what_is_known_of_one_alone_is_not_called_the_same_for_all():
    def says(*setups, **weighing):
        return weighed(*setups, **weighing).criteria[0].says

    unknown, twin = bike("Unknown", 0.4, 1.0, price=None), LOW | {"name": "Twin"}
    assert says(LOW, unknown, weights={"price": 1}) == "is known of one alone: the others count half"
    trust = {"weights": {"trust": 1}, "ratings": {"trust": {"Low": 7}}}
    assert says(LOW, unknown, **trust) == "is rated of one alone: the others count half"
    assert says(LOW, twin, unknown, weights={"price": 1}) == "is the same for all of which it is known"


@settings(max_examples=25)
@given(st.lists(st.integers(100, 1500), min_size=2, max_size=4), st.integers(0, 1600))
def test_a_must_changes_no_score_on_scales_of_ones_own(prices, at_most):
    setups = [bike(f"Of {at}", 0.5, 1.0, price=price) for at, price in enumerate(prices)]
    weighing = {
        "weights": {"price": 2, "mass": 1},
        "scales": {"price": [2000, 0], "mass": [5, 0]},
    }
    free = weighed(*setups, **weighing)
    held = weighed(*setups, **weighing, musts=[{"criterion": "price", "at_most": at_most}])
    for before, after in zip(free.setups, held.setups, strict=True):
        is_out = before.figures["price"] > at_most
        assert after.score == (None if is_out else before.score)
        assert bool(after.out_by) == is_out


def test_without_steps_there_is_no_step_and_one_gear_has_none_to_judge():
    stepless = bike("Stepless", 1.0)
    stepless["path"][1]["gears"] = {"stepless": {"low": 0.5, "high": 1.8}}
    single = bike("Single", 1.0)
    found = weighed(LOW, stepless, single, weights={"largest step": 1})
    assert of(found, "Stepless").values["largest step"] == 1
    assert of(found, "Single").not_known == ["largest step between gears: it has one gear"]


def test_voices_are_tallied_with_those_for_what_is_gone():
    voices = [
        {"who": "a neighbour", "setup": "High", "why": "it is light"},
        {"who": "the miller", "setup": "High"},
        {"who": "a friend", "setup": "Sold"},
    ]
    found = weighed(weights={"price": 1}, voices=voices)
    assert found.voices_say == "3 voices, 1 with a reason: 2 for “High” and 1 for “Sold”, which is gone."
    assert of(found, "High").voices == 2


@pytest.mark.parametrize(
    ("weighing", "where", "what"),
    [
        ({"weights": {"price": 11}}, "weighing.weights.price", "must be from 0 to 10"),
        ({"ratings": {"feel": {"Low": 12}}}, "weighing.ratings.feel.Low", "must be from 0 to 10"),
        ({"ratings": {"price": {"Low": 1}}}, "weighing.ratings.price", "is worked out, and so is not rated"),
        ({"weights": {"fits the frame": 1}}, "weighing.weights.fits the frame", "is so or not"),
        ({"scales": {"price": [100, 900]}}, "weighing.scales.price", "less is better here: [900, 100]"),
        ({"scales": {"covered": [1, 0.5]}}, "weighing.scales.covered", "more is better here"),
        ({"scales": {"price": [5, 5]}}, "weighing.scales.price", "to another figure"),
        ({"musts": [{"criterion": "price"}]}, "weighing.musts[0].at_most", "is missing"),
        ({"musts": [{"criterion": "low enough", "at_most": 1}]}, "weighing.musts[0].at_most", "no figure"),
        (
            {"musts": [{"criterion": "price", "at_most": 1}, {"criterion": "price", "at_least": 0}]},
            "weighing.musts[1].criterion",
            "“price” is asked for already",
        ),
        (
            {"musts": [{"criterion": "price", "at_most": 1, "at_least": 2}]},
            "weighing.musts[0].at_least",
            "must be at most 1",
        ),
        ({"weight": {}}, "weighing.weight", "is not known here"),
        ({"weights": {f"c{at}": 1 for at in range(41)}}, "weighing.weights", "at most 40"),
        ({"unsure": {"power": 2}}, "weighing.unsure.power", "must be from 0 to 1"),
    ],
)
def test_bad_input_names_the_field(weighing, where, what):
    with pytest.raises(InvalidInput) as caught:
        validate(Brief, brief(LOW, weighing=weighing))
    [problem] = caught.value.problems
    assert problem.where == where
    assert what in problem.what


def test_a_tip_is_rounded_to_the_side_on_which_the_other_leads():
    tip = Tip(0, 2.04, 0, 1, above=True)
    assert flip_says("price", tip, 1, "B") == "“B” would lead if price weighed 2.1 or more instead of 1"
    tip = Tip(0, 2.06, 0, 1, above=False)
    assert flip_says("price", tip, 5, "B") == "“B” would lead if price weighed 2.0 or less instead of 5"
    tip = Tip(0, 5.0, 0, 1, above=False)
    assert flip_says("price", tip, 5, "B") == "“B” would lead if price weighed any less than 5"
    tip = Tip(0, 3.0, 0, 1, above=True)
    assert flip_says("price", tip, 1, "B") == "“B” would lead if price weighed 3.0 or more instead of 1"


def test_where_nothing_costs_or_weighs_anything_that_is_not_known_rather_than_nought():
    bare = [setup(sprockets([front], [21]), name=str(front)) for front in (38, 48)]
    found = weighed(*bare, weights={"price": 1, "total cost": 1, "mass": 1, "top speed": 1})
    assert found.setups[0].figures == {
        "price": None,
        "total cost": None,
        "mass": None,
        "top speed": pytest.approx(38 / 21 * 2.21796 * 88 * 0.06, rel=1e-4),
    }
    assert found.leads == "48"
    assert [row.says for row in found.criteria[:3]] == [
        "is not known of any setup, and so tells none apart"
    ] * 3


def test_what_is_not_looked_after_as_far_as_is_known_is_not_best_at_it():
    bare = bike("Bare", 0.5, 1.0)
    del bare["path"][1]["care"]
    found = weighed(LOW, bare, weights={"own hours": 1})
    assert of(found, "Bare").values == {"own hours": None}
    assert of(found, "Bare").not_known == ["own work over 5 years: no upkeep of any of its parts"]


def test_just_the_wanted_speed_is_quick_enough():
    top_kmh = round(compare(validate(Brief, brief(LOW))).setups[0].top.speed_kmh, 1)
    weighing = {"weights": {"price": 1}, "musts": [{"criterion": "quick enough"}]}
    for wanted, out in ((top_kmh, []), (top_kmh + 0.1, ["quick enough"])):
        given = brief(LOW, wants={"top_kmh": round(wanted, 1)}, weighing=weighing)
        assert verdict(validate(Brief, given), []).setups[0].out_by == out


def test_a_must_in_words():
    words = Words("€", 10, plain_terrain=False)

    def told(**must):
        return must_means(validate(MustBe, must), words)

    assert told(criterion="climbs the hill") == "climbs the hill"
    assert told(criterion="price", at_most=900) == "price at most 900 €"
    assert (
        told(criterion="mass", at_least=1, at_most=4.5)
        == "mass of the drive at least 1.00 kg and at most 4.50 kg"
    )


def _with_motor(**motor):
    return {**bike("Helped", 0.9, 1.2), "motors": [{"at": "rear hub", **motor}]}


@pytest.mark.parametrize(
    ("one", "must", "road", "wants", "says"),
    [
        (HIGH, "climbs the hill", {"steepest": 0.03}, {}, "on the steepest hill its pedals turn too slowly"),
        (HIGH, "climbs the hill", {"steepest": 0.05}, {}, "it has to be walked up the steepest hill"),
        (HIGH, "low enough", {"steepest": 0.05}, {}, "its lowest gear is too high"),
        (
            LOW,
            "climbs the hill",
            {"steepest": 0.3},
            {},
            "your power is too little for the steepest hill, whatever the gear",
        ),
        (
            LOW,
            "low enough",
            {"steepest": 0.3},
            {},
            "your power is too little for the steepest hill, whatever the gear",
        ),
        # By ratio the power is not asked.
        (
            HIGH,
            "low enough",
            {"steepest": 0.3},
            {"lowest_by": "ratio", "lowest_ratio": 1},
            "its lowest gear is too high",
        ),
        (
            _with_motor(torque_nm=5),
            "climbs the hill",
            {"steepest": 0.2},
            {},
            "it has to be walked up the steepest hill, even with its motor",
        ),
    ],
)
def test_what_stands_in_the_way_of_the_hill_is_named(one, must, road, wants, says):
    weighing = {"weights": {"price": 1}, "musts": [{"criterion": must}]}
    found = verdict(validate(Brief, brief(one, road=road, wants=wants, weighing=weighing)), [])
    assert found.setups[0].out_says == [says]


def test_a_must_that_is_met_says_nothing():
    assert (
        weighed(LOW, weights={"price": 1}, musts=[{"criterion": "climbs the hill"}]).setups[0].out_says == []
    )


def test_what_is_not_weighed_yet_is_offered():
    weighed = {"price": 2, "mass": 1}
    given = validate(Brief, brief(LOW, HIGH, road=ROAD, weighing={"weights": weighed}))
    offered = [each.criterion for each in verdict(given, []).offered]
    assert offered == [name for name in MEASURED if name not in weighed]


def test_the_least_change_of_a_weight_is_told_first():
    def flip(name, now, weight, beyond=False):
        says = f"{name} tips it"
        return Flip(criterion=name, weight=weight, now=now, leads="A", other="B", beyond=beyond, says=says)

    flips = [
        flip("price", 9, 1),
        flip("mass", 5, 6.5),
        flip("range", 5, 2),
        flip("covered", 9, 9.5, beyond=True),
    ]
    assert tip_says(flips, "A") == "mass tips it."
    assert tip_says(flips[3:], "A") == "No one weight, changed alone, would make another lead."
    assert tip_says([], "A") == tip_says(flips, None) == ""


def test_of_as_many_misses_the_largest_counts():
    def knocks(*shares):
        return [Knock("price", "", share) for share in shares]

    assert nearest_miss([knocks(0.1, 0.9), knocks(0.3, 0.4)]) == 1
    assert nearest_miss([knocks(0.1, 0.9), knocks(2.0)]) == 1
    assert nearest_miss([]) is None
