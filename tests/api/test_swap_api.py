"""Swap tests through the API: a plan drawn, answered with its meaning, written as a file, kept in the job."""

from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from ride_files import fit

from kettledrum.core.job.swap_test import SwapTest
from kettledrum.core.rides.channels import Channels
from kettledrum.core.swap.answer import swap_answer
from kettledrum.core.swap.plan import planned
from kettledrum.demo import demo_data, honey_round
from kettledrum.formats.archive import Everything
from kettledrum.formats.swap_test_file import read_swap_test

DEMO = honey_round().swap_tests[0]
ASKED = {"bikes": ["A", "B"], "riders": ["one", "two"], "runs": 8}


@pytest.fixture
def job(client, store):
    data = demo_data()
    store.start_over(Everything(data.jobs[:1], [], data.logs, data.seconds))
    return client.get("/api/jobs").json()[0]["id"]


def test_a_plan_is_the_cores(client, job):
    plan = client.post(f"/api/jobs/{job}/swap/plan", json={**ASKED, "seed": 3}).json()
    drawn = planned(["A", "B"], ["one", "two"], 8, seed=3)
    assert plan["runs"] == [run.model_dump(mode="json", exclude_unset=True) for run in drawn]
    assert plan["even"]
    assert 0 < plan["tells"] < 0.05
    odd = client.post(f"/api/jobs/{job}/swap/plan", json={**ASKED, "runs": 6}).json()
    assert not odd["even"]
    few = client.post(
        f"/api/jobs/{job}/swap/plan", json={**ASKED, "riders": ["1", "2", "3"], "runs": 4}
    ).json()
    assert few["tells"] is None


@pytest.mark.parametrize(
    ("change", "where"),
    [({"runs": 3}, "runs"), ({"runs": 49}, "runs"), ({"bikes": ["A"]}, "bikes"), ({"scatter": 0}, "scatter")],
)
def test_a_plan_that_cannot_be_is_refused(client, job, change, where):
    answer = client.post(f"/api/jobs/{job}/swap/plan", json={**ASKED, **change})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["where"] == where


def test_the_answer_is_the_cores_with_what_it_means_for_the_jobs_bikes(client, job):
    test = DEMO.model_dump(mode="json", exclude_unset=True)
    found = client.post(f"/api/jobs/{job}/swap/answer", json=test).json()
    own = swap_answer(DEMO).model_dump(mode="json")
    assert {**found, "meaning": None} == own
    # The bikes are known by the setups that they were built from.
    assert found["meaning"]["assumed"] == pytest.approx(0.9946, abs=1e-3)
    assert found["meaning"]["take"] is None
    unknown = {**test, "bikes": ["The heavy one", "Another"], "runs": []}
    assert client.post(f"/api/jobs/{job}/swap/answer", json=unknown).json()["meaning"] is None


def test_a_test_goes_out_as_a_file_and_is_read_again(client, job):
    test = DEMO.model_dump(mode="json", exclude_unset=True)
    answer = client.post(f"/api/jobs/{job}/swap/file", json=test)
    assert "attachment" in answer.headers["content-disposition"]
    read = read_swap_test(answer.content)
    assert SwapTest.model_validate(read.model_dump(exclude={"format"}, exclude_unset=True)) == DEMO


def test_a_job_keeps_its_tests_and_refuses_two_of_a_name(client, store, job):
    held = store.jobs.job(job)
    assert held.need.swap_tests == [DEMO]
    need = held.need.model_dump(mode="json", exclude_unset=True)
    need["swap_tests"] = [need["swap_tests"][0]] * 2
    answer = client.put(f"/api/jobs/{job}?version={held.version}", json=need)
    assert answer.json()["problems"][0]["where"] == "swap_tests[1].name"


def around(rounds: int) -> bytes:
    """A ride file: so many rounds of 14.6 km at 5 m/s."""
    seconds = 2920 * rounds
    steady, unknown = np.full(seconds, 5.0), np.full(seconds, np.nan)
    recorded = Channels(
        speed_mps=steady,
        cadence_rpm=np.full(seconds, 70.0),
        power_w=np.full(seconds, 130.0),
        elevation_m=unknown,
        temperature_c=np.full(seconds, 11.0),
    )
    return fit(recorded)


@pytest.mark.parametrize("rounds", [1, 2])
def test_the_loop_is_found_in_a_ride_file(client, job, rounds):
    address = f"/api/jobs/{job}/swap/laps?loop=Market in the vale and back"
    found = client.post(address, content=around(rounds)).json()
    assert [lap["seconds"] for lap in found["laps"]] == pytest.approx([2920] * rounds, abs=3)
    assert found["laps"][0]["temperature_c"] == 11
    assert found["laps"][0]["power_w"] == 130
    assert found["on"]
    assert found["told"] == ["found by its length alone: the loop does not say where it lies"]


def test_the_loop_is_found_by_its_places_in_a_day_out(client, store, job):
    road = next(each for each in store.jobs.job(job).roads if each.name == "Round of the three apiaries")
    route = store.roads.route(job, road.id)
    # From a yard beside the start, waiting there, round, and home again: at 5 m/s all the way.
    along = [point[0] for point in route.points]
    start = route.places[0]
    yard = [(start[0] + 0.01 * share, start[1]) for share in np.linspace(1, 0, 120).tolist()]
    day = [(place, 2.0 * at) for at, place in enumerate(yard)]
    day += [(start, day[-1][1] + wait) for wait in (60, 120)]
    begun = day[-1][1]
    day += [(place, begun + metres / 5) for place, metres in zip(route.places[1:], along[1:], strict=True)]
    ended = day[-1][1]
    day += [(place, ended + 2.0 * at) for at, place in enumerate(reversed(yard), 1)]
    content = gpx(day)
    address = f"/api/jobs/{job}/swap/laps?loop={road.name}"
    (lap,) = client.post(address, content=content).json()["laps"]
    assert lap["seconds"] == pytest.approx(road.length_m / 5, rel=0.01)
    assert lap["metres"] == pytest.approx(road.length_m, rel=0.03)
    # Half of it and back is no round, however long that is.
    half = [each for each in day if each[1] <= (begun + ended) / 2]
    back = [(place, 2 * half[-1][1] - when + 5) for place, when in reversed(half)]
    answer = client.post(address, content=gpx(half + back))
    assert answer.status_code == 422
    assert "but never goes round it" in answer.json()["problems"][0]["what"]


def gpx(day) -> bytes:
    """A track of places, each at its second of a day."""
    began = datetime(2026, 6, 1, 8, tzinfo=UTC)
    points = "".join(
        f'<trkpt lat="{north:.7f}" lon="{east:.7f}">'
        f"<time>{(began + timedelta(seconds=at)).isoformat()}</time></trkpt>"
        for (north, east), at in day
    )
    return (
        f'<gpx xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>{points}</trkseg></trk></gpx>'.encode()
    )


def test_a_file_that_is_no_round_and_a_road_that_is_not_there(client, job):
    other = client.post(f"/api/jobs/{job}/swap/laps?loop=Round of the three apiaries", content=around(1))
    assert other.status_code == 422
    assert "not once or several times round" in other.json()["problems"][0]["what"]
    gone = client.post(f"/api/jobs/{job}/swap/laps?loop=Nowhere", content=around(1))
    assert gone.json()["problems"][0]["where"] == "loop"
    bad = client.post(f"/api/jobs/{job}/swap/laps?loop=Market in the vale and back", content=b"no ride")
    assert bad.status_code == 422
