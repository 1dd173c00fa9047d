"""backup, restore, export and import, run as a user runs them."""

import io
import json
import sys
import zipfile

import pytest

from examples import NINE_SPEED_HUB, brief, setup
from kettledrum.cli import main
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything
from kettledrum.store import Store
from serving import Served


@pytest.fixture
def run(monkeypatch, capfdbinary, tmp_path):
    """Runs a command on the data in a folder, working in another; gives its status and what it printed."""
    (tmp_path / "work").mkdir()
    monkeypatch.chdir(tmp_path / "work")
    monkeypatch.setenv("KETTLEDRUM_DATA", str(tmp_path / "data"))

    def run(*words: str) -> tuple[int, bytes, str]:
        monkeypatch.setattr(sys, "argv", ["kettledrum", *words])
        with pytest.raises(SystemExit) as ended:
            main()
        sys.stdout.flush()
        out, err = capfdbinary.readouterr()
        return int(ended.value.code or 0), out, err.decode()

    return run


@pytest.fixture
def store(tmp_path):
    store = Store(tmp_path / "data")
    yield store
    store.close()


def a_brief(name: str) -> Brief:
    return validate(Brief, {**brief(setup(name="One")), "name": name})


def names(store) -> list[str]:
    return [job.name for job in store.jobs.summaries()]


def test_a_backup_of_a_running_store_is_put_back_while_it_runs(run, store, tmp_path):
    store.jobs.add(a_brief("Round"))
    assert run("backup", "mine.sqlite")[:2] == (0, b"The store was copied to mine.sqlite\n")
    store.start_over([a_brief("Other")])
    status, out, _ = run("restore", "mine.sqlite")
    assert status == 0
    assert b"What stood there before is kept as " in out
    assert names(store) == ["Round"]


def test_a_server_goes_on_seeing_what_others_write_after_a_restore(tmp_path):
    served = Served("serve", data=tmp_path)

    def jobs() -> list[str]:
        return [job["name"] for job in served.get("api/jobs")]

    def from_outside(name: str) -> None:
        other = Store(tmp_path)
        other.start_over([a_brief(name)])
        other.close()

    from_outside("First")
    served.send("POST", "api/data/copies")
    [copy] = served.get("api/data")["copies"]
    from_outside("Second")
    assert jobs() == ["Second"]
    served.send("POST", f"api/data/copies/{copy['file']}/put-back")
    assert jobs() == ["First"]
    # A lock that were lost here would let the other take the file for nobody's.
    for name in ("Third", "Fourth"):
        from_outside(name)
        assert jobs() == [name]
    served.send("POST", "api/jobs", brief(name="Fifth"))
    assert jobs() == ["Fourth", "Fifth"]
    served.stop()
    other = Store(tmp_path)
    assert [job.name for job in other.jobs.summaries()] == ["Fourth", "Fifth"]
    other.close()


def test_a_backup_is_named_by_the_day_and_writes_over_nothing(run, store):
    assert run("backup")[0] == 0
    status, _, err = run("backup")
    assert status == 2
    assert "is there already; nothing was written over it" in err
    assert err.count("\n") == 1


def test_all_jobs_or_one_go_out_and_in(run, store, tmp_path):
    store.take_in(Everything([a_brief("Round"), a_brief("Market")], []))
    store.shelf.add(validate(Part, {"kind": "cassette", "name": "wide", "teeth": [11, 40]}))
    assert b"2 jobs and 1 part written to all.zip" in run("export", "all.zip")[1]
    assert "Market" in run("export", "one.json", "--job", "Market")[1].decode()
    assert json.loads((tmp_path / "work" / "one.json").read_text())["name"] == "Market"
    assert zipfile.ZipFile(io.BytesIO(run("export", "-")[1])).namelist()[0] == "archive.json"
    assert b"0 parts added to the shelf; the shelf held 1 already" in run("import", "all.zip")[1]
    assert names(store) == ["Round", "Market"] * 2
    assert run("import", "one.json")[1].decode() == "“Market” was added, with 1 setup\n"
    assert run("export", "all.zip")[0] == 2
    (tmp_path / "work" / "parts.csv").write_text("kind;name;teeth\ncassette;close;11-12-13\n")
    assert b"1 part added to the shelf\n" in run("import", "parts.csv")[1]


def test_a_setup_goes_into_a_named_job(run, store, tmp_path):
    store.take_in(Everything([a_brief("Round"), a_brief("Twin"), a_brief("Twin")], []))
    (tmp_path / "work" / "hub.json").write_text(json.dumps(NINE_SPEED_HUB))
    assert run("import", "hub.json", "--job", "Round")[0] == 0
    assert [job.setup_count for job in store.jobs.summaries()] == [2, 1, 1]
    for job, words in (
        ((), "--job: must name the job"),
        (("--job", "Nowhere"), "“Nowhere” is the name of no job"),
        (("--job", "Twin"), "“Twin” is the name of several jobs"),
    ):
        status, _, err = run("import", "hub.json", *job)
        assert (status, words in err) == (2, True)
    assert [job.setup_count for job in store.jobs.summaries()] == [2, 1, 1]


@pytest.mark.parametrize(
    ("words", "error"),
    [
        (("restore", "nothing.sqlite"), "no such file"),
        (("import", "nothing.zip"), "nothing.zip: cannot be read: No such file"),
        (("export", "nowhere/all.zip"), "cannot be written: No such file"),
        (("export", "--job", "Nowhere"), "“Nowhere” is the name of no job"),
    ],
)
def test_what_cannot_be_done_is_said_in_one_line(run, store, words, error):
    status, _, err = run(*words)
    assert (status, error in err, err.count("\n")) == (2, True, 1)
