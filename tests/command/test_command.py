"""The command line, run as a user runs it."""

import json
import signal
import socket

import pytest

from examples import (
    NINE_SPEED_HUB,
    REFUSED_BRIEFS,
    REFUSED_SETUPS,
    WHOLE_BRIEF,
    brief,
    setup,
    sprockets,
    stepless_hub,
)
from serving import Served
from tracks import gpx, ramp

HOME_BUILT = {
    "name": "Barrow",
    "motor": {"rpm": 100, "torque_nm": 20},
    "stages": [[15, 21], [15, 25]],
    "wheel_mm": 500,
    "shafts": [{"after": 1, "diameter_mm": 16, "span_mm": 120, "material": "threaded rod, class 4.8"}],
}


def test_home_built_drives(run, file):
    given = file(brief(home_built=[HOME_BUILT]))
    status, out, _ = run("home-built", given, "--json")
    assert status == 0
    [drive] = json.loads(out)["drives"]
    assert drive["name"] == "Barrow"
    assert drive["geared_kmh"] == pytest.approx(100 * 60 * 3.14159265 * 0.5 / 1000 * 15 / 21 * 15 / 25)
    [shaft] = drive["shafts"]
    assert shaft["core_mm"] == pytest.approx(13.546, abs=0.001)
    told = {each["where"]: each["value"] for each in drive["assumed"]}
    assert told["shafts[0].diameter_mm"] == pytest.approx(13.55)
    assert told["shafts[0].notch"] == 2.8
    status, out, _ = run("home-built", given)
    assert status == 0
    assert "Barrow, shaft 1: fails" in out
    assert "the notch of its thread (2.8)" in out
    assert "qualified person" in out
    assert "no home-built drives yet" in run("home-built", file(brief()))[1]
    status, _, err = run("home-built", file(brief(home_built=[{**HOME_BUILT, "stages": [[15, 0]]}])))
    assert status == 2
    assert "home_built[0].stages[0][1]" in err


def test_gears_as_json(run, file):
    status, out, _ = run("gears", file(NINE_SPEED_HUB), "--cadence", "60:88", "--json")
    found = json.loads(out)
    assert status == 0
    assert found["name"] == "Nine-speed hub, 44 × 19"
    assert (found["stepless"], found["distinct"], len(found["gears"])) == (False, 9, 9)
    assert found["range"] == pytest.approx(3.811, abs=1e-3)
    first = found["gears"][0]
    assert (first["label"], first["step"], first["overlaps"]) == ("1", None, None)
    # 2.72226 m × 60 × 60 / 1000 and × 88
    assert first["speed_kmh"] == pytest.approx([9.8001, 14.3735], abs=1e-3)


def test_gears_as_a_table_from_standard_input(run):
    status, out, _ = run("gears", "-", stdin=json.dumps(NINE_SPEED_HUB).encode())
    assert status == 0
    assert "Nine-speed hub, 44 × 19" in out
    assert "2.72 m" in out
    assert "Range 381\u00a0%" in out
    assert "at 60 rpm" in out
    assert "at 90 rpm" in out


def test_stepless_gears_as_a_table(run, file):
    _, out, _ = run("gears", file(setup(sprockets([40], [20]), stepless_hub(0.56, 1.75))))
    assert "Range 312\u00a0% · stepless" in out


def test_names_in_square_brackets_stay_text(run, file):
    _, out, _ = run("gears", file(setup(name="[bold red]Loud[/]")))
    assert "[bold red]Loud[/]" in out


def test_compare(run, file):
    data = brief(setup(name="Plain"), setup(sprockets([42], [28]), name="Low"), reference="Plain")
    status, out, _ = run("compare", file(data), "--json")
    found = json.loads(out)
    assert status == 0
    assert [held["name"] for held in found["setups"]] == ["Plain", "Low"]
    assert found["setups"][1]["lowest"]["ratio"] == 1.5
    assert found["setups"][1]["against"]["lowest"] == -0.25
    _, table, _ = run("compare", file(data))
    assert "reference" in table
    assert "−25\u00a0%" in table


def test_pairings(run, file):
    status, out, _ = run("pairings", file(WHOLE_BRIEF), "--setup", NINE_SPEED_HUB["name"], "--json")
    found = json.loads(out)
    assert status == 0
    [mounted] = [each for each in found["pairings"] if (each["front"], each["rear"]) == (44, 19)]
    assert {"primary_ratio", "lowest", "highest", "state", "why", "chain"} <= mounted.keys()
    assert mounted["chain"].keys() >= {"links", "centre_mm", "half_link"}
    assert mounted["state"] == "holds"
    _, table, _ = run("pairings", file(WHOLE_BRIEF), "--setup", NINE_SPEED_HUB["name"])
    assert "44 × 23" in table
    assert "is under the smallest allowed, 1.95" in table
    assert "ask before you ride it" in table
    status, _, err = run("pairings", file(WHOLE_BRIEF), "--setup", "No such")
    assert (status, err.count("\n")) == (2, 1)
    assert err.startswith("--setup: must be the name of a setup of the brief: “Nine-speed hub")


def test_compare_without_setups_says_so(run, file):
    assert "nothing to compare yet: add a setup" in run("compare", file(brief()))[1]


def test_ride(run, file, tmp_path):
    road = tmp_path / "Mill lane up.gpx"
    road.write_bytes(gpx(ramp(), name=""))
    data = brief(NINE_SPEED_HUB, setup(name="Plain"))
    status, out, _ = run("ride", file(data), "--road", str(road), "--json")
    nine, plain = json.loads(out)["setups"]
    assert (status, nine["name"], nine["distance_m"]) == (
        0,
        NINE_SPEED_HUB["name"],
        pytest.approx(2000, abs=1),
    )
    assert nine["ascent_m"] == pytest.approx(100, abs=0.5)
    assert nine["time_s"] == pytest.approx(nine["distance_m"] / nine["mean_speed_kmh"] * 3.6)
    parts = ("in_band_m", "grinding_m", "walking_m", "coasting_m")
    assert sum(plain[key] for key in parts) == pytest.approx(plain["distance_m"])
    _, table, _ = run("ride", file(data), "--road", str(road))
    assert "Mill lane up: 2.0 km, 100 m up, at most 5.0\u00a0% over 50 m" in table
    road.write_bytes(gpx(ramp(), [(91, 0, 1)]))
    status, out, err = run("ride", file(data), "--road", str(road))
    assert (status, out, err) == (
        2,
        "",
        "point 202, line 1: has the latitude 91; it must be from −90 to 90\n",
    )


def test_one_of_several_roads_is_ridden(run, file, tmp_path):
    road = tmp_path / "two.gpx"
    out, home = gpx(ramp(300), name="Out").decode(), gpx(ramp(500), name="Home").decode()
    road.write_text(out.replace("</gpx>", home[home.index("<trk>") :]))
    data = file(brief(NINE_SPEED_HUB))
    status, _, err = run("ride", data, "--road", str(road))
    assert status == 2
    assert err == (
        f"--track: must say which: {road} holds 2 roads, where one is asked for: 1 “Out”; 2 “Home”\n"
    )
    for track in ("Home", "2"):
        _, out, _ = run("ride", data, "--road", str(road), "--track", track, "--json")
        assert json.loads(out)["length_m"] == pytest.approx(500, abs=1)
    status, _, err = run("ride", data, "--road", str(road), "--track", "Back")
    assert (status, "holds no road of the name or number “Back”" in err) == (2, True)


def test_what_nobody_foresaw_ends_in_one_line(run, file, monkeypatch):
    def fails(_file):
        raise RuntimeError("not\nforeseen")

    monkeypatch.setattr("kettledrum.commands.build.brief_in", fails)
    status, out, err = run("compare", file(brief(NINE_SPEED_HUB)))
    assert (status, out) == (2, "")
    assert err == (
        "Kettledrum made a mistake (RuntimeError: not foreseen); KETTLEDRUM_TRACEBACK=1 shows where\n"
    )
    monkeypatch.setenv("KETTLEDRUM_TRACEBACK", "1")
    with pytest.raises(RuntimeError):
        run("compare", file(brief(NINE_SPEED_HUB)))


@pytest.mark.parametrize(
    ("data", "message"),
    [
        (
            {**NINE_SPEED_HUB, "path": [{"kind": "hub", "gears": {"ratios": [1, 0]}}]},
            "path[0].gears.ratios[1]: must be above 0 and at most 20",
        ),
        ({**NINE_SPEED_HUB, "colour": "red"}, "colour: is not known here; allowed are"),
        ({**NINE_SPEED_HUB, "format": "kettledrum-setup/2"}, "format: must be “kettledrum-setup/1”"),
        (WHOLE_BRIEF, "format: must be “kettledrum-setup/1”"),
        (b"", "the file is empty"),
        (b'{"format": "kettle', "the file is not complete JSON"),
        (b"\x7fELF\x02\x01\xff", "the file is not text in UTF-8"),
        (b"[" * 100_000, "the file is nested too deeply"),
        (b'{"name": NaN}', "name: must be a number, not infinite or undefined"),
    ],
)
def test_bad_files_end_in_one_line_and_status_2(run, file, data, message):
    status, out, err = run("gears", file(data))
    assert (status, out) == (2, "")
    assert err.startswith(message)
    assert err.count("\n") == 1


@pytest.mark.parametrize(("data", "message"), REFUSED_SETUPS)
def test_setups_that_cannot_be_are_refused_by_field(run, file, data, message):
    status, out, err = run("gears", file(data))
    assert (status, out, err.count("\n")) == (2, "", 1)
    assert err.startswith(message)


@pytest.mark.parametrize(("data", "message"), REFUSED_BRIEFS)
def test_briefs_that_cannot_be_are_refused_by_field(run, file, data, message):
    status, out, err = run("compare", file(data))
    assert (status, out, err.count("\n")) == (2, "", 1)
    assert err.startswith(message)


@pytest.mark.parametrize(
    ("words", "message"),
    [
        (["gears", "/nowhere.json"], "/nowhere.json: cannot be read: No such file"),
        (["gears", "/"], "/: cannot be read: Is a directory"),
        (["gears", "-", "--cadence", "88:60"], "--cadence: must be LOW:HIGH in rpm"),
        (["gears", "-", "--cadence", "quick"], "--cadence: must be LOW:HIGH in rpm"),
        (["gears", "-", "--cadence", "60:nan"], "--cadence: must be LOW:HIGH in rpm"),
        (["gears"], "Missing argument"),
        (["gear"], "No such command"),
        ([], "Missing command"),
        (["serve", "--port", "0"], "Invalid value for '--port'"),
        (["serve", "--data", "/dev/null/here"], "the store in /dev/null/here cannot be opened"),
    ],
)
def test_bad_calls_end_in_one_line_and_status_2(run, words, message):
    status, _, err = run(*words, stdin=json.dumps(NINE_SPEED_HUB).encode())
    assert status == 2
    assert err.startswith(message)
    assert err.count("\n") == 1


def test_the_demo_keeps_changes_until_it_is_started_fresh(tmp_path):
    served = Served("demo", data=tmp_path)
    job, *_ = served.get("api/jobs")
    setups = served.get(f"api/jobs/{job['id']}")["setups"]
    served.send("DELETE", f"api/jobs/{job['id']}/setups/{setups[1]['id']}")
    # Killed the moment it has answered: what was answered must be there.
    served.stop(signal.SIGKILL)
    served = Served("demo", data=tmp_path)
    assert [summary["setup_count"] for summary in served.get("api/jobs")] == [6, 14, 5, 5, 5]
    served.stop()
    served = Served("demo", "--fresh", data=tmp_path)
    assert [summary["setup_count"] for summary in served.get("api/jobs")] == [7, 14, 5, 5, 5]
    served.stop()


def test_the_demo_never_touches_the_users_own_data(tmp_path):
    served = Served("serve", data=tmp_path)
    served.send("POST", "api/jobs", WHOLE_BRIEF)
    served.stop()
    Served("demo", "--fresh", data=tmp_path).stop()
    served = Served("serve", data=tmp_path)
    assert [summary["setup_count"] for summary in served.get("api/jobs")] == [1]
    served.stop()


def test_a_port_that_is_taken_is_said_to_be(run, tmp_path):
    with socket.create_server(("127.0.0.1", 0)) as taken:
        port = taken.getsockname()[1]
        status, _, err = run("serve", "--data", str(tmp_path), "--port", str(port))
    assert (status, err) == (
        2,
        f"--port: {port} is taken or not allowed on 127.0.0.1; leave it out to use a free one\n",
    )
