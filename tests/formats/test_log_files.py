"""Log files, packed seconds of rides, and both in archives."""

import io
import json
import zipfile

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from ride_files import fit

from kettledrum.core.log.bike import Log
from kettledrum.core.rides.channels import Channels, Shift
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.demo import demo_data, stock
from kettledrum.formats.archive import Everything, pack, unpack
from kettledrum.formats.imports import kind_of, read_any
from kettledrum.formats.log_file import log_text, read_log
from kettledrum.formats.ride_seconds import digest, packed_seconds, unpacked_seconds
from kettledrum.formats.shelf import read_shelf
from made_up_rides import made_up
from refusals import WRONG, said_of, strange

DATA = demo_data()
LOG = DATA.logs[0]
RIDE = {"on": "2026-05-02", "km": 12}


def a_log(**parts):
    """A log of one bike, as data."""
    data = json.loads(log_text(LOG))
    bike = {key: value for key, value in data["bikes"][1].items() if key != "rides"}
    return {"format": "kettledrum-log/1", "bikes": [{**bike, **parts}]}


def refused(data) -> str:
    with pytest.raises(InvalidInput) as caught:
        read_log(json.dumps(data).encode())
    return "; ".join(f"{each.where}: {each.what}" for each in caught.value.problems)


def test_a_log_comes_back_as_it_was():
    text = log_text(LOG)
    assert read_log(text.encode()) == LOG
    assert log_text(read_log(text.encode())) == text
    # A ride a line.
    assert sum('"km":' in line for line in text.splitlines()) > 40


def test_a_name_that_looks_like_a_mark_of_ours_stays():
    data = a_log(rides=[RIDE], notes='"0 rides 0"')
    assert read_log(log_text(Log.model_validate(data)).encode()).bikes[0].notes == '"0 rides 0"'


@pytest.mark.parametrize(
    ("parts", "what"),
    [
        ({"mounted": []}, "bikes[0].mounted: must have at least one entry"),
        ({"since": "2026-13-01"}, "bikes[0].since: must be a day from 1950 to 2150"),
        ({"rides": [{**RIDE, "km": 0}]}, "bikes[0].rides[0].km: must be above 0"),
        ({"rides": [{**RIDE, "km": 1501}]}, "at most 1500 km"),
        ({"rides": [{**RIDE, "minutes": 5}]}, "nobody rides faster"),
        ({"rides": [{**RIDE, "minutes": 3601}]}, "at most 3600 minutes"),
        ({"rides": [{**RIDE, "seconds": "abc"}]}, "bikes[0].rides[0].seconds"),
        ({"rides": [{**RIDE, "began": "yesterday"}]}, "bikes[0].rides[0].began"),
        ({"happened": [{"on": "2026-05-02", "what": "sang"}]}, "bikes[0].happened[0].what"),
        (
            {"happened": [{"on": "2026-05-02", "what": "slip", "slope": 7}]},
            "slope: must be from -0.6",
        ),
        ({"happened": [{"on": "2026-05-02", "what": "slip", "start": "8"}]}, "start: is not known here"),
        ({"done": [{"on": "2026-05-02", "part": "hub"}]}, "bikes[0].done[0].what: is missing"),
        ({"km_at_start": -1}, "km_at_start: must be from 0"),
    ],
)
def test_what_is_wrong_is_named(parts, what):
    assert what in refused(a_log(**parts))


def test_days_out_of_order_and_names_twice_are_refused():
    data = a_log()
    mounted = data["bikes"][0]["mounted"]
    later = {**mounted[0], "on": "2026-04-06"}
    assert "mounted[1].on: must be later" in refused(a_log(mounted=[*mounted, later]))
    assert "mounted[0].on: must be by 2026-04-01" in refused(a_log(since="2026-04-01"))
    assert "must differ from the other bikes" in refused({**data, "bikes": data["bikes"] * 2})
    assert "format" in refused({**data, "format": "kettledrum-log/2"})


def channels(count, seed=1, shifts=None) -> Channels:
    random = np.random.default_rng(seed)

    def row(low, high):
        values = random.uniform(low, high, count)
        values[random.random(count) < 0.1] = np.nan
        return values

    return Channels(row(0, 40), row(0, 220), row(0, 3000), row(-400, 5000), row(-30, 45), shifts)


@settings(max_examples=30)
@given(st.integers(1, 400), st.integers(0, 1000))
def test_packed_seconds_come_back_to_their_steps(count, seed):
    ride = channels(count, seed, [Shift(3, 1, 2, 44, None), Shift(9)])
    back = unpacked_seconds(packed_seconds(ride))
    for name, step in (
        ("speed_mps", 0.001),
        ("cadence_rpm", 0.1),
        ("power_w", 1),
        ("elevation_m", 0.2),
        ("temperature_c", 0.1),
    ):
        was, now = getattr(ride, name), getattr(back, name)
        assert (np.isnan(was) == np.isnan(now)).all()
        assert np.nanmax(np.abs(was - now), initial=0) <= step / 2 + 1e-9
    assert back.shifts == ride.shifts


def test_packing_twice_changes_nothing_and_three_hours_are_small():
    once = packed_seconds(made_up([2, 2.5, 3.1, 4], 10_800).ride)
    assert packed_seconds(unpacked_seconds(once)) == once
    assert len(once) < 60_000
    assert unpacked_seconds(once).shifts is None


def npz(**rows) -> bytes:
    held = io.BytesIO()
    np.savez_compressed(held, **rows)
    return held.getvalue()


def test_what_are_no_packed_seconds():
    row = np.zeros(10, dtype=np.uint16)
    names = ("speed_mps", "cadence_rpm", "power_w", "elevation_m", "temperature_c")
    good = npz(**dict.fromkeys(names, row))
    assert unpacked_seconds(good).seconds == 10
    bad = [
        b"",
        b"PK",
        good[:-30],
        npz(speed_mps=row),
        npz(**{**dict.fromkeys(names, row), "power_w": row[:5]}),
        npz(**dict.fromkeys(names, row[:0])),
        npz(**dict.fromkeys(names, np.zeros(70 * 3600, dtype=np.uint16))),
        npz(**{**dict.fromkeys(names, row), "more": np.zeros(8_000_000)}),
    ]
    for data in bad:
        with pytest.raises(InvalidInput, match="cannot be read"):
            unpacked_seconds(data)


def test_an_archive_takes_bikes_and_seconds_along():
    held = Everything(DATA.jobs[:2], [], DATA.logs, DATA.seconds)
    assert unpack(pack(held, "2026-05-01T08:00:00+00:00")) == held


def test_an_archive_has_room_for_the_latest_rides_first(monkeypatch):
    from kettledrum.formats import archive

    monkeypatch.setattr(archive, "MOST_SECONDS_BYTES", 40_000)
    kept = unpack(pack(Everything(DATA.jobs[:1], [], DATA.logs, DATA.seconds), "now")).seconds
    assert 0 < len(kept) < len(DATA.seconds)
    days = {ride.seconds: ride.on for bike in LOG.bikes for ride in bike.rides or [] if ride.seconds}
    assert max(days[each] for each in DATA.seconds if each not in kept) <= min(days[each] for each in kept)


def tampered(change) -> bytes:
    packed = pack(Everything(DATA.jobs[:1], [], DATA.logs, DATA.seconds), "now")
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(packed)) as was, zipfile.ZipFile(out, "w") as now:
        for name in was.namelist():
            content = change(name, was.read(name))
            if content is not None:
                now.writestr(name, content)
    return out.getvalue()


@pytest.mark.parametrize(
    ("change", "what"),
    [
        (lambda name, data: data + b" " if "seconds/" in name else data, "it was changed on the way"),
        (lambda name, data: None if "seconds/" in name else data, "must stand once"),
        (
            lambda name, data: data.replace(b".log.json", b".lag.json") if name == "archive.json" else data,
            "once",
        ),
        (lambda name, data: b"{}" if name.endswith(".log.json") else data, "format: is missing"),
    ],
)
def test_an_archive_that_was_meddled_with_is_refused(change, what):
    with pytest.raises(InvalidInput, match=what):
        unpack(tampered(change))


def test_seconds_that_are_none_are_refused_though_their_name_is_right():
    false = b"no archive"
    held = Everything(DATA.jobs[:1], [], {}, {digest(false): false})
    with pytest.raises(InvalidInput, match="cannot be read"):
        unpack(pack(held, "now"))


def test_rides_and_logs_are_told_apart_and_sent_to_bikes():
    ride = fit(made_up([2, 3], 60).ride)
    assert kind_of(ride[:8000]) == "rides"
    assert kind_of(log_text(LOG).encode()[:8000]) == "logs"
    for content in (ride, log_text(LOG).encode()):
        with pytest.raises(InvalidInput, match="open Bikes"):
            read_any(content)


@pytest.mark.parametrize("wrong", WRONG, ids=repr)
def test_whatever_is_wrong_in_a_log_or_a_shelf_is_said_in_our_words(wrong):
    log = json.loads(log_text(demo_data().logs[0]))
    for bike in log["bikes"]:
        # Those of a kind are alike.
        bike["rides"] = [ride for ride in bike["rides"] if ride.get("began")][:1] + bike["rides"][-1:]
    said = said_of(wrong, [log], lambda data: read_log(json.dumps(data).encode()))
    shelf = {
        "format": "kettledrum-shelf/1",
        "parts": [part.model_dump(mode="json", exclude_unset=True) for part in stock()],
    }
    said |= said_of(wrong, [shelf], lambda data: read_shelf(json.dumps(data).encode()))
    assert len(said) > 20
    assert strange(said) == []
