"""Copies that are made by themselves: due once a day, kept by rule, whole or not at all, put back."""

import os
import sqlite3
import stat
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

import pytest

from examples import NINE_SPEED_HUB, brief
from kettledrum import server
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Leg, Route, RouteEdit
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.store import (
    AlreadyServed,
    BackupRules,
    Copies,
    NotFound,
    StaleWrite,
    Store,
    StoreUnusable,
    back_up,
    restore,
    serving,
)
from kettledrum.store.file import own
from kettledrum.store.file.held import is_held
from kettledrum.store.file.own import clear_leftovers, written_whole
from kettledrum.store.file.rotation import kept
from kettledrum.store.file.sqlite import FILE_NAME

TODAY = date(2026, 5, 20)


def a_brief(name: str) -> Brief:
    return validate(Brief, brief(NINE_SPEED_HUB, name=name))


@pytest.fixture
def store(tmp_path):
    held = Store(tmp_path / "data")
    yield held
    held.close()


@pytest.fixture
def copies(store):
    store.jobs.add(a_brief("Round"))
    return Copies(store.directory)


def days(*ago: int) -> set[date]:
    return {TODAY - timedelta(days=each) for each in ago}


def test_the_last_days_are_kept_and_one_a_week_before_them():
    # The 20th of May 2026 is a Wednesday: weeks begin 2, 9, 16, 23, 30, 37 days before.
    made = days(*range(60))
    assert kept(made, BackupRules(days=7, weeks=4)) == days(*range(7), 7, 10, 17, 24)
    assert kept(made, BackupRules(days=3, weeks=0)) == days(0, 1, 2)
    assert kept(made, BackupRules(days=1, weeks=2)) == days(0, 1, 3)
    # Where there were few, the days reach back as far as these are.
    assert kept(days(0, 40, 90, 91, 92), BackupRules(days=2, weeks=2)) == days(0, 40, 90)
    assert kept([], BackupRules()) == set()


def test_a_copy_is_made_once_a_day_if_something_changed(copies, store):
    assert copies.make_due(TODAY)
    assert not copies.make_due(TODAY)
    assert not copies.make_due(TODAY + timedelta(days=1))
    store.jobs.add(a_brief("Second"))
    assert copies.make_due(TODAY + timedelta(days=2))
    assert [copy.file for copy in copies.copies()] == [
        "kettledrum-2026-05-22.sqlite",
        "kettledrum-2026-05-20.sqlite",
    ]
    copies.change_rules(BackupRules(on=False))
    store.jobs.add(a_brief("Third"))
    assert not copies.make_due(TODAY + timedelta(days=3))
    # Any change counts: an undo, a deletion, a part, a road.
    copies.change_rules(BackupRules(days=1, weeks=0))
    assert copies.make_due(TODAY + timedelta(days=3))
    assert [copy.file for copy in copies.copies()] == ["kettledrum-2026-05-23.sqlite"]
    job = store.jobs.summaries()[0].id
    store.roads.add(job, [Route(name="Up", legs=[Leg(length_m=100, grade=0.1)])])
    assert copies.make_due(TODAY + timedelta(days=4))


def test_rules_are_kept_and_what_cannot_be_read_is_the_usual(copies):
    assert copies.rules() == BackupRules(on=True, days=7, weeks=4)
    copies.change_rules(BackupRules(days=3, weeks=9))
    assert copies.rules() == BackupRules(days=3, weeks=9)
    (copies._folder / "rules.json").write_text("{")
    assert copies.rules() == BackupRules()
    for wrong in ({"days": 0}, {"days": 61}, {"weeks": -1}, {"weeks": 105}, {"hours": 1}):
        with pytest.raises(InvalidInput):
            validate(BackupRules, wrong)


def test_a_copy_is_put_back_and_what_stood_there_is_kept(copies, store):
    made = copies.make()
    assert (made.kind, made.bytes > 10_000) == ("by hand", True)
    assert datetime.now(UTC) - datetime.fromisoformat(made.made_at) < timedelta(minutes=5)
    store.jobs.add(a_brief("Second"))
    aside = copies.put_back(made.file)
    assert [job.name for job in store.jobs.summaries()] == ["Round"]
    assert [copy.kind for copy in copies.copies()] == ["before a restore", "by hand"]
    copies.put_back(aside.name)
    assert [job.name for job in store.jobs.summaries()] == ["Round", "Second"]
    copies.delete(made.file)
    for name in (made.file, "../kettledrum.sqlite", "kettledrum.sqlite", "rules.json"):
        with pytest.raises(NotFound):
            copies.file(name)


def test_no_road_of_an_open_window_is_taken_for_the_one_put_back(copies, store):
    job = store.jobs.summaries()[0].id
    [road] = store.roads.add(job, [Route(name="Up", legs=[Leg(length_m=100, grade=0.1)])])
    made = copies.make()
    edit = RouteEdit(name="Up", legs=[Leg(length_m=900, grade=0.1)])
    saved = store.roads.change(job, road.id, edit, road.version)
    copies.put_back(made.file)
    assert store.roads.version(job, road.id) > saved.road.version
    with pytest.raises(StaleWrite):
        store.roads.change(job, road.id, edit, saved.road.version)
    assert store.roads.route(job, road.id).legs[0].length_m == 100


def test_what_is_written_is_whole_or_not_there(tmp_path, copies, store, monkeypatch):
    target = tmp_path / "out.sqlite"

    def stopped_half_way():
        with written_whole(target) as part:
            part.write_bytes(b"half")
            raise ZeroDivisionError

    with pytest.raises(ZeroDivisionError):
        stopped_half_way()
    assert list(tmp_path.glob("*out*")) == list(tmp_path.glob(".*out*")) == []
    # What reads otherwise than it was written does not get the name.
    monkeypatch.setattr(
        "kettledrum.store.file.sqlite.damage_in", lambda file: "torn" if "part" in file.name else None
    )
    with pytest.raises(StoreUnusable, match="reads otherwise"):
        back_up(store.directory, target)
    assert not target.exists()
    monkeypatch.undo()
    back_up(store.directory, target)
    with pytest.raises(StoreUnusable, match="is there already"):
        back_up(store.directory, target)
    # A file that comes there while it is being written stays as it is.
    other = tmp_path / "other.sqlite"

    def overtaken():
        with written_whole(other) as part:
            part.write_bytes(b"ours")
            other.write_bytes(b"theirs")

    with pytest.raises(FileExistsError):
        overtaken()
    assert other.read_bytes() == b"theirs"
    monkeypatch.setattr(own.os, "link", lambda *_: (_ for _ in ()).throw(OSError("no links on this disk")))
    with written_whole(tmp_path / "plain") as part:
        part.write_bytes(b"ours")
    assert (tmp_path / "plain").read_bytes() == b"ours"


def test_leftovers_of_a_machine_that_went_down_are_cleared(store):
    directory = store.directory
    (directory / "backups").mkdir()
    left = [directory / ".kettledrum-x.sqlite-1.part", directory / "backups" / ".rules.json-1.part"]
    for file in left:
        file.write_text("half")
    (directory / "restore-abc").mkdir()
    (directory / "restore-abc" / FILE_NAME).write_text("half")
    whole = directory / "backups" / "kettledrum-2026-05-20.sqlite"
    whole.write_text("whole")
    clear_leftovers(directory)
    assert not any(file.exists() for file in left)
    assert not (directory / "restore-abc").exists()
    assert whole.exists()


def mode(file: Path) -> int:
    return stat.S_IMODE(file.stat().st_mode)


def test_nobody_else_may_read_the_data(tmp_path):
    before = os.umask(0o000)
    try:
        directory = tmp_path / "data"
        directory.mkdir(mode=0o755)
        with serving(directory):
            store = Store(directory)
            store.jobs.add(a_brief("Round"))
            copies = Copies(directory)
            copies.make_due(TODAY)
            copies.change_rules(BackupRules())
            back_up(directory, tmp_path / "out.sqlite")
            assert mode(directory) == mode(directory / "backups") == 0o700
            held = [file for file in directory.rglob("*") if file.is_file()]
            assert {FILE_NAME, "kettledrum.lock", "rules.json", "kettledrum-2026-05-20.sqlite"} <= {
                file.name for file in held
            }
            assert {file.name for file in held if mode(file) & 0o077} == set()
            assert mode(tmp_path / "out.sqlite") == 0o600
            store.close()
    finally:
        os.umask(before)


def test_one_server_holds_a_store_and_a_second_is_told_where_it_is(tmp_path):
    with serving(tmp_path) as told:
        assert is_held(tmp_path)
        with pytest.raises(AlreadyServed, match="already, and is just starting"), serving(tmp_path):
            pass
        told.write_text("http://127.0.0.1:8750/")
        with pytest.raises(AlreadyServed) as refused, serving(tmp_path):
            pass
        assert refused.value.address == "http://127.0.0.1:8750/"
        assert "open http://127.0.0.1:8750/" in str(refused.value)
    assert not is_held(tmp_path)
    with serving(tmp_path):
        assert (tmp_path / "kettledrum.address").read_text() == ""


def test_a_damaged_store_is_not_set_aside_under_a_running_server(tmp_path, store):
    store.jobs.add(a_brief("Round"))
    back_up(store.directory, tmp_path / "sound.sqlite")
    store.close()
    file = store.directory / FILE_NAME
    with serving(store.directory):
        file.write_bytes(b"no database at all, " * 500)
        with pytest.raises(StoreUnusable):
            restore(store.directory, tmp_path / "sound.sqlite")
        assert file.read_bytes().startswith(b"no database")
    restore(store.directory, tmp_path / "sound.sqlite")
    assert list(store.directory.glob("kettledrum-damaged-*.sqlite"))


def test_a_directory_that_may_not_be_written_is_opened_to_look_at(tmp_path, store, monkeypatch):
    store.jobs.add(a_brief("Round"))
    store.close()

    monkeypatch.setattr("kettledrum.store.served.may_be_written", lambda *_: False)
    before = sorted(file.name for file in store.directory.iterdir())
    with serving(store.directory) as told:
        assert told is None
        looked = Store.to_look_at(store.directory)
        assert looked.read_only
        assert [job.name for job in looked.jobs.summaries()] == ["Round"]
        assert looked.size().jobs == 1
        for write in (
            lambda: looked.jobs.add(a_brief("New")),
            lambda: looked.forget(0, deleted=True),
            lambda: looked.start_over([]),
        ):
            with pytest.raises(StoreUnusable, match="may be looked at but not changed"):
                write()
        looked.close()
    assert sorted(file.name for file in store.directory.iterdir()) == before
    with pytest.raises(StoreUnusable, match="there is no store"):
        Store.to_look_at(tmp_path / "none")


def test_old_steps_are_let_go_and_what_is_kept_can_still_be_undone(store):
    job = store.jobs.add(a_brief("Round"))
    for number in range(12):
        added = store.jobs.add_setup(job.id, job.setups[0].setup.model_copy(update={"name": f"S{number}"}))
        store.jobs.delete_setup(job.id, added.id)
    [road] = store.roads.add(job.id, [Route(name="P", points=[(0.0, 1.0), (900.0, 5.0)])])
    store.roads.delete(job.id, road.id)
    gone = store.jobs.add(a_brief("Gone"))
    store.jobs.delete(gone.id)
    before = store.size()
    assert (before.steps, before.deleted_jobs, before.deleted_things) == (26, 1, 13)
    with sqlite3.connect(store.directory / FILE_NAME) as file:
        held = file.execute("SELECT changes FROM revision").fetchall()
        for ask in (
            "SELECT document FROM setup WHERE deleted_at IS NOT NULL",
            "SELECT document FROM road WHERE deleted_at IS NOT NULL",
            "SELECT need FROM job WHERE deleted_at IS NOT NULL",
            "SELECT content FROM road_line",
        ):
            found = file.execute(ask).fetchall()
            assert found
            held += found
    file.close()
    assert before.past_bytes == sum(len(text.encode()) for (text,) in held)
    after = store.forget(4, deleted=False)
    # The road, and the last setup, can still be brought back.
    assert (after.steps, after.deleted_jobs, after.deleted_things) == (4, 1, 2)
    assert after.past_bytes < before.past_bytes
    for _ in range(4):
        revision = store.jobs.job(job.id).revision
        assert store.history.undo(job.id, revision).what
    assert store.history.undo(job.id, store.jobs.job(job.id).revision).what is None
    assert [held.setup.name for held in store.jobs.job(job.id).setups] == [NINE_SPEED_HUB["name"]]
    last = store.forget(0, deleted=True)
    assert (last.steps, last.deleted_jobs, last.jobs) == (4, 0, 1)
    file = sqlite3.connect(store.directory / FILE_NAME)
    assert file.execute("SELECT count(*) FROM job").fetchone() == (1,)
    file.close()


def test_no_save_reads_what_was_deleted(store):
    job = store.jobs.add(a_brief("Round"))
    with sqlite3.connect(store.directory / FILE_NAME) as file:
        for ask, index in (
            ("SELECT sum(version) FROM setup WHERE job_id = ?", "COVERING INDEX setup_versions"),
            ("SELECT sum(version) FROM road WHERE job_id = ?", "COVERING INDEX road_versions"),
            (
                "SELECT * FROM setup WHERE job_id = ? AND deleted_at IS NULL ORDER BY position",
                "INDEX setup_",
            ),
        ):
            plan = " ".join(row[3] for row in file.execute(f"EXPLAIN QUERY PLAN {ask}", (job.id,)))
            assert index in plan
    file.close()


def test_a_clock_that_was_put_back_joins_no_steps(store, monkeypatch):
    job = store.jobs.add(a_brief("Round"))
    times = iter(["2026-05-20T10:00:00.000+00:00", "2026-05-20T09:00:00.000+00:00"])
    at = {"now": next(times)}
    for module in ("revisions", "rows", "tables"):
        monkeypatch.setattr(f"kettledrum.store.{module}.now", lambda: at["now"], raising=False)
    need = job.need
    version = store.jobs.change_need(job.id, need.model_copy(update={"name": "Round b"}), 1).version
    at["now"] = next(times)
    store.jobs.change_need(job.id, need.model_copy(update={"name": "Round c"}), version)
    assert store.jobs.job(job.id).revision == 2


def test_a_server_makes_the_days_copy_again_and_again_whatever_goes_wrong(copies, monkeypatch, caplog):
    later: list[float] = []
    monkeypatch.setattr(server, "_daemon", lambda after_s, _work: later.append(after_s))
    server._make_copies(copies)
    assert [copy.kind for copy in copies.copies()] == ["automatic"]

    def fails(_today=None):
        raise StoreUnusable("the disk is full")

    monkeypatch.setattr(copies, "make_due", fails)
    server._make_copies(copies)
    assert "could not be made by itself: the disk is full" in caplog.text
    assert later == [3600.0, 3600.0]
