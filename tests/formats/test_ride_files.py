"""Rides from FIT, TCX and GPX files, whole and broken."""

import contextlib
import struct
from datetime import UTC, datetime

import numpy as np
import pytest
from ride_files import BEGAN, fit, gpx, tcx

from kettledrum.core.rides.channels import Channels, Records, channels, where
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.formats.gpx import MOST_RIDE_BYTES
from kettledrum.formats.rides import one_ride
from made_up_rides import made_up

MADE = made_up([2.5, 3.5, 5.0], 400, seed=2).ride
RIDE = Channels(MADE.speed_mps, MADE.cadence_rpm, np.full(400, 140.0), np.full(400, 320.0), np.full(400, 9.0))


def problem(data: bytes) -> str:
    with pytest.raises(InvalidInput) as caught:
        one_ride(data)
    return caught.value.problems[0].what


def test_a_fit_file_is_read_as_it_was_recorded():
    read = one_ride(fit(RIDE))
    assert (read.began, read.trainer, read.told) == (BEGAN, False, [])
    found = channels(read.records)
    assert found.seconds == 400
    assert found.speed_mps == pytest.approx(RIDE.speed_mps, abs=0.001)
    assert found.cadence_rpm == pytest.approx(np.round(RIDE.cadence_rpm), abs=0.01)
    assert (found.power_w[5], found.elevation_m[5], found.temperature_c[5]) == (140, 320, 9)
    assert found.shifts is None


def test_its_places_are_read_where_it_has_them():
    places = [(46.0 + at * 1e-5, -120.5 - at * 1e-5) for at in range(400)]
    found = where(one_ride(fit(RIDE, places=places)).records)
    assert found is not None
    assert found[:, 0] == pytest.approx([north for north, _ in places], abs=1e-6)
    assert (found[:, 1] + 180) % 360 - 180 == pytest.approx([east for _, east in places], abs=1e-6)
    gone = [None if 100 <= at < 200 else place for at, place in enumerate(places)]
    read = where(one_ride(fit(RIDE, places=gone)).records)
    assert np.isnan(read[104:196]).all()
    assert not np.isnan(read[:99]).any()
    assert where(one_ride(fit(RIDE)).records) is None
    # Tracks have them anyway.
    assert where(one_ride(gpx(RIDE)).records) is not None


def test_its_shifts_are_read_with_teeth_and_places():
    read = one_ride(fit(RIDE, shifts=[(10, 1, 3, 38, 21), (50, 2, 5, 50, 15)]))
    told = [
        (each.second, each.front, each.rear, each.front_teeth, each.rear_teeth)
        for each in read.records.shifts
    ]
    assert told == [(10, 1, 3, 38, 21), (50, 2, 5, 50, 15)]


def test_what_is_no_cadence_is_none():
    cadence = RIDE.cadence_rpm.copy()
    cadence[:5] = 254
    found = channels(one_ride(fit(Channels(RIDE.speed_mps, cadence, *[np.full(400, np.nan)] * 3))).records)
    assert np.isnan(found.cadence_rpm[:2]).all()
    assert np.isnan(found.power_w).all()


def test_a_file_cut_off_is_read_as_far_as_it_goes_and_told():
    data = fit(RIDE)
    read = one_ride(data[: len(data) // 2])
    assert 100 < len(read.records.at) < 300
    assert read.told[0] == "the file is broken or cut off; what stands before that is taken"


def test_a_wrong_check_sum_is_told():
    data = fit(RIDE)
    wrong = data[:-2] + struct.pack("<H", struct.unpack("<H", data[-2:])[0] ^ 1)
    read = one_ride(wrong)
    assert len(read.records.at) == 400
    assert read.told == ["its check sum is wrong: something in it may have been changed on the way"]


def test_a_lost_clock_another_sport_and_a_trainer_are_told():
    lost = one_ride(fit(RIDE, began=datetime(1990, 1, 1, tzinfo=UTC)))
    assert lost.began is None
    assert lost.told == ["its clock was lost: when it was is not known"]
    assert one_ride(fit(RIDE, sport=1)).other_sport == "running"
    assert one_ride(fit(RIDE, sport=1)).told == []
    assert one_ride(fit(RIDE, sport=1)).warns == ["it says that it was running, not cycling"]
    assert one_ride(fit(RIDE)).warns == []
    assert one_ride(fit(RIDE)).other_sport is None
    assert one_ride(fit(RIDE, sub_sport=6)).trainer


@pytest.mark.parametrize(
    ("data", "sport"),
    [
        (tcx(RIDE), None),
        (tcx(RIDE).replace(b'"Biking"', b'"Other"'), None),
        (tcx(RIDE).replace(b'"Biking"', b'"Running"'), "running"),
        (tcx(RIDE).replace(b' Sport="Biking"', b""), None),
        (gpx(RIDE), None),
        (gpx(RIDE).replace(b"<trk>", b"<trk><type>Hiking</type>"), "hiking"),
        (gpx(RIDE).replace(b"<trk>", b"<trk><type>gravel</type>"), None),
    ],
)
def test_what_was_no_cycling_is_said_by_xml_too(data, sport):
    assert one_ride(data).other_sport == sport


def test_tcx_and_gpx_tell_the_same_ride():
    for data, near in ((tcx(RIDE), 0.001), (gpx(RIDE), 0.25)):
        read = one_ride(data)
        found = channels(read.records)
        assert read.began == BEGAN
        assert found.seconds == 400
        assert found.speed_mps[10:390] == pytest.approx(RIDE.speed_mps[10:390], abs=near)
        assert found.cadence_rpm == pytest.approx(np.round(RIDE.cadence_rpm), abs=0.01)
    assert channels(one_ride(gpx(RIDE)).records).temperature_c[7] == 9


def test_xml_cut_off_is_read_as_far_as_it_goes():
    data = tcx(RIDE)
    read = one_ride(data[: len(data) // 2])
    assert 150 < len(read.records.at) < 250
    assert read.told == ["the file is broken or cut off; what stands before that is taken"]


def test_what_is_no_ride_says_what_is_asked_for():
    assert (
        problem(b"a,b\n1,2")
        == "the file is no ride that can be read: FIT, TCX or GPX with times is asked for"
    )
    assert problem(b"<gpx><trk><trkseg><trkpt lat='1' lon='2'/></trkseg></trk></gpx>").startswith(
        "there is no time at its points"
    )
    assert (
        problem(b"<!DOCTYPE x [<!ENTITY a 'b'>]><gpx>&a;</gpx>")
        == "the file holds what no ride needs, and is not read"
    )
    assert (
        problem(b"\x0e\x10\x00\x00\x00\x00\x00\x00.FIT\x00\x00") == "there is no second of riding in the file"
    )
    assert problem(b" " * (MOST_RIDE_BYTES + 1)) == "the file is larger than 64 MB"


def test_random_bytes_never_break_it():
    random = np.random.default_rng(4)
    whole = bytearray(fit(RIDE))
    for _ in range(60):
        broken = bytearray(whole)
        for at in random.integers(14, len(whole), 6):
            broken[at] = int(random.integers(0, 256))
        with contextlib.suppress(InvalidInput):
            one_ride(bytes(broken))


def test_gaps_stay_gaps_and_short_ones_are_bridged():
    at = [0.0, 1, 2, 5, 6, 60, 61]
    found = channels(Records(at=at, speed_mps=[5.0] * 7, cadence_rpm=[70.0] * 7))
    assert found.seconds == 62
    assert not np.isnan(found.speed_mps[:7]).any()
    assert np.isnan(found.speed_mps[10:59]).all()


def test_a_recorder_that_writes_every_five_seconds_leaves_no_gaps():
    at = [float(each) for each in range(0, 300, 5)]
    found = channels(Records(at=at, speed_mps=[4.0] * 60))
    assert not np.isnan(found.speed_mps).any()


def test_speed_is_that_of_the_distance_where_nothing_else_is_said_and_slips_are_left_out():
    distance = [5.0 * each for each in range(100)]
    distance[40] = 10.0
    found = channels(Records(at=[float(each) for each in range(100)], distance_m=distance))
    assert np.nanmedian(found.speed_mps) == pytest.approx(5)
    assert np.nanmax(found.speed_mps) < 40


def test_a_ride_of_days_is_none_and_neither_is_nothing():
    with pytest.raises(InvalidInput, match="lasts 100 hours"):
        channels(Records(at=[0.0, 360_000.0], speed_mps=[5.0, 5.0]))
    with pytest.raises(InvalidInput, match="no second of riding"):
        channels(Records())
