"""A bike on the bench through the API: put there, steered, and read as events."""

import json

import pytest

from examples import brief, hub, setup, sprockets

MOTOR = {
    "at": "rear hub",
    "torque_nm": 30,
    "power_w": 250,
    "assist": {"levels": [{"name": "low", "share": 0.5}, {"name": "high", "share": 2}]},
    "battery": {"energy_wh": 400},
}
LEVEL = brief(setup(sprockets([38], [20]), hub(0.6, 1.0, 1.6), motors=[MOTOR]), road={"steepest": 0.03})


@pytest.fixture
def job(client) -> dict:
    return client.post("/api/jobs", json=LEVEL).json()


def put(client, job, **more):
    road = more.pop("road", None)
    address = f"/api/jobs/{job['id']}/live" + (f"?road={road}" if road else "")
    return client.post(address, json={"brief": LEVEL, "setup": "As ridden", **more})


def events(answer) -> list[dict]:
    assert answer.headers["content-type"].startswith("text/event-stream")
    return [json.loads(line[5:]) for line in answer.text.splitlines() if line.startswith("data:")]


def test_from_the_start_to_the_stop(client, job):
    made = put(client, job)
    assert made.status_code == 201
    bike = made.json()
    assert bike["length_m"] == 900
    assert bike["marks_m"][0] == 0
    assert bike["marks_m"][-1] == 900
    assert bike["now"]["state"] == "at rest"
    assert bike["low_rpm"] == 60
    address = f"/api/live/{bike['name']}"
    started = client.patch(address, json={"running": True, "pace": 1000}).json()
    assert started["running"]
    readings = events(client.get(f"{address}/readings"))
    assert readings[-1]["state"] == "arrived"
    times = [reading["time_s"] for reading in readings]
    assert times == sorted(times)
    assert readings[-1]["battery"] < 1


def test_along_a_road_of_the_job_with_a_level(client, job):
    road = {"name": "Dam", "legs": [{"length_m": 300, "grade": 0}]}
    made = client.post(f"/api/jobs/{job['id']}/roads", json=road).json()
    ends = {}
    for level in ("low", "high"):
        bike = put(client, job, road=made["id"], level=level).json()
        assert bike["length_m"] == 300
        client.patch(f"/api/live/{bike['name']}", json={"running": True, "pace": 1000})
        ends[level] = events(client.get(f"/api/live/{bike['name']}/readings"))[-1]
    assert ends["high"]["time_s"] < ends["low"]["time_s"]
    assert ends["high"]["battery"] < ends["low"]["battery"]


def test_along_a_road_the_rider_shares_power_out_as_the_ride_over_it(client):
    plain = brief(setup(sprockets([38], [20]), hub(0.6, 1.0, 1.6)), rider={**LEVEL["rider"], "burst_w": 260})
    job = client.post("/api/jobs", json=plain).json()
    lane = {"name": "Lane", "legs": [{"length_m": 300, "grade": 0}, {"length_m": 900, "grade": 0.05}]}
    road = client.post(f"/api/jobs/{job['id']}/roads", json=lane).json()
    ridden = client.post(f"/api/jobs/{job['id']}/roads/{road['id']}/ride", json=plain)
    [told] = ridden.json()["setups"]
    ends = {}
    for by_hand in (False, True):
        asked = {"brief": plain, "setup": "As ridden", "by_hand": by_hand}
        bike = client.post(f"/api/jobs/{job['id']}/live?road={road['id']}", json=asked).json()
        assert ("as Road reckons" in bike["says"]) is not by_hand
        assert bike["now"]["says"] == ""
        client.patch(f"/api/live/{bike['name']}", json={"running": True, "pace": 1000})
        ends[by_hand] = events(client.get(f"/api/live/{bike['name']}/readings"))[-1]
    assert ends[False]["time_s"] == pytest.approx(told["time_s"] + 8, abs=8)
    assert ends[False]["says"].startswith("“As ridden” took ")
    # One’s own feet press as they like, all day’s power unless held harder.
    assert ends[True]["time_s"] > ends[False]["time_s"]


def test_gears_that_no_hand_can_choose_are_ridden_as_on_road(client):
    shifting = {"by": "speed", "speeds_kmh": [12, 18]}
    path = (sprockets([38], [20]), hub(0.6, 1.0, 1.6))
    plain = brief(setup(*path, shifting=shifting), rider={**LEVEL["rider"], "burst_w": 260})
    job = client.post("/api/jobs", json=plain).json()
    lane = {"name": "Lane", "legs": [{"length_m": 300, "grade": 0}, {"length_m": 900, "grade": 0.05}]}
    road = client.post(f"/api/jobs/{job['id']}/roads", json=lane).json()
    asked = {"brief": plain, "setup": "As ridden", "by_hand": True}
    bike = client.post(f"/api/jobs/{job['id']}/live?road={road['id']}", json=asked).json()
    assert bike["by_hand"] is False
    assert "as Road reckons" in bike["says"]


def test_what_is_not_there_and_what_is_refused(client, job):
    refused = put(client, job, level="highest")
    assert refused.status_code == 422
    assert refused.json()["problems"] == [{"where": "level", "what": "must be one of low, high"}]
    assert put(client, job, road="none").status_code == 404
    assert put(client, {"id": "none"}).status_code == 404
    assert put(client, job, setup="Another").status_code == 422
    gone = client.get("/api/live/none/readings")
    assert gone.status_code == 404
    assert "no longer on the bench" in gone.json()["detail"]
    name = put(client, job).json()["name"]
    for pace in (0, 1001, "fast"):
        answer = client.patch(f"/api/live/{name}", json={"running": True, "pace": pace})
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["where"] == "pace"
    assert client.delete(f"/api/live/{name}").status_code == 204
    assert client.patch(f"/api/live/{name}", json={"running": True}).status_code == 404


def test_the_trial_at_once(client):
    found = client.post("/api/calculate/trial", json={"brief": LEVEL, "setup": "As ridden"}).json()
    assert len(found["time_s"]) == len(found["gear"]) == len(found["speed_kmh"])
    assert found["at_m"][-1] == pytest.approx(900, abs=1)
    assert found["coasts_from_m"] == 400
    assert found["shifts"] >= 2
    energies = found["energies"]
    came = energies["rider_j"] + energies["battery_j"]
    assert came == pytest.approx(sum(energies.values()) - came, rel=1e-6)


def test_what_is_left_out_of_an_order_stays_as_it_is(client, job):
    address = f"/api/live/{put(client, job).json()['name']}"
    assert not client.patch(address, json={"pace": 20}).json()["running"]
    assert client.patch(address, json={"running": True}).json()["running"]
    assert client.patch(address, json={"pace": 5}).json()["running"]
    assert not client.patch(address, json={"running": False}).json()["running"]
    assert not client.patch(address, json={}).json()["running"]


def test_by_hand_it_waits_for_orders(client, job):
    made = put(client, job, by_hand=True).json()
    assert made["by_hand"]
    assert made["hardest"] > 1
    assert not put(client, job).json()["by_hand"]
    name = made["name"]
    assert client.patch(f"/api/live/{name}", json={"shift": 1, "effort": 1.5}).status_code == 200
    for bad in ({"shift": 31}, {"shift": 0.5}, {"effort": -1}, {"effort": 6}):
        answer = client.patch(f"/api/live/{name}", json=bad)
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["where"] == next(iter(bad))
