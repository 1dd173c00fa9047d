"""Home-built drives through the API: worked out, kept with their job, and what is refused."""

import pytest

from examples import brief, setup
from kettledrum.demo import seaweed_barrow
from kettledrum.formats.files import as_json

DRIVE = {
    "name": "Barrow",
    "motor": {"rpm": 190, "torque_nm": 9},
    "stages": [[16, 28]],
    "wheel_mm": 520,
    "wanted_kmh": 8,
}


def need(*drives) -> dict:
    data = brief(setup(), home_built=list(drives))
    return {key: value for key, value in data.items() if key not in ("format", "setups")}


def ask(client, *drives, name="Barrow"):
    return client.post("/api/calculate/home-built", json={"need": need(*drives), "name": name})


def test_a_drive_is_worked_out(client):
    found = ask(client, DRIVE).json()
    # 18.62 km/h · 16/28.
    assert found["geared_kmh"] == pytest.approx(10.64, abs=0.01)
    assert [shaft["rpm"] for shaft in found["turning"]] == [190, pytest.approx(108.57, abs=0.01)]
    # 9 Nm · 28/16 · 0.96.
    assert found["turning"][1]["torque_nm"] == pytest.approx(15.12)
    assert found["wiring"] is None
    assert "they approve nothing" in found["caution"]
    assert found["trains_assumed"]
    assert [each["where"] for each in found["assumed"]][:3] == [
        "motor.efficiency",
        "stage_efficiency",
        "pitch_mm",
    ]


def test_what_is_refused_names_the_field(client):
    bad = ask(client, {**DRIVE, "wheel_mm": 3})
    assert bad.status_code == 422
    assert bad.json()["problems"] == [
        {"where": "need.home_built[0].wheel_mm", "what": "must be from 50 to 1500 mm"}
    ]
    none = ask(client, DRIVE, name="Cart")
    assert none.status_code == 422
    assert "must be the name of a home-built drive of the job: Barrow" in none.json()["problems"][0]["what"]


def test_drives_are_kept_with_their_job_and_undone(client):
    job = client.post("/api/jobs", json=as_json(seaweed_barrow())).json()
    drives = job["need"]["home_built"]
    assert drives[0]["name"] == "First shaft: threaded rod"
    fewer = {**job["need"], "home_built": drives[:1]}
    changed = client.put(f"/api/jobs/{job['id']}", params={"version": job["version"]}, json=fewer)
    assert changed.status_code == 200
    now = client.get(f"/api/jobs/{job['id']}").json()
    assert now["undo"] == "removal of a home-built drive"
    client.post(f"/api/jobs/{job['id']}/undo", params={"revision": now["revision"]})
    assert len(client.get(f"/api/jobs/{job['id']}").json()["need"]["home_built"]) == 2
