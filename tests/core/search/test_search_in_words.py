"""What a search says: the sentence, reasons, what is given up, and the demo's own answers."""

from dataclasses import replace
from types import SimpleNamespace

import pytest

from examples import brief, setup, sprockets
from kettledrum.core.fit.mass_moved import weighed
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.lineup.says import verdict_with_motor
from kettledrum.core.parts.prices import part_prices
from kettledrum.core.search.answers import Answers
from kettledrum.core.search.asked import Must, SearchAsked, TeethOfDrive
from kettledrum.core.search.one_drive import one_drive
from kettledrum.core.search.result import Mark
from kettledrum.core.search.says import best_of, share_says, worth_a_look
from kettledrum.core.search.search import search, searched
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round, seaweed_barrow, stock

BRIEF = honey_round()
ROUTES = BRIEF.road.routes
MARK = Mark(
    name="",
    kind="hub",
    drive="chain",
    front=42,
    rear=21,
    parts=[],
    covered=0.0,
    roads=[],
    price=0.0,
    mass_kg=0.0,
    wheel_kg=0.0,
    carried_kg=0.0,
    total_cost=0.0,
    own_hours=0.0,
    lowest_m=2.0,
    top_kmh=30.0,
    largest_step=None,
    distinct=1,
    verdict=None,
    apart=False,
)


@pytest.fixture(scope="module")
def found():
    return search(BRIEF, None, ROUTES, stock(), SearchAsked())


def test_the_sentence_names_the_best_and_the_cheapest(found):
    marks = {mark.name: mark for mark in found.marks}
    best, cheapest = marks[found.best], min(found.marks, key=lambda mark: (not mark.on_front, mark.price))
    assert found.says == (
        f"Of {found.tried:,} drives that your parts can make, 4 are worth a look: "
        f"“{best.name}” covers all of your riding for {best.price:.0f} crowns; the cheapest, "
        f"“{cheapest.name}”, covers {cheapest.covered * 100:.0f} % of your riding for "
        f"{cheapest.price:.0f} crowns."
    )


def mark(name, covered, price, mass_kg):
    return replace(MARK, name=name, covered=covered, price=price, mass_kg=mass_kg)


def test_a_bit_more_is_no_reason_for_a_dear_drive():
    front = [
        mark("dear", 0.904, 1200, 2.0),
        mark("fair", 0.902, 500, 1.5),
        mark("light", 0.901, 600, 1.0),
        mark("cheap", 0.4, 100, 1.2),
    ]
    assert best_of(front).name == "fair"
    assert [each.name for each in worth_a_look(front)] == ["fair", "light", "cheap"]
    # Half a percent more is.
    assert best_of([mark("dear", 0.9071, 1200, 2.0), *front[1:]]).name == "dear"
    assert best_of([]) is None


@pytest.mark.parametrize(
    ("share", "words"),
    [(1.0, "all"), (0.9995, "all"), (0.9994, "99.9 %"), (0.985, "98.5 %"), (0.93, "93 %"), (0.124, "12.4 %")],
)
def test_all_is_said_only_of_all(share, words):
    assert share_says(share) == words


def test_every_answer_is_what_the_views_show_of_its_setup(found):
    for answer in found.answers:
        alone = BRIEF.model_copy(update={"setups": [answer.setup], "reference": None})
        [covered] = coverage(alone, ROUTES).setups
        assert (answer.covered, answer.roads) == (covered.in_band, covered.roads)
        prices = [price for _, price in part_prices(answer.setup)]
        assert answer.price == pytest.approx(sum(price for price in prices if price is not None))
        mark = next(each for each in found.marks if each.name == answer.name)
        assert mark.price == pytest.approx(answer.price)
        assert (mark.covered, mark.verdict, mark.total_cost) == (
            answer.covered,
            answer.verdict,
            answer.total_cost,
        )
        assert answer.why[0].startswith("Covers")
        assert answer.total_spread[0] <= answer.total_cost <= answer.total_spread[1]


def test_what_is_told_of_gears_and_hill_is_what_the_line_up_has(found):
    marks = {mark.name: mark for mark in found.marks}
    for answer in found.answers:
        alone = BRIEF.model_copy(update={"setups": [answer.setup], "reference": None})
        [setup] = compare(alone).setups
        mark = marks[answer.name]
        assert mark.verdict == setup.climb.verdict
        assert mark.lowest_m == pytest.approx(setup.lowest.development_m)
        assert mark.top_kmh == pytest.approx(setup.highest.speed_kmh[1])
        assert mark.distinct == setup.distinct
        assert mark.largest_step == (
            None if setup.largest_step is None else pytest.approx(setup.largest_step)
        )


def test_with_a_motor_the_hill_is_judged_with_its_help():
    asked = SearchAsked(musts=[Must(criterion="climbs the hill")], motor=True, most=4)
    result = search(BRIEF, None, ROUTES[1:], stock(), asked)
    assert result.answers
    told = next(wish for wish in result.wishes if wish.criterion == "climbs the hill")
    assert (told.on, told.left, told.takes_away) == (True, result.left, result.run - result.left)
    for answer in result.answers:
        alone = BRIEF.model_copy(update={"setups": [answer.setup], "reference": None})
        [setup] = compare(alone).setups
        assert answer.verdict == verdict_with_motor(setup.climb.verdict, setup.motor.on_pitch)
        assert answer.verdict in ("holds", "tight")
    # By pedals alone some of them would be walked.
    free = search(BRIEF, None, ROUTES[1:], stock(), SearchAsked(musts=[], motor=True, most=12))
    assert {mark.verdict for mark in free.marks} >= {"holds"}


def test_the_front_comes_first_and_neighbours_are_told_apart(found):
    names = [answer.name for answer in found.answers]
    assert names[: len(found.front)] == found.front
    assert len(names) == len(set(names)) == 20
    middle = found.answers[1]
    against = [text for text in middle.gives_up if text.startswith("Against")]
    assert f"Against “{BRIEF.reference}”, the reference: " in against[-1]
    assert against[-1].endswith(".")
    # What covers next more, then what is next cheaper, then the reference.
    assert against[0].startswith(f"Against “{found.front[0]}”: ")


def test_what_is_shown_of_the_reference_is_its_own(found):
    [own] = [each for each in coverage(BRIEF, ROUTES).setups if each.name == BRIEF.reference]
    assert found.reference.covered == own.in_band
    assert found.reference.price == own.price


def test_steps_tell_how_far_it_is_and_the_last_has_all():
    steps = list(searched(BRIEF, None, ROUTES[:1], stock(), SearchAsked(most=3)))
    assert steps[0].doing == "putting drives together"
    early = [step.found for step in steps if step.found]
    assert len(early) == 2
    assert steps[-1].doing == "done"
    assert len(early[-1].answers) == 3
    done = [step.done for step in steps if step.doing == "riding them"]
    assert done == sorted(done)
    assert len(done) >= 2


def test_one_drive_is_told_as_in_the_search(found):
    parts = stock()
    for mark in (found.marks[0], found.marks[-1], found.marks[len(found.marks) // 2]):
        teeth = TeethOfDrive(drive=mark.drive, front=mark.front, rear=mark.rear)
        told = one_drive(BRIEF, ROUTES, [parts[place] for place in mark.parts], teeth)
        assert (told.name, told.covered, told.price) == (mark.name, mark.covered, pytest.approx(mark.price))
    with pytest.raises(InvalidInput, match="make no drive with these teeth any more"):
        one_drive(BRIEF, ROUTES, parts[:1], TeethOfDrive(drive="chain", front=12, rear=12))


def test_weak_hands_in_a_flat_town_get_something_easy():
    musts = [Must(criterion=name) for name in ("easy on the hands", "shifts at rest", "asks little care")]
    result = search(BRIEF, None, ROUTES[1:], stock(), SearchAsked(musts=musts))
    assert result.front
    for answer in result.answers:
        shifters = {
            stage.fit.shifter for stage in answer.setup.path if stage.kind != "sprockets" and stage.fit
        }
        assert not shifters & {"twist grip", "lever"}


def test_a_frame_that_takes_nothing_leaves_what_fits_every_frame():
    frame = BRIEF.frame.model_copy(
        update={"dropout_mm": 100, "belt_opening": False, "mounts": [], "bottom_bracket": "none"}
    )
    odd = BRIEF.model_copy(update={"frame": frame})
    result = search(odd, None, ROUTES[:1], stock(), SearchAsked(musts=[Must(criterion="fits the frame")]))
    # No hub, box or belt: single sprockets and derailleurs stand in a frame of any width.
    assert {mark.kind for mark in result.marks} <= {"single-speed", "derailleur"}
    fits = next(wish for wish in result.wishes if wish.criterion == "fits the frame")
    assert fits.takes_away > 1000


def test_without_a_road_it_stands_on_a_made_up_one():
    result = search(BRIEF, None, [], stock()[:6], SearchAsked())
    assert result.plain_terrain
    assert "of a plain terrain made up from your hill" in result.answers[0].why[0]


def test_where_the_power_is_too_little_a_motor_is_named():
    road = BRIEF.road.model_copy(update={"steepest": 0.2, "steepest_m": 800})
    weak = BRIEF.model_copy(
        update={"rider": BRIEF.rider.model_copy(update={"power_w": 60, "burst_w": 90}), "road": road}
    )
    found = search(weak, None, ROUTES, stock(), SearchAsked())
    assert found.says.endswith(
        "None of them climbs the 20 % hill, as your power is too little for any gear: a motor, less load or "
        "more power would."
    )


@pytest.mark.parametrize(
    ("known", "told"),
    [
        ({"price": 60, "mass_kg": 0.8}, "900 2.5"),
        ({"price": 60}, "900 None"),
        ({"mass_kg": 0.8}, "None 2.5"),
        ({}, "None None"),
    ],
)
def test_against_the_reference_goes_what_is_known_of_all_its_parts(known, told):
    one = setup({**sprockets([42], [21]), **known}, name="Old", cranks={"length_mm": 170, "price": 40})
    one["wheel"] = {**one["wheel"], "price": 70}
    by = SimpleNamespace(
        brief=validate(Brief, brief(one)),
        reference=lambda: mark("Old", 0.5, 900, 2.5),
        _reference=SimpleNamespace(in_band=0.5),
        _differs=lambda _row, _share, price, mass_kg: f"{price} {mass_kg}",
        _hill=lambda _row, _verdict: "",
    )
    assert Answers._against_reference(by, SimpleNamespace()) == [f"Against “Old”, the reference: {told}."]


def test_what_costs_as_much_is_not_told_apart():
    share = SimpleNamespace(in_band=0.6)
    row = SimpleNamespace(best=share, price=200.0, mass_kg=2.0)
    by = SimpleNamespace(rates=SimpleNamespace(currency="crowns"))

    def differs(in_band=0.6, price=200.0, mass_kg=2.0):
        return Answers._differs(by, row, SimpleNamespace(in_band=in_band), price, mass_kg)

    assert differs() == "no difference that is felt"
    assert differs(price=200.4) == "no difference that is felt"
    assert differs(price=150) == "50 crowns more to buy"
    assert differs(price=250) == "50 crowns less to buy"
    assert differs(in_band=0.5) == "10 % more of the riding"
    assert differs(mass_kg=2.4) == "0.4 kg lighter"
    known = "as much of the riding; what that"
    assert differs(price=None, mass_kg=None) == f"{known} costs and weighs is not known in full"
    assert differs(mass_kg=None) == f"{known} weighs is not known in full"
    assert differs(price=None, mass_kg=2.4) == "0.4 kg lighter; what that costs is not known in full"


@pytest.mark.parametrize(
    ("own", "other", "said"),
    [
        ("holds", "fails", "only this one climbs the hill; "),
        ("tight", "fails", "only this one climbs the hill; "),
        ("fails", "tight", "that one climbs the hill, this one does not; "),
        ("holds", "tight", ""),
        ("fails", "fails", ""),
        (None, "fails", ""),
        ("holds", None, ""),
    ],
)
def test_which_of_two_alone_climbs_is_said_first(own, other, said):
    by = SimpleNamespace(_verdict=lambda row: own)
    assert Answers._hill(by, None, other) == said


def test_a_reference_with_a_motor_climbs_with_it():
    barrow = seaweed_barrow()
    found = search(barrow, barrow.setups[0], barrow.road.routes or [], stock(), SearchAsked())
    compared = compare(barrow).setups[0]
    assert (compared.name, compared.climb.verdict) == (barrow.reference, "fails")
    assert found.reference.verdict == verdict_with_motor("fails", compared.motor.on_pitch) == "tight"
    assert "that one climbs the hill, this one does not" in found.answers[0].gives_up[-1]


def test_what_sits_in_the_wheels_is_what_the_verdict_weighs(found):
    cassettes = 0
    for answer in found.answers:
        behind = [each for each in weighed(answer.setup) if each.at == "rear wheel"]
        assert answer.wheel_kg == pytest.approx(sum(each.mass_kg or 0.0 for each in behind))
        cassettes += any(each.name.endswith("the cassette") for each in behind)
    assert 0 < cassettes < len(found.answers)
