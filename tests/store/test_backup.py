"""Backups: consistent while the store is written to, put back whole or not at all."""

import sqlite3
import threading

import pytest

from examples import brief, setup
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything
from kettledrum.store import Store, StoreUnusable, back_up, restore
from kettledrum.store.file.sqlite import FILE_NAME


def a_brief(name="Round", *setups: str) -> Brief:
    return validate(Brief, {**brief(*(setup(name=each) for each in setups)), "name": name})


@pytest.fixture
def store(tmp_path):
    store = Store(tmp_path / "data")
    yield store
    store.close()


def names(store: Store) -> list[str]:
    return [job.name for job in store.jobs.summaries()]


def test_a_backup_brings_back_everything_with_what_was_deleted_and_what_can_be_undone(store, tmp_path):
    job = store.jobs.add(a_brief("Round", "One", "Two"))
    store.jobs.delete_setup(job.id, job.setups[1].id)
    gone = store.jobs.add(a_brief("Put away"))
    store.jobs.delete(gone.id)
    back_up(store.directory, tmp_path / "copy.sqlite")
    store.start_over([a_brief("Other")])
    kept = restore(store.directory, tmp_path / "copy.sqlite")
    assert names(store) == ["Round"]
    assert [job.name for job in store.jobs.summaries(deleted=True)] == ["Put away"]
    back = store.jobs.job(job.id)
    assert back.undo == "deletion of “Two”"
    assert [held.setup.name for held in store.history.undo(job.id, back.revision).job.setups] == [
        "One",
        "Two",
    ]
    # What stood there before is not lost either.
    restore(store.directory, kept)
    assert names(store) == ["Other"]


def test_no_open_window_takes_what_is_put_back_for_what_it_knows(store, tmp_path):
    job = store.jobs.add(a_brief("Round", "One"))
    part = store.shelf.add(validate(Part, {"kind": "cassette", "name": "hub", "teeth": [11, 13]}))
    back_up(store.directory, tmp_path / "copy.sqlite")
    for number in range(5):
        held = store.jobs.job(job.id)
        need = held.need.model_copy(update={"name": f"Round {number}"})
        store.jobs.change_need(job.id, need, held.version)
    for name in ("old", "new"):
        part = store.shelf.change(part.id, part.part.model_copy(update={"name": name}), part.version)
    before = store.jobs.job(job.id)
    restore(store.directory, tmp_path / "copy.sqlite")
    assert store.shelf.parts()[0].part.name == "hub"
    assert store.shelf.parts()[0].version > part.version
    after = store.jobs.job(job.id)
    assert after.need.name == "Round"
    assert after.version > before.version
    assert after.revision > before.revision
    assert after.setups[0].version > before.setups[0].version


def test_a_backup_of_a_store_in_use_is_of_one_moment(store, tmp_path):
    """Each write renames two jobs in one transaction; a copy never holds one without the other."""
    store.take_in(Everything([a_brief("0"), a_brief("0")], []))
    done = threading.Event()

    def rename():
        with sqlite3.connect(store.directory / FILE_NAME, isolation_level=None, timeout=10) as connection:
            number = 0
            while not done.is_set():
                number += 1
                connection.execute("BEGIN IMMEDIATE")
                for (job_id,) in connection.execute("SELECT id FROM job").fetchall():
                    connection.execute("UPDATE job SET name = ? WHERE id = ?", (str(number), job_id))
                connection.execute("COMMIT")
        connection.close()

    writer = threading.Thread(target=rename)
    writer.start()
    seen = set()
    try:
        for number in range(12):
            copy = tmp_path / f"{number}.sqlite"
            back_up(store.directory, copy)
            connection = sqlite3.connect(copy)
            first, second = (name for (name,) in connection.execute("SELECT name FROM job"))
            connection.close()
            assert first == second
            seen.add(first)
    finally:
        done.set()
        writer.join()
    assert len(seen) > 1


def test_a_backup_writes_over_nothing(store, tmp_path):
    there = tmp_path / "there.txt"
    there.write_text("a shopping list")
    with pytest.raises(StoreUnusable, match="is there already"):
        back_up(store.directory, there)
    assert there.read_text() == "a shopping list"
    with pytest.raises(StoreUnusable, match="cannot be written: No such file"):
        back_up(store.directory, tmp_path / "nowhere" / "copy.sqlite")
    with pytest.raises(StoreUnusable, match="there is no store"):
        back_up(tmp_path / "empty", tmp_path / "copy.sqlite")


def something_else(path):
    connection = sqlite3.connect(path)
    connection.execute("CREATE TABLE recipe (name TEXT)")
    connection.commit()
    connection.close()


def from_a_newer_version(path):
    connection = sqlite3.connect(path)
    connection.executescript(
        "CREATE TABLE alembic_version (version_num TEXT); INSERT INTO alembic_version VALUES ('9999');"
        "CREATE TABLE job (id TEXT); CREATE TABLE setup (id TEXT);"
    )
    connection.close()


@pytest.mark.parametrize(
    ("make", "words"),
    [
        (lambda path: path.write_bytes(b"\x89PNG not a store" * 400), "is no backup of a Kettledrum store"),
        (lambda path: path.write_bytes(b""), "is no backup of a Kettledrum store"),
        (lambda path: None, "no such file"),
        (something_else, "is no backup of a Kettledrum store"),
        (from_a_newer_version, "made by a newer Kettledrum"),
    ],
    ids=["not sqlite", "empty", "missing", "of something else", "newer"],
)
def test_what_is_no_backup_changes_nothing(store, tmp_path, make, words):
    store.jobs.add(a_brief("Round"))
    make(tmp_path / "given")
    with pytest.raises(StoreUnusable, match=words):
        restore(store.directory, tmp_path / "given")
    assert names(store) == ["Round"]
    assert [path.name for path in store.directory.iterdir() if "restore" in path.name] == []


def test_a_backup_with_a_setup_that_cannot_be_read_is_refused(store, tmp_path):
    store.jobs.add(a_brief("Round", "One"))
    back_up(store.directory, tmp_path / "copy.sqlite")
    connection = sqlite3.connect(tmp_path / "copy.sqlite")
    connection.execute("UPDATE setup SET document = '{}'")
    connection.commit()
    connection.close()
    with pytest.raises(StoreUnusable, match="the setup “One” cannot be read"):
        restore(store.directory, tmp_path / "copy.sqlite")
    assert names(store) == ["Round"]


def test_a_backup_can_be_put_where_there_was_no_store(store, tmp_path):
    store.jobs.add(a_brief("Round"))
    back_up(store.directory, tmp_path / "copy.sqlite")
    assert restore(tmp_path / "new", tmp_path / "copy.sqlite") is None
    again = Store(tmp_path / "new")
    assert names(again) == ["Round"]
    again.close()


def test_jobs_are_added_all_or_none(store):
    twice = a_brief("Second", "One", "Two")
    same_names = twice.model_copy(update={"setups": [twice.setups[0], twice.setups[0]]})
    # No brief that was validated is so; the store holds even then.
    with pytest.raises(StoreUnusable):
        store.take_in(Everything([a_brief("First"), same_names], []))
    assert names(store) == []
    *shares, taken = store.taking_in(Everything([a_brief(str(number)) for number in range(20)], []))
    assert shares == [number / 20 for number in range(1, 21)]
    assert [job.name for job in taken.jobs] == names(store)
    assert names(store) == [str(number) for number in range(20)]
    assert store.everything().jobs == [a_brief(str(number)) for number in range(20)]
