"""The store: what was answered is on disk, what was refused changed nothing."""

import sqlite3
import threading
from contextlib import closing

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from hypothesis import HealthCheck, given
from sqlmodel import SQLModel, create_engine

import strategies
from examples import WHOLE_BRIEF, brief, setup, sprockets
from fuzzing import examples
from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import fill, honey_round, stock
from kettledrum.store import NotFound, StaleWrite, Store, StoreUnusable, brief_of
from kettledrum.store.file.database import open_database
from kettledrum.store.file.migrating import upgrade
from kettledrum.store.file.sqlite import FILE_NAME


def a_setup(name: str, front: int = 42) -> Setup:
    return validate(Setup, setup(sprockets([front], [21]), name=name))


def a_job(store: Store, *names: str):
    return store.jobs.add(validate(Brief, brief(*(setup(name=name) for name in names))))


def letters(store: Store, job_id: str) -> str:
    return "".join(held.letter for held in store.jobs.job(job_id).setups)


def test_a_job_is_all_there_after_a_restart(tmp_path):
    first = Store(tmp_path)
    job = first.jobs.add(validate(Brief, WHOLE_BRIEF))
    first.close()
    again = Store(tmp_path)
    assert again.jobs.job(job.id) == job
    assert brief_of(again.jobs.job(job.id)).model_dump(exclude_unset=True) == WHOLE_BRIEF | {
        "setups": [held.setup.model_dump(exclude_unset=True) for held in job.setups],
        "rider": job.need.rider.model_dump(exclude_unset=True),
    }
    again.close()


@examples(30, unhealthy=(HealthCheck.function_scoped_fixture,))
@given(strategies.briefs())
def test_any_brief_goes_through_the_store_unchanged(store, data):
    given_brief = validate(Brief, data)
    assert brief_of(store.jobs.job(store.jobs.add(given_brief).id)) == given_brief


def test_a_change_makes_a_new_version(store):
    job = a_job(store, "One")
    [held] = job.setups
    changed = store.jobs.change_setup(job.id, held.id, a_setup("One", front=44), held.version).setup
    assert (changed.version, changed.letter) == (held.version + 1, "A")
    assert store.jobs.job(job.id).setups == [changed]


def test_a_stale_change_is_refused_and_changes_nothing(store):
    job = a_job(store, "One")
    [held] = job.setups
    now = store.jobs.change_setup(job.id, held.id, a_setup("One", front=44), 1).setup
    with pytest.raises(StaleWrite) as error:
        store.jobs.change_setup(job.id, held.id, a_setup("One", front=50), 1)
    assert error.value.current == 2
    assert store.jobs.job(job.id).setups == [now]
    need = validate(Need, {**job.need.model_dump(), "name": "Other"})
    store.jobs.change_need(job.id, need, 1)
    with pytest.raises(StaleWrite):
        store.jobs.change_need(job.id, job.need, 1)
    assert store.jobs.job(job.id).need.name == "Other"


def test_a_name_that_is_taken_is_refused_and_changes_nothing(store):
    job = a_job(store, "One", "Two")
    before = store.jobs.job(job.id)
    message = "name: must differ from the other setups' names; A is called “One” too"
    with pytest.raises(InvalidInput, match=message):
        store.jobs.add_setup(job.id, a_setup("One"))
    with pytest.raises(InvalidInput, match=message):
        store.jobs.change_setup(job.id, job.setups[1].id, a_setup("One"), 1)
    assert store.jobs.job(job.id) == before


def test_letters_stay_with_their_setups(store):
    job = a_job(store, "One", "Two", "Three")
    store.jobs.delete_setup(job.id, job.setups[1].id)
    assert letters(store, job.id) == "AC"
    added = store.jobs.add_setup(job.id, a_setup("Four"))
    assert added.letter == "B"
    assert letters(store, job.id) == "ACB"
    # Its letter is taken by now, so the one brought back gets the next that is free, at its old place.
    assert store.jobs.restore_setup(job.id, job.setups[1].id).letter == "D"
    assert letters(store, job.id) == "ADCB"


def test_a_deleted_setup_comes_back_as_it_was(store):
    job = a_job(store, "One", "Two")
    store.jobs.delete_setup(job.id, job.setups[0].id)
    assert store.jobs.restore_setup(job.id, job.setups[0].id) == job.setups[0]
    assert store.jobs.job(job.id).setups == job.setups


def test_a_deleted_setup_does_not_come_back_over_its_namesake(store):
    job = a_job(store, "One")
    store.jobs.delete_setup(job.id, job.setups[0].id)
    store.jobs.add_setup(job.id, a_setup("One"))
    with pytest.raises(InvalidInput, match="must differ"):
        store.jobs.restore_setup(job.id, job.setups[0].id)


def test_the_reference_goes_and_comes_with_its_setup(store):
    job = store.jobs.add(honey_round())
    first, second, *_ = job.setups
    assert job.reference_id == first.id
    store.jobs.delete_setup(job.id, first.id)
    assert store.jobs.job(job.id).reference_id is None
    store.jobs.restore_setup(job.id, first.id)
    assert store.jobs.job(job.id).reference_id == first.id
    assert store.jobs.change_reference(job.id, second.id, job.version).reference_id == second.id


def test_a_job_that_came_without_a_reference_gets_none_by_a_second_setup(store):
    brief = honey_round().model_copy(update={"reference": None})
    job = store.jobs.add(brief.model_copy(update={"setups": brief.setups[:1]}))
    store.jobs.add_setup(job.id, brief.setups[1])
    assert store.jobs.job(job.id).reference_id is None


def test_the_first_setup_of_an_empty_job_is_its_reference(store):
    job = a_job(store)
    added = store.jobs.add_setup(job.id, a_setup("One"))
    assert store.jobs.job(job.id).reference_id == added.id
    # And so is the first after that one went.
    store.jobs.delete_setup(job.id, added.id)
    other = store.jobs.add_setup(job.id, a_setup("Two"))
    assert store.jobs.job(job.id).reference_id == other.id


def test_a_job_is_full_at_26(store):
    job = a_job(store, *(str(number) for number in range(26)))
    assert letters(store, job.id) == "ABCDEFGHIJKLMNOPQRSTUVWXYZ"
    with pytest.raises(InvalidInput, match="at most 26"):
        store.jobs.add_setup(job.id, a_setup("one more"))


def test_what_is_not_there_is_said_to_be_missing(store):
    job, other = a_job(store, "One"), a_job(store, "Two")
    with pytest.raises(NotFound):
        store.jobs.job("nowhere")
    with pytest.raises(NotFound):
        store.jobs.setup(job.id, other.setups[0].id)
    with pytest.raises(NotFound):
        store.jobs.restore_setup(job.id, other.setups[0].id)
    store.jobs.delete_setup(job.id, job.setups[0].id)
    with pytest.raises(NotFound):
        store.jobs.delete_setup(job.id, job.setups[0].id)


def test_the_demo_is_put_in_once_and_starts_over_when_asked(store):
    job = store.jobs.job(fill(store)[0])
    store.shelf.stock(stock())
    store.jobs.delete_setup(job.id, job.setups[3].id)
    first, second, *_ = store.shelf.parts()
    store.shelf.take_off([first.id])
    store.shelf.change(second.id, second.part.model_copy(update={"name": "Mine"}), second.version)
    store.shelf.add(first.part.model_copy(update={"name": "Mine too"}))
    assert fill(store) == []
    assert [summary.setup_count for summary in store.jobs.summaries()] == [6, 14, 5, 5, 5]
    assert len(store.shelf.parts()) == len(stock())
    fill(store, fresh=True)
    assert [summary.setup_count for summary in store.jobs.summaries()] == [7, 14, 5, 5, 5]
    assert [record.part for record in store.shelf.parts()] == stock()


def test_writers_at_once_wait_for_each_other(tmp_path):
    stores = [Store(tmp_path), Store(tmp_path)]
    job = a_job(stores[0])
    failures: list[Exception] = []

    def add(store: Store, names: range) -> None:
        try:
            for name in names:
                store.jobs.add_setup(job.id, a_setup(str(name)))
        except Exception as error:
            failures.append(error)

    threads = [
        threading.Thread(target=add, args=(store, range(start, start + 12)))
        for store, start in zip(stores, (0, 100), strict=True)
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert failures == []
    held = stores[1].jobs.job(job.id).setups
    assert sorted(setup.letter for setup in held) == list("ABCDEFGHIJKLMNOPQRSTUVWX")
    for store in stores:
        store.close()


def test_what_is_typed_is_forced_to_disk(tmp_path):
    engine = open_database(tmp_path)
    with engine.connect() as connection:
        found = [
            connection.exec_driver_sql(f"PRAGMA {name}").scalar()
            for name in ("journal_mode", "synchronous", "foreign_keys")
        ]
    engine.dispose()
    assert found == ["wal", 2, 1]  # 2 is FULL


def test_the_migrations_make_just_the_tables_of_the_models(tmp_path):
    engine = open_database(tmp_path)
    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        assert compare_metadata(context, SQLModel.metadata) == []
    engine.dispose()


def test_a_file_that_is_no_store_is_named(tmp_path):
    (tmp_path / FILE_NAME).write_bytes(b"not a database at all, only some text" * 50)
    with pytest.raises(StoreUnusable, match="is damaged: file is not a database"):
        Store(tmp_path)


def test_a_store_of_a_newer_version_is_left_alone(tmp_path):
    Store(tmp_path).close()
    with sqlite3.connect(tmp_path / FILE_NAME) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
    connection.close()
    with pytest.raises(StoreUnusable, match="was made by a newer Kettledrum"):
        Store(tmp_path)


def test_a_directory_that_cannot_be_made_is_named(tmp_path):
    (tmp_path / "taken").write_text("a file")
    with pytest.raises(StoreUnusable, match="cannot be opened"):
        Store(tmp_path / "taken")


def test_a_store_that_breaks_while_open_is_said_to(tmp_path):
    store = Store(tmp_path)
    job = a_job(store, "One")
    with sqlite3.connect(tmp_path / FILE_NAME) as connection:
        connection.execute("DROP TABLE setup")
    connection.close()
    with pytest.raises(StoreUnusable, match="cannot be written"):
        store.jobs.add_setup(job.id, a_setup("Two"))
    with pytest.raises(StoreUnusable, match="cannot be read"):
        store.jobs.job(job.id)
    store.close()


def test_a_job_is_put_away_and_brought_back_as_it_was(store):
    job, other = a_job(store, "One"), a_job(store, "Two")
    store.jobs.delete(job.id)
    assert [summary.id for summary in store.jobs.summaries()] == [other.id]
    assert [summary.id for summary in store.jobs.summaries(deleted=True)] == [job.id]
    for refused in (store.jobs.job, store.jobs.delete, store.jobs.copy):
        with pytest.raises(NotFound):
            refused(job.id)
    with pytest.raises(NotFound):
        store.jobs.add_setup(job.id, a_setup("Two"))
    assert store.jobs.restore(job.id) == job
    assert store.jobs.summaries(deleted=True) == []


def test_a_demo_that_was_put_away_stays_away(store):
    for job in fill(store):
        store.jobs.delete(job)
    assert len(store.jobs.summaries(deleted=True)) == 5
    assert fill(store) == []
    assert store.jobs.summaries() == []


def test_a_copied_job_goes_its_own_way(store):
    job = store.jobs.add(honey_round())
    copy = store.jobs.copy(job.id)
    assert copy.need.name == "Honey round, copy"
    assert brief_of(copy).setups == brief_of(job).setups
    assert brief_of(copy).reference == brief_of(job).reference
    store.jobs.delete_setup(copy.id, copy.setups[0].id)
    assert store.jobs.job(job.id) == job
    long = validate(Brief, brief(name="x" * 120))
    assert store.jobs.copy(store.jobs.add(long).id).need.name == "x" * 114 + ", copy"


def test_setups_are_put_in_another_order_and_keep_their_letters(store):
    job = a_job(store, "One", "Two", "Three")
    one, two, three = (held.id for held in job.setups)
    assert [held.letter for held in store.jobs.change_order(job.id, [three, one, two], 0).setups] == [
        "C",
        "A",
        "B",
    ]
    with pytest.raises(StaleWrite):
        store.jobs.change_order(job.id, [one, two, three], 0)
    for wrong in ([one, two], [one, two, two], [one, two, three, "four"], []):
        with pytest.raises(InvalidInput, match="must name every setup of the job once"):
            store.jobs.change_order(job.id, wrong, 1)
    assert letters(store, job.id) == "CAB"
    assert store.history.undo(job.id, 1).what == "order of the setups"
    assert letters(store, job.id) == "ABC"


def shape(directory) -> dict[str, list[object]]:
    """Every table's columns, indexes and foreign keys, as SQLite has them."""
    with closing(sqlite3.connect(directory / FILE_NAME)) as connection:
        tables = [row[0] for row in connection.execute("SELECT name FROM sqlite_schema WHERE type = 'table'")]
        return {
            table: sorted(
                str(row[1:] if what == "table_info" else row[2:])
                for what in ("table_info", "foreign_key_list", "index_list")
                for row in connection.execute(f"PRAGMA {what}({table})")
            )
            for table in tables
        }


def test_a_new_store_is_as_the_migrations_would_leave_it(tmp_path):
    Store(tmp_path / "new").close()
    (tmp_path / "migrated").mkdir()
    engine = create_engine(f"sqlite:///{tmp_path / 'migrated' / FILE_NAME}")
    upgrade(engine)
    engine.dispose()
    assert shape(tmp_path / "new") == shape(tmp_path / "migrated")
