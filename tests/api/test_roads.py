"""Roads of a job through the API: in, changed, ridden, weighed, out, taken back."""

import json

import pytest

from examples import NINE_SPEED_HUB, WITHOUT_COST, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.formats.files import read_brief, written
from kettledrum.store import Store
from kettledrum.store.file.damaged import salvage
from tracks import gpx, ramp

LEGS = [{"length_m": 4000, "grade": 0}, {"length_m": 500, "grade": 0.1}, {"length_m": 3000, "grade": -0.02}]
HILL = {"name": "Over the hill", "legs": LEGS, "rides": {"count": 2, "per": "week"}}
FLAT = {"name": "Along the dyke", "legs": [{"length_m": 9000, "grade": 0}]}


LOW = setup(sprockets([40], [24]), hub(0.6, 0.8, 1, 1.3, 1.7), name="Low")
HIGH = setup(sprockets([46], [17]), name="High")
THREE = brief(LOW, HIGH, NINE_SPEED_HUB)


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json=THREE).json()["id"]


def brought(client, job, data, name="file"):
    answer = client.post(f"/api/jobs/{job}/roads/import", content=data, params={"name": name})
    assert answer.status_code == 200
    steps = [json.loads(line) for line in answer.text.splitlines()]
    assert [step["done"] for step in steps] == sorted(step["done"] for step in steps)
    return steps[-1]


def roads(client, job):
    return client.get(f"/api/jobs/{job}").json()["roads"]


def test_a_file_comes_in_is_told_and_can_be_taken_back(client, job):
    [added] = brought(client, job, gpx(ramp()))["added"]
    assert (added["name"], added["placed"], added["cleaned"]) == (
        "Mill lane",
        True,
        "elevation smoothed over 600 m",
    )
    assert (added["length_m"], added["ascent_m"]) == (pytest.approx(2000, abs=1), pytest.approx(100, abs=0.5))
    assert brought(client, job, gpx(ramp()))["added"][0]["name"] == "Mill lane 2"
    assert client.get(f"/api/jobs/{job}").json()["undo"] == "addition of the road “Mill lane 2”"
    client.post(f"/api/jobs/{job}/undo?revision=2")
    assert [road["name"] for road in roads(client, job)] == ["Mill lane"]
    client.post(f"/api/jobs/{job}/redo?revision=1")
    assert len(roads(client, job)) == 2


def test_a_file_that_is_no_road_leaves_nothing(client, job):
    told = brought(client, job, gpx(ramp(), [(91, 0, 1)]))
    assert "added" not in told
    assert told["problems"] == [
        {"where": "point 202, line 1", "what": "has the latitude 91; it must be from −90 to 90"}
    ]
    many = gpx(ramp(300)).decode()
    track = many.partition("<trk>")[2].partition("</gpx>")[0]
    too_many = many.replace("</gpx>", f"<trk>{track}" * 11 + "</gpx>").encode()
    brought(client, job, gpx(ramp()))
    assert "at most 12 roads" in brought(client, job, too_many)["problems"][0]["what"]
    assert len(roads(client, job)) == 1
    assert client.post("/api/jobs/none/roads/import", content=b"x").status_code == 404
    assert client.post(f"/api/jobs/{job}/roads/import", content=b" " * 64_000_001).status_code == 413


def test_a_drawn_road_is_changed_named_deleted_and_brought_back(client, job):
    road = client.post(f"/api/jobs/{job}/roads", json=HILL).json()
    where = f"/api/jobs/{job}/roads/{road['id']}"
    assert (road["length_m"], road["ascent_m"]) == (7500, pytest.approx(49.8, abs=0.1))
    edit = {"name": "Over the top", "legs": LEGS[:2], "rides": {"count": 1, "per": "month"}}
    changed = client.put(f"{where}?version=1", json=edit).json()["road"]
    assert (changed["version"], changed["length_m"], changed["name"]) == (2, 4500, "Over the top")
    assert client.put(f"{where}?version=1", json=edit).status_code == 409
    assert client.post(f"/api/jobs/{job}/roads", json={**HILL, "name": "Over the top"}).status_code == 422
    assert client.delete(where).status_code == 204
    assert client.get(f"{where}/file").status_code == 404
    assert client.post(f"{where}/restore").json()["name"] == "Over the top"
    assert client.get(f"/api/jobs/{job}").json()["undo"] == "return of the road “Over the top”"
    assert client.get(f"{where}/file?form=csv").text.startswith(
        "distance m,elevation m,cleaned\n0.0,0.0,yes\n"
    )
    assert "where it lies is not known" in client.get(f"{where}/file").json()["detail"]


def test_the_points_of_a_road_from_a_file_stay_when_it_is_renamed(client, job, store):
    [road] = brought(client, job, gpx(ramp()))["added"]
    before = store.roads.route(job, road["id"])
    where = f"/api/jobs/{job}/roads/{road['id']}"
    assert client.put(f"{where}?version=1", json={"name": "Up"}).status_code == 200
    after = store.roads.route(job, road["id"])
    assert (after.name, after.points, after.cleaned) == ("Up", before.points, before.cleaned)
    refused = client.put(f"{where}?version=2", json={"name": "Up", "legs": LEGS})
    assert refused.status_code == 422


def test_a_road_is_ridden_with_drafts(client, job):
    [road] = brought(client, job, gpx(ramp()))["added"]
    ridden = client.post(f"/api/jobs/{job}/roads/{road['id']}/ride", json=THREE).json()
    assert [found["name"] for found in ridden["setups"]] == ["Low", "High", NINE_SPEED_HUB["name"]]
    assert ridden["outline"][0] == [40, -30]
    assert len(ridden["marks_m"]) == len(ridden["setups"][0]["speed_kmh"])
    # 5 % with 93 kg and 125 W is for the low one alone.
    low, high, _ = ridden["setups"]
    assert low["walking_m"] == 0
    assert high["grinding_m"] > 1500


def test_all_riding_is_covered_by_one_or_two(client, job):
    assert client.post(f"/api/jobs/{job}/coverage", json=THREE).json()["one"] is None
    for road in (HILL, FLAT):
        client.post(f"/api/jobs/{job}/roads", json=road)
    priced = {
        **THREE,
        "setups": [setup({**sprockets([40], [24]), "price": 60}, name="Low", **WITHOUT_COST), HIGH],
    }
    found = client.post(f"/api/jobs/{job}/coverage", json=THREE).json()
    hill, flat = found["roads"]
    assert (hill["rides_a_year"], flat["rides_a_year"], flat["assumed"]) == (104, 1, True)
    assert hill["share"] + flat["share"] == pytest.approx(1)
    for setup_found in found["setups"]:
        shares = [setup_found[key] for key in ("in_band", "grinding", "walking", "spun_out")]
        assert sum(shares) == pytest.approx(1)
        assert setup_found["in_band"] == pytest.approx(
            setup_found["roads"][0] * hill["share"] + setup_found["roads"][1] * flat["share"]
        )
    best = max(found["setups"], key=lambda each: each["in_band"])
    assert found["one"]["setups"] == [best["name"]]
    assert found["two"]["covered"] >= found["one"]["covered"]
    assert found["setups"][1]["missed"][0]["state"] == "walking"
    assert sum(found["asked"]) == pytest.approx(1)
    again = client.post(f"/api/jobs/{job}/coverage", json=priced).json()
    assert [each["price"] for each in again["setups"]] == [60, None]


def test_of_setups_that_cover_as_much_the_cheapest_is_chosen(client, job):
    client.post(f"/api/jobs/{job}/roads", json=FLAT)
    alike = [
        setup({**sprockets([40], [16]), "price": price}, name=f"For {price}", **WITHOUT_COST)
        for price in (90, 60, 120)
    ]
    found = client.post(f"/api/jobs/{job}/coverage", json=brief(*alike)).json()
    assert (found["one"]["setups"], found["one"]["price"]) == (["For 60"], 60)
    assert (found["two"]["setups"], found["two"]["price"]) == (["For 90", "For 60"], 150)
    # Nothing but the standing start is missed, which is not told.
    assert found["setups"][0]["missed"] == []


def test_roads_go_with_their_job_into_files_copies_and_archives(client, job, store):
    brought(client, job, gpx(ramp()))
    client.post(f"/api/jobs/{job}/roads", json=HILL)
    held = store.jobs.brief(job)
    assert [route.name for route in held.road.routes] == ["Mill lane", "Over the hill"]
    assert held.road.routes[1].model_dump(exclude_unset=True, mode="json") == HILL
    text = client.get(f"/api/jobs/{job}/file").text
    assert read_brief(text.encode()) == held
    assert text.count("\n") < 250
    copy = client.post(f"/api/jobs/{job}/copy").json()
    assert store.jobs.brief(copy["id"]).road == held.road
    assert store.everything().jobs[0] == held
    broken = {**json.loads(text), "road": {"routes": [HILL, HILL]}}
    told = client.post("/api/import", content=json.dumps(broken)).json()
    assert told["problems"][0]["where"] == "road.routes[1].name"


def test_roads_of_a_damaged_store_are_found_again(tmp_path):
    store = Store(tmp_path)
    given = validate(Brief, brief(setup(), road={"crr": 0.01, "routes": [HILL, FLAT]}))
    store.jobs.add(given)
    store.close()
    found, lost = salvage(next(tmp_path.glob("*.sqlite")))
    assert (found.jobs, lost) == ([given], 0)
    assert written(found.jobs[0]) == written(given)
