"""The verdict, how sure it is and the change through the API; names that are followed; what is kept."""

import pytest

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.change.plan import change_plan
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.core.verdict.sure import how_sure
from kettledrum.core.verdict.verdict import verdict


def bike(name, lowest, price):
    return setup(
        {**sprockets([42], [21]), "price": 60},
        {**hub(lowest, 1.0, 1.6), "price": price},
        name=name,
        cranks={"length_mm": 170, "price": 0},
        wheel={**WHEEL, "price": 0},
    )


WEIGHING = {
    "weights": {"price": 3, "lowest development": 2, "feel": 1},
    "ratings": {"feel": {"A": 7, "B": 4}},
    "voices": [{"who": "the miller", "setup": "A", "why": "oil once a year"}],
}
DATA = brief(bike("A", 0.5, 400), bike("B", 0.4, 900), road={"steepest": 0.06}, weighing=WEIGHING)


@pytest.fixture
def job(client) -> dict:
    return client.post("/api/jobs", json=DATA).json()


def test_they_are_what_the_core_says(client, job):
    given = validate(Brief, DATA)
    for path, expected in (("verdict", verdict(given, [])), ("verdict/sure", how_sure(given, []))):
        found = client.post(f"/api/jobs/{job['id']}/{path}", json=DATA).json()
        assert found == expected.model_dump(mode="json")
    body = {"brief": DATA, "from": "A", "to": "B"}
    found = client.post(f"/api/jobs/{job['id']}/change", json=body).json()
    assert found == change_plan(given, "A", "B").model_dump(mode="json")


def test_other_weights_on_the_same_setups_are_weighed_anew(client, job):
    def leads(data):
        return client.post(f"/api/jobs/{job['id']}/verdict", json=data).json()["leads"]

    assert leads(DATA) == "A"
    heavier = {**DATA, "weighing": {"weights": {"lowest development": 9, "price": 1}}}
    assert leads(heavier) == "B"
    dearer = {**DATA, "setups": [bike("A", 0.5, 2000), DATA["setups"][1]]}
    assert leads(dearer) == "B"
    assert leads(DATA) == "A"


def test_another_road_is_measured_anew(client, job):
    before = client.post(f"/api/jobs/{job['id']}/verdict", json=DATA).json()
    client.post(
        f"/api/jobs/{job['id']}/roads",
        json={
            "name": "Mill",
            "legs": [{"length_m": 2000, "grade": 0.05}, {"length_m": 2000, "grade": -0.05}],
        },
    )
    after = client.post(f"/api/jobs/{job['id']}/verdict", json=DATA).json()
    assert (before["plain_terrain"], after["plain_terrain"]) == (True, False)


@pytest.mark.parametrize(
    ("change", "where"),
    [
        ({"weights": {"price": 11}}, "weighing.weights.price"),
        ({"scales": {"price": [1, 2]}}, "weighing.scales.price"),
        ({"decision": {"chosen": []}}, "weighing.decision.chosen"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(client, job, change, where):
    for path in ("verdict", "verdict/sure"):
        answer = client.post(f"/api/jobs/{job['id']}/{path}", json={**DATA, "weighing": change})
        assert answer.status_code == 422
        assert [each["where"] for each in answer.json()["problems"]] == [where]


def test_a_change_from_and_to_the_same_is_refused(client, job):
    answer = client.post(f"/api/jobs/{job['id']}/change", json={"brief": DATA, "from": "A", "to": "A"})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["where"] == "to"
    answer = client.post(f"/api/jobs/{job['id']}/change", json={"brief": DATA, "from": "A"})
    assert answer.json()["problems"][0]["where"] == "to"


def test_what_is_weighed_is_kept_exported_and_comes_back(client, job):
    stored = client.get(f"/api/jobs/{job['id']}").json()
    assert stored["need"]["weighing"] == WEIGHING
    exported = client.get(f"/api/jobs/{job['id']}/file").json()
    assert exported["weighing"] == WEIGHING


def test_a_setup_that_gets_another_name_keeps_what_is_said_of_it(client, job):
    first = job["setups"][0]
    saved = client.put(
        f"/api/jobs/{job['id']}/setups/{first['id']}?version={first['version']}", json=bike("Aa", 0.5, 400)
    ).json()
    # Who knew the job by its mark does not know its need now, and asks again.
    assert saved["before"] == ""
    assert saved["standing"]["undo"] == "name of “A”"
    now = client.get(f"/api/jobs/{job['id']}").json()
    assert now["need"]["weighing"]["ratings"] == {"feel": {"Aa": 7, "B": 4}}
    assert now["need"]["weighing"]["voices"][0]["setup"] == "Aa"
    assert now["version"] == job["version"] + 1
    undone = client.post(f"/api/jobs/{job['id']}/undo?revision={now['revision']}").json()["job"]
    assert undone["setups"][0]["setup"]["name"] == "A"
    assert undone["need"]["weighing"] == WEIGHING


def test_a_change_that_nothing_is_said_of_leaves_the_need_alone(client, job):
    second = job["setups"][1]
    saved = client.put(
        f"/api/jobs/{job['id']}/setups/{second['id']}?version={second['version']}", json=bike("B", 0.45, 900)
    ).json()
    assert saved["before"] == job["mark"]
    assert client.get(f"/api/jobs/{job['id']}").json()["version"] == job["version"]


def test_a_decision_for_a_setup_that_was_deleted_stays(client, job):
    decision = {"chosen": ["A"], "on": "2026-05-14", "setups": [DATA["setups"][0]]}
    need = {**job["need"], "weighing": {**WEIGHING, "decision": decision}}
    client.put(f"/api/jobs/{job['id']}?version={job['version']}", json=need)
    client.delete(f"/api/jobs/{job['id']}/setups/{job['setups'][0]['id']}")
    now = client.get(f"/api/jobs/{job['id']}").json()
    kept = now["need"]["weighing"]["decision"]
    assert kept["setups"][0]["name"] == "A"
    data = {
        **now["need"],
        "format": "kettledrum-brief/1",
        "setups": [each["setup"] for each in now["setups"]],
    }
    found = client.post(f"/api/jobs/{job['id']}/verdict", json=data).json()
    assert found["decision"]["gone"] == ["A"]


@pytest.mark.parametrize(
    ("change", "undo"),
    [
        ({"weights": {"price": 4}}, "weights"),
        ({"musts": [{"criterion": "fits the frame"}]}, "what a setup must be"),
        ({"scales": {"price": [900, 100]}}, "scales"),
        ({"ratings": {"feel": {"A": 1}}}, "ratings"),
        ({"reasons": {"feel": {"A": "it is loud"}}}, "reasons of ratings"),
        ({"unsure": {"power": 0.2}}, "how far figures may be off"),
        ({"voices": []}, "what others would take"),
        ({"decision": {"chosen": ["A"]}}, "decision"),
        ({"earlier": [{"chosen": ["A"]}]}, "decision"),
        ({"ticked": [{"start": "A", "to": "B", "done": ["x"]}]}, "ticks on a plan"),
    ],
)
def test_undo_names_what_of_the_weighing_was_changed(client, job, change, undo):
    need = {**job["need"], "weighing": {**WEIGHING, **change}}
    saved = client.put(f"/api/jobs/{job['id']}?version={job['version']}", json=need).json()
    assert saved["standing"]["undo"] == undo
