"""The API as another program would use it."""

import json
from pathlib import Path

import pytest
from starlette.testclient import TestClient

from examples import NINE_SPEED_HUB, REFUSED_BRIEFS, REFUSED_SETUPS, WHOLE_BRIEF, brief, setup, sprockets
from kettledrum.api.app import create_app
from kettledrum.api.schema import schema_text
from kettledrum.demo import honey_round
from kettledrum.formats.files import as_json
from kettledrum.store import Store

ROOT = Path(__file__).parents[2]
PROBLEM = "application/problem+json"


@pytest.fixture
def store(tmp_path):
    store = Store(tmp_path / "data")
    yield store
    store.close()


@pytest.fixture
def client(store, tmp_path):
    (tmp_path / "static" / "assets").mkdir(parents=True)
    (tmp_path / "static" / "index.html").write_text("<!doctype html><title>Kettledrum</title>")
    (tmp_path / "static" / "assets" / "page-4f2a.js").write_text("export {}")
    app = create_app(store, tmp_path / "static")
    return TestClient(app, base_url="http://127.0.0.1:8750", raise_server_exceptions=False)


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json=as_json(honey_round())).json()


def place(job, index=0) -> str:
    return f"/api/jobs/{job['id']}/setups/{job['setups'][index]['id']}"


def test_a_brief_goes_in_and_comes_out_as_a_file(client):
    job = client.post("/api/jobs", json=WHOLE_BRIEF).json()
    answer = client.get(f"/api/jobs/{job['id']}/file")
    assert answer.json() == WHOLE_BRIEF
    assert answer.headers["content-disposition"] == 'attachment; filename="brief.json"'
    assert client.get(place(job) + "/file").json() == NINE_SPEED_HUB
    [listed] = client.get("/api/jobs").json()
    assert listed == {"id": job["id"], "name": "Honey round", "setup_count": 1, "demo": False}


def test_a_setup_is_added_changed_deleted_and_brought_back(client, job):
    added = client.post(f"/api/jobs/{job['id']}/setups", json=NINE_SPEED_HUB)
    assert (added.status_code, added.json()["letter"]) == (201, "H")
    where = f"/api/jobs/{job['id']}/setups/{added.json()['id']}"
    changed = client.put(where, params={"version": 1}, json={**NINE_SPEED_HUB, "name": "Nine"})
    assert (changed.status_code, changed.json()["setup"]["version"]) == (200, 2)
    assert changed.json()["standing"]["undo"] == f"name of “{NINE_SPEED_HUB['name']}”"
    assert client.delete(where).status_code == 204
    assert len(client.get(f"/api/jobs/{job['id']}").json()["setups"]) == 7
    assert client.post(where + "/restore").json() == changed.json()["setup"]


def test_a_stale_write_is_told_the_version_now(client, job):
    sent = {**job["setups"][0]["setup"], "name": "First"}
    client.put(place(job), params={"version": 1}, json=sent)
    answer = client.put(place(job), params={"version": 1}, json={**sent, "name": "Second"})
    assert (answer.status_code, answer.headers["content-type"]) == (409, PROBLEM)
    assert answer.json()["version"] == 2
    assert "“First” was changed in another window" in answer.json()["detail"]
    assert client.get(place(job) + "/file").json()["name"] == "First"


def test_the_reference_is_chosen(client, job):
    url = f"/api/jobs/{job['id']}/reference/{job['setups'][2]['id']}"
    answer = client.put(url, params={"version": job["version"]})
    assert answer.json()["reference_id"] == job["setups"][2]["id"]
    assert client.put(url, params={"version": job["version"]}).status_code == 409


def test_what_the_job_asks_for_is_changed(client, job):
    need = {**job["need"], "notes": "<script>alert(1)</script>", "load": {"cargo_kg": 31}}
    answer = client.put(f"/api/jobs/{job['id']}", params={"version": 1}, json=need)
    now = client.get(f"/api/jobs/{job['id']}").json()
    assert answer.json() == {
        "version": 2,
        "need": need,
        "before": job["mark"],
        "standing": {"revision": 1, "undo": "notes of the job", "redo": None, "mark": now["mark"]},
    }


def test_a_page_that_knows_a_job_is_told_that_nothing_changed_and_by_any_change_that_something_did(
    client, job
):
    url = f"/api/jobs/{job['id']}"
    first, second = job["setups"][0], job["setups"][1]
    reference = f"{url}/reference/{second['id']}"
    named = {**first["setup"], "name": "Once"}

    def revision():
        return {"revision": client.get(url).json()["revision"]}

    # What is weighed follows a setup’s name, and with it the need changes.
    def version():
        return {"version": client.get(url).json()["version"]}

    def need():
        return client.get(url).json()["need"]

    changes = [
        lambda: client.put(place(job), params={"version": 1}, json=named),
        lambda: client.put(place(job), params={"version": 2}, json={**named, "name": "Twice"}),
        lambda: client.put(url, params=version(), json={**need(), "notes": "steep"}),
        lambda: client.put(reference, params=version()),
        lambda: client.put(
            f"{url}/order", params=revision(), json=[each["id"] for each in reversed(job["setups"])]
        ),
        lambda: client.put(f"{url}/order", params=revision(), json=[each["id"] for each in job["setups"]]),
        lambda: client.delete(f"{url}/setups/{second['id']}"),
        lambda: client.post(f"{url}/setups/{second['id']}/restore"),
        lambda: client.post(f"{url}/roads", json={"name": "Hill", "legs": [{"length_m": 500, "grade": 0.1}]}),
        lambda: client.post(f"{url}/undo", params=revision()),
        lambda: client.post(f"{url}/redo", params=revision()),
    ]
    tag = client.get(url).headers["etag"]
    for change in changes:
        same = client.get(url, headers={"If-None-Match": tag})
        assert (same.status_code, same.content) == (304, b"")
        assert change().is_success
        answer = client.get(url, headers={"If-None-Match": tag})
        assert answer.status_code == 200
        assert answer.headers["etag"] not in (tag, '""')
        tag = answer.headers["etag"]
    client.delete(url)
    assert client.get(url, headers={"If-None-Match": tag}).status_code == 404


def test_a_draft_is_worked_out_and_not_saved(client, store):
    answer = client.post("/api/calculate/gears", json={"setup": NINE_SPEED_HUB, "cadence_rpm": [60, 90]})
    assert answer.json()["gears"][0]["development_m"] == pytest.approx(2.72226, abs=1e-4)
    answer = client.post("/api/calculate/compare", json=WHOLE_BRIEF)
    assert answer.json()["setups"][0]["lowest"]["label"] == "1"
    assert store.jobs.summaries() == []


def test_drafts_of_which_one_is_refused_are_worked_out_in_one_answer(client, job):
    setups = [dict(held["setup"]) for held in job["setups"]]
    setups[1] = {**setups[1], "path": [sprockets([4], [20])]}
    setups[2] = {**setups[2], "name": "Typed"}
    drafts = {
        "brief": {**job["need"], "format": "kettledrum-brief/1", "setups": setups},
        "setup_ids": [held["id"] for held in job["setups"]],
    }
    found = client.post(f"/api/jobs/{job['id']}/compare", json=drafts).json()
    assert [problem["where"] for problem in found["problems"]] == ["setups[1].path[0].front[0]"]
    assert (found["need_is_saved"], found["saved_setup_ids"]) == (False, [job["setups"][1]["id"]])
    names = [each["name"] for each in found["comparison"]["setups"]]
    assert names[1:3] == [job["setups"][1]["setup"]["name"], "Typed"]
    # Nothing of it is saved.
    assert client.get(f"/api/jobs/{job['id']}").json() == job


@pytest.mark.parametrize(
    ("change", "where"),
    [
        ({"name": "<img src=x>"}, "name"),
        ({"path": [sprockets([4], [20])]}, "path[0].front[0]"),
        ({"path": [sprockets([40], [])]}, "path[0].rear"),
        ({"path": [{"kind": "hub", "gears": {"ratios": [0]}}]}, "path[0].gears.ratios[0]"),
        ({"path": []}, "path"),
        ({"wheel": {}}, "wheel"),
        ({"colour": 1}, "colour"),
        ({"format": "kettledrum-setup/9"}, "format"),
        ({"name": "Five-speed hub"}, "name"),
    ],
)
def test_a_refused_setup_names_the_field_and_leaves_the_store_alone(client, job, change, where):
    before = client.get(f"/api/jobs/{job['id']}").json()
    sent = {**setup(name="New"), **change}
    answers = [
        client.post(f"/api/jobs/{job['id']}/setups", json=sent),
        client.put(place(job), params={"version": 1}, json=sent),
    ]
    for answer in answers:
        assert (answer.status_code, answer.headers["content-type"]) == (422, PROBLEM)
        [problem] = answer.json()["problems"]
        assert problem["where"] == where
        assert problem["what"] in answer.json()["detail"]
    assert client.get(f"/api/jobs/{job['id']}").json() == before


@pytest.mark.parametrize(("data", "message"), REFUSED_SETUPS)
def test_setups_that_cannot_be_are_refused_by_field(client, job, data, message):
    before = client.get(f"/api/jobs/{job['id']}").json()
    answer = client.post(f"/api/jobs/{job['id']}/setups", json=data)
    assert (answer.status_code, answer.headers["content-type"]) == (422, PROBLEM)
    assert answer.json()["detail"].startswith(message)
    assert client.get(f"/api/jobs/{job['id']}").json() == before


@pytest.mark.parametrize(("data", "message"), REFUSED_BRIEFS)
@pytest.mark.parametrize("url", ["/api/jobs", "/api/calculate/compare"])
def test_briefs_that_cannot_be_are_refused_by_field(client, store, url, data, message):
    answer = client.post(url, json=data)
    assert (answer.status_code, answer.headers["content-type"]) == (422, PROBLEM)
    assert answer.json()["detail"].startswith(message)
    assert store.jobs.summaries() == []


def test_drafts_are_refused_in_the_same_words(client):
    sent = brief(setup(sprockets([4], [20])))
    [problem] = client.post("/api/calculate/compare", json=sent).json()["problems"]
    assert problem == {
        "where": "setups[0].path[0].front[0]",
        "what": "must be a whole number from 5 to 200",
    }


@pytest.mark.parametrize(
    ("body", "status", "detail"),
    [
        (b"", 422, "the file is empty"),
        (b"{", 400, "the file is not complete JSON: line 1, column 2"),
        (b"\xff\xfe", 400, "the file is not text in UTF-8"),
        (b"[" * 100_000, 400, "the file is nested too deeply"),
        (b'{"name": NaN}', 400, "name: must be a number, not infinite or undefined"),
        (b"x" * 4_000_001, 413, "At most 4 MB can be sent"),
        (b"[]", 422, "must be an object in curly brackets"),
        (b"7", 422, "must be an object in curly brackets"),
    ],
)
def test_bodies_that_are_no_setup_are_refused_in_words(client, job, body, status, detail):
    answer = client.post(
        f"/api/jobs/{job['id']}/setups", content=body, headers={"content-type": "application/json"}
    )
    assert (answer.status_code, answer.headers["content-type"]) == (status, PROBLEM)
    assert answer.json()["detail"].startswith(detail)
    assert answer.json()["status"] == status


def test_a_form_of_another_page_is_not_read(client, job):
    answer = client.post(f"/api/jobs/{job['id']}/setups", content=json.dumps(NINE_SPEED_HUB).encode())
    assert (answer.status_code, answer.headers["content-type"]) == (415, PROBLEM)


@pytest.mark.parametrize(
    ("method", "url", "status"),
    [
        ("GET", "/api/nothing", 404),
        ("GET", "/api/jobs/nowhere", 404),
        ("DELETE", "/api/jobs", 405),
        ("PUT", "/api/jobs/nowhere?version=one", 422),
        ("GET", "/assets/nothing.js", 404),
    ],
)
def test_every_error_is_problem_details(client, method, url, status):
    answer = client.request(method, url, json=WHOLE_BRIEF["rider"])
    assert answer.status_code == status
    if url.startswith("/api"):
        assert answer.headers["content-type"] == PROBLEM
        assert answer.json()["title"]


def test_a_mistake_of_ours_shows_no_traceback(client, store, monkeypatch):
    monkeypatch.setattr(store, "jobs", lambda: 1 / 0)
    answer = client.get("/api/jobs")
    assert (answer.status_code, answer.headers["content-type"]) == (500, PROBLEM)
    assert "division" not in answer.text


def test_only_names_of_this_machine_are_answered(client):
    assert client.get("/api/jobs", headers={"host": "kettle.example"}).status_code == 400
    assert client.get("/api/jobs", headers={"host": "localhost:1234"}).status_code == 200


@pytest.mark.parametrize("origin", ["http://kettle.example", "http://127.0.0.1:9999", "null"])
def test_a_page_elsewhere_gets_nothing(client, job, origin):
    for method, url in (("GET", "/api/jobs"), ("DELETE", f"/api/jobs/{job['id']}")):
        answer = client.request(method, url, headers={"origin": origin})
        assert (answer.status_code, answer.headers["content-type"]) == (403, PROBLEM)
    assert len(client.get("/api/jobs", headers={"origin": "http://127.0.0.1:8750"}).json()) == 1


def test_the_page_answers_every_view_and_loads_nothing_from_elsewhere(client):
    for url in ("/", "/jobs/1/line-up", "/jobs/1/setups/2"):
        answer = client.get(url)
        assert "Kettledrum" in answer.text
        policy = answer.headers["content-security-policy"]
        assert policy.startswith("default-src 'none'; script-src 'self';")
        assert "unsafe" not in policy
        assert "http" not in policy
    assert "immutable" in client.get("/assets/page-4f2a.js").headers["cache-control"]
    assert client.get("/api/jobs").headers["cache-control"] == "no-store"


def test_the_front_ends_types_are_those_of_this_api():
    assert schema_text() == (ROOT / "web/src/api/openapi.json").read_text()


def test_a_change_is_undone_and_redone(client, job):
    sent = {**job["setups"][0]["setup"], "name": "Once"}
    client.put(place(job), params={"version": 1}, json=sent)
    seen = client.get(f"/api/jobs/{job['id']}").json()
    assert (seen["undo"], seen["redo"]) == ("name of “As ridden: single-speed”", None)
    url = f"/api/jobs/{job['id']}/undo"
    undone = client.post(url, params={"revision": seen["revision"]}).json()
    assert undone["what"] == seen["undo"]
    assert undone["job"]["setups"][0]["setup"]["name"] == "As ridden: single-speed"
    assert client.post(url, params={"revision": seen["revision"]}).status_code == 409
    nothing = client.post(url, params={"revision": undone["job"]["revision"]}).json()
    assert nothing["what"] is None
    redone = client.post(url[:-4] + "redo", params={"revision": undone["job"]["revision"]}).json()
    assert redone["job"]["setups"][0]["setup"] == sent
