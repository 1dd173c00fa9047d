"""Costs through the API: on the roads of a job, with what is typed, and the usual upkeep on offer."""

import pytest

from examples import WHEEL, WITHOUT_COST, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.keeping.costs import costs
from kettledrum.core.terms.validation import validate

CARE = [{"what": "new chain", "every_km": 4000, "cost": 25}]
BIKE = setup({**sprockets([42], [21]), "price": 60, "care": CARE}, {**hub(0.5, 1, 2), "price": 300})
ROAD = {
    "name": "Mill",
    "legs": [{"length_m": 10_000, "grade": 0}],
    "rides": {"count": 10, "per": "week"},
}


@pytest.fixture
def job(client) -> str:
    return client.post("/api/jobs", json=brief(BIKE)).json()["id"]


def test_costs_are_those_of_the_core_on_the_roads_of_the_job(client, job):
    client.post(f"/api/jobs/{job}/roads", json=ROAD)
    found = client.post(f"/api/jobs/{job}/costs", json=brief(BIKE)).json()
    assert found["km_a_year"] == 5200
    [one] = found["setups"]
    assert one["missing"] == ["cranks", "wheel"]
    # 5200 km a year for 5 years: 6 chains, at 4000 … 24,000 km.
    assert one["parts"] == 150
    assert client.post("/api/jobs/none/costs", json=brief(BIKE)).status_code == 404


def test_they_are_the_same_as_the_cores(client, job):
    data = brief(BIKE, money={"years": 3, "km_a_year": 8000})
    found = client.post(f"/api/jobs/{job}/costs", json=data).json()
    assert found == costs(validate(Brief, data), []).model_dump(mode="json")


@pytest.mark.parametrize(
    ("where", "change", "what"),
    [
        ("money.years", {"money": {"years": 41}}, "must be a whole number from 1 to 40 years"),
        ("money.km_a_year", {"money": {"km_a_year": -1}}, "must be from 0 to 200000 km"),
        ("money.sold_for", {"money": {"sold_for": 1.2}}, "must be from 0 to 1"),
        ("money.currency", {"money": {"currency": "<b>"}}, "must be plain text without < or >"),
    ],
)
def test_money_that_cannot_be_is_refused_at_its_field(client, job, where, change, what):
    answer = client.post(f"/api/jobs/{job}/costs", json=brief(BIKE, **change))
    assert answer.status_code == 422
    assert answer.json()["problems"] == [{"where": where, "what": what}]


@pytest.mark.parametrize(
    ("task", "where", "what"),
    [
        ({"what": "it"}, "every_km", "must say when it is due: every_km, every_months or after"),
        ({"what": "it", "every_km": 0}, "every_km", "must be from 1 to 1,000,000 km"),
        ({"what": "it", "every_km": -5}, "every_km", "must be from 1 to 1,000,000 km"),
        (
            {"what": "it", "every_months": 0},
            "every_months",
            "must be above 0 and at most 1200 months",
        ),
        (
            {"what": "it", "every_km": {"low": 9, "typical": 5, "high": 12}},
            "every_km",
            "must have low, typical and high in that order",
        ),
        ({"what": "it", "every_km": 5, "by": "nobody"}, "by", "must be “owner” or “workshop”"),
    ],
)
def test_a_task_that_cannot_be_is_refused_at_its_field(client, job, task, where, what):
    bad = {**BIKE, "path": [{**BIKE["path"][0], "care": [task]}, BIKE["path"][1]]}
    answer = client.post(f"/api/jobs/{job}/costs", json=brief(bad))
    assert answer.status_code == 422
    [problem] = answer.json()["problems"]
    assert problem["where"] == f"setups[0].path[0].care[0].{where}"
    assert problem["what"] == what


def test_usual_upkeep_is_offered_for_parts_without_any(client):
    offered = client.post("/api/calculate/usual-care", json=BIKE).json()
    assert [(each["where"], each["part"], each["price"]) for each in offered] == [
        ("cranks", "cranks", 60),
        ("path[1]", "hub", None),
        ("wheel", "wheel", 150),
    ]
    assert all("ours" in each["source"] and each["tasks"] for each in offered)
    whole = {
        **BIKE,
        "cranks": {"length_mm": 170, "care": [], "price": 50},
        "path": [{**stage, "care": CARE} for stage in BIKE["path"]],
        "wheel": {**WHEEL, "care": CARE, "price": 0},
    }
    assert client.post("/api/calculate/usual-care", json=whole).json() == []


def test_what_would_tip_it_is_told(client, job):
    dear = setup({**sprockets([42], [21]), "price": 500}, name="Dear", **WITHOUT_COST)
    cheap = setup({**sprockets([42], [21]), "price": 300, "care": CARE}, name="Cheap", **WITHOUT_COST)
    found = client.post(f"/api/jobs/{job}/costs/tips", json=brief(dear, cheap)).json()
    # 200 more to buy are eight chains: from 32,000 km on the first of the two costs no more.
    assert found[0]["what"] == "km a year"
    assert found[0]["at"] == pytest.approx(32_000 / 5, rel=1e-6)
    assert found[0]["leads"] == "Dear"


def test_costs_of_what_is_typed_are_those_of_what_is_saved_where_it_is_refused(client):
    job = client.post("/api/jobs", json=brief(BIKE)).json()
    ids = [held["id"] for held in job["setups"]]

    def typed(price):
        path = [{**BIKE["path"][0], "price": price}, BIKE["path"][1]]
        drafts = {"brief": brief({**BIKE, "path": path}), "setup_ids": ids}
        answer = client.post(f"/api/jobs/{job['id']}/costs/drafted", json=drafts)
        assert answer.status_code == 200, answer.text
        return answer.json()

    assert (
        typed(90)
        == client.post(
            f"/api/jobs/{job['id']}/costs",
            json=brief({**BIKE, "path": [{**BIKE["path"][0], "price": 90}, BIKE["path"][1]]}),
        ).json()
    )
    assert typed(90)["setups"][0]["purchase"] == 390
    for refused in (-5, "dear", None):
        assert typed(refused)["setups"][0]["purchase"] == (300 if refused is None else 360)
    drafts = {"brief": brief(BIKE), "setup_ids": ids}
    assert client.post("/api/jobs/none/costs/drafted", json=drafts).status_code == 404
