"""What is due, a tour and what upkeep cost, on the command line; bad words refused."""

import json
from datetime import date
from importlib import resources
from pathlib import Path

import pytest

from kettledrum.core.care.due import due
from kettledrum.core.care.spent import as_it_was
from kettledrum.core.care.tour import tour_plan
from kettledrum.core.keeping.rates import rates
from kettledrum.core.swap.answer import swap_answer
from kettledrum.demo import demo_data, honey_round
from kettledrum.formats.files import read_brief

ON = date(2026, 6, 1)
LOG = demo_data().logs[0]
BIKES = [(bike, bike.rides or []) for bike in LOG.bikes]


def demo_file(name: str) -> str:
    return str(resources.files("kettledrum.demo") / name)


@pytest.fixture
def log() -> str:
    return demo_file("log.json")


@pytest.fixture
def brief() -> str:
    return demo_file("honey-round.json")


def test_due_prints_what_the_core_finds(run, log):
    found = due(BIKES, ON)
    code, text, _ = run("due", log, "--on", "2026-06-01", "--json")
    assert code == 0
    assert json.loads(text) == found.model_dump(mode="json")
    _, text, _ = run("due", log, "--on", "2026-06-01")
    assert found.says in " ".join(text.split())
    _, calendar, _ = run("due", log, "--ics")
    assert calendar.startswith("BEGIN:VCALENDAR")


def test_a_tour_prints_what_the_core_finds(run, brief, log):
    job = honey_round()
    found = tour_plan(job.tours[0], job, BIKES, ON)
    code, text, _ = run("tour", brief, log, "--on", "2026-06-01", "--json")
    assert code == 0
    assert json.loads(text) == found.model_dump(mode="json")
    _, text, _ = run("tour", brief, log, "--on", "2026-06-01", "--tour", found.name)
    told = " ".join(text.split())
    assert found.says in told
    assert found.caution in told
    assert "If the hub breaks" in told


def test_what_upkeep_cost_prints_what_the_core_finds(run, brief, log):
    job = read_brief(Path(brief).read_bytes())
    rate = rates(job, job.road.routes)
    code, text, _ = run("kept", brief, log, "--on", "2026-06-01", "--json")
    assert code == 0
    found = {bike.name: as_it_was(bike, rides, ON, rate) for bike, rides in BIKES}
    assert json.loads(text) == {name: each.model_dump(mode="json") for name, each in found.items()}
    _, text, _ = run("kept", brief, log, "--on", "2026-06-01")
    assert found["The heavy one"].says in " ".join(text.split())


def test_bad_words_are_refused_by_name(run, brief, log, file):
    for command in (["due", log], ["tour", brief, log], ["kept", brief, log]):
        code, _, told = run(*command, "--on", "tomorrow")
        assert code == 2
        assert told.startswith("--on: must be a day")
    code, _, told = run("tour", brief, log, "--tour", "To the moon")
    assert code == 2
    assert "--tour: must be one of its tours: Over the moors to the heather" in told
    bare = json.loads((resources.files("kettledrum.demo") / "honey-round.json").read_text("utf-8"))
    del bare["tours"]
    code, _, told = run("tour", file(bare), log)
    assert code == 2
    assert "has no tour" in told


def test_a_swap_test_prints_what_the_core_finds(run, brief, file):
    job = honey_round()
    test = job.swap_tests[0]
    given = file({"format": "kettledrum-swap-test/1", **test.model_dump(mode="json", exclude_unset=True)})
    found = swap_answer(test)
    code, text, _ = run("swap-test", given, "--json")
    assert code == 0
    assert json.loads(text) == found.model_dump(mode="json")
    _, text, _ = run("swap-test", given, "--brief", brief)
    told = " ".join(text.split())
    assert found.says in told
    # The brief alone does not know which setups the bikes are.
    assert "Which setup “The heavy one” is, the job does not know." in told
    setups = {"bikes": [setup.name for setup in job.setups[2:4]], "riders": ["one"]}
    rows = [(0, 100), (1, 110), (1, 111), (0, 101), (0, 100)]
    runs = [
        {"run": place + 1, "rider": "one", "bike": setups["bikes"][which], "value": value}
        for place, (which, value) in enumerate(rows)
    ]
    power = file({"name": "x", "measured": "power", **setups, "runs": runs})
    _, text, _ = run("swap-test", power, "--brief", brief, "--json")
    assert json.loads(text)["meaning"]["efficiency"] == pytest.approx(0.909, abs=0.002)
    noise = file(
        {"name": "x", "measured": "noise", **setups, "runs": [{**each, "value": 3} for each in runs]}
    )
    _, text, _ = run("swap-test", noise)
    assert "+0.0 points" in text
    code, _, told = run("swap-test", file({"name": "x", "bikes": [], "riders": ["a"], "runs": []}))
    assert code == 2
    assert told.startswith("bikes: ")
