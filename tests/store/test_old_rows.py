"""Rows of older versions, which kept unread what is read now."""

import json
import sqlite3
from contextlib import closing

from examples import brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate


def test_what_an_older_version_kept_unread_goes_to_the_notes_and_the_rest_stays(store):
    job = store.jobs.add(
        validate(Brief, {**brief(setup(name="One")), "notes": "Bees.", "load": {"cargo_kg": 31}})
    )
    with closing(sqlite3.connect(store.directory / "kettledrum.sqlite")) as connection:
        [(text,)] = connection.execute("SELECT need FROM job").fetchall()
        need = {**json.loads(text), "road": {"steepest": 0.14, "mood": "long"}, "wants": {"top_kmh": "fast"}}
        need["load"]["bike_kg"] = 10_000
        connection.execute("UPDATE job SET need = ?", (json.dumps(need),))
        connection.commit()
    found = store.jobs.job(job.id).need
    assert (found.load.cargo_kg, found.load.bike_kg, found.road.steepest) == (31, None, 0.14)
    assert found.notes == (
        "Bees.\nKept from an older version: load.bike_kg = 10000\n"
        'Kept from an older version: road.mood = "long"\n'
        'Kept from an older version: wants.top_kmh = "fast"'
    )
    # From the next change on it is so on disk as well.
    store.jobs.change_need(job.id, found, store.jobs.job(job.id).version)
    assert store.jobs.job(job.id).need == found


def test_what_an_older_version_kept_unread_of_a_setup_goes_to_its_parts(store):
    job = store.jobs.add(validate(Brief, brief(setup(sprockets([44], [19]), hub(1, 2), name="One"))))
    with closing(sqlite3.connect(store.directory / "kettledrum.sqlite")) as connection:
        [(text,)] = connection.execute("SELECT document FROM setup").fetchall()
        old = json.loads(text)
        old["path"][1] |= {"limits": {"torque": "much"}, "price": 80, "mass_kg": "2 kg"}
        old |= {"parts": ["bell"]}
        connection.execute("UPDATE setup SET document = ?", (json.dumps(old),))
        connection.commit()
    [found] = store.jobs.job(job.id).setups
    assert (found.setup.path[1].price, found.setup.path[1].limits) == (80, None)
    assert found.setup.parts == {
        "kept from an older version": {
            "path[1].limits": {"torque": "much"},
            "path[1].mass_kg": "2 kg",
            "parts": ["bell"],
        }
    }


def test_a_motor_that_cannot_be_read_goes_to_the_parts_and_the_others_stay(store):
    motors = [{"at": "cranks", "torque_nm": 60}, {"at": "rear hub", "torque_nm": 40}]
    job = store.jobs.add(validate(Brief, brief(setup(name="One", motors=motors))))
    with closing(sqlite3.connect(store.directory / "kettledrum.sqlite")) as connection:
        [(text,)] = connection.execute("SELECT document FROM setup").fetchall()
        old = json.loads(text)
        old["motors"].insert(1, {"torque": "strong"})
        connection.execute("UPDATE setup SET document = ?", (json.dumps(old),))
        connection.commit()
    [found] = store.jobs.job(job.id).setups
    assert [motor.torque_nm for motor in found.setup.motors] == [60, 40]
    assert found.setup.parts == {"kept from an older version": {"motors[1]": {"torque": "strong"}}}
