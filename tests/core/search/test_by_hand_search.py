"""Pieces of the search, worked by hand."""

import math

import pytest

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.wants import Wants
from kettledrum.core.parts.part import Part
from kettledrum.core.search.asked import Must, SearchAsked, musts_of
from kettledrum.core.search.bases import MOST_BASES, MOST_OF_A_KIND, _Shelf, bases_of
from kettledrum.core.search.built import built, name_of
from kettledrum.core.search.own import SORTS, Sort, own_sprockets
from kettledrum.core.search.result import Wish
from kettledrum.core.search.screened import Screen
from kettledrum.core.search.search import basis, search
from kettledrum.core.search.would_do import would_do
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate

LIMITS = {"input_torque_max_nm": 300}


def part(name="wide", kind="hub", **more):
    return validate(Part, {"kind": kind, "name": name, **more})


def geared(name="wide", *ratios, kind="hub", **more):
    return part(name, kind, gears={"ratios": list(ratios or (0.5, 0.75, 1, 1.4))}, **more)


def cassette(*teeth, **more):
    return part(f"cassette of {len(teeth)}", "cassette", teeth=list(teeth), **more)


def job(*setups, **parts):
    parts.setdefault(
        "stock", {"chain": {"front": [40, 44], "rear": [20]}, "belt": {"front": [46], "rear": [22]}}
    )
    return validate(Brief, brief(*setups, **parts))


def found(asked=None, parts=(), *setups, **more):
    data = job(*(setups or (setup(),)), **more)
    return search(data, None, [], list(parts), SearchAsked(**(asked or {"musts": []})))


def base_of(kind, parts, drive="chain"):
    bases = bases_of(parts, job().stock).bases
    return next(each for each in bases if each.kind == kind and each.drive == drive)


def test_everything_that_three_parts_make_is_counted():
    parts = [geared(), geared("two", 1, 1.5, kind="chaingear"), cassette(11, 15, 22)]
    kinds = [(base.kind, base.drive, len(base.pairs.ratio)) for base in bases_of(parts, job().stock).bases]
    # Two front and one rear sprocket for a chain, one of each for a belt; rings before a cassette.
    assert sorted(kinds) == sorted(
        [
            ("single-speed", "chain", 2),
            ("single-speed", "belt", 1),
            ("hub", "chain", 2),
            ("hub", "belt", 1),
            ("chaingear", "chain", 2),
            ("chaingear", "belt", 1),
            ("derailleur", "chain", 2),
            ("chaingear and derailleur", "chain", 2),
            ("chaingear and hub", "chain", 2),
            ("chaingear and hub", "belt", 1),
        ]
    )


def test_hubs_of_few_gears_carry_cassettes_and_cranksets_stand_before_them():
    parts = [
        geared("three", 0.7, 1, 1.4),
        geared("four"),
        cassette(11, 22),
        part("double", "crankset", teeth=[30, 44]),
    ]
    rows = [base for base in bases_of(parts, None).bases if base.cassette]
    assert [(base.kind, base.crankset is not None) for base in rows] == [
        ("derailleur", False),
        ("derailleur", True),
        ("hub and derailleur", False),
        ("hub and derailleur", True),
    ]
    both = rows[1]
    # Of 44 × 22 the others are 30/44 and twice as high.
    assert both.pairs.front.tolist() == [44]
    assert both.inside.tolist() == pytest.approx(sorted([1, 2, 30 / 44, 60 / 44]))


def test_gears_of_a_hub_that_changes_by_itself_are_parted_by_its_speeds():
    hub_of_two = geared("two", 1, 1.3, change={"by": "speed", "trigger_kmh": 17})
    base = base_of("hub", [hub_of_two])
    (low, from_low, to_low), (high, from_high, to_high) = base.clipped
    assert (low.tolist(), from_low, to_low) == ([1], 0, 17)
    assert (high.tolist(), from_high, to_high) == ([1.3], pytest.approx(17 * 0.92), math.inf)


def test_a_shelf_too_large_is_cut_to_the_cheapest_and_told():
    dear = [geared(f"hub {number}", price=number) for number in range(MOST_OF_A_KIND + 3)]
    made = bases_of(dear[::-1], job().stock)
    assert (made.parts_left, made.together) == (3, None)
    assert len(made.bases) == 2 * (1 + MOST_OF_A_KIND)
    assert max(base.hub.part.price for base in made.bases if base.hub) == MOST_OF_A_KIND - 1
    boxes = [geared(f"box {number}", 1, 1.5, kind="chaingear", price=number) for number in range(300)]
    many = bases_of(dear + boxes, job().stock)
    assert many.together is not None
    assert MOST_BASES * 0.98 < len(many.bases) <= MOST_BASES
    told = found(parts=dear).untried_says
    assert told == f"Of each kind the {MOST_OF_A_KIND} cheapest parts are tried: 3 parts are left out."
    assert found(parts=dear[:2]).untried_says is None


def test_how_many_are_put_together_is_known_before_they_are():
    shelf = [
        *(geared(f"hub {number}") for number in range(3)),
        geared("two", 1, 1.4),
        *(geared(f"ring gear {number}", 1, 1.5, kind="chaingear") for number in range(2)),
        geared("box", kind="gearbox"),
        *(cassette(*range(11, 11 + count)) for count in (7, 8, 9)),
        *(part(f"rings {number}", "crankset", teeth=[30, 44 + number]) for number in range(2)),
    ]
    # Alone on chain and belt: one gear, 4 hubs, a box, 2 chaingears; 3 cassettes. Together: each cassette
    # with 2 cranksets, with 2 chaingears, on the hub of two with one ring or 2 cranksets;
    # chaingears and hubs.
    expected = 2 * (1 + 4 + 1 + 2) + 3 + 3 * (2 + 2 + 1 * (1 + 2)) + 2 * 2 * 4
    assert _Shelf(shelf, None, ()).count == len(bases_of(shelf, None).bases) == expected


def test_what_plainly_holds_is_not_among_what_is_told_of_limits():
    result = found({"musts": []}, [geared(limits={"input_torque_max_nm": 300})], frame={"tyre_max_mm": 60})
    told = {each.state for answer in result.answers for each in answer.judged}
    assert told
    holding = [each for answer in result.answers for each in answer.judged if each.state == "holds"]
    assert not any("tyre" in each.what for each in holding)


def test_a_drive_is_built_on_the_wheel_and_cranks_there_are():
    on = job(setup(cranks={"length_mm": 165, "price": 30}, wheel={**WHEEL, "price": 90})).setups[0]
    shelf = [
        geared(price=200, mass_kg=1.5, lubricant="oil", limits=LIMITS),
        geared("two", 1, 1.5, kind="chaingear", price=300),
    ]
    own = own_sprockets([on], shelf)
    made = built(base_of("chaingear and hub", shelf), 44, 20, on, own)
    assert [stage.kind for stage in made.path] == ["gearbox", "sprockets", "hub"]
    assert made.name == "two, wide, 44 × 20"
    assert (made.path[0].price, made.path[2].price, made.path[2].lubricant) == (300, 200, "oil")
    assert (made.path[1].front, made.path[1].rear, made.path[1].price) == ([44], [20], 65)
    assert (made.cranks.length_mm, made.cranks.price, made.wheel.price) == (165, 30, 90)


def test_a_crankset_takes_the_place_of_the_cranks():
    on = job(setup(cranks={"length_mm": 165, "price": 30})).setups[0]
    shelf = [cassette(11, 22), part("double", "crankset", teeth=[30, 44], crank_mm=172.5, price=80)]
    base = next(base for base in bases_of(shelf, None).bases if base.crankset)
    made = built(base, 44, 22, on, own_sprockets([on], shelf))
    assert (made.cranks.length_mm, made.cranks.price) == (172.5, 80)
    assert (made.path[0].front, made.path[0].rear) == ([30, 44], [11, 22])
    assert made.name == name_of(base, 44, 22) == "cassette of 2, rings of 30/44"


def test_chains_cost_what_own_setups_say_more_or_less_by_the_cassettes():
    own = {**sprockets([40], [11, 15, 22]), "price": 300, "mass_kg": 1.8}
    on = job(setup(own)).setups[0]
    like = cassette(11, 15, 22, price=40, mass_kg=0.3)
    other = cassette(11, 15, 22, 40, price=70, mass_kg=0.45)
    known = own_sprockets([on], [like, other])[Sort("chain", False, True)]
    assert known.price(like) == 300
    assert known.price(other) == 330
    assert known.mass_kg(other) == pytest.approx(1.95)
    assert known.assumed == ("care",)
    # Without its like on the shelf the most like stands for it; without any, the difference is not known.
    wide = cassette(11, 15, 19, 24, 32, 40, price=95)
    assert own_sprockets([on], [wide, other])[Sort("chain", False, True)].price(wide) == 300 + 95 - 70
    assert own_sprockets([on], [])[Sort("chain", False, True)].price(other) == 300
    usual = own_sprockets([], [])
    assert list(usual) == SORTS
    # 65 for a chain and 110 for what shifts it, 50 of that the cassette.
    assert usual[Sort("chain", False, True)].price(other) == pytest.approx(65 + 110 + 70 - 50)
    assert usual[Sort("belt", False, False)].price(None) == 150
    assert usual[Sort("chain", False, True)].assumed == ("price", "mass_kg", "care")


def test_what_is_assumed_is_told_and_what_is_built_upon_named():
    result = found(parts=[geared()])
    assert result.built_on == "As ridden"
    assert any(
        told.startswith("A chain with its two sprockets: 65 to buy, 0.95 kg and usual upkeep")
        for told in result.assumed
    )
    told = {**sprockets([42], [21]), "price": 70, "mass_kg": 1, "care": []}
    result = found(None, [geared()], setup(told))
    assert [each for each in result.assumed if each.startswith("A chain with its two")] == []
    empty = search(job(), None, [], [geared()], SearchAsked(musts=[]))
    assert empty.built_on is None
    assert empty.tried == 6


def test_limits_bound_the_ratio_by_hand():
    # 130.0 Nm of push through 40 ÷ 20 are 65.0 into the hub, through 44 ÷ 20 59.1.
    strict = geared(limits={"input_torque_max_nm": 60})
    data = job(setup())
    screen = Screen(data, basis(data), own_sprockets(data.setups, [strict]))
    looked = screen.of(base_of("hub", [strict]))
    assert dict(zip(looked.base.pairs.front.tolist(), looked.runs.tolist(), strict=True)) == {
        40: False,
        44: True,
    }
    # Behind a chaingear's lowest gear of 0.5 both are too much.
    low = geared("low", 0.5, 1, kind="chaingear")
    behind = screen.of(base_of("chaingear and hub", [strict, low]))
    assert behind.runs.tolist() == [False, False]


def test_wishes_say_what_they_take_away():
    parts = [
        geared("soft", fit={"shifter": "trigger"}, behaviour={"shifts_at_rest": True}, limits=LIMITS),
        geared("stiff", fit={"shifter": "twist grip"}, behaviour={"shifts_at_rest": False}, limits=LIMITS),
    ]

    def wishes(*names):
        asked = {"musts": [Must(criterion=name) for name in names]}
        result = found(asked, parts)
        return result, {wish.criterion: wish for wish in result.wishes}

    result, free = wishes()
    # Single-speed and two hubs, three pairings each: two with a chain, one with a belt.
    assert (result.tried, result.run, result.left) == (9, 9, 9)
    assert (free["belt"].takes_away, free["belt"].left, free["belt"].on) == (6, 3, False)
    # One gear shifts at rest as well as any; the stiff hub does not.
    assert (free["shifts at rest"].takes_away, free["easy on the hands"].takes_away) == (3, 3)
    assert isinstance(free["belt"], Wish)
    result, held = wishes("belt", "shifts at rest")
    # Of three drives with a belt the stiff hub's goes; of six that shift at rest the four with a chain.
    assert result.left == 2
    assert (held["belt"].takes_away, held["shifts at rest"].takes_away) == (4, 1)
    assert (held["belt"].on, held["belt"].left) == (True, 2)
    assert all(mark.drive == "belt" and not mark.name.startswith("stiff") for mark in result.marks)


def test_musts_that_leave_none_say_which_to_drop():
    # A belt drive costs more than 1, and of two belt drives both do.
    asked = {"musts": [Must(criterion="belt"), Must(criterion="price", at_most=1)]}
    result = found(asked, [geared(price=200, mass_kg=1)])
    assert (result.left, result.marks, result.front) == (0, [], [])
    assert result.says == (
        "Of 6 drives that your parts can make, none is all you ask. Without “price” there would be 2 drives."
    )
    asked["musts"].append(Must(criterion="range", at_least=30))
    result = found(asked, [geared(price=200, mass_kg=1)])
    assert result.says.endswith("none is all you ask. No single wish is to blame: drop two.")


@pytest.mark.parametrize(
    ("must", "left"),
    [
        # On 2.21796 m: 40 ÷ 20 is 4.436 m, 44 ÷ 20 is 4.880, 46 ÷ 22 is 4.638.
        ({"criterion": "lowest development", "at_most": 4.5}, {40}),
        ({"criterion": "highest development", "at_least": 4.6}, {44, 46}),
        # At 88 rpm 4.880 m are 25.77 km/h, 4.638 are 24.49.
        ({"criterion": "top speed", "at_least": 25}, {44}),
        ({"criterion": "mass", "at_most": 0.6}, {46}),
        ({"criterion": "price", "at_most": 100}, {40, 44}),
        ({"criterion": "range", "at_least": 1.1}, set()),
        ({"criterion": "largest step", "at_most": 0}, {40, 44, 46}),
        ({"criterion": "distinct gears", "at_least": 2}, set()),
        ({"criterion": "mass in the wheels", "at_most": 0}, {40, 44, 46}),
        ({"criterion": "covered", "at_least": 1.1}, set()),
        ({"criterion": "own hours", "at_most": 0}, set()),
        ({"criterion": "total cost", "at_least": 10_000}, set()),
    ],
)
def test_figures_are_held_to(must, left):
    result = found({"musts": [Must(**must)]}, [])
    assert {mark.front for mark in result.marks} <= left
    assert bool(result.marks) == bool(left)


def test_a_lowest_gear_may_be_asked_for_by_ratio_or_in_inches():
    for wants in (
        {"lowest_by": "ratio", "lowest_ratio": 2.05},
        # 706 mm are 27.795 inches: 40 ÷ 20 is 55.59, 46 ÷ 22 58.1.
        {"lowest_by": "gear inches", "lowest_gear_inches": 56.0},
    ):
        result = found({"musts": [Must(criterion="low enough")]}, [], wants=wants)
        assert {mark.front for mark in result.marks} == {40}
    assert "low enough" not in {wish.criterion for wish in found().wishes}


def test_without_a_wanted_speed_the_flat_decides_what_is_quick_enough():
    slow = {"chain": {"front": [22, 44], "rear": [20]}}
    result = found({"musts": [Must(criterion="quick enough")]}, [], stock=slow)
    assert {mark.front for mark in result.marks if mark.drive == "chain"} == {44}


def test_what_is_asked_is_checked():
    for data, message in (
        ({"musts": [{"criterion": "belt", "at_most": 3}]}, "is so or not"),
        ({"musts": [{"criterion": "price"}]}, "say at most or at least how much"),
        ({"musts": [{"criterion": "price", "at_most": 1, "at_least": 2}]}, "must be at most 1"),
        ({"musts": [{"criterion": "belt"}, {"criterion": "belt"}]}, "“belt” is asked for already"),
        ({"musts": [{"criterion": "beauty"}]}, "must be “fits the frame”"),
        ({"most": 0}, "from 1 to 200"),
    ):
        with pytest.raises(InvalidInput, match=message):
            validate(SearchAsked, data)


USUAL = ["fits the frame", "quick enough"]


@pytest.mark.parametrize(
    ("wants", "asked", "names"),
    [
        ({}, {}, USUAL),
        ({"budget": 0}, {}, [*USUAL, "within the budget"]),
        ({"hand_trouble": True}, {}, [*USUAL, "easy on the hands"]),
        ({"hand_trouble": False, "care": "some", "workshop_km": 200}, {}, USUAL),
        ({"care": "little"}, {"wishes": ["belt", "quick enough"]}, [*USUAL, "belt", "asks little care"]),
        (
            {"care": "little", "budget": 900},
            {"musts": [{"criterion": "belt"}], "wishes": ["oil bath"]},
            ["belt"],
        ),
        ({"care": "little"}, {"musts": []}, []),
    ],
)
def test_what_a_job_says_of_money_hands_and_care_counts_until_musts_are_named(wants, asked, names):
    musts = musts_of(validate(SearchAsked, asked), validate(Wants, wants))
    assert [must.criterion for must in musts] == names


def test_sore_hands_take_stiff_shifters_away_unasked():
    parts = [geared(name, fit={"shifter": name}, limits=LIMITS) for name in ("trigger", "twist grip")]
    result = found({"most": 9}, parts, wants={"hand_trouble": True, "top_kmh": 5})
    assert {mark.name.split(",")[0] for mark in result.marks} == {"single-speed", "trigger"}
    assert [wish.criterion for wish in result.wishes if wish.on] == [*USUAL, "easy on the hands"]


def test_no_parts_leave_single_speeds_and_that_is_said():
    assert "single-speed drives, as Parts has no hub, gearbox or cassette, " in found(parts=[]).says
    assert found({"musts": [], "motor": True}, [geared()]).says.startswith("There is no motor in Parts")


def test_parts_without_price_or_mass_stand_apart():
    result = found(parts=[geared("dark", mass_kg=1), geared("known", price=100, mass_kg=1)])
    marks = {mark.name.split(",")[0]: mark for mark in result.marks}
    assert marks["dark"].apart
    assert not marks["dark"].on_front
    assert not marks["known"].apart
    [answer] = [each for each in result.answers if each.name.startswith("dark")][:1]
    assert "hub" in answer.price_missing


def test_drives_of_one_name_are_told_apart():
    long = "a hub with a name that hardly ends " * 3
    twins = [geared(long.strip(), 0.5, 1, price=price, mass_kg=3 - price / 100) for price in (100, 200)]
    result = found(parts=twins)
    names = [mark.name for mark in result.marks]
    assert len(set(names)) == len(names)
    assert any(name.endswith(" (2)") for name in names)
    assert all(len(name) <= 120 for name in names)
    assert [answer.setup.name for answer in result.answers] == [answer.name for answer in result.answers]


def test_a_motor_stands_at_the_cranks_of_every_drive():
    motor = part("helper", "motor", motor={"at": "cranks", "torque_nm": 60}, price=500, mass_kg=3)
    # 130 + 60 Nm through 44 ÷ 20 are 86 Nm.
    weak = geared("weak", limits={"input_torque_max_nm": 80})
    strong = geared("strong", limits={"input_torque_max_nm": 90, "motor_torque_max_nm": 40})
    result = found({"musts": [], "motor": True}, [motor, weak, strong])
    assert all(each.setup.motors for each in result.answers)
    names = {mark.name for mark in result.marks}
    assert "strong, 44 × 20, helper" in names
    assert not any(name.startswith("weak") for name in names)
    assert not any(each.setup.motors for each in found(parts=[motor, weak]).answers)


def test_the_search_in_small_finds_what_climbs_and_is_quick_enough():
    parts = [
        geared("dear", 0.3, 0.6, 1, 1.4, price=300, limits=LIMITS),
        geared("cheap", 0.3, 0.6, 1, 1.4, price=100, limits=LIMITS),
        geared("too high", 0.9, 1, price=10, limits=LIMITS),
        geared("of no price", 0.3, 0.6, 1, 1.4, limits=LIMITS),
        cassette(11, 40, price=1),
    ]
    data = job(setup(), road={"steepest": 0.08}, wants={"top_kmh": 30})
    does = would_do(data, data.setups[0], parts)
    assert [each.part.name for each in does] == ["cheap", "dear", "of no price"]
    assert all(each.setup.path[0].drive == "chain" for each in does)
    belted = job(setup(sprockets([46], [22], "belt")), road={"steepest": 0.08}, wants={"top_kmh": 30})
    assert {each.setup.path[0].drive for each in would_do(belted, belted.setups[0], parts)} == {"belt"}


def test_what_a_tour_takes_along_is_counted_once_and_can_be_bounded():
    def care(what, kg):
        return [{"what": "looked after", "every_km": 1000, "carry": {"what": what, "mass_kg": kg}}]

    parts = [
        geared("oily", price=100, mass_kg=1, care=care("oil", 0.2)),
        geared("cabled", price=90, mass_kg=1, care=care("a cable", 0.03)),
    ]
    own = {**sprockets([40], [20]), "price": 60, "mass_kg": 1, "care": care("a cable", 0.05)}
    result = found({"musts": []}, parts, setup(own))
    told = {answer.name.split(",")[0]: answer for answer in result.answers}
    assert sorted(told["oily"].carried) == ["a cable", "oil"]
    assert told["oily"].carried_kg == pytest.approx(0.25)
    # Of two cables the heavier.
    assert (told["cabled"].carried, told["cabled"].carried_kg) == (["a cable"], pytest.approx(0.05))
    marks = {mark.name: mark.carried_kg for mark in result.marks}
    assert all(marks[answer.name] == pytest.approx(answer.carried_kg) for answer in result.answers)
    light = found({"musts": [Must(criterion="mass to carry", at_most=0.05)]}, parts, setup(own))
    assert not any(mark.name.startswith("oily") for mark in light.marks)
    assert any(mark.name.startswith("cabled") for mark in light.marks)


def test_what_the_reference_weighs_is_the_sum_of_what_is_known():
    weighed = setup({**sprockets([42], [21]), "mass_kg": 0.9}, {**hub(0.6, 1.0, 1.5), "mass_kg": 1.7})
    found_ = found(None, (), weighed, reference=weighed["name"])
    assert found_.reference.mass_kg == pytest.approx(2.6)
    assert found_.reference.carried_kg == 0
    oil = {"what": "oil change", "every_km": 5000, "carry": {"what": "oil", "mass_kg": 0.06}}
    cable = {"what": "new cable", "every_km": 5000, "carry": {"what": "a cable"}}
    cared = setup({**sprockets([42], [21]), "care": [oil, cable]}, name="Cared for")
    assert found(None, (), cared, reference="Cared for").reference.carried_kg == pytest.approx(0.06)
    light = found(None, (), setup(), reference="As ridden").reference
    assert light.mass_kg == 0
    assert light.apart


@pytest.mark.parametrize(
    ("known", "apart"),
    [({"mass_kg": 0.9, "price": 50}, False), ({"price": 50}, True), ({"mass_kg": 0.9}, True)],
    ids=["all known", "no mass", "no price"],
)
def test_a_reference_stands_apart_only_where_a_price_or_a_mass_is_not_known(known, apart):
    own = setup({**sprockets([42], [21]), **known}, name="Own")
    own["wheel"], own["cranks"] = {**own["wheel"], "price": 90}, {**own["cranks"], "price": 60}
    reference = found(None, (), own, reference="Own").reference
    assert reference.apart is apart
    assert reference.price == 150 + known.get("price", 0)


def test_what_lacks_a_price_or_a_mass_is_told_and_not_lost():
    legs = [{"length_m": 3000, "grade": grade} for grade in (0.04, -0.04, 0.0)]
    hilly = {"steepest": 0.04, "routes": [{"name": "Hilly", "legs": legs}]}
    wheel = {"stock": {"chain": {"front": [40], "rear": [20]}, "belt": {"front": [46], "rear": [22]}}}

    def says(*parts, **asked):
        return found({"musts": [], **asked}, parts, road=hilly, **wheel).says

    wide = geared("wide", 0.35, 0.5, 0.75, 1, 1.25, 1.5, limits=LIMITS)
    known, helper = (
        part(name, kind, **more, price=90, mass_kg=2)
        for name, kind, more in (
            ("known", "hub", {"gears": {"ratios": [0.35, 0.5, 0.75, 1, 1.25, 1.5]}, "limits": LIMITS}),
            ("helper", "motor", {"motor": {"at": "front hub", "torque_nm": 30}}),
        )
    )
    lacks = "Of what lacks a price or a mass “wide, 40 × 20” covers most, all of your riding."
    assert lacks in says(wide)
    assert "lacks" not in says(wide, known)
    assert "lacks" not in says()
    apart = says(wide, part("bare", "motor", motor={"at": "front hub", "torque_nm": 30}), motor=True)
    assert apart == (
        "Of 4 drives that your parts can make, 4 are what you ask, but each lacks a price or a mass, so none "
        "can be held against another. Of those ridden “wide, 40 × 20, bare” covers most, all of your riding."
    )
    assert "lacks" not in says(known, helper, motor=True)
    # Two with the wide hub, by chain and by belt: only one of them is so low.
    low = {"musts": [{"criterion": "lowest development", "at_most": 1.6}]}
    assert says(wide, **low) == (
        "Of 4 drives that your parts can make, one is what you ask, “wide, 40 × 20”, whose price or mass is "
        "not known: it covers all of your riding."
    )
    # Nor is the hill forgotten that this one does not climb.
    steep = {**hilly, "steepest": 0.2}
    assert found(low, (wide,), road=steep, **wheel).says.endswith(
        " of your riding. It does not climb the 20 % hill, as your power is too little for any gear: a "
        "motor, less load or more power would."
    )


def test_where_the_best_does_not_climb_the_hill_that_is_said_with_how_many_do():
    flat = [{"name": "Flat", "legs": [{"length_m": 9000, "grade": 0.0}]}]

    def says(steepest, *parts, **asked):
        job_of = job(road={"steepest": steepest, "routes": flat}, wants={"top_kmh": 5})
        return search(job_of, None, job_of.road.routes, parts, SearchAsked(**asked)).says

    town = geared("town", 0.8, 1.0, 1.25, price=90, mass_kg=1, limits=LIMITS)
    low = geared("low", 0.35, 0.5, price=900, mass_kg=9, limits=LIMITS)
    told = says(0.06, town, low)
    # The low hub alone, with its three pairings: 40 ÷ 20 and 44 ÷ 20 with a chain, 46 ÷ 22 with a belt.
    assert told.endswith("“single-speed, 40 × 20” does not climb the 6 % hill, as 3 others do.")
    assert says(0.06, town).endswith(" None of them climbs the 6 % hill.")
    assert "hill" not in says(0.01, town, low)
    assert "hill" not in says(0.06, town, low, musts=[Must(criterion="climbs the hill")])
