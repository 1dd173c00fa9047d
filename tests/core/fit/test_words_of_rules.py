"""What rules say: the chain a derailleur takes, whose figure is missing, a motor's speed without load."""

import math

import pytest
from test_fit import CHAIN, case, page

from examples import hub, sprockets


def said(found, rule: str) -> list[str]:
    return [check.what for check in found.checks if check.id == rule]


def rule_of(found, words: str) -> str:
    return next(check.id for check in found.checks if words in check.what)


def test_a_derailleurs_chain_is_told_where_the_chainstay_is_known():
    wide = sprockets([40], [11, 13, 15, 18, 21, 24, 28, 34])
    known = page(wide, frame={"chainstay_mm": 430})
    words = [check.what for check in known.checks if "its chain has" in check.what]
    # Twice 430 mm and half the teeth of the largest pair, in half inches, rounded up to even, and two more.
    about = 2 * 430 / 12.7 + (40 + 34) / 2
    links = int(words[0].rsplit(" ", 2)[-2])
    assert links % 2 == 0
    assert about + 2 <= links <= about + 5
    unknown = page(wide)
    assert not any("its chain has" in check.what for check in unknown.checks)


@pytest.mark.parametrize(
    ("hub_axle", "frame_axle", "whose"),
    [(None, "thru", "the part"), ("thru", None, "the frame"), (None, None, "the part")],
)
def test_whose_axle_is_not_said(hub_axle, frame_axle, whose):
    fit = {"axle": hub_axle} if hub_axle else {}
    found = page(CHAIN, case(hub, fit=fit), frame={"axle": frame_axle} if frame_axle else {})
    [words] = said(found, "axle-kind")
    assert words == f"the kind of axle of {whose} is not said"


@pytest.mark.parametrize(("rpm", "reduction", "kmh"), [(300, None, 39.9), (1500, [[10, 50]], 39.9)])
def test_a_hub_motors_speed_without_load(rpm, reduction, kmh):
    motor = {"at": "front hub", "torque_nm": 30, "no_load_rpm": rpm, "name": "the drum"}
    motor |= {"reduction": reduction} if reduction else {}
    found = page(CHAIN, case(hub), motors=[motor])
    # 300 rpm × π × 0.706 m × 60 / 1000.
    assert kmh == pytest.approx(300 * math.pi * 0.706 * 0.06, abs=0.1)
    assert "the drum turns the wheel to 40 km/h without load" in [check.what for check in found.checks]


@pytest.mark.parametrize(
    ("fit", "rear", "words", "would_do"),
    [
        ({"teeth_min": 16}, 14, "takes no sprocket under 16 teeth", "a larger sprocket"),
        ({"teeth_max": 22}, 24, "takes no sprocket over 22 teeth", "a smaller sprocket"),
    ],
)
def test_a_sprocket_that_does_not_go_onto_a_hub_wants_one_the_other_way(fit, rear, words, would_do):
    for before in (sprockets([40], [rear]), sprockets([30, 40], [rear])):
        found = page(before, case(hub, fit=fit))
        [check] = [each for each in found.checks if words in each.what]
        assert (check.state, check.remedy) == ("fails", would_do)


def test_a_rotor_is_told_by_its_mount():
    found = page(CHAIN, case(hub, fit={"rotor": "splined"}), frame={"brake": "disc", "rotor": "six bolts"})
    [check] = [each for each in found.checks if "rotor" in each.what and each.state == "tight"]
    assert check.what.endswith("takes a rotor on splines, and yours is a rotor on six bolts")
