"""Rides from files, whoever wrote them: FIT, TCX and GPX told apart by what is in them."""

from collections.abc import Iterator

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.formats.foreign import is_fit
from kettledrum.formats.gpx import MOST_RIDE_BYTES
from kettledrum.formats.ride_fit import fit_ride
from kettledrum.formats.ride_read import ReadRide
from kettledrum.formats.ride_xml import xml_ride
from kettledrum.formats.track_xml import is_xml


def read_ride(data: bytes) -> Iterator[float | ReadRide]:
    """How much of a file is read, time and again; at last the ride. Raises InvalidInput."""
    if len(data) > MOST_RIDE_BYTES:
        raise InvalidInput([Problem("", f"the file is larger than {MOST_RIDE_BYTES // 1_000_000} MB")])
    if is_fit(data):
        return fit_ride(data)
    if is_xml(data):
        return xml_ride(data)
    if not data.strip():
        raise InvalidInput([Problem("", "the file is empty")])
    what = "is no ride that can be read: FIT, TCX or GPX with times is asked for"
    raise InvalidInput([Problem("", f"the file {what}")])


def one_ride(data: bytes) -> ReadRide:
    """The ride of a file. Raises InvalidInput."""
    *_, last = read_ride(data)
    assert isinstance(last, ReadRide)
    return last
