"""Roads out of the store: read once while they stay as they are, anew when they change, told when damaged."""

import sqlite3
from contextlib import closing

import pytest

from examples import brief
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Rides, Route, RouteEdit
from kettledrum.core.terms.validation import validate
from kettledrum.store import StoreUnusable
from kettledrum.store.file.sqlite import FILE_NAME

RIDGE = Route(name="Ridge", points=[(0.0, 300.0), (500.0, 340.0), (900.0, 320.0)])


@pytest.fixture
def road(store):
    """The job and the road that it has."""
    job = store.jobs.add(validate(Brief, brief()))
    [added] = store.roads.add(job.id, [RIDGE])
    return job.id, added


def test_what_has_not_changed_is_read_once_and_what_has_anew(store, road):
    job, record = road
    [(_, first)] = store.roads.routes(job)
    [(_, again)] = store.roads.routes(job)
    assert first is again
    assert first == RIDGE
    edit = RouteEdit(name="Over the ridge", rides=Rides(count=2, per="week"))
    saved = store.roads.change(job, record.id, edit, record.version)
    [(_, changed)] = store.roads.routes(job)
    assert (changed.name, changed.rides.a_year, changed.points) == ("Over the ridge", 104, RIDGE.points)
    assert (first.name, first.rides) == ("Ridge", None)
    store.roads.delete(job, saved.road.id)
    assert store.roads.routes(job) == []


@pytest.mark.parametrize("document", ["[]", "null", '"Ridge"', '{"name": ', "{}"])
def test_a_damaged_road_is_told_by_its_name(store, road, tmp_path, document):
    job, record = road
    assert store.roads.route(job, record.id) == RIDGE
    with closing(sqlite3.connect(tmp_path / FILE_NAME)) as connection, connection:
        connection.execute("UPDATE road SET document = ?", (document,))
    with pytest.raises(StoreUnusable, match="the road “Ridge” cannot be read from the store"):
        store.roads.route(job, record.id)
    if document != "{}":
        with pytest.raises(StoreUnusable, match="the road “Ridge” cannot be read from the store"):
            store.jobs.job(job)
