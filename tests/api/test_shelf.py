"""The shelf through the API and in the store: kept, found again, in and out as a file."""

import asyncio
import json

from examples import NINE_SPEED_HUB, brief
from kettledrum.api.app import create_app
from kettledrum.demo import stock
from kettledrum.store import Store

HUB = {"kind": "hub", "name": "5-speed hub", "gears": {"ratios": [0.5, 0.6, 0.75, 1, 1.5]}}


def names(client):
    return [record["part"]["name"] for record in client.get("/api/shelf").json()]


def test_a_part_is_kept_changed_pinned_taken_off_and_put_back(client, store, tmp_path):
    made = client.post("/api/shelf", json=HUB).json()
    assert (made["part"], made["figures"]["range"]) == (HUB, 3)
    path = f"/api/shelf/{made['id']}"
    changed = client.put(path, params={"version": 1}, json={**HUB, "notes": "oiled in May"}).json()
    assert (changed["version"], changed["part"]["notes"]) == (2, "oiled in May")
    stale = client.put(path, params={"version": 1}, json=HUB)
    assert (stale.status_code, stale.json()["version"]) == (409, 2)
    assert client.put(f"{path}/pinned", params={"pinned": True}).json()["pinned"] is True
    assert client.delete(path).status_code == 204
    assert names(client) == []
    assert client.get("/api/shelf").json() == []
    assert client.put(f"{path}/pinned", params={"pinned": True}).status_code == 404
    assert client.post(f"{path}/restore").json()["part"]["notes"] == "oiled in May"
    again = Store(tmp_path)
    assert [record.part.name for record in again.shelf.parts()] == ["5-speed hub"]
    again.close()


def test_a_new_shelf_is_stocked_once(store):
    store.shelf.stock(stock())
    for record in store.shelf.parts():
        store.shelf.delete(record.id)
    store.shelf.stock(stock())
    assert store.shelf.parts() == []


def test_a_part_goes_from_one_setup_over_the_shelf_into_another(client):
    job = client.post("/api/jobs", json=brief(NINE_SPEED_HUB, {**NINE_SPEED_HUB, "name": "Other"})).json()
    first, second = job["setups"]
    query = {"job_id": job["id"], "setup_id": first["id"]}
    saved = client.post("/api/shelf/from-setup", params={**query, "place": "1"}).json()
    assert (saved["part"]["name"], saved["part"]["limits"]["primary_ratio_min"]) == (
        "nine-speed hub, grease",
        1.95,
    )
    assert client.post("/api/shelf/from-setup", params={**query, "place": "9"}).status_code == 422
    five = client.post("/api/shelf", json=HUB).json()
    into = {"job_id": job["id"], "setup_id": second["id"], "version": second["version"]}
    used = client.post(f"/api/shelf/{five['id']}/use", params=into).json()
    assert used["setup"]["setup"]["path"][1]["name"] == "5-speed hub"
    assert client.post(f"/api/shelf/{five['id']}/use", params=into).status_code == 409
    # It is a change of the job like any other, and the shelf's own part stays what it was.
    assert client.get(f"/api/jobs/{job['id']}").json()["undo"] == "stages of “Other”"
    client.delete(f"/api/shelf/{five['id']}")
    assert (
        client.get(f"/api/jobs/{job['id']}").json()["setups"][1]["setup"]["path"][1]["name"] == "5-speed hub"
    )


def brought_in(client, content, **query):
    """The lines of the answer to an import."""
    answer = client.post("/api/shelf/import", content=content, params=query)
    assert answer.status_code == 200, answer.text
    return [json.loads(line) for line in answer.text.splitlines()]


def test_the_shelf_goes_out_as_a_file_or_a_table_and_what_is_known_comes_in_once(client, store):
    store.shelf.stock(stock())
    content, table = client.get("/api/shelf/file").content, client.get("/api/shelf/table").content
    assert json.loads(content)["format"] == "kettledrum-shelf/1"
    for each in (content, table):
        assert brought_in(client, each)[-1]["added"] == {"added": [], "known": len(stock())}
    client.delete(f"/api/shelf/{store.shelf.parts()[3].id}")
    for each in (content, table):
        [added] = brought_in(client, each)[-1]["added"]["added"]
        assert names(client)[-1] == stock()[3].name
        assert client.post("/api/shelf/take-off", json=[added, "unknown"]).status_code == 204
    assert len(names(client)) == len(stock()) - 1
    # From anywhere else in the program too, and back out again.
    imported = client.post("/api/import", content=content).json()
    assert (imported["jobs"], imported["parts"]["known"]) == ([], len(stock()) - 1)


def test_one_bad_part_of_many_is_named_and_skipped_only_when_that_is_asked_for(client):
    parts = [{**HUB, "name": f"hub {number}"} for number in range(450)]
    parts[17]["mass_kg"] = "heavy"
    content = json.dumps({"format": "kettledrum-shelf/1", "parts": parts})
    *steps, last = brought_in(client, content)
    assert [step["done"] for step in steps] == [200, 400, 450]
    assert last["bad"]["first"] == [
        {
            "where": "parts[17]",
            "name": "hub 17",
            "problems": [{"where": "mass_kg", "what": "must be a number from 0 to 100 kg"}],
        }
    ]
    assert (last["bad"]["count"], last["bad"]["sound"], names(client)) == (1, 449, [])
    last = brought_in(client, content, skip_bad=True)[-1]
    assert len(last["added"]["added"]) == 449
    assert "hub 17" not in names(client)


def test_parts_that_are_wrong_in_the_same_way_are_told_once(client):
    rows = [f"cassette,c{n},{'11-Dec' if n % 2 else '11 13'},{-1 if n % 10 == 0 else 1}" for n in range(40)]
    text = "kind,name,teeth,price\n" + "\n".join(rows)
    bad = brought_in(client, text)[-1]["bad"]
    assert (bad["count"], bad["others"], bad["sound"]) == (24, 0, 16)
    assert [each["where"] for each in bad["first"]] == [
        "rows 2, 12, 22 and 32",
        "rows 3, 5, 7, 9 and 16 more",
    ]
    assert bad["first"][1]["problems"][0]["what"].startswith("is a date")
    many = "".join(f"cassette,c{n},{n}\n" for n in range(300, 330))
    bad = brought_in(client, "kind,name,price\n" + many.replace(",3", ",x3"))[-1]["bad"]
    assert bad["others"] == 0
    parts = [{**HUB, "name": f"h{n}", f"odd{n}": 1} for n in range(25)]
    bad = brought_in(client, json.dumps({"format": "kettledrum-shelf/1", "parts": parts}))[-1]["bad"]
    assert (len(bad["first"]), bad["others"], bad["count"]) == (20, 5, 25)


def test_a_cassette_is_found_by_its_two_ends(client):
    for name, teeth in (("of 3", [36, 11, 20]), ("other", [11, 34]), ("of 4", [11, 15, 24, 36])):
        client.post("/api/shelf", json={"kind": "cassette", "name": name, "teeth": teeth})
    found = client.get("/api/shelf/cassettes?smallest=11&largest=36").json()
    assert found == {
        "known": [{"name": "of 3", "teeth": [11, 20, 36]}, {"name": "of 4", "teeth": [11, 15, 24, 36]}],
        "even": None,
    }
    even = client.get("/api/shelf/cassettes?smallest=11&largest=36&count=3").json()["even"]
    assert even == [11, 20, 36]
    for count, words in (
        ("1", "at least 2"),
        ("31", "at most 30"),
        ("many", "a whole number"),
        ("", "a whole"),
    ):
        refused = client.get(f"/api/shelf/cassettes?smallest=11&largest=36&count={count}")
        assert refused.status_code == 422
        [problem] = refused.json()["problems"]
        assert problem["where"] == "count"
        assert problem["what"].startswith(f"must be {words}")
    [problem] = client.get("/api/shelf/cassettes?largest=36").json()["problems"]
    assert (problem["where"], problem["what"]) == ("smallest", "is missing")


def test_a_file_that_is_no_shelf_is_refused_before_anything_is_read(client):
    for content in (json.dumps(NINE_SPEED_HUB), "kind,colour\nhub,red", "", "[]", '{"format": "'):
        assert client.post("/api/shelf/import", content=content).status_code == 422
    assert names(client) == []


def test_a_shelf_that_would_be_too_full_stays_as_it_is(client, monkeypatch):
    monkeypatch.setattr("kettledrum.store.shelf.MOST_PARTS", 2)
    parts = [{**HUB, "name": f"hub {number}"} for number in range(3)]
    last = brought_in(client, json.dumps({"format": "kettledrum-shelf/1", "parts": parts}))[-1]
    assert last["failed"] == "a shelf holds at most 2 parts; it has 0, and these are 3 more"
    assert names(client) == []


def test_an_import_that_is_hung_up_on_writes_nothing(store):
    sent: list[bytes] = []
    parts = [{**HUB, "name": f"hub {number}"} for number in range(1000)]
    content = json.dumps({"format": "kettledrum-shelf/1", "parts": parts}).encode()
    messages = iter([{"type": "http.request", "body": content}])

    async def receive():
        return next(messages, {"type": "http.disconnect"})

    async def send(message):
        sent.append(message.get("body", b""))

    scope = {
        "type": "http",
        "method": "POST",
        "path": "/api/shelf/import",
        "query_string": b"",
        "headers": [(b"host", b"127.0.0.1")],
    }
    asyncio.run(create_app(store)(scope, receive, send))
    assert b'"done":1000' not in b"".join(sent)
    assert store.shelf.parts() == []


def test_setups_are_likened_to_what_is_on_the_shelf_now(client):
    ends = [{"lowest": 40 / 36, "highest": 40 / 11}, {"lowest": 2, "highest": 2}]
    assert (
        client.post("/api/shelf/familiar", json=ends).json()
        == [{"range_like": None, "lowest_like": None}] * 2
    )
    client.post("/api/shelf", json=HUB)
    client.post("/api/shelf", json={"kind": "crankset", "name": "one of 40", "teeth": [40]})
    part = client.post("/api/shelf", json={"kind": "cassette", "name": "wide", "teeth": [11, 20, 36]}).json()
    first, second = client.post("/api/shelf/familiar", json=ends).json()
    assert (first["range_like"]["rear"], second["range_like"]) == ([11, 36], None)
    assert (first["lowest_like"]["front"], first["lowest_like"]["difference"]) == ([40], 0)
    client.delete(f"/api/shelf/{part['id']}")
    assert client.post("/api/shelf/familiar", json=ends).json()[0]["range_like"] is None
    refused = client.post("/api/shelf/familiar", json=[{"lowest": 0, "highest": 1}]).json()
    assert refused["problems"][0]["where"] == "[0].lowest"
