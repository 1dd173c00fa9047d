"""Text that is written in one way only."""

from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.quantities import Model
from kettledrum.core.terms.validation import validate
from kettledrum.core.terms.written import Moment, hexadecimal, moment_of


class Noted(Model):
    at: Moment


def test_digests_have_their_digits():
    assert hexadecimal(4).check("0af9") == "0af9"
    assert hexadecimal(4).what == "4 hexadecimal digits"


@pytest.mark.parametrize(
    "text",
    [
        "2026-13-45T99:99:99Z",
        "2026-02-30T08:00:00Z",
        "2026-05-14T24:00:00Z",
        "2026-05-14T07:30:00",
        "2026-05-14T07:30:00+02:00",
        "2026-05-14 07:30:00Z",
        "2026-05-14T07:30:00Z\n",
        "٢٠٢٦-05-14T07:30:00Z",
        "1949-12-31T23:59:59Z",
        "2151-01-01T00:00:00Z",
        "",
        20260514,
        None,
        ["2026-05-14T07:30:00Z"],
    ],
)
def test_no_moment_that_is_not_there_is_taken(text):
    with pytest.raises(InvalidInput) as error:
        validate(Noted, {"at": text})
    [problem] = error.value.problems
    assert (problem.where, problem.what) == (
        "at",
        "must be a moment from 1950 to 2150, such as 2026-05-14T07:30:00Z",
    )


@given(st.datetimes(min_value=datetime(1950, 1, 1), max_value=datetime(2150, 12, 31)))
def test_every_moment_is_read_as_it_was_written(moment):
    moment = moment.replace(microsecond=0, tzinfo=UTC)
    text = moment.isoformat().replace("+00:00", "Z")
    assert moment_of(validate(Noted, {"at": text}).at) == moment
