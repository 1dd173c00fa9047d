"""Care through the API: what is due, what was done, the calendar, the decision to look at again."""

from datetime import date, timedelta

import pytest

from kettledrum.core.care.tour import tour_plan
from kettledrum.core.job.tour import Tour
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


def counted(client, store, job):
    brief = store.jobs.brief(job).model_dump(mode="json", exclude_unset=True)
    answer = client.post(f"/api/jobs/{job}/costs", json=brief)
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
    # Costs and what upkeep really cost reckon with the same; what the rider says of a year goes before.
    assert care(client, job)["spent"][2]["reckoned_km_a_year"] == pytest.approx(a_year)
    # A road by itself is as long to a tenth of a metre.
    assert counted(client, store, job)["km_a_year"] == pytest.approx(a_year, abs=0.1)
    held = store.jobs.job(job)
    need = held.need.model_dump(mode="json", exclude_unset=True)
    client.put(f"/api/jobs/{job}?version={held.version}", json={**need, "money": {"km_a_year": 730}})
    page = care(client, job)
    assert (page["due"]["bikes"][2]["km_a_day"], page["spent"][2]["reckoned_km_a_year"]) == (2, 730)
    assert counted(client, store, job)["km_a_year"] == 730
    # Who says that nothing will be ridden is believed: then only months make anything due.
    held = store.jobs.job(job)
    client.put(f"/api/jobs/{job}?version={held.version}", json={**need, "money": {"km_a_year": 0}})
    idle = care(client, job)["due"]["bikes"][2]
    assert idle["km_a_day"] == 0
    assert all(task["because"] != "km" and task["state"] == "later" for task in idle["tasks"])


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


TOUR = {"name": "To the heather", "km": 400, "days": 8}


def toured(client, job, **parts):
    return client.post(f"/api/jobs/{job}/care/tour?on={TODAY}", json={**TOUR, **parts})


def test_a_tour_is_worked_out_for_the_bikes_of_the_job(client, store, job):
    plan = toured(client, job).json()
    assert [bike["name"] for bike in plan["bikes"]] == ["The heavy one", "The yard bike"]
    assert (plan["start"], plan["end"]) == (str(TODAY), str(TODAY + timedelta(days=7)))
    bikes = [(record.bike, [each.ride for each in rides]) for record, rides in store.bikes.bikes(job)]
    found = tour_plan(Tour.model_validate(TOUR), store.jobs.brief(job), bikes, TODAY)
    assert plan == found.model_dump(mode="json")
    alone = toured(client, job, bikes=["The yard bike", "Sold"]).json()
    assert ([bike["name"] for bike in alone["bikes"]], alone["missing"]) == (["The yard bike"], ["Sold"])


@pytest.mark.parametrize(
    ("parts", "where", "what"),
    [
        ({"km": 0}, "km", "must be from 1 to 60000 km"),
        ({"days": 0}, "days", "must be a whole number from 1 to 1000 days"),
        ({"days": 2.5}, "days", "must be a whole number from 1 to 1000 days"),
        ({"coldest_c": -60}, "coldest_c", "must be from -40 to 50 °C"),
        ({"on": "31 February"}, "on", "must be a day from 1950 to 2150, such as 2026-05-14"),
        ({"bikes": []}, "bikes", None),
        ({"luggage": 3}, "luggage", None),
    ],
)
def test_a_tour_that_cannot_be_is_refused_by_its_field(client, job, parts, where, what):
    answer = toured(client, job, **parts)
    assert answer.status_code == 422
    (problem,) = answer.json()["problems"]
    assert problem["where"] == where
    assert what is None or problem["what"] == what


def test_two_tours_of_one_name_are_refused(client, store, job):
    held = store.jobs.job(job)
    need = held.need.model_dump(mode="json", exclude_unset=True)
    answer = client.put(f"/api/jobs/{job}?version={held.version}", json={**need, "tours": [TOUR, TOUR]})
    assert answer.status_code == 422
    assert answer.json()["problems"] == [
        {"where": "tours[1].name", "what": "must differ from the other tours’ names"}
    ]
    kept = client.put(f"/api/jobs/{job}?version={held.version}", json={**need, "tours": [TOUR]})
    assert kept.status_code == 200
    assert store.jobs.job(job).need.tours == [Tour.model_validate(TOUR)]


def test_what_upkeep_cost_is_told_for_each_bike(client, job):
    heavy, yard = care(client, job)["spent"]
    assert (heavy["spent"], yard["spent"]) == (42, 0)
    assert heavy["says"].startswith("In 273 days and 2,240 km upkeep cost 42 crowns")
    assert [each["year"] for each in heavy["years"]] == [2026]


def test_upkeep_that_the_setup_has_by_now_is_taken_over_and_undone(client, store, job):
    page = care(client, job)
    assert page["upkeep_of"] == [None, None]
    yard = store.bikes.bikes(job)[1][0]
    held = next(
        each for each in store.jobs.job(job).setups if each.setup.name == yard.bike.mounted[-1].setup.name
    )
    setup = held.setup.model_dump(mode="json", exclude_unset=True)
    setup["path"][1]["care"] = [{"what": "looked at", "every_km": 100}]
    path = f"/api/jobs/{job}/setups/{held.id}"
    assert client.put(f"{path}?version={held.version}", json=setup).status_code == 200
    assert care(client, job)["upkeep_of"] == [None, held.setup.name]
    assert client.post(f"/api/jobs/{job}/care/{yard.id}/upkeep").status_code == 200
    after = care(client, job)
    assert after["upkeep_of"] == [None, None]
    assert [task["what"] for task in after["due"]["bikes"][1]["tasks"] if task["part"] == "hub"] == [
        "looked at"
    ]
    revision = client.get(f"/api/jobs/{job}").json()["revision"]
    client.post(f"/api/jobs/{job}/undo?revision={revision}")
    assert care(client, job)["upkeep_of"] == [None, held.setup.name]
    assert client.post(f"/api/jobs/{job}/care/none/upkeep").status_code == 404


def test_a_bike_that_was_changed_goes_on_with_the_upkeep_of_what_it_was_built_from(client, store, job):
    heavy, held = store.bikes.bikes(job)[0][0], store.jobs.job(job).setups
    names = [each.setup.name for each in heavy.bike.mounted]
    assert names[-1] not in [each.setup.name for each in held]
    record = next(each for each in held if each.setup.name == names[0])
    setup = record.setup.model_dump(mode="json", exclude_unset=True)
    setup["path"][0]["care"][1]["every_km"] = 4154
    path = f"/api/jobs/{job}/setups/{record.id}?version={record.version}"
    assert client.put(path, json=setup).status_code == 200
    assert care(client, job)["upkeep_of"] == [names[0], None]
    assert client.post(f"/api/jobs/{job}/care/{heavy.id}/upkeep").status_code == 200
    tasks = care(client, job)["due"]["bikes"][0]["tasks"]
    assert [task["due_km"] for task in tasks if task["what"] == "new chain"] == [4154]
