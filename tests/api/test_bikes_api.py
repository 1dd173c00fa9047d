"""Bikes and rides through the API: files read step by step, judged, drawn, and what they come to."""

import json
from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from ride_files import BEGAN, fit, gpx, tcx

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.rides.channels import Channels
from kettledrum.demo import honey_round
from made_up_rides import made_up

BRIEF = honey_round()
SETUPS = {setup.name: setup.model_dump(mode="json", exclude_unset=True) for setup in BRIEF.setups}
HUB = "Fourteen-speed hub"
GEARS = [
    gear.development_m for gear in gear_table(next(s for s in BRIEF.setups if s.name == HUB), (60, 88)).gears
]


def made(seed=1, seconds=900) -> Channels:
    return made_up(GEARS, seconds, seed=seed).ride


@pytest.fixture
def job(client, store):
    return store.jobs.add(BRIEF).id


@pytest.fixture
def bikes(job):
    return f"/api/jobs/{job}/bikes"


@pytest.fixture
def bike(client, bikes):
    asked = {
        "name": "Tall one",
        "since": "2026-01-01",
        "mounted": [{"on": "2026-01-01", "setup": SETUPS[HUB]}],
    }
    answer = client.post(bikes, json=asked)
    assert answer.status_code == 201
    return f"{bikes}/{answer.json()['id']}"


def read(client, bike, content, query="name=ride.fit"):
    answer = client.post(f"{bike}/rides/read?{query}", content=content)
    assert answer.status_code == 200
    return [json.loads(line) for line in answer.text.splitlines()]


def add(client, bike, *rides, anyway=False):
    answer = client.post(
        f"{bike}/rides", json={"rides": [{"ride": each, "anyway": anyway} for each in rides]}
    )
    assert answer.status_code == 201, answer.text
    return answer.json()


def problems(answer) -> list[tuple[str, str]]:
    return [(each["where"], each["what"]) for each in answer.json()["problems"]]


def test_a_file_is_read_step_by_step_and_only_then_added(client, bike):
    *steps, last = read(client, bike, fit(made(seconds=5000)))
    assert [step["done"] for step in steps] == sorted(step["done"] for step in steps)
    assert len(steps) >= 2
    assert last["done"] == 1
    ride = last["ride"]
    assert ride["file"] == "ride.fit"
    assert ride["minutes"] == pytest.approx(5000 / 60, abs=0.1)
    assert client.get(bike).json()["rides"] == []
    added = add(client, bike, ride)
    assert added["left_out"] == []
    page = client.get(bike).json()
    assert [line["kept"] for line in page["rides"]] == [True]
    assert page["sums"]["periods"][0]["worked"] == 1


def test_the_three_kinds_of_file_tell_the_same_ride(client, bike):
    found = [read(client, bike, write(made(3)))[-1]["ride"] for write in (fit, tcx, gpx)]
    for other in found[1:]:
        assert other["km"] == pytest.approx(found[0]["km"], rel=0.002)
        for one, two in zip(found[0]["gears"], other["gears"], strict=True):
            assert two["seconds"] == pytest.approx(one["seconds"], abs=30)


def test_without_keeping_seconds_the_sums_are_the_same(client, bike):
    kept = read(client, bike, fit(made()))[-1]["ride"]
    bare = read(client, bike, fit(made()), "name=ride.fit&keep=false")[-1]["ride"]
    digest = kept.pop("seconds")
    assert len(digest) == 64
    assert bare == kept
    added = add(client, bike, bare)["added"][0]
    answer = client.get(f"{bike}/rides/{added['id']}/drawn")
    assert answer.status_code == 422
    assert "were not kept" in answer.text


def test_a_ride_twice_is_told_and_left_out_unless_it_is_wanted(client, bike):
    ride = read(client, bike, fit(made()))[-1]["ride"]
    both = add(client, bike, ride, ride)
    assert len(both["added"]) == 1
    ((place, held),) = both["left_out"]
    assert (place, held["bike"]) == (1, "Tall one")
    again = read(client, bike, tcx(made()))[-1]
    assert "it began at the same time" in again["held"]["why"]
    assert len(add(client, bike, again["ride"], anyway=True)["added"]) == 1


def test_of_a_ride_and_a_part_of_it_the_whole_counts(client, bike):
    whole = read(client, bike, fit(made()))[-1]["ride"]
    part = read(client, bike, fit(made())[: len(fit(made())) // 2])[-1]["ride"]
    assert part["km"] < whole["km"] * 0.7
    answer = add(client, bike, part, whole)
    assert [each["ride"]["km"] for each in answer["added"]] == [whole["km"]]
    assert [(place, held["bike"]) for place, held in answer["left_out"]] == [(0, "Tall one")]
    assert "one is a part of the other" in answer["left_out"][0][1]["why"]


def test_a_ride_on_another_bike_of_the_job_is_noticed(client, bikes, bike):
    other = client.post(
        bikes,
        json={
            "name": "Short one",
            "since": "2026-01-01",
            "mounted": [{"on": "2026-01-01", "setup": SETUPS[HUB]}],
        },
    ).json()
    ride = read(client, bike, fit(made()))[-1]["ride"]
    add(client, bike, ride)
    assert read(client, f"{bikes}/{other['id']}", fit(made()))[-1]["held"]["bike"] == "Tall one"


@pytest.mark.parametrize(
    ("content", "what"),
    [
        (b"", "is empty"),
        (b"PK\3\4 nothing", "is no ride that can be read"),
        (fit(made(), sport=2)[:40], "no second of riding"),
        (b"<gpx><trk><trkseg><trkpt lat='1' lon='2'/></trkseg></trk></gpx>", "there is no time"),
    ],
)
def test_a_file_that_is_no_ride_says_so(client, bike, content, what):
    last = read(client, bike, content)[-1]
    assert "ride" not in last
    assert what in last["problems"][0]["what"]


def odd(**rows) -> bytes:
    """A ride file with some channels of another kind."""
    ride = made()
    channels = {
        name: getattr(ride, name)
        for name in ("speed_mps", "cadence_rpm", "power_w", "elevation_m", "temperature_c")
    }
    return fit(Channels(**{**channels, **rows}))


def test_odd_rides_are_told_and_asked_about(client, bike):
    count = made().seconds
    trainer = read(client, bike, fit(made(), sub_sport=6))[-1]
    assert "on a trainer" in trainer["asks"]
    still = read(client, bike, odd(speed_mps=np.full(count, 5.0)))[-1]
    assert "hardly changes" in still["asks"]
    run = read(client, bike, fit(made(), sport=1))[-1]
    assert run["asks"] == "The file says that it was running, not cycling. Count it as a ride?"
    blind = read(client, bike, odd(cadence_rpm=np.full(count, np.nan)))[-1]
    assert any("no cadence" in each for each in blind["told"])
    assert "gears" not in blind["ride"]
    slipped = read(client, bike, odd(cadence_rpm=np.full(count, 254.0)))[-1]
    assert any("no cadence" in each for each in slipped["told"])
    nowhere = read(client, bike, odd(speed_mps=np.zeros(count)))[-1]
    assert "neither speed nor distance" in nowhere["problems"][0]["what"]


def test_a_ride_that_this_bike_cannot_have_done_bars_itself_and_no_other(client, bike):
    early, late = (
        read(client, bike, fit(made(), began=datetime(year, 5, 1, 9, tzinfo=UTC)))[-1]
        for year in (2025, 2099)
    )
    since = "must be 1 January 2026 or later: since then “Tall one” is ridden"
    assert early["bars"] == f"It cannot be added: its day {since}."
    assert late["bars"] == "It cannot be added: its day must not lie in the future."
    fine = read(client, bike, fit(made()))[-1]
    assert fine.get("bars") is None
    # Sent all the same, each is told by its place, and none goes in.
    rides = [{"ride": each["ride"]} for each in (fine, early, late)]
    answer = client.post(f"{bike}/rides", json={"rides": rides})
    assert answer.status_code == 422
    assert problems(answer) == [
        ("rides[1].ride.on", since),
        ("rides[2].ride.on", "must not lie in the future"),
    ]
    assert client.get(bike).json()["rides"] == []


def test_times_without_a_zone_are_told(client, bike):
    naive = tcx(made()).replace(b"Z</Time>", b"</Time>")
    assert any("name no zone" in each for each in read(client, bike, naive)[-1]["told"])
    assert not any("zone" in each for each in read(client, bike, tcx(made()))[-1]["told"])


def test_a_setup_of_four_hundred_gears_takes_a_ride(client, bikes):
    from examples import setup, sprockets

    many = setup(sprockets(list(range(30, 50)), list(range(11, 31))), name="Many")
    answer = client.post(
        bikes, json={"name": "Many", "since": "2026-01-01", "mounted": [{"on": "2026-01-01", "setup": many}]}
    )
    ride = read(client, f"{bikes}/{answer.json()['id']}", fit(made()))[-1]["ride"]
    # Gears that are closer than 5 % are told together.
    assert 20 < len(ride["gears"]) < 60
    assert sum(gear["seconds"] for gear in ride["gears"]) == ride["worked"]["pedalling_s"]


def test_a_ride_of_thirty_hours_is_one_and_of_seventy_is_none(client, bike):
    def long(hours):
        at = np.arange(0, hours * 3600, 60)
        points = "".join(
            f"<Trackpoint><Time>{(BEGAN + timedelta(seconds=int(s))).strftime('%Y-%m-%dT%H:%M:%SZ')}</Time>"
            f"<DistanceMeters>{s * 4}</DistanceMeters></Trackpoint>"
            for s in at
        )
        inside = f"<Track>{points}</Track>"
        return f'<?xml version="1.0"?><Database xmlns="u">{inside}</Database>'.encode()

    last = read(client, bike, long(30))[-1]
    assert last["ride"]["km"] == pytest.approx(432, rel=0.01)
    assert "at most 60 are one ride" in read(client, bike, long(70))[-1]["problems"][0]["what"]


def test_a_clock_that_was_lost_asks_for_the_day(client, bike):
    from datetime import UTC, datetime

    lost = read(client, bike, fit(made(), began=datetime(1989, 12, 31, 5, tzinfo=UTC)))[-1]
    assert any("clock was lost" in each for each in lost["told"])
    assert any("put down as today" in each for each in lost["told"])
    assert "began" not in lost["ride"]


def test_what_a_page_shows_is_one_with_what_the_core_works_out(client, bike):
    for day in range(3):
        content = fit(made(day), began=BEGAN + timedelta(days=day))
        add(client, bike, read(client, bike, content)[-1]["ride"])
    page = client.get(bike).json()
    assert [line["on"] for line in page["rides"]] == ["2026-04-14", "2026-04-13", "2026-04-12"]
    period = page["sums"]["periods"][0]
    assert sum(gear["share"] for gear in period["gears"]) == pytest.approx(1)
    assert sum(gear["foretold"] for gear in period["gears"]) == pytest.approx(1)
    assert page["sums"]["says"].startswith("In 3 rides you spent")
    assert page["gears"] == [str(gear) for gear in range(1, 15)]
    place = client.get(bike.rsplit("/", 1)[0]).json()[0]
    assert place["rides"] == 3
    assert place["km"] == pytest.approx(page["sums"]["km"])


def test_a_ride_is_drawn_over_its_way(client, bike):
    ride = add(client, bike, read(client, bike, fit(made()))[-1]["ride"])["added"][0]
    drawn = client.get(f"{bike}/rides/{ride['id']}/drawn").json()
    lengths = {
        len(drawn[key]) for key in ("km", "minutes", "speed_kmh", "cadence_rpm", "slope", "gear", "coasting")
    }
    assert len(lengths) == 1
    assert drawn["km"] == sorted(drawn["km"])
    assert drawn["km"][-1] == pytest.approx(ride["ride"]["km"], rel=0.01)
    assert len(drawn["gears"]) == 14
    for gear, development in zip(drawn["gear"], drawn["development_m"], strict=True):
        assert (gear is None) == (development is None)


def test_other_sprockets_make_rides_stale_and_they_are_worked_out_anew(client, bike):
    add(client, bike, read(client, bike, fit(made()))[-1]["ride"])
    bare = read(client, bike, fit(made(2), began=BEGAN + timedelta(days=2)), "keep=false")[-1]["ride"]
    add(client, bike, bare)
    page = client.get(bike).json()
    other = json.loads(json.dumps(SETUPS[HUB]))
    other["path"][0]["front"] = [other["path"][0]["front"][0] - 4]
    head = page["bike"]
    head["mounted"] = [{"on": "2026-01-01", "setup": other}]
    changed = client.put(f"{bike}?version={page['version']}", json=head)
    assert changed.status_code == 200
    page = client.get(bike).json()
    assert [line["stale"] for line in page["rides"]] == [True, True]
    assert page["sums"]["periods"][0]["stale"] == 2
    assert client.post(f"{bike}/rides/work-again").json() == {"done": 1, "without_seconds": 1}
    assert [line["stale"] for line in client.get(bike).json()["rides"]] == [True, False]


def test_seconds_are_let_go_and_undone(client, bike, job):
    ride = add(client, bike, read(client, bike, fit(made()))[-1]["ride"])["added"][0]
    sums = client.get(bike).json()["sums"]
    assert client.post(f"{bike}/rides/forget-seconds").json() == {"done": 1, "without_seconds": 0}
    assert client.get(bike).json()["sums"] == sums
    assert client.get(f"{bike}/rides/{ride['id']}/drawn").status_code == 422
    revision = client.get(f"/api/jobs/{job}").json()["revision"]
    assert client.post(f"/api/jobs/{job}/undo?revision={revision}").status_code == 200
    assert client.get(f"{bike}/rides/{ride['id']}/drawn").status_code == 200


@pytest.mark.parametrize(
    ("ride", "where", "what"),
    [
        ({"on": "2026-05-01"}, "rides[0].ride.km", "is missing"),
        (
            {"on": "2026-05-01", "km": "far"},
            "rides[0].ride.km",
            "must be a number above 0 and at most 1500 km",
        ),
        (
            {"on": "2025-05-01", "km": 3},
            "rides[0].ride.on",
            "must be 1 January 2026 or later: since then “Tall one” is ridden",
        ),
        ({"on": "2099-05-01", "km": 3}, "rides[0].ride.on", "must not lie in the future"),
        ({"on": "2026-05-01", "km": 30, "minutes": 2}, "rides[0].ride.minutes", "nobody rides faster"),
        ({"on": "2026-05-01", "km": 3, "temperature_c": 90}, "rides[0].ride.temperature_c", "from -40 to 50"),
    ],
)
def test_a_typed_ride_is_judged(client, bike, ride, where, what):
    answer = client.post(f"{bike}/rides", json={"rides": [{"ride": ride}]})
    assert answer.status_code == 422
    assert [(place, what in told) for place, told in problems(answer)] == [(where, True)]
    assert client.get(bike).json()["rides"] == []


def test_rides_go_and_come_back(client, bike):
    added = add(client, bike, {"on": "2026-05-01", "km": 3}, {"on": "2026-05-02", "km": 30})["added"]
    some = {"rides": [each["id"] for each in added]}
    assert client.post(f"{bike}/rides/delete", json=some).status_code == 204
    assert client.get(bike).json()["rides"] == []
    assert client.post(f"{bike}/rides/restore", json=some).status_code == 204
    assert len(client.get(bike).json()["rides"]) == 2
    assert client.post(f"{bike}/rides/delete", json={"rides": ["none"]}).status_code == 404


def test_a_ride_is_changed_with_its_version(client, bike):
    (one,) = add(client, bike, {"on": "2026-05-01", "km": 3})["added"]
    path = f"{bike}/rides/{one['id']}"
    changed = client.put(f"{path}?version=1", json={"on": "2026-05-01", "km": 4})
    assert changed.json()["ride"] == {"on": "2026-05-01", "km": 4}
    assert client.put(f"{path}?version=1", json={"on": "2026-05-01", "km": 5}).status_code == 409
    assert client.get(path).json()["ride"]["km"] == 4


def test_what_is_saved_again_unchanged_is_no_change(client, bike, job):
    page = client.get(bike).json()
    before = client.get(f"/api/jobs/{job}").json()["undo"]
    client.put(f"{bike}?version={page['version']}", json=page["bike"])
    assert client.get(f"/api/jobs/{job}").json()["undo"] == before


def test_found_gears_come_out_as_a_part(client, bike):
    table = gear_table(next(s for s in BRIEF.setups if s.name == HUB), (60, 88))
    for day in range(3):
        content = fit(made(day, 1800), began=BEGAN + timedelta(days=day))
        add(client, bike, read(client, bike, content)[-1]["ride"])
    found = client.get(f"{bike}/found-gears").json()["found"]
    assert len(found) >= 8
    part = client.post(f"{bike}/found-gears", json={"count": 6, "name": "Off the road"}).json()
    assert part["kind"] == "hub"
    assert len(part["gears"]["ratios"]) == 6
    # What a turn of the pedals is at 1:1 in the hub: teeth and circumference.
    per_turn = (
        GEARS[0]
        / table.gears[0].ratio
        * SETUPS[HUB]["path"][0]["front"][0]
        / SETUPS[HUB]["path"][0]["rear"][0]
    )
    for ratio in part["gears"]["ratios"]:
        assert min(abs(ratio * per_turn / each - 1) for each in GEARS) < 0.04
    assert "Read off the road" in part["notes"]
    too_many = client.post(f"{bike}/found-gears", json={"count": 30, "name": "Off the road"})
    assert too_many.status_code == 422
    assert problems(too_many)[0][0] == "count"
    assert client.post(f"{bike}/found-gears", json={"count": 0, "name": "x"}).status_code == 422


def test_the_log_file_goes_out_and_comes_in(client, bikes, bike):
    add(client, bike, {"on": "2026-05-01", "km": 3})
    file = client.get(f"{bikes}/file")
    assert "attachment" in file.headers["content-disposition"]
    added = client.post(f"{bikes}/file", content=file.content)
    assert [each["bike"]["name"] for each in added.json()] == ["Tall one 2"]
    bad = client.post(f"{bikes}/file", content=b'{"format": "kettledrum-log/1", "bikes": [{}]}')
    assert bad.status_code == 422
    assert problems(bad)[0][0].startswith("bikes[0].")


def test_other_teeth_are_bounded(client, bike):
    assert client.get(f"{bike}/other-teeth?teeth=-1").json()["teeth"] == -1
    assert client.get(f"{bike}/other-teeth?teeth=0").status_code == 422
    assert client.get(f"{bike}/other-teeth?teeth=99").status_code == 422


def test_what_is_asked_of_a_file_is_judged(client, bike):
    for query in ("=false", "name=a&more=1", "keep=perhaps"):
        assert client.post(f"{bike}/rides/read?{query}", content=fit(made())).status_code == 422


def test_what_is_not_there(client, bikes, bike):
    for path in ("none", "none/learnt", "none/patterns", "none/found-gears", "none/rides/none"):
        assert client.get(f"{bikes}/{path}").status_code == 404
    assert client.post(f"{bikes}/none/rides/read", content=fit(made())).status_code == 404
    assert client.get("/api/jobs/none/bikes").status_code == 404


def test_a_bike_goes_and_comes_back(client, bikes, bike):
    assert client.delete(bike).status_code == 204
    assert client.get(bike).status_code == 404
    assert client.get(bikes).json() == []
    assert client.post(f"{bike}/restore").json()["bike"]["name"] == "Tall one"
    assert client.get(bike).status_code == 200
