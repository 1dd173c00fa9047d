"""The quick question, before and after, and the demo over the API."""

from examples import WHOLE_BRIEF
from kettledrum.core.quick.answer import quick_answer
from kettledrum.core.quick.question import QuickQuestion
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock
from kettledrum.formats.archive import Everything
from tracks import gpx, ramp

QUESTION = {"mass_kg": 78, "carried_kg": 8, "bike": "36 × 11–46, 28 in", "where": "hilly"}


def test_the_answer_is_that_of_the_core_with_the_shelf(client, store):
    store.take_in(Everything([], stock()))
    answer = client.post("/api/quick", json=QUESTION)
    assert answer.status_code == 200
    expected = quick_answer(validate(QuickQuestion, QUESTION), stock())
    assert answer.json()["says"] == expected.says
    assert answer.json()["climbs_to"] == expected.climbs_to
    assert [each["name"] for each in answer.json()["also"]] == [each.name for each in expected.also]
    # Nothing is kept; what is answered goes on as a job.
    assert client.get("/api/jobs").json() == []
    made = client.post("/api/jobs", json=answer.json()["brief"])
    assert made.status_code == 201
    assert made.json()["need"]["rider"]["mass_kg"] == 78


def test_what_is_wrong_is_told_by_its_field(client):
    answer = client.post("/api/quick", json={**QUESTION, "bike": "banana", "where": "moon"})
    assert answer.status_code == 422
    assert [problem["where"] for problem in answer.json()["problems"]] == ["bike", "where"]
    assert (
        client.post("/api/quick", json={**QUESTION, "mass_kg": 7}).json()["problems"][0]["where"] == "mass_kg"
    )
    assert client.post("/api/quick", json={**QUESTION, "colour": "red"}).status_code == 422


def test_a_file_of_a_road_is_read_and_not_kept(client):
    content = gpx(ramp(2000, 0.06), name="To work")
    headers = {"Content-Type": "application/octet-stream"}
    route = client.post("/api/quick/road", content=content, headers=headers)
    assert route.status_code == 200
    assert route.json()["name"] == "To work"
    answer = client.post("/api/quick", json={**QUESTION, "route": route.json()}).json()
    assert abs(answer["grade"] - 0.06) < 0.003
    assert answer["brief"]["road"]["routes"][0]["name"] == "To work"
    assert client.post("/api/quick/road", content=b"no road", headers=headers).status_code == 422


def test_before_and_after_over_the_jobs_roads(client):
    job = client.post("/api/jobs", json=WHOLE_BRIEF).json()
    road = {"name": "Mill", "legs": [{"length_m": 900, "grade": 0.08}]}
    client.post(f"/api/jobs/{job['id']}/roads", json=road)
    before = WHOLE_BRIEF["setups"][0]
    after = {**before, "path": [{**before["path"][0], "front": [40]}, *before["path"][1:]]}
    brief = {**WHOLE_BRIEF, "setups": []}
    brief.pop("reference", None)
    answer = client.post(
        f"/api/jobs/{job['id']}/before-after", json={"brief": brief, "before": before, "after": after}
    )
    assert answer.status_code == 200
    # 40/44 is 9.1 % less.
    assert answer.json()["says"].startswith("All gears are 9.1 % lower.")
    assert "Mill" in [each["name"] for each in answer.json()["roads"]]
    assert answer.json()["costs_say"] == ""
    dearer = {**after, "cranks": {**after["cranks"], "price": 80}}
    priced = client.post(
        f"/api/jobs/{job['id']}/before-after", json={"brief": brief, "before": before, "after": dearer}
    )
    assert "it costs at least 80 instead of at least 0: 80 more." in priced.json()["costs_say"]
    missing = client.post(
        "/api/jobs/none/before-after", json={"brief": brief, "before": before, "after": after}
    )
    assert missing.status_code == 404


def test_the_demo_is_marked_added_once_and_put_away_together(client):
    own = client.post("/api/jobs", json=WHOLE_BRIEF).json()
    assert own["demo"] is False
    first = client.post("/api/jobs/demo").json()
    assert first["demo"] is True
    assert client.post("/api/jobs/demo").json()["id"] == first["id"]
    assert [job["demo"] for job in client.get("/api/jobs").json()].count(True) == 5
    # A copy is one's own.
    assert client.post(f"/api/jobs/{first['id']}/copy").json()["demo"] is False
    assert client.delete("/api/jobs/demo").status_code == 204
    assert [job["demo"] for job in client.get("/api/jobs").json()] == [False, False]
    # Opened again, it is as it was left.
    assert client.post("/api/jobs/demo").json()["id"] == first["id"]
    assert len(client.get("/api/jobs").json()) == 7
