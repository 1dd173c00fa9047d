"""Answers on the command line: the same sentences as on screen, with and without --json."""

import json
import subprocess
import sys
from importlib import resources

import pytest

from kettledrum.core.fit.page import fit_page
from kettledrum.core.job.brief import named
from kettledrum.core.keeping.costs import costs
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.lineup.coverage import coverage
from kettledrum.core.motors.of_brief import motors_of_brief
from kettledrum.demo import honey_round, seaweed_barrow

HONEY = resources.files("kettledrum.demo").joinpath("honey-round.json")
BARROW = resources.files("kettledrum.demo").joinpath("seaweed-barrow.json")


def told(text: str) -> str:
    """As one line, however wide the terminal."""
    return " ".join(text.split())


def test_compare_says_what_the_line_up_says(run):
    found = compare(honey_round())
    _, text, _ = run("compare", str(HONEY))
    assert found.says in told(text)
    for setup in found.setups:
        assert f"{setup.name}: {setup.says}" in told(text)
    code, text, _ = run("compare", str(HONEY), "--json")
    data = json.loads(text)
    assert code == 0
    assert data["says"] == found.says
    assert [setup["says"] for setup in data["setups"]] == [setup.says for setup in found.setups]
    assert data["need_says"] == found.need_says


def test_fit_prints_the_worst_first(run):
    brief = honey_round()
    page = fit_page(brief, named(brief, "Five-speed hub"))
    _, text, _ = run("fit", str(HONEY), "--setup", "Five-speed hub")
    assert page.says in told(text)
    assert text.index("fails") < text.index("holds")
    data = json.loads(run("fit", str(HONEY), "--setup", "Five-speed hub", "--json")[1])
    assert (data["says"], data["state"]) == (page.says, page.state)
    code, _, error = run("fit", str(HONEY), "--setup", "None of these")
    assert code == 2
    assert error.startswith("--setup: must be the name of a setup")


def test_motors_prints_help_and_range(run):
    data = json.loads(run("motors", str(BARROW), "--json")[1])
    assert [each["name"] for each in data["setups"]] == [setup.name for setup in seaweed_barrow().setups]
    _, text, _ = run("motors", str(BARROW))
    for each in data["setups"]:
        assert each["says"] in told(text)
    assert "No setup of this brief has a motor." in run("motors", str(HONEY))[1]
    assert motors_of_brief(honey_round()).setups == []


def test_costs_print_what_the_view_shows(run):
    brief = honey_round()
    found = costs(brief, brief.road.routes)
    data = json.loads(run("costs", str(HONEY), "--json")[1])
    # The file has its tracks beside it, and in it the one road that is drawn by hand.
    [drawn] = [route for route in brief.road.routes if route.legs]
    assert data.keys() == {"currency", "years", "km_a_year", "assumed", "setups", "break_even", "says"}
    assert data["km_a_year"] == pytest.approx(drawn.length_m / 1000 * drawn.rides.a_year)
    assert (
        data["setups"][0].keys()
        == found.model_dump(exclude={"setups": {"__all__": {"curve"}}})["setups"][0].keys()
    )
    _, text, _ = run("costs", str(HONEY))
    assert data["says"] in told(text)
    for pair in data["break_even"]:
        assert f"{pair['dearer']}, dearer to buy than {pair['cheaper']}, is no dearer from" in told(text)
    assert "Assumed: the distance of a year (350 km, the roads by how often they are ridden)" in told(text)


def test_coverage_prints_what_the_road_view_shows(run, tmp_path):
    brief = honey_round()
    [drawn] = [route for route in brief.road.routes if route.legs]
    found = coverage(brief, [drawn])
    data = json.loads(run("coverage", str(HONEY), "--json")[1])
    assert data == json.loads(found.model_dump_json())
    _, text, _ = run("coverage", str(HONEY))
    assert data["says"] in told(text)
    for each in data["setups"]:
        assert f"{each['name']} {100 * each['in_band']:.0f} % {100 * each['grinding']:.0f} %" in " ".join(
            told(text).split()
        )
    bare = json.loads(HONEY.read_text())
    del bare["road"]
    flat = tmp_path / "flat.json"
    flat.write_text(json.dumps(bare))
    code, text, _ = run("coverage", str(flat))
    assert code == 0
    assert "There is no road in the file: a plain terrain was made up." in told(text)


@pytest.mark.parametrize("command", ["pairings", "home-built"])
def test_the_others_say_it_too(run, command):
    file = HONEY if command == "pairings" else BARROW
    more = ["--setup", "Eight-speed hub"] if command == "pairings" else []
    data = json.loads(run(command, str(file), *more, "--json")[1])
    said = [data["says"]] if command == "pairings" else [drive["says"] for drive in data["drives"]]
    _, text, _ = run(command, str(file), *more)
    for sentence in said:
        assert sentence in told(text)


def test_a_question_in_one_line(run):
    code, text, _ = run("ask", "36 × 11–46, 28 in", "--weight", "78", "--carry", "8")
    assert code == 0
    assert text.startswith("Yes, it climbs the 9 % hill with a hard push")
    data = json.loads(run("ask", "44 x 18", "--weight", "78", "--carry", "8", "--where", "12 %", "--json")[1])
    assert data["says"].startswith("No, not up the 12 % hill")
    code, _, error = run("ask", "banana", "--weight", "78", "--where", "moon")
    assert code == 2
    assert "bike: names no gears" in error
    assert "(and 1 more)" in error
    assert (
        "where: must be flat, rolling, hilly or mountains"
        in run("ask", "44x18", "--weight", "78", "--where", "moon")[2]
    )


def test_search_prints_the_front_and_takes_wishes(run, tmp_path):
    data = json.loads(run("search", str(HONEY), "--most", "3", "--json")[1])
    assert {"tried", "judged_exactly", "seconds", "front", "answers"} <= data.keys()
    assert data["seconds"] > 0
    assert len(data["answers"]) == 3
    answer = data["answers"][0]
    assert {"name", "kind", "setup", "verdict", "covered", "price", "price_missing"} <= answer.keys()
    assert {"mass_kg", "total_cost", "own_hours", "why", "gives_up"} <= answer.keys()
    assert set(data["front"]) >= {each["name"] for each in data["answers"][: len(data["front"])]}
    alone = tmp_path / "alone.json"
    brief = json.loads(HONEY.read_text(encoding="utf-8"))
    alone.write_text(json.dumps({**brief, "setups": [answer["setup"]], "reference": answer["name"]}))
    covered = json.loads(run("coverage", str(alone), "--json")[1])
    assert covered["setups"][0]["in_band"] == answer["covered"]
    _, text, _ = run("search", str(HONEY))
    assert data["says"] in told(text)
    shelf = tmp_path / "shelf.json"
    shelf.write_text('{"format": "kettledrum-shelf/1", "parts": []}')
    _, text, _ = run("search", str(HONEY), "--shelf", str(shelf))
    assert "single-speed drives, as Parts has no hub, gearbox or cassette" in told(text)
    wished = json.loads(
        run(
            "search", str(HONEY), "--shelf", str(shelf), "--must", "belt", "--must", "price <= 400", "--json"
        )[1]
    )
    helped = json.loads(run("search", str(HONEY), "--also", "motor at front hub", "--json")[1])
    assert helped["tried"] > 0
    for answer in helped["answers"]:
        assert [motor["at"] for motor in answer["setup"]["motors"]] == ["front hub"]
    assert [(each["criterion"], each["on"]) for each in wished["wishes"][:2]] == [
        ("belt", True),
        ("price", True),
    ]
    for words, error in (
        (["--must", "price"], "musts[0].at_most: is missing"),
        (["--must", "price<=cheap"], "musts[0].at_most: must be a number"),
        (["--must", "beauty"], "musts[0].criterion: must be"),
        (["--also", "three"], "three: is not known here"),
        (["--also", "motor at saddle"], "motor_at[0]: must be"),
    ):
        code, _, said = run("search", str(HONEY), *words)
        assert code == 2
        assert said.startswith(error)


@pytest.fixture
def honey(tmp_path):
    """The honey round with its roads, as a file."""
    path = tmp_path / "honey.json"
    path.write_text(honey_round().model_dump_json(exclude_unset=True), encoding="utf-8")
    return path


def test_verdict_says_what_the_view_says(run, honey):
    from kettledrum.core.verdict.sure import how_sure
    from kettledrum.core.verdict.verdict import verdict

    brief = honey_round()
    routes = brief.road.routes
    found = verdict(brief, routes)
    code, text, _ = run("verdict", str(honey))
    assert code == 0
    assert found.says in told(text)
    assert all(flip.says in told(text) for flip in found.flips)
    code, text, _ = run("verdict", str(honey), "--json")
    data = json.loads(text)
    assert (code, data["leads"], data["sure"]) == (0, found.leads, None)
    assert {"name", "out_by", "score", "wins", "values"} <= set(data["setups"][0])
    assert {"criterion", "weight", "from", "to"} <= set(data["flips"][0])
    _, text, _ = run("verdict", str(honey), "--sure", "--json")
    assert json.loads(text)["sure"] == how_sure(brief, routes).model_dump(mode="json")
    _, text, _ = run("verdict", str(honey), "--sure")
    assert how_sure(brief, routes).says in told(text)


def test_change_prints_the_plan(run):
    from kettledrum.core.change.plan import change_plan

    brief = honey_round()
    ends = brief.setups[1].name, brief.setups[3].name
    found = change_plan(brief, *ends)
    code, text, _ = run("change", str(HONEY), "--from", ends[0], "--to", ends[1])
    assert code == 0
    assert found.says in told(text)
    assert all(name in told(text) for name in found.off)
    _, text, _ = run("change", str(HONEY), "--from", ends[0], "--to", ends[1], "--json")
    assert json.loads(text) == found.model_dump(mode="json")
    code, _, text = run("change", str(HONEY), "--from", ends[0], "--to", ends[0])
    assert code == 2
    assert "must be another setup" in told(text)


def test_the_server_starts_without_what_only_roads_need():
    """Loading it takes a good part of the time until the first page is up."""
    loaded = "import sys, kettledrum.server; print([name for name in ('numpy',) if name in sys.modules])"
    told = subprocess.run([sys.executable, "-c", loaded], capture_output=True, text=True, check=True)
    assert told.stdout == "[]\n"
