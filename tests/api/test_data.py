"""The data itself through the API: how large it is, its copies, what of its past is let go."""

import re

import pytest

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, brief


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json=WHOLE_BRIEF).json()


def names(client):
    return [job["name"] for job in client.get("/api/jobs").json()]


def test_how_large_it_is_and_where(client, job, store):
    found = client.get("/api/data").json()
    assert found["directory"] == str(store.directory)
    assert (found["size"]["jobs"], found["size"]["setups"], found["size"]["deleted_jobs"]) == (1, 1, 0)
    assert found["size"]["bytes"] >= sum(
        file.stat().st_size for file in store.directory.glob("kettledrum.sqlite")
    )
    assert (found["copies"], found["read_only"]) == ([], False)
    assert client.get("/api/data/standing").json() == {"read_only": False}
    assert found["rules"] == {"on": True, "days": 7, "weeks": 4}


def test_a_copy_is_made_fetched_put_back_and_taken_away(client, job):
    made = client.post("/api/data/copies").json()
    assert made["kind"] == "by hand"
    client.post("/api/jobs", json=brief(NINE_SPEED_HUB, name="Second"))
    file = client.get(f"/api/data/copies/{made['file']}")
    assert file.content.startswith(b"SQLite format 3")
    assert len(file.content) == made["bytes"]
    kept = client.post(f"/api/data/copies/{made['file']}/put-back").json()["kept"]
    assert names(client) == [WHOLE_BRIEF["name"]]
    assert [each["file"] for each in client.get("/api/data").json()["copies"]] == [kept, made["file"]]
    client.post(f"/api/data/copies/{kept}/put-back")
    assert names(client) == [WHOLE_BRIEF["name"], "Second"]
    assert client.delete(f"/api/data/copies/{made['file']}").status_code == 204
    for method, path in (("GET", ""), ("POST", "/put-back"), ("DELETE", "")):
        assert client.request(method, f"/api/data/copies/{made['file']}{path}").status_code == 404
    assert client.get("/api/data/copies/..%2Fkettledrum.sqlite").status_code == 404


def test_how_copies_are_kept_is_changed_or_refused_by_name(client):
    rules = {"on": False, "days": 3, "weeks": 12}
    assert client.put("/api/data/rules", json=rules).json() == rules
    assert client.get("/api/data").json()["rules"] == rules
    refused = client.put("/api/data/rules", json={**rules, "days": 0}).json()
    assert refused["problems"] == [{"where": "days", "what": "must be a whole number from 1 to 60"}]


def test_old_steps_are_let_go(client, job):
    for number in range(3):
        version = client.get(f"/api/jobs/{job['id']}").json()["version"]
        need = {**job["need"], "name": f"Round {number}"}
        client.post(f"/api/jobs/{job['id']}/setups", json={**NINE_SPEED_HUB, "name": f"S {number}"})
        assert client.put(f"/api/jobs/{job['id']}?version={version}", json=need).status_code == 200
    assert client.get("/api/data").json()["size"]["steps"] == 6
    assert client.post("/api/data/forget", json={"steps": 2}).json()["steps"] == 2
    assert client.post("/api/data/forget", json={"steps": -1}).status_code == 422
    assert client.get(f"/api/jobs/{job['id']}").json()["undo"] == "name of the job"


@pytest.mark.parametrize("name", ["\u202egnp.tfiL", "a\u2066b", "\u200b\u2060", "\u3164", "\u2800 \u2800"])
def test_names_that_show_other_than_they_are_or_nothing_are_refused(client, name):
    refused = client.post("/api/jobs", json={**WHOLE_BRIEF, "name": name})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["where"] == "name"
    # Words of another direction, and what joins letters, are as they should be.
    for fine in ("דבש", "عسل", "क्\u200dष", "👩\u200d🌾"):
        assert client.post("/api/jobs", json={**WHOLE_BRIEF, "name": fine}).status_code == 201


def test_files_are_named_by_what_is_in_them(client, job):
    [setup] = job["setups"]
    table = "distance m,elevation m\n0,1\n900,9\n"
    client.post(f"/api/jobs/{job['id']}/roads/import?name=Über den Damm", content=table.encode())
    [road] = client.get(f"/api/jobs/{job['id']}").json()["roads"]
    named = {
        f"/api/jobs/{job['id']}/gears.csv": "honey-round-gears.csv",
        f"/api/jobs/{job['id']}/setups/{setup['id']}/gears.csv": "nine-speed-hub-44-19-gears.csv",
        f"/api/jobs/{job['id']}/setups/{setup['id']}/file": "nine-speed-hub-44-19-setup.json",
        f"/api/jobs/{job['id']}/roads/{road['id']}/file?form=csv": "uber-den-damm.csv",
    }
    for path, name in named.items():
        told = client.get(path).headers["content-disposition"]
        assert re.fullmatch(r'attachment; filename="(.+)"', told)[1] == name
    drawn = {"name": "蜂蜜", "legs": [{"length_m": 100, "grade": 0}]}
    other = client.post(f"/api/jobs/{job['id']}/roads", json=drawn).json()
    told = client.get(f"/api/jobs/{job['id']}/roads/{other['id']}/file?form=csv").headers
    assert told["content-disposition"] == 'attachment; filename="kettledrum.csv"'


def test_a_motor_that_hardly_turns_is_refused_by_name(client):
    drive = {"name": "D", "motor": {"rpm": 5e-324, "torque_nm": 1}, "stages": [[12, 24]], "wheel_mm": 500}
    refused = client.post("/api/jobs", json={**WHOLE_BRIEF, "home_built": [drive]})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["where"] == "home_built[0].motor.rpm"
