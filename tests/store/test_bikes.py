"""Bikes and rides in the store: undo, versions, damage, copies, what is let go."""

import sqlite3
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fuzzing import examples
from kettledrum.core.log.bike import BikeHead, Done, Happened, Mounted
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.demo import demo_data, honey_round
from kettledrum.formats.ride_seconds import digest
from kettledrum.store import NotFound, StaleWrite, Store, back_up, restore
from kettledrum.store.file.damaged import salvage

MAY = date(2026, 5, 1)
BRIEF = honey_round()
PACKED = next(iter(demo_data().seconds.values()))


def head(name="Tall one", **parts) -> BikeHead:
    usual = {"name": name, "since": MAY, "mounted": [Mounted(on=MAY, setup=BRIEF.setups[3])]}
    return BikeHead(**{**usual, **parts})


def ride(day=1, km=10.0, **parts) -> LoggedRide:
    return LoggedRide(on=MAY + timedelta(days=day), km=km, **parts)


@pytest.fixture
def store(tmp_path):
    held = Store(tmp_path)
    yield held
    held.close()


@pytest.fixture
def job(store):
    return store.jobs.add(BRIEF).id


@pytest.fixture
def bike(store, job):
    return store.bikes.add(job, head())


def undone(store, job):
    revision = store.jobs.job(job).revision
    return store.history.undo(job, revision).what


def redone(store, job):
    return store.history.redo(job, store.jobs.job(job).revision).what


def rides_of(store, job, bike):
    return [each.ride for each in store.bikes.bike(job, bike.id)[1]]


def test_a_bike_with_rides_comes_back_oldest_first(store, job, bike):
    store.bikes.add_rides(job, bike.id, [ride(5), ride(1), ride(3)])
    record, rides = store.bikes.bike(job, bike.id)
    assert record.bike == head()
    assert [each.ride.on.day for each in rides] == [2, 4, 6]
    assert [each.bike.name for each, _ in store.bikes.bikes(job)] == ["Tall one"]


def test_undo_says_what_it_took_back(store, job, bike):
    store.bikes.add_rides(job, bike.id, [ride(1)])
    store.bikes.add_rides(job, bike.id, [ride(2), ride(3)])
    held = store.bikes.bike(job, bike.id)[1]
    store.bikes.change_ride(job, bike.id, held[0].id, ride(1, 12.0), held[0].version)
    changed = store.bikes.change(job, bike.id, head(happened=[Happened(on=MAY, what="leak")]), bike.version)
    store.bikes.change(
        job,
        bike.id,
        head(happened=[Happened(on=MAY, what="leak")], done=[Done(on=MAY, part="hub", what="oil")]),
        changed.version,
    )
    store.bikes.delete_rides(job, bike.id, [each.id for each in held[:2]])
    store.bikes.delete(job, bike.id)
    told = [undone(store, job) for _ in range(8)]
    assert told == [
        "deletion of the bike “Tall one”",
        "deletion of 2 rides",
        "work done of the bike “Tall one”",
        "what happened of the bike “Tall one”",
        "figures of the ride of 2 May 2026",
        "addition of 2 rides",
        "addition of the ride of 2 May 2026",
        "addition of the bike “Tall one”",
    ]
    assert store.bikes.bikes(job) == []
    again = [redone(store, job) for _ in range(8)]
    assert again == told[::-1]


def test_two_entries_in_a_moment_are_two_steps(store, job, bike):
    one = store.bikes.change(job, bike.id, head(happened=[Happened(on=MAY, what="slip")]), bike.version)
    store.bikes.change(job, bike.id, head(happened=[Happened(on=MAY, what="slip")] * 2), one.version)
    undone(store, job)
    assert len(store.bikes.bike(job, bike.id)[0].bike.happened) == 1


@examples(10)
@given(st.lists(st.sampled_from(["ride", "two", "name", "drop", "slip"]), max_size=8))
def test_undo_and_redo_over_any_sequence(tmp_path_factory, deeds):
    store = Store(tmp_path_factory.mktemp("any"))
    job = store.jobs.add(BRIEF).id
    bike = store.bikes.add(job, head())
    states = [_seen(store, job)]
    for number, deed in enumerate(deeds):
        record, rides = store.bikes.bike(job, bike.id)
        if deed == "ride":
            store.bikes.add_rides(job, bike.id, [ride(number)])
        elif deed == "two":
            store.bikes.add_rides(job, bike.id, [ride(number), ride(number, 11)])
        elif deed == "name":
            store.bikes.change(job, bike.id, head(f"Bike {number}"), record.version)
        elif deed == "slip":
            happened = [*(record.bike.happened or []), Happened(on=MAY, what="slip")]
            store.bikes.change(
                job, bike.id, record.bike.model_copy(update={"happened": happened}), record.version
            )
        elif rides:
            store.bikes.delete_rides(job, bike.id, [rides[0].id])
        if _seen(store, job) != states[-1]:
            states.append(_seen(store, job))
    for state in states[-2::-1]:
        undone(store, job)
        seen = _seen(store, job)
        # What was typed at once is one step.
        assert seen in states
        if seen != state:
            break
    while redone(store, job):
        pass
    assert _seen(store, job) == states[-1]
    store.close()


def _seen(store, job):
    return [(each.bike, [one.ride for one in rides]) for each, rides in store.bikes.bikes(job)]


def test_names_versions_and_days_are_judged(store, job, bike):
    with pytest.raises(InvalidInput, match="must differ"):
        store.bikes.add(job, head())
    other = store.bikes.add(job, head("Other"))
    with pytest.raises(InvalidInput, match="must differ"):
        store.bikes.change(job, other.id, head(), other.version)
    with pytest.raises(StaleWrite):
        store.bikes.change(job, bike.id, head(), bike.version + 1)
    with pytest.raises(InvalidInput, match=r"must be 1 May 2026 or later"):
        store.bikes.add_rides(job, bike.id, [ride(1), ride(-1)])
    assert rides_of(store, job, bike) == []
    store.bikes.add_rides(job, bike.id, [ride(3)])
    late = MAY + timedelta(days=4)
    with pytest.raises(InvalidInput, match="must be by 2026-05-04, the day of its first ride"):
        store.bikes.change(
            job, bike.id, head(since=late, mounted=[Mounted(on=MAY, setup=BRIEF.setups[3])]), bike.version
        )
    (held,) = store.bikes.bike(job, bike.id)[1]
    with pytest.raises(InvalidInput, match="or later"):
        store.bikes.change_ride(job, bike.id, held.id, ride(-2), held.version)
    with pytest.raises(StaleWrite):
        store.bikes.change_ride(job, bike.id, held.id, ride(4), held.version + 1)


def test_what_is_not_there(store, job, bike):
    other = store.jobs.add(BRIEF).id
    for ask in (
        lambda: store.bikes.bike(other, bike.id),
        lambda: store.bikes.bike(job, "none"),
        lambda: store.bikes.ride(job, bike.id, "none"),
        lambda: store.bikes.delete_rides(job, bike.id, ["none"]),
        lambda: store.bikes.restore(other, bike.id),
        lambda: store.bikes.bikes("none"),
    ):
        with pytest.raises(NotFound):
            ask()


def test_a_job_holds_so_many_bikes(store, job, bike):
    for number in range(11):
        store.bikes.add(job, head(f"Bike {number}"))
    with pytest.raises(InvalidInput, match="at most 12 bikes"):
        store.bikes.add(job, head("One more"))


def test_seconds_stay_as_long_as_a_ride_or_a_step_needs_them(store, job, bike):
    name = digest(PACKED)
    store.bikes.keep_seconds({name: PACKED, digest(b"x"): b"x"})
    (added,) = store.bikes.add_rides(job, bike.id, [ride(1, seconds=name)])
    assert store.bikes.seconds([name, "none"]) == {name: PACKED}
    store.forget(100, deleted=False)
    # What no ride was made of goes.
    assert store.bikes.seconds([name, digest(b"x")]) == {name: PACKED}
    store.bikes.put_rides(job, bike.id, {added.id: ride(1)})
    store.forget(100, deleted=False)
    assert store.bikes.seconds([name]) == {name: PACKED}
    store.forget(0, deleted=True)
    assert store.bikes.seconds([name]) == {}
    assert rides_of(store, job, bike) == [ride(1)]


def test_a_ride_whose_seconds_are_not_there_does_without(store, job, bike):
    store.bikes.add_rides(job, bike.id, [ride(1, seconds="0" * 64)])
    assert rides_of(store, job, bike)[0].seconds is None


def test_what_was_deleted_is_let_go(store, job, bike):
    store.bikes.add_rides(job, bike.id, [ride(1), ride(2)])
    store.bikes.delete(job, bike.id)
    assert store.size().bikes == 0
    assert store.size().deleted_things == 1
    store.forget(0, deleted=True)
    assert store.size().deleted_things == 0
    with pytest.raises(NotFound):
        store.bikes.restore(job, bike.id)


def test_the_mark_of_a_job_moves_with_its_bikes(store, job, bike):
    marks = [store.jobs.mark(job)]
    store.bikes.add_rides(job, bike.id, [ride(1)])
    marks.append(store.jobs.mark(job))
    held = store.bikes.bike(job, bike.id)[1][0]
    store.bikes.change_ride(job, bike.id, held.id, ride(2), held.version)
    marks.append(store.jobs.mark(job))
    store.bikes.delete(job, bike.id)
    marks.append(store.jobs.mark(job))
    assert len(set(marks)) == 4


def test_bikes_go_out_in_everything_and_come_in(store, job, bike, tmp_path_factory):
    name = digest(PACKED)
    store.bikes.keep_seconds({name: PACKED})
    store.bikes.add_rides(job, bike.id, [ride(1, seconds=name), ride(2)])
    store.jobs.add(BRIEF)
    found = store.everything()
    assert list(found.logs) == [0]
    assert found.seconds == {name: PACKED}
    other = Store(tmp_path_factory.mktemp("other"))
    other.take_in(found)
    assert other.everything() == found
    other.close()


def test_a_log_comes_in_beside_a_bike_of_its_name(store, job, bike):
    store.bikes.add_rides(job, bike.id, [ride(1)])
    added = store.bikes.take_in(job, store.bikes.log(job))
    assert [each.bike.name for each in added] == ["Tall one 2"]
    assert rides_of(store, job, added[0]) == [ride(1)]
    assert store.jobs.job(job).undo == "addition of the bike “Tall one 2”"


def test_a_copied_job_leaves_the_bikes_behind(store, job, bike):
    copy = store.jobs.copy(job)
    assert store.bikes.bikes(copy.id) == []


def test_salvage_brings_bikes_and_rides_that_are_sound(store, job, bike, tmp_path):
    name = digest(PACKED)
    store.bikes.keep_seconds({name: PACKED})
    store.bikes.add_rides(job, bike.id, [ride(1, seconds=name), ride(2), ride(3)])
    store.bikes.add(job, head("Broken"))
    store.close()
    with sqlite3.connect(tmp_path / "kettledrum.sqlite") as connection:
        connection.execute("UPDATE ride SET document = '{' WHERE day = '2026-05-03'")
        connection.execute("UPDATE bike SET document = '{\"name\": 3}' WHERE name = 'Broken'")
        connection.execute("INSERT INTO ride_seconds VALUES ('0', x'00')")
    found, lost = salvage(tmp_path / "kettledrum.sqlite")
    (held,) = found.logs[0].bikes
    assert [one.on.day for one in held.rides] == [2, 4]
    assert found.seconds == {name: PACKED}
    assert lost == 2


def test_a_store_of_before_bikes_is_salvaged_too(store, job, tmp_path):
    store.close()
    with sqlite3.connect(tmp_path / "kettledrum.sqlite") as connection:
        for table in ("ride", "bike", "ride_seconds"):
            connection.execute(f"DROP TABLE {table}")
    found, lost = salvage(tmp_path / "kettledrum.sqlite")
    assert (len(found.jobs), found.logs, lost) == (1, {}, 0)


def test_a_backup_brings_bikes_back_under_newer_versions(store, job, bike, tmp_path_factory):
    store.bikes.add_rides(job, bike.id, [ride(1)])
    held = store.bikes.bike(job, bike.id)[1][0]
    copy = tmp_path_factory.mktemp("copies") / "copy.sqlite"
    back_up(store.directory, copy)
    for number in range(5):
        held = store.bikes.change_ride(job, bike.id, held.id, ride(1, 20.0 + number), held.version)
    store.close()
    restore(store.directory, copy)
    again = Store(store.directory)
    back = again.bikes.bike(job, bike.id)[1][0]
    assert back.ride.km == 10
    assert back.version > held.version
    again.close()
