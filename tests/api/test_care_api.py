"""Care through the API: what is due, what was done, the calendar, the decision to look at again."""

from datetime import date, timedelta

import pytest

from kettledrum.demo import demo_data
from kettledrum.formats.archive import Everything

TODAY = date(2026, 11, 29)


@pytest.fixture
def job(client, store):
    data = demo_data()
    store.start_over(Everything(data.jobs[:1], [], data.logs, data.seconds))
    return client.get("/api/jobs").json()[0]["id"]


def care(client, job, on=TODAY):
    answer = client.get(f"/api/jobs/{job}/care?on={on}")
    assert answer.status_code == 200
    return answer.json()


def test_what_is_due_is_done_and_undone(client, job):
    page = care(client, job)
    bike, path = page["due"]["bikes"][0], f"/api/jobs/{job}/bikes/{page['ids'][0]}"
    oil = bike["tasks"][0]
    assert (oil["part"], oil["what"], oil["state"], oil["because"]) == (
        "hub",
        "oil change",
        "overdue",
        "dunking",
    )
    held = client.get(path).json()
    done = [*held["bike"]["done"], {"on": str(TODAY), "part": "hub", "what": "oil change"}]
    client.put(f"{path}?version={held['version']}", json={**held["bike"], "done": done})
    after = care(client, job)["due"]["bikes"][0]
    again = next(task for task in after["tasks"] if task["what"] == "oil change")
    assert (again["state"], again["done_on"], again["because"]) == ("later", str(TODAY), "months")
    assert after["says"].startswith("Nothing is overdue")
    revision = client.get(f"/api/jobs/{job}").json()["revision"]
    client.post(f"/api/jobs/{job}/undo?revision={revision}")
    assert care(client, job)["due"]["bikes"][0] == bike


def test_another_day_is_looked_at(client, job):
    early = care(client, job, date(2026, 4, 1))["due"]["bikes"][0]
    assert all(task["state"] != "overdue" for task in early["tasks"])
    assert client.get(f"/api/jobs/{job}/care?on=tomorrow").status_code == 422


def test_without_rides_it_goes_by_the_jobs_roads(client, store, job):
    page = care(client, job)
    bikes = f"/api/jobs/{job}/bikes"
    mounted = client.get(f"{bikes}/{page['ids'][1]}").json()["bike"]["mounted"]
    client.post(
        bikes, json={"name": "New one", "since": str(TODAY), "mounted": [{**mounted[0], "on": str(TODAY)}]}
    )
    new = care(client, job)["due"]["bikes"][2]
    roads = store.jobs.job(job).roads
    a_year = sum(road.rides.a_year * road.length_m / 1000 for road in roads if road.rides)
    assert new["km_a_day"] == pytest.approx(a_year / 365)


def test_wear_is_told_for_its_bike(client, job):
    wear = care(client, job)["wear"]
    assert [each["what"] for each in wear[0]["wear"]] == ["chain wear"]
    assert wear[1]["wear"] == []
    assert wear[0]["wear"][0]["life_km"] == pytest.approx(0.75 / wear[0]["wear"][0]["a_thousand_km"] * 1000)


def test_a_decision_to_look_at_again_is_on_the_list(client, store, job):
    held = store.jobs.job(job)
    need = held.need.model_dump(mode="json", exclude_unset=True)
    assert care(client, job)["look_again"] is None
    need["weighing"] = {
        **need.get("weighing", {}),
        "decision": {"chosen": [held.setups[0].setup.name], "look_again": str(TODAY + timedelta(days=3))},
    }
    answer = client.put(f"/api/jobs/{job}?version={held.version}", json=need)
    assert answer.status_code == 200, answer.text
    again = care(client, job)["look_again"]
    assert (again["on"], again["late"]) == (str(TODAY + timedelta(days=3)), False)
    assert care(client, job, TODAY + timedelta(days=3))["look_again"]["late"]


def test_the_calendar_comes_as_a_file(client, job):
    answer = client.get(f"/api/jobs/{job}/care/calendar")
    assert answer.headers["content-type"].startswith("text/calendar")
    assert "attachment" in answer.headers["content-disposition"]
    assert answer.text.startswith("BEGIN:VCALENDAR")
    assert client.get("/api/jobs/none/care").status_code == 404
