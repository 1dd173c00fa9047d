"""Plans of change: what comes off and goes on, what to buy, tools, steps, and what is not known."""

import json
from copy import deepcopy

import pytest

from examples import WHEEL, brief, gearbox, hub, setup, sprockets
from kettledrum.core.chains.chain import chain_fit
from kettledrum.core.change.plan import change_plan
from kettledrum.core.change.steps import BATTERY_CAUTION, BRAKE_CAUTION, CRANK_CAUTION, TORQUE_CAUTION
from kettledrum.core.change.wheels import FRONT_CAUTION, MOTOR_AXLE_CAUTION
from kettledrum.core.fit.page import WHEEL_CAUTION, fit_page
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.frame import Frame
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import demo_jobs

FRAME = {"chainstay_mm": 440, "adjust_mm": 15, "tensioning": "sliding", "dropout_mm": 135}
RIM = {"holes": 32, "effective_mm": 600, "crosses": 3, "gauge_mm": 2}
SPOKES = {"holes": 32, "flange_mm": [58, 58], "offset_mm": [34, 34]}


CHAIN_TOOL = "a chain tool, and pliers for the joining link"
ALWAYS = ["a stand that holds the bicycle", "a torque wrench", "grease, and a rag"]


def single(front=42, rear=21, name="Single", **parts):
    return setup({**sprockets([front], [rear]), "price": 60}, name=name, **parts)


def hubbed(*ratios, name="Hub", price=500, fit=None, wheel=None, **stage):
    inside = {
        **hub(*(ratios or (0.6, 1.0, 1.6))),
        "name": "3-speed hub",
        "price": price,
        "mass_kg": 1.2,
        **stage,
    }
    if fit:
        inside["fit"] = fit
    return setup(
        {**sprockets([42], [21]), "price": 60}, inside, name=name, wheel=wheel or {**WHEEL, "rim": RIM}
    )


def plan(start, to, frame=FRAME, **parts):
    given = validate(Brief, brief(start, to, frame=frame, **parts))
    return change_plan(given, start["name"], to["name"])


def whats(found):
    return [step.what for step in found.steps]


def test_two_sprockets_more_and_a_chain_to_shorten():
    found = plan(single(48, 21, "Long"), single(38, 17, "Short"))
    assert (found.off, found.on) == (["ring of 48", "sprocket of 21"], ["ring of 38", "sprocket of 17"])
    assert "chain" in found.kept
    frame = validate(Frame, FRAME)
    was, now = chain_fit(48, 21, frame).links, chain_fit(38, 17, frame).links
    assert f"Shorten the chain by {was - now} links, to {now}, and put it on" in whats(found)
    # Its chain stays, so the drive's price is not that of what is bought.
    assert [(each.what, each.price) for each in found.buy] == [("ring of 38", None), ("sprocket of 17", None)]
    assert found.price_missing == ["ring of 38", "sprocket of 17"]
    assert found.tools == [
        "the key for the bolts of the rings",
        CHAIN_TOOL,
        "what holds the sprocket: circlip pliers, or the tool that the hub’s maker names",
        *ALWAYS,
    ]


def test_the_other_way_the_chain_is_too_short():
    found = plan(single(38, 17, "Short"), single(48, 21, "Long"))
    assert any(what.startswith("The chain is ") and "too short" in what for what in whats(found))
    frame = validate(Frame, FRAME)
    was, now = chain_fit(38, 17, frame).links, chain_fit(48, 21, frame).links
    links = f"{now - was} links for the chain, of its own kind, or a new one of {now}"
    assert [each.what for each in found.buy] == ["ring of 48", "sprocket of 21", links]
    assert links in found.price_missing
    assert CHAIN_TOOL in found.tools


def test_a_chain_that_alone_is_too_short_is_lengthened():
    def mounted(links, name):
        made = single(42, 21, name)
        return {**made, "path": [{**made["path"][0], "run": {"links": links}}]}

    found = plan(mounted(100, "Short"), mounted(104, "Long"))
    assert (found.off, found.on, found.price) == ([], [], 0)
    assert found.tools == [CHAIN_TOOL, *ALWAYS]
    assert [each.what for each in found.buy] == [
        "4 links for the chain, of its own kind, or a new one of 104"
    ]
    assert "The chain is 4 links too short: put in 4 links, of its own kind, or a new one of 104" in whats(
        found
    )
    half = plan(mounted(100, "Short"), mounted(101, "Long"))
    assert [each.what for each in half.buy] == ["1 link for the chain, of its own kind, or a new one of 101"]
    shortened = plan(mounted(104, "Long"), mounted(100, "Short"))
    assert (shortened.buy, shortened.tools) == ([], [CHAIN_TOOL, *ALWAYS])
    alike = plan(mounted(100, "A"), mounted(100, "B"))
    assert (alike.steps, alike.buy, alike.tools) == ([], [], [])


def test_a_belt_of_another_length_is_another_belt():
    def belted(rear, teeth, name):
        made = single(50, rear, name)
        return {**made, "path": [{**made["path"][0], "drive": "belt", "run": {"belt_teeth": teeth}}]}

    found = plan(belted(24, 118, "Fast"), belted(26, 120, "Slow"))
    assert "Put the belt, of 120 teeth, on through the frame’s opening" in whats(found)
    assert [each.what for each in found.buy] == ["sprocket of 26", "belt of 120 teeth"]
    assert ("belt" in found.off, "belt" in found.on, "belt" in found.kept) == (True, True, False)
    gauge = "the keys for the frame’s opening, and a gauge for the belt’s tension"
    assert (gauge in found.tools, CHAIN_TOOL in found.tools) == (True, False)
    alike = plan(belted(24, 118, "Fast"), belted(26, 118, "Slow"))
    assert "Put the belt back on" in whats(alike)
    assert ("belt" in alike.off, "belt" in alike.kept, len(alike.buy)) == (False, True, 1)


def test_a_chain_of_the_same_length_just_goes_back_on():
    found = plan(single(42, 21, "A"), single(42, 22, "B"))
    assert "Put the chain back on" in whats(found)
    assert (CHAIN_TOOL in found.tools, len(found.buy)) == (False, 1)


def test_a_hub_means_building_a_wheel_with_its_spokes():
    fit = {
        "spokes": SPOKES,
        "shifter": "twist grip",
        "torque_support": "arm",
        "dropout_mm": 135,
        "rotor": "six bolts",
    }
    found = plan(single(name="Single", wheel={**WHEEL, "rim": RIM}), hubbed(fit=fit))
    # L = √(300² + 29² + 34² − 2·300·29·cos 67.5°) − 1.3
    assert "16 spokes of 291 mm for the left and 16 of 291 mm for the right, 2 mm thick, with 32 nipples" in [
        each.what for each in found.buy
    ]
    build = next(step for step in found.steps if step.what.startswith("Build the wheel"))
    assert build.what == (
        "Build the wheel round the 3-speed hub with spokes of 291 mm left and 291 mm right, crossed 3 times: "
        "lace, tension, true"
    )
    assert build.caution == WHEEL_CAUTION
    by_caution = {step.caution: step.what for step in found.steps}
    assert by_caution[BRAKE_CAUTION] == "Put on: brake rotor, for six bolts"
    assert by_caution[TORQUE_CAUTION] == "Put on: torque support: arm"
    assert "the key for the nipples of spokes 2 mm thick" in found.tools
    assert "the driver for the rotor’s bolts" in found.tools
    assert {"rear hub without gears"} <= set(found.off)
    assert found.minutes == sum(step.minutes for step in found.steps)


def test_old_spokes_that_do_are_not_bought():
    fit = {"spokes": SPOKES, "dropout_mm": 135, "torque_support": "none", "shifter": "lever"}
    rim = {**RIM, "spokes_mm": [290, 290]}
    found = plan(single(wheel={**WHEEL, "rim": rim}), hubbed(fit=fit, wheel={**WHEEL, "rim": rim}))
    assert not any("spokes" in each.what for each in found.buy)


def test_steps_take_off_before_they_put_on_and_the_wheel_goes_in_last():
    fit = {"spokes": SPOKES, "shifter": "twist grip", "torque_support": "arm"}
    told = whats(plan(single(wheel={**WHEEL, "rim": RIM}), hubbed(fit=fit)))
    out = next(at for at, what in enumerate(told) if "take the rear wheel out" in what)
    built = next(at for at, what in enumerate(told) if what.startswith("Build"))
    back = next(at for at, what in enumerate(told) if what.startswith("Put the wheel in"))
    assert told[0] == "Look at what is not known yet, before anything is bought"
    assert out < built < back < len(told) - 1
    assert told[-1].endswith("then ride")


def test_what_is_not_known_must_be_looked_at_first():
    found = plan(single(), hubbed(wheel=WHEEL), frame=None)
    assert found.not_known == [
        "The spokes: the hub’s flanges, the rim’s effective diameter, the rim’s holes, the crosses: missing",
        "How many links the chain has: measure the chainstay, from the bottom bracket’s middle to the axle’s",
        "Which shifter “3-speed hub” needs",
        "Whether “3-speed hub” goes between the dropouts: the width of both",
        "How the axle of “3-speed hub” is held against turning",
    ]
    assert found.says.endswith("5 things must be looked at before anything is bought.")


def test_a_battery_comes_off_before_anything_else():
    motor = {
        "name": "hub motor",
        "at": "front hub",
        "torque_nm": 40,
        "power_w": 250,
        "battery": {"voltage_v": 36, "energy_wh": 400},
    }
    plain = single()
    helped = {**deepcopy(plain), "name": "Helped", "motors": [motor]}

    def begins(start, to) -> bool:
        look = "Look at what is not known yet, before anything is bought"
        first = next(step for step in plan(start, to).steps if step.what != look)
        return first.caution == BATTERY_CAUTION

    # Where there is none yet, none is taken off.
    assert (begins(helped, plain), begins(plain, helped)) == (True, False)
    puts_on = "Put the battery on, and try motor and cut-outs with the wheel in the air"
    assert whats(plan(plain, helped))[-2] == puts_on
    # A motor that stays has its battery put back; one that is gone has none.
    larger = {**helped, "name": "Larger", "path": single(44)["path"]}
    assert whats(plan(helped, larger))[-2] == puts_on
    assert "hub motor" in plan(helped, larger).kept
    assert puts_on not in whats(plan(helped, plain))
    assert puts_on not in whats(plan(plain, {**single(44), "name": "Larger"}))
    assert "hub motor" in plan(plain, helped).on
    assert "Take off: what belongs to the hub motor: controller, wires, holder of the battery" in whats(
        plan(helped, plain)
    )


def test_from_a_chain_to_a_belt():
    belt = setup({**sprockets([50], [22], "belt"), "price": 140}, name="Belt")
    found = plan(
        single(), belt, stock={"belt": {"pitch_mm": 11, "lengths": [110, 113, 115, 118, 120, 122, 125]}}
    )
    assert found.off[:3] == ["ring of 42", "chain", "sprocket of 21"]
    [bought] = found.buy
    assert bought.what.startswith("ring of 50, belt of ")
    assert bought.what.endswith("teeth and sprocket of 22")
    assert bought.price == 140 == found.price
    assert any("through the frame’s opening" in what for what in whats(found))
    # Which belts there are, only a list tells.
    assert any("belt" in each for each in plan(single(), belt).not_known)


def test_to_a_derailleur_the_chain_is_a_narrower_one_with_its_levers():
    many = setup({**sprockets([38], [11, 13, 15, 18, 21, 24, 28, 34]), "price": 200}, name="Many")
    found = plan(single(), many)
    assert "rear derailleur for 8 sprockets, with its shifter" in found.on
    assert not any(what.startswith("front derailleur") for what in found.on)
    assert "cassette of 8, 11–34" in found.on
    rings = setup({**sprockets([28, 38, 48], [11, 21])}, name="Rings")
    assert {"rings of 28/38/48", "cassette of 2, 11–21"} <= set(plan(single(), rings).on)
    two = setup({**sprockets([28, 38], [21])}, name="Two")
    levers = [what for what in plan(single(), two).on if "derailleur" in what]
    assert levers == ["front derailleur for 2 rings, with its shifter"]
    assert found.on.count("chain") == 1 == found.off.count("chain")
    assert any(what.startswith("Cut the new chain to ") for what in whats(found))
    assert {"a chain whip", "the tool for the cassette’s lockring"} <= set(found.tools)


def test_a_gearbox_asks_for_its_mount_and_the_bottom_bracket_tool():
    box = setup({**gearbox(0.5, 1.0, 1.5), "name": "box", "price": 900}, sprockets([32], [30]), name="Box")
    box["path"][0]["gears"] = {"ratios": [0.4, 0.6, 0.8, 1.0, 1.3]}
    found = plan(single(), box, frame={**FRAME, "bottom_bracket": "68 mm, threaded"})
    assert "How “box” is held in the frame: its mount, or its bottom bracket" in found.not_known
    assert "the tool for this bottom bracket: 68 mm, threaded" in found.tools
    assert "the keys for the bolts of the gearbox mount" in found.tools


@pytest.mark.parametrize(
    ("fit", "asked"),
    [
        (None, True),
        ({}, True),
        ({"frame_mount": "box of four bolts"}, False),
        ({"bottom_bracket": "68 mm, threaded"}, False),
    ],
)
def test_how_a_gearbox_is_held_is_asked_where_neither_way_is_known(fit, asked):
    box = {**gearbox(0.5, 1.0, 1.5), "name": "box", **({} if fit is None else {"fit": fit})}
    found = plan(single(), setup(box, sprockets([32], [30]), name="Box"))
    assert ("How “box” is held in the frame: its mount, or its bottom bracket" in found.not_known) == asked


@pytest.mark.parametrize(("ratios", "asked"), [((1.0,), False), ((0.7, 1.0), True)])
def test_a_hub_of_one_gear_needs_no_shifter(ratios, asked):
    assert ("Which shifter “3-speed hub” needs" in plan(single(), hubbed(*ratios)).not_known) == asked


def test_a_part_that_is_only_described_better_stays():
    better = hubbed(name="Described", warranty_years=2, care=[{"what": "oil", "every_km": 1000}])
    found = plan(hubbed(), better)
    assert (found.off, found.on, found.steps, found.buy, found.tools) == ([], [], [], [], [])
    assert found.says == "“Hub” and “Described” are the same parts: there is nothing to change."


def test_mass_is_told_where_all_that_changes_is_known():
    heavy = hubbed(name="Heavy", mass_kg=1.9)
    heavy["path"][1]["name"] = "other hub"
    assert plan(hubbed(), heavy).mass_kg == pytest.approx(0.7)
    assert plan(single(), hubbed()).mass_kg == pytest.approx(1.2)
    del heavy["path"][1]["mass_kg"]
    assert plan(hubbed(), heavy).mass_kg is None


def test_a_wheel_that_is_all_new_has_the_price_of_the_wheel_and_one_that_keeps_its_rim_has_not():
    wide = hubbed(name="Wide", wheel={**WHEEL, "tyre_mm": 47, "rim": RIM, "price": 240})
    kept = plan(hubbed(), wide)
    assert [(each.what, each.price) for each in kept.buy] == [("tyre 47-622", None)]
    other = {"bead_seat_mm": 584, "tyre_mm": 47, "rim": {**RIM, "effective_mm": 560}, "price": 240}
    whole = plan(hubbed(), hubbed(name="Small", wheel=other))
    (wheel,) = [each for each in whole.buy if each.price == 240]
    assert wheel.what == "rim for 584 mm with 32 holes, tyre 47-584 and the building of the wheel"


def test_what_does_not_fit_is_said_before_money_is_spent():
    found = plan(single(), hubbed(fit={"dropout_mm": 142}), frame=FRAME)
    assert found.fails
    assert "not go together, as Fit tells: see to that first." in found.says


def test_ticks_are_those_of_this_change():
    ticked = [
        {"start": "Hub", "to": "Single", "done": ["y"]},
        {"start": "Single", "to": "Hub", "done": ["x"]},
    ]
    assert plan(single(), hubbed(), weighing={"ticked": ticked}).done == ["x"]


def test_from_and_to_stand_in_the_file_by_those_names():
    dumped = json.loads(plan(single(), hubbed()).model_dump_json())
    assert (dumped["from"], dumped["to"]) == ("Single", "Hub")
    assert {"off", "on", "kept", "buy", "tools", "steps", "price", "minutes", "mass_kg", "not_known"} <= set(
        dumped
    )


@pytest.mark.parametrize(
    ("start", "to", "where", "what"),
    [
        ("Single", "Single", "to", "must be another setup than “Single”"),
        ("Nobody", "Single", "from", "must be the name of a setup"),
        ("Single", "Nobody", "to", "must be the name of a setup"),
    ],
)
def test_what_is_no_change_is_refused_by_name(start, to, where, what):
    given = validate(Brief, brief(single(), hubbed()))
    with pytest.raises(InvalidInput) as caught:
        change_plan(given, start, to)
    [problem] = caught.value.problems
    assert problem.where == where
    assert what in problem.what


@pytest.mark.parametrize("given", demo_jobs(), ids=lambda each: each.name)
def test_every_change_of_the_demo_adds_up(given):
    names = [each.name for each in given.setups]
    for start in names:
        for to in names:
            if start == to:
                continue
            found, back = change_plan(given, start, to), change_plan(given, to, start)
            assert sorted(found.off) == sorted(back.on)
            assert sorted(found.on) == sorted(back.off)
            assert len(found.kept) == len(back.kept)
            assert found.price == sum(each.price for each in found.buy if each.price is not None)
            assert len({step.what for step in found.steps}) == len(found.steps)
            if found.mass_kg is not None:
                assert found.mass_kg == pytest.approx(-back.mass_kg)


def test_what_holds_a_sprocket_and_a_cassette_are_taken_off_with_their_own_tools():
    holds, cassette_key = "what holds the sprocket: circlip pliers", "the tool for the cassette’s lockring"

    def asked(start, to) -> tuple[bool, bool]:
        tools = plan(start, to).tools
        return any(each.startswith(holds) for each in tools), cassette_key in tools

    wide = setup({**sprockets([42], [11, 13, 15, 18, 21, 24, 28]), "price": 90}, name="Wide")
    wider = {**wide, "name": "Wider", "path": [{**wide["path"][0], "rear": [11, 13, 15, 18, 21, 26, 32]}]}
    assert asked(single(42, 21, "A"), single(42, 19, "B")) == (True, False)
    assert asked(wide, wider) == (False, True)
    assert asked(single(42, 21, "A"), wide) == (True, True)


def test_what_is_known_of_a_hub_and_its_frame_is_not_looked_at_again():
    fit = {
        "spokes": SPOKES,
        "shifter": "twist grip",
        "torque_support": "arm",
        "dropout_mm": 135,
        "rotor": "none",
    }
    widths = "Whether “3-speed hub” goes between the dropouts: the width of both"
    with_width = Frame(chainstay_mm=440, dropout_mm=135)
    assert widths not in plan(single(), hubbed(fit=fit), frame=with_width).not_known
    assert widths in plan(single(), hubbed(fit=fit), frame=Frame(chainstay_mm=440)).not_known
    bare = {key: value for key, value in fit.items() if key != "dropout_mm"}
    assert widths in plan(single(), hubbed(fit=bare), frame=with_width).not_known


def test_each_of_three_chains_is_called_by_where_it_runs():
    teeth = ((30, 20), (36, 24), (40, 20))

    def three(name, more):
        boxes = (gearbox(0.5, 1.0), gearbox(0.8, 1.0))
        (one, two, last) = (sprockets([front + more], [rear]) for front, rear in teeth)
        return setup(one, boxes[0], two, boxes[1], last, name=name)

    told = " | ".join(whats(plan(three("Three", 0), three("Larger", 6))))
    for which in ("to the wheel", "in the middle", "from the cranks"):
        assert f"chain {which}" in told
    two = [
        setup(
            sprockets([30 + more], [20]), gearbox(0.5, 1.0), sprockets([40 + more], [20]), name=f"Two {more}"
        )
        for more in (0, 6)
    ]
    told = " | ".join(whats(plan(*two)))
    assert "chain to the wheel" in told
    assert "chain from the cranks" in told
    assert "in the middle" not in told


def test_what_fit_cannot_say_of_a_motor_is_asked_where_one_goes_on_alone():
    motor = {"at": "rear hub", "name": "hub motor", "torque_nm": 40}
    to = single(name="Driven", motors=[motor])
    asked = [what for what in plan(single(), to).not_known if what.startswith("What Fit cannot say")]
    fit = fit_page(*_given(single(), to))
    unknown = [each.what for each in fit.checks if each.topic == "motor" and each.state == "not known"]
    assert unknown
    assert asked == [f"What Fit cannot say: {what}" for what in unknown]
    # The motor that is there already is not looked at again.
    other = single(38, name="Smaller", motors=[motor])
    assert not any("What Fit" in what for what in plan(to, other).not_known)


def _given(start, to):
    given = validate(Brief, brief(start, to, frame=FRAME))
    return given, given.setups[1]


def test_a_shifter_of_a_hub_takes_the_keys_for_the_bar():
    keys = "a cable cutter, and the keys for the bar"
    assert keys in plan(single(), hubbed(fit={"shifter": "lever"})).tools
    assert keys not in plan(single(), single(38, name="Smaller")).tools


def test_another_tyre_alone_is_changed_and_no_wheel_is_built():
    wider = single(name="Wider", wheel={**WHEEL, "tyre_mm": 50})
    told = whats(plan(single(wheel=WHEEL), wider))
    assert "Change the tyre" in told
    assert not any(what.startswith("Build") for what in told)
    assert "Change the tyre" not in whats(plan(single(), single(38, name="Smaller")))


def test_old_spokes_are_measured_only_where_their_rim_stays():
    fit = {"spokes": SPOKES, "dropout_mm": 135, "torque_support": "none", "shifter": "lever"}
    start = single(wheel={**WHEEL, "rim": RIM})

    def asked(rim):
        found = plan(start, hubbed(fit=fit, wheel={**WHEEL, "rim": rim}))
        return [what for what in found.not_known if what.startswith("The spokes")]

    old = "the old spokes’ lengths are missing: whether they do cannot be told"
    assert asked(RIM) == [f"The spokes: {old}; holes of 2.6 mm in the flanges taken"]
    assert asked({**RIM, "effective_mm": 596}) == []


def test_a_piece_of_one_of_two_drives_is_bought_once():
    def two(rear, name):
        box = {**gearbox(0.5, 1.0, 1.5), "name": "box"}
        return setup(
            {**sprockets([30], [30]), "price": 40}, box, {**sprockets([42], [rear]), "price": 60}, name=name
        )

    found = plan(two(21, "Before"), two(23, "After"))
    assert [each.what for each in found.buy if "sprocket" in each.what] == ["sprocket of 23"]
    assert [each.what for each in found.buy if "ring" in each.what] == []


def test_a_drive_that_is_all_new_has_its_price_beside_one_that_stays():
    def two(front, rear, drive, name):
        box = {**gearbox(0.5, 1.0, 1.5), "name": "box"}
        first = {**sprockets([front], [rear]), "drive": drive, "price": 75}
        return setup(first, box, {**sprockets([42], [21]), "price": 60}, name=name)

    found = plan(two(30, 30, "chain", "Before"), two(46, 46, "belt", "After"))
    assert [each.price for each in found.buy if "belt" in each.what] == [75]
    assert not any("42" in each.what for each in found.buy)


def test_what_is_to_be_spent_is_said_as_far_as_it_is_known():
    said = {
        "prices still to be found out.": plan(single(), single(50, 16, "Other")),
        "of work, at least 500 to spend.": plan(single(), hubbed()),
        "of work, 0 to spend.": plan(
            {**single(), "motors": [{"at": {"before": 0}, "torque_nm": 30}]}, single(name="Bare")
        ),
    }
    for words, found in said.items():
        assert words in found.says, found.says


def test_each_of_two_rings_takes_its_time_to_come_off():
    twin = setup(
        {**sprockets([44], [18]), "price": 60},
        {**hub(1.0, 1.4), "name": "two-speed hub"},
        {**sprockets([30], [22]), "price": 60},
        {**hub(0.6, 1.0), "name": "hub at the wheel"},
        name="Twin chains",
    )
    [rings] = [step for step in plan(twin, single(50, 16)).steps if step.what.startswith("Take off: ring")]
    assert rings.what == "Take off: ring of 44 and ring of 30"
    [one] = [step for step in plan(single(), single(50, 16, "Other")).steps if "off: ring" in step.what]
    assert rings.minutes == 2 * one.minutes


@pytest.mark.parametrize(
    ("brake", "rotor", "asked"), [("disc", None, True), ("disc", "none", False), ("rim", None, False)]
)
def test_which_rotor_is_asked_only_where_there_is_a_disc(brake, rotor, asked):
    fit = {"spokes": SPOKES, "shifter": "twist grip", "torque_support": "arm", "dropout_mm": 135}
    to = hubbed(fit={**fit, **({"rotor": rotor} if rotor else {})})
    found = plan(single(), to, frame={**FRAME, "brake": brake})
    assert ("Which rotor goes onto “3-speed hub”" in found.not_known) == asked


def test_a_hub_that_carries_a_cassette_stays_and_its_body_is_looked_at():
    def found(old, new):
        return plan(setup(sprockets([40], old), name="Old"), setup(sprockets([40], new), name="New"))

    def asked(old, new):
        told = found(old, new)
        assert "rear hub for a cassette" in told.kept
        assert not any("Build the wheel" in what for what in whats(told))
        return [what for what in told.not_known if "rear hub takes" in what]

    nine, other_nine = [11, 13, 15, 18, 21, 24, 28, 32, 36], [11, 12, 14, 16, 19, 22, 25, 28, 34]
    twelve, tiny = [11, 12, 14, 16, 18, 21, 24, 28, 32, 37, 43, 50], [10, 12, 14, 17, 20, 23, 26, 30, 34]
    body = "which body it has, and whether its maker says so"
    assert asked(nine, twelve) == [f"Whether the rear hub takes a cassette of 12, 11–50: {body}"]
    assert asked(nine, tiny) == [f"Whether the rear hub takes a cassette of 9, 10–34: {body}"]
    assert asked(nine, other_nine) == []
    assert asked([18, 21], nine) == [f"Whether the rear hub takes a cassette of 9, 11–36: {body}"]
    # From one sprocket to many it is another hub, and the wheel is built anew.
    single_hub = found([18], nine)
    assert ("rear hub without gears" in single_hub.off, "rear hub for a cassette" in single_hub.on) == (
        True,
        True,
    )
    assert not any("rear hub takes" in what for what in single_hub.not_known)


def test_a_disc_brake_wants_a_rotor_on_a_new_hub_without_gears_too():
    many = setup(sprockets([40], [11, 15, 21, 28]), name="Many")
    for frame, told in (({**FRAME, "brake": "disc"}, 1), ({**FRAME, "brake": "rim"}, 0)):
        found = plan(single(40, 18, "One"), many, frame=frame).not_known
        assert found.count("Whether the rear hub for a cassette takes a rotor, and which") == told


def test_a_belt_is_never_cut_to_length():
    belt = setup(sprockets([46], [22], "belt"), name="Belt")
    told = whats(plan(single(40, 18, "Chain"), belt, frame={"tensioning": "sliding"}))
    assert "Put the belt, of the teeth that were found, on through the frame’s opening" in told
    assert not any("measured round" in what for what in told)


BOX = {**gearbox(0.5, 0.7, 1.0, 1.5), "name": "box", "fit": {"frame_mount": "four bolts"}}
TWO = {**gearbox(1.0, 1.5), "name": "two-speed crank"}
CRANK_MOTOR = {"at": "cranks", "name": "crank motor", "torque_nm": 60, "price": 900}


def cranked(kind, name):
    """A bicycle whose cranks sit on what is named."""
    if kind == "motor":
        return single(name=name, motors=[CRANK_MOTOR])
    if kind == "other motor":
        return single(name=name, motors=[{**CRANK_MOTOR, "torque_nm": 80, "name": "stronger motor"}])
    if kind == "pushed":
        # A motor on a chain of its own leaves the bottom bracket where it is.
        return single(name=name, motors=[{**CRANK_MOTOR, "at": {"before": 0}}])
    if kind == "behind":
        # A case behind the first chain is nothing that cranks sit on.
        return setup(sprockets([42], [21]), TWO, sprockets([20], [20]), name=name)
    case = {"box": [BOX], "two": [TWO]}.get(kind, [])
    return setup(*case, sprockets([42], [21]), name=name)


@pytest.mark.parametrize(
    ("start", "to", "asked", "bracket"),
    [
        ("plain", "box", "Whether the cranks of 170 mm fit the axle of “box”", "off"),
        ("plain", "motor", "Whether the cranks of 170 mm fit the axle of “crank motor”", "off"),
        ("motor", "other motor", "Whether the cranks of 170 mm fit the axle of “stronger motor”", None),
        (
            "box",
            "plain",
            "Which bottom bracket the cranks of 170 mm take, in the frame’s shell “68 mm, threaded”",
            "on",
        ),
        ("plain", "pushed", None, None),
        ("plain", "behind", None, None),
    ],
)
def test_cranks_come_off_where_what_they_sit_on_is_another(start, to, asked, bracket):
    frame = {**FRAME, "bottom_bracket": "68 mm, threaded"}
    found = plan(cranked(start, "Before"), cranked(to, "After"), frame=frame)
    told = whats(found)
    if asked is None:
        assert not any("cranks of" in words or "bottom bracket" in words for words in (*told, *found.tools))
        assert not any("cranks" in words for words in found.not_known)
    else:
        assert asked in found.not_known
        assert told.index("Take off: cranks of 170 mm") < told.index("Put on: cranks of 170 mm")
        on = next(step for step in found.steps if step.what == "Put on: cranks of 170 mm")
        assert on.caution == CRANK_CAUTION
        assert "the puller or key for these cranks" in found.tools
    assert ("bottom bracket" in found.off, "bottom bracket" in found.on) == (
        bracket == "off",
        bracket == "on",
    )
    assert any("the tool for this bottom bracket" in tool for tool in found.tools) == (bracket is not None)
    assert "cranks of 170 mm" in found.kept
    assert "bottom bracket" not in found.kept


def test_a_chaingear_goes_on_in_one_step_of_less_than_half_an_hour():
    found = plan(cranked("plain", "Before"), cranked("two", "After"))
    step = next(step for step in found.steps if "two-speed crank" in step.what)
    assert (step.what, step.caution) == ("Put on: two-speed crank", CRANK_CAUTION)
    assert step.minutes < 30
    assert not any("bottom bracket" in each for each in (*found.off, *found.on, *whats(found)))
    assert "the tools that its maker names for the chaingear: often two of its own" in found.tools
    assert "the tool for this bottom bracket" in found.tools


def test_a_bottom_bracket_goes_in_before_the_cranks_and_is_bought():
    found = plan(cranked("box", "Before"), cranked("plain", "After"))
    told = whats(found)
    order = [
        "Take off: cranks of 170 mm",
        "Take off: box",
        "Put on: bottom bracket",
        "Put on: cranks of 170 mm",
    ]
    assert [what for what in told if what in order] == order
    assert "bottom bracket" in found.price_missing
    assert "Which bottom bracket the cranks of 170 mm take, in the frame’s shell" in found.not_known


def test_other_cranks_on_the_same_axle_need_no_tool_for_it():
    found = plan(single(), single(name="Shorter", cranks={"length_mm": 165}))
    assert "Put on: cranks of 165 mm" in whats(found)
    assert "the puller or key for these cranks, and a pedal wrench" in found.tools
    assert not any("bottom bracket" in tool for tool in found.tools)


def _with_motor(at, name="Driven"):
    return single(name=name, motors=[{"at": at, "name": "hub motor", "torque_nm": 40, "price": 300}])


def test_a_motor_in_the_rear_hub_is_the_hub_that_the_wheel_is_built_round():
    found = plan(single(), _with_motor("rear hub"))
    assert {"rear hub without gears"} == set(found.off)
    build = next(step for step in found.steps if step.what.startswith("Build the wheel"))
    assert (build.what, build.caution) == (
        "Build the wheel round the hub motor: lace, tension, true",
        WHEEL_CAUTION,
    )
    goes_in = next(step for step in found.steps if step.what.startswith("Put the wheel in"))
    assert goes_in.caution == MOTOR_AXLE_CAUTION
    assert "Whether the hub motor goes between the dropouts, and which rotor and sprockets it takes" in (
        found.not_known
    )
    assert {"the spanner for the axle nuts", "rim tape, if the old one is hard"} <= set(found.tools)
    assert any(each.what.startswith("spokes and nipples, in lengths") for each in found.buy)
    back = plan(_with_motor("rear hub"), single())
    assert "Build the wheel round the rear hub without gears: lace, tension, true" in whats(back)
    assert next(step for step in back.steps if step.what.startswith("Put the wheel in")).caution is None


def test_a_motor_in_the_front_hub_is_a_front_wheel_built_anew():
    found = plan(single(), _with_motor("front hub"))
    assert (found.off, found.on) == (["front hub without a motor"], ["hub motor"])
    told = {step.what: step.caution for step in found.steps}
    assert told["Build the front wheel round the hub motor: lace, tension, true"] == WHEEL_CAUTION
    assert told["Put the front wheel in"] == f"{MOTOR_AXLE_CAUTION} {FRONT_CAUTION}"
    assert not any(what.startswith("Build the wheel") for what in told)
    assert "Whether the hub motor goes into the fork: its width, its axle, its rotor" in found.not_known
    assert "the key for the nipples: measure the spokes first" in found.tools
    assert found.price_missing == ["spokes and nipples for the front wheel, unless it is bought built"]
    back = plan(_with_motor("front hub"), single())
    told = {step.what: step.caution for step in back.steps}
    assert told["Put the front wheel in"] == FRONT_CAUTION
    assert "Which front hub goes into the fork: its width, its axle, its rotor" in back.not_known
    assert "front hub without a motor" in back.price_missing
    # Where it stays, nobody speaks of it.
    assert "front hub without a motor" not in plan(single(), single(38, name="Other")).kept


def test_an_old_wheel_of_which_nothing_goes_on_is_left_whole():
    other = {**WHEEL, "bead_seat_mm": 584, "rim": RIM}
    unlaced = "Take tyre, tape and spokes out of the old wheel"
    assert unlaced in whats(plan(single(wheel={**WHEEL, "rim": RIM}), hubbed(wheel={**WHEEL, "rim": RIM})))
    assert unlaced in whats(plan(single(), single(name="Other", wheel=other)))
    whole = whats(plan(single(), hubbed(wheel=other)))
    assert unlaced not in whole
    assert "Take the tyre off the old wheel" not in whole
    same_tyre = hubbed(wheel={**WHEEL, "rim": {**RIM, "holes": 36}})
    narrower = whats(plan(single(wheel={**WHEEL, "rim": RIM}), same_tyre))
    assert "Take the tyre off the old wheel" in narrower
    assert unlaced not in narrower


@pytest.mark.parametrize(
    ("brake", "bead_seat_mm", "set_anew", "asked"),
    [
        ("rim", 584, True, True),
        ("rim", 622, True, False),
        ("disc", 584, False, False),
        (None, 584, False, False),
    ],
)
def test_a_brake_on_the_rim_is_set_to_another_rim(brake, bead_seat_mm, set_anew, asked):
    before = single(wheel={**WHEEL, "rim": RIM})
    other = {**WHEEL, "bead_seat_mm": bead_seat_mm, "rim": {**RIM, "holes": 36}}
    found = plan(
        before, single(name="Other", wheel=other), frame={**FRAME, **({"brake": brake} if brake else {})}
    )
    pads = [step.caution for step in found.steps if step.what == "Set the brake’s pads to the new rim"]
    assert pads == ([BRAKE_CAUTION] if set_anew else [])
    told = "Whether the brake’s pads reach a rim for 584 mm in place of one for 622 mm"
    assert (told in found.not_known) == asked
    # The same rim needs nothing.
    same = plan(before, hubbed(wheel={**WHEEL, "rim": RIM}), frame={**FRAME, "brake": "rim"})
    assert "Set the brake’s pads to the new rim" not in whats(same)


def test_each_step_takes_its_usual_minutes():
    """One change with nearly all there is in it."""
    motor = {
        "at": "front hub",
        "name": "hub motor",
        "torque_nm": 40,
        "battery": {"voltage_v": 36, "energy_wh": 400},
    }
    frame = {**FRAME, "brake": "rim", "bottom_bracket": "68 mm, threaded"}
    before = single(wheel={**WHEEL, "rim": RIM}, motors=[motor])
    after = setup(
        {
            **gearbox(0.5, 0.7, 1.0, 1.5),
            "name": "box",
            "fit": {"frame_mount": "four bolts", "shifter": "lever"},
        },
        sprockets([44], [21]),
        name="Box",
        wheel={**WHEEL, "rim": {**RIM, "holes": 36}},
    )
    found = plan(before, after, frame=frame)
    assert [(step.what.split(":")[0].split(",")[0], step.minutes) for step in found.steps] == [
        ("Look at what is not known yet", 10),
        ("Switch it off", 5),
        ("Put the bicycle into the stand", 5),
        ("Take the chain or belt off", 10),
        ("Take off", 10),
        ("Take off", 10),
        ("Take off", 15),
        ("Take off", 30),
        ("Take tyre", 30),
        ("Build the wheel round the rear hub without gears", 120),
        ("Put tape", 10),
        ("Take the front wheel out", 5),
        ("Take tyre", 30),
        ("Build the front wheel round the front hub without a motor", 120),
        ("Put tape", 10),
        ("Put the front wheel in", 5),
        ("Put on", 30),
        ("Put on", 10),
        ("Put on", 10),
        ("Put on", 30),
        ("The chain is 2 links too short", 10),
        ("Put the wheel in", 5),
        ("Set the brake’s pads to the new rim", 10),
        ("Go through gears and brakes in the stand", 20),
    ]
    assert found.minutes == sum(step.minutes for step in found.steps)
