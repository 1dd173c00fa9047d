"""A damaged store: found at the start, kept aside, and offered back as far as it can be read."""

import sqlite3
from contextlib import closing

import pytest

from examples import brief, setup
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything
from kettledrum.store import NotFound, Store, StoreUnusable
from kettledrum.store.file.sqlite import FILE_NAME

PAGE = 4096
HUB = validate(Part, {"kind": "hub", "name": "hub", "gears": {"ratios": [1, 1.5]}})


def filled(directory, jobs=30):
    """A store of many jobs with two setups each, all of it in its one file; returns the jobs' names."""
    store = Store(directory)
    given = [
        validate(Brief, {**brief(setup(name="One"), setup(name="Two")), "name": f"Job {number}"})
        for number in range(jobs)
    ]
    store.take_in(Everything(given, []))
    store.close()
    with closing(sqlite3.connect(directory / FILE_NAME)) as connection:
        connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    return [job.name for job in given]


def pages_of(directory, table) -> list[int]:
    """The numbers, from 1, of the pages that hold rows of a table, told by what stands in them."""
    with closing(sqlite3.connect(directory / FILE_NAME)) as connection:
        mark = {"setup": "bead_seat_mm", "job": "cadence_rpm"}[table].encode()
        count = connection.execute("PRAGMA page_count").fetchone()[0]
    data = (directory / FILE_NAME).read_bytes()
    return [n for n in range(1, count + 1) if mark in data[(n - 1) * PAGE : n * PAGE]]


def spoil(directory, page):
    with (directory / FILE_NAME).open("r+b") as file:
        file.seek((page - 1) * PAGE)
        file.write(b"\xa5" * PAGE)


def test_a_sound_store_is_left_alone(tmp_path):
    filled(tmp_path, 2)
    store = Store.mended(tmp_path)
    assert store.damaged() == []
    assert len(store.jobs.summaries()) == 2
    store.close()


@pytest.mark.parametrize("which", [0, 1, -1])
def test_all_but_the_broken_pages_comes_back(tmp_path, which):
    names = filled(tmp_path)
    spoil(tmp_path, pages_of(tmp_path, "setup")[which])
    with pytest.raises(StoreUnusable, match="is damaged"):
        Store(tmp_path)
    store = Store.mended(tmp_path)
    assert store.jobs.summaries() == []
    [offered] = store.damaged()
    assert (tmp_path / offered.file).exists()
    assert offered.jobs == names
    assert 60 - 2 * PAGE / 200 < offered.setup_count < 60
    store.bring_back(offered.file)
    assert [job.name for job in store.jobs.summaries()] == names
    assert sum(job.setup_count for job in store.jobs.summaries()) == offered.setup_count
    assert store.damaged() == []
    assert list(tmp_path.glob("kettledrum-damaged-*-done.sqlite"))
    store.close()


def test_setups_whose_jobs_are_lost_come_back_in_a_job_that_says_so(tmp_path):
    filled(tmp_path)
    for page in pages_of(tmp_path, "job"):
        if page not in pages_of(tmp_path, "setup"):
            spoil(tmp_path, page)
    store = Store.mended(tmp_path)
    [offered] = store.damaged()
    assert "Setups whose job could not be read" in offered.jobs
    store.bring_back(offered.file)
    held = store.everything().jobs
    notes = [job.notes for job in held if job.name == "Setups whose job could not be read"]
    assert all("placeholders" in text for text in notes)
    store.close()


def test_content_that_is_no_json_any_more_is_damage_too(tmp_path):
    filled(tmp_path, 2)
    with closing(sqlite3.connect(tmp_path / FILE_NAME)) as connection:
        connection.execute("UPDATE setup SET document = substr(document, 2) WHERE rowid = 1")
        connection.commit()
    store = Store.mended(tmp_path)
    [offered] = store.damaged()
    assert (offered.jobs, offered.setup_count, offered.lost) == (["Job 0", "Job 1"], 3, 1)
    store.dismiss(offered.file)
    assert store.damaged() == []
    store.close()


def test_parts_come_back_too(tmp_path):
    filled(tmp_path, 1)
    store = Store(tmp_path)
    held = [part.model_copy(update={"name": f"hub {n}"}) for n, part in enumerate([HUB, HUB, HUB])]
    store.shelf.bring_in(held)
    store.close()
    with closing(sqlite3.connect(tmp_path / FILE_NAME)) as connection:
        connection.execute("UPDATE part SET document = '{' WHERE name = 'hub 1'")
        connection.commit()
    store = Store.mended(tmp_path)
    [offered] = store.damaged()
    assert (offered.part_count, offered.lost) == (2, 1)
    store.shelf.bring_in(held[:1])
    store.bring_back(offered.file)
    assert [record.part.name for record in store.shelf.parts()] == ["hub 0", "hub 2"]
    store.close()


def test_what_is_no_database_any_more_is_kept_and_said_to_hold_nothing(tmp_path):
    filled(tmp_path, 2)
    (tmp_path / FILE_NAME).write_bytes(b"\0" * 9000)
    store = Store.mended(tmp_path)
    [offered] = store.damaged()
    assert (tmp_path / offered.file).read_bytes() == b"\0" * 9000
    assert (offered.jobs, offered.setup_count) == ([], 0)
    for name in ("../kettledrum.sqlite", FILE_NAME, "kettledrum-damaged-1.sqlite"):
        with pytest.raises(NotFound):
            store.bring_back(name)
    store.close()


def test_an_older_store_is_copied_before_it_is_brought_up_to_date(tmp_path):
    filled(tmp_path, 1)
    with closing(sqlite3.connect(tmp_path / FILE_NAME)) as connection:
        # As migration 0003 found it.
        for table in ("part", "road", "road_line", "ride", "bike", "ride_seconds"):
            connection.execute(f"DROP TABLE {table}")
        connection.execute("ALTER TABLE job DROP COLUMN deleted_at")
        connection.execute("UPDATE alembic_version SET version_num = '0002'")
        connection.commit()
    store = Store(tmp_path)
    assert len(store.jobs.summaries()) == 1
    store.close()
    [copy] = tmp_path.glob("kettledrum-before-update-from-0002-*.sqlite")
    with closing(sqlite3.connect(copy)) as connection:
        columns = [row[1] for row in connection.execute("PRAGMA table_info(job)")]
        assert "deleted_at" not in columns
        assert connection.execute("SELECT count(*) FROM job").fetchone() == (1,)
    Store(tmp_path).close()
    assert len(list(tmp_path.glob("kettledrum-before-update-*"))) == 1


@pytest.mark.parametrize("place", range(0, 100, 10))
def test_a_broken_head_is_damage_too(tmp_path, place):
    filled(tmp_path, 2)
    with (tmp_path / FILE_NAME).open("r+b") as file:
        file.seek(place)
        file.write(b"\xff" * 10)
    store = Store.mended(tmp_path)
    # Either SQLite does without those bytes, or the file is kept aside; never is it refused.
    assert len(store.jobs.summaries()) == 2 or len(store.damaged()) == 1
    store.jobs.add(validate(Brief, brief()))
    store.close()
