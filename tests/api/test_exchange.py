"""Everything out and files of any kind in, through the API."""

import json
import re

import pytest

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, brief, setup
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, Everything, pack
from kettledrum.formats.files import written
from kettledrum.formats.schemas import FORMATS
from kettledrum.store import brief_of


def brought(client, data, **query):
    content = data if isinstance(data, bytes) else json.dumps(data).encode()
    return client.post("/api/import", content=content, params=query)


def test_everything_goes_out_in_one_file_and_comes_in_again(client, store):
    for data in (WHOLE_BRIEF, brief(NINE_SPEED_HUB)):
        assert brought(client, data).status_code == 201
    answer = client.get("/api/archive")
    assert re.search(r'filename="kettledrum-\d{4}-\d\d-\d\d\.zip"', answer.headers["content-disposition"])
    before = store.everything()
    added = brought(client, answer.content).json()
    assert [job["name"] for job in added["jobs"]] == [job.name for job in before.jobs]
    assert store.everything() == Everything(before.jobs * 2, before.parts)


def test_a_setup_goes_into_the_job_that_is_open(client, store):
    job = brought(client, brief(setup(name="One"))).json()["jobs"][0]
    answer = brought(client, NINE_SPEED_HUB, job_id=job["id"])
    assert (answer.status_code, answer.json()["setup"]["letter"]) == (201, "B")
    assert brief_of(store.jobs.job(job["id"])).setups[1].name == NINE_SPEED_HUB["name"]
    # Undo of the job it went into takes it out again.
    assert store.jobs.job(job["id"]).undo == f"addition of “{NINE_SPEED_HUB['name']}”"


def test_what_cannot_come_in_is_told_and_leaves_nothing(client, store):
    assert "open the job" in brought(client, NINE_SPEED_HUB).json()["detail"]
    assert brought(client, NINE_SPEED_HUB, job_id="none").status_code == 404
    assert "is broken" in brought(client, b"PK\x03\x04").json()["detail"]
    answer = brought(client, {**brief(), "colour": "red"})
    assert (answer.status_code, answer.json()["problems"][0]["where"]) == (422, "colour")
    assert brought(client, b"").status_code == 422
    assert store.jobs.summaries() == []


@pytest.mark.parametrize("start", [b"", b"PK"])
def test_a_file_of_50_mb_is_refused_before_it_is_held(client, start):
    sent = 0

    def chunks():
        nonlocal sent
        yield start
        while sent < 50_000_000:
            sent += 100_000
            yield b"\0" * 100_000

    answer = client.post("/api/import", content=chunks())
    assert (answer.status_code, answer.json()["detail"]) == (413, "At most 40 MB can be sent")
    assert MOST_ARCHIVE_BYTES == 40_000_000


def test_gear_tables_go_into_a_spreadsheet(client, store):
    job = brought(client, brief(setup(name="=One"), setup(name="Two"))).json()["jobs"][0]
    whole = client.get(f"/api/jobs/{job['id']}/gears.csv")
    assert whole.headers["content-type"] == "text/csv; charset=utf-8"
    assert whole.text.startswith("\ufeffsetup,gear,ratio,development m,")
    assert "'=One" in whole.text
    two = store.jobs.job(job["id"]).setups[1].id
    feet = client.get(
        f"/api/jobs/{job['id']}/setups/{two}/gears.csv", params={"system": "imperial", "tabs": True}
    )
    assert feet.text.startswith("setup\tgear\tratio\tdevelopment ft\t")
    assert "One" not in feet.text
    assert client.get(f"/api/jobs/{job['id']}/gears.csv", params={"system": "leagues"}).status_code == 422


def test_schemas_are_served(client):
    assert client.get("/api/schemas").json() == list(FORMATS)
    schema = client.get("/api/schemas/kettledrum-setup-1")
    assert schema.json()["properties"]["format"]["const"] == "kettledrum-setup/1"
    assert client.get("/api/schemas/kettledrum-setup-2").status_code == 404


def test_a_written_job_can_be_sent_as_it_is(client, store):
    job = brought(client, WHOLE_BRIEF).json()["jobs"][0]
    text = written(brief_of(store.jobs.job(job["id"])))
    assert client.get(f"/api/jobs/{job['id']}/file").text == text
    assert brought(client, text.encode()).status_code == 201


def taking(client, content, **query):
    answer = client.post("/api/import/in-steps", content=content, params=query)
    assert answer.status_code == 200
    return [json.loads(line) for line in answer.text.splitlines()]


def test_an_archive_goes_in_step_by_step(client):
    jobs = [validate(Brief, {**WHOLE_BRIEF, "name": f"Round {number}"}) for number in range(30)]
    *steps, last = taking(client, pack(Everything(jobs, []), "2026-05-01T08:00:00+00:00"))
    shares = [step["done"] for step in steps]
    assert shares == sorted(shares)
    assert (len(shares), shares[29], shares[-1]) == (60, 0.5, 1)
    assert [job["name"] for job in last["added"]["jobs"]] == [f"Round {number}" for number in range(30)]
    assert len(client.get("/api/jobs").json()) == 30


def test_what_cannot_go_in_is_told_in_the_last_step(client):
    [last] = taking(client, b"PK\x03\x04 broken")
    assert "broken" in last["problems"][0]["what"]
    [last] = taking(client, json.dumps(NINE_SPEED_HUB).encode())
    assert "open the job that it is to go into first" in last["problems"][0]["what"]
    [last] = taking(client, json.dumps(NINE_SPEED_HUB).encode(), job_id="none")
    assert "This job" in last["problems"][0]["what"]


def test_a_mistake_of_ours_in_the_middle_is_told_in_one_line(client, monkeypatch):
    def fails(_data):
        yield 0.25
        raise RuntimeError("not foreseen")

    monkeypatch.setattr("kettledrum.api.routes.exchange.reading_any", fails)
    first, last = taking(client, b"{}")
    assert first["done"] == 0.125
    assert last["problems"][0]["what"].startswith("Kettledrum made a mistake; nothing was written")
