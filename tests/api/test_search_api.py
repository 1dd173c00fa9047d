"""The search through the API: line by line, one drive in full, and what is refused."""

import json

from examples import brief, setup

HUB = {
    "kind": "hub",
    "name": "four",
    "gears": {"ratios": [0.5, 0.75, 1, 1.4]},
    "price": 150,
    "mass_kg": 1.5,
    "limits": {"input_torque_max_nm": 200},
}


def job_with(client, **parts):
    made = client.post("/api/jobs", json=brief(setup(), **parts))
    assert made.status_code == 201, made.text
    return made.json()["id"]


def lines(answer):
    return [json.loads(line) for line in answer.text.splitlines()]


def test_the_last_line_has_what_is_found_with_the_ids_of_its_parts(client):
    part = client.post("/api/shelf", json=HUB).json()["id"]
    job = job_with(client)
    asked = {"brief": brief(setup(), road={"steepest": 0.06}), "asked": {"musts": []}}
    found = lines(client.post(f"/api/jobs/{job}/search", json=asked))
    assert found[0]["doing"] == "putting drives together"
    assert found[-1]["doing"] == "done"
    whole = found[-1]["found"]
    assert whole["plain_terrain"] is True
    mark = next(mark for mark in whole["marks"] if mark["kind"] == "hub")
    assert [found[-1]["ids"][place] for place in mark["parts"]] == [part]
    teeth = {name: mark[name] for name in ("drive", "front", "rear")}
    body = {"brief": asked["brief"], "parts": [part], "teeth": teeth}
    told = client.post(f"/api/jobs/{job}/search/drive", json=body).json()
    assert (told["name"], told["covered"]) == (mark["name"], mark["covered"])
    added = client.post(f"/api/jobs/{job}/setups", json=told["setup"])
    assert added.status_code == 201
    assert added.json()["setup"]["name"] == mark["name"]


def test_what_is_asked_is_refused_by_name(client):
    job = job_with(client)

    def problems(asked):
        answer = client.post(f"/api/jobs/{job}/search", json={"brief": brief(setup()), "asked": asked})
        assert answer.status_code == 422
        return [(each["where"], each["what"]) for each in answer.json()["problems"]]

    assert problems({"musts": [{"criterion": "price"}]}) == [
        ("asked.musts[0].at_most", "is missing: say at most or at least how much")
    ]
    [(where, what)] = problems({"musts": [{"criterion": "beauty"}]})
    assert where == "asked.musts[0].criterion"
    assert "“belt”" in what
    [(where, _)] = problems({"most": 0})
    assert where == "asked.most"


def test_a_drive_that_is_not_there_any_more_is_refused(client):
    job = job_with(client)
    teeth = {"drive": "chain", "front": 12, "rear": 12}
    body = {"brief": brief(setup()), "parts": [], "teeth": teeth}
    answer = client.post(f"/api/jobs/{job}/search/drive", json=body)
    assert answer.status_code == 422
    assert "search again" in answer.json()["problems"][0]["what"]
    gone = client.post(f"/api/jobs/{job}/search/drive", json={**body, "parts": ["nowhere"]})
    assert gone.status_code == 404
    assert client.post("/api/jobs/none/search", json={"brief": brief(), "asked": {}}).status_code == 404
