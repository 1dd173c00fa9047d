"""Which entries may stand in a log: days and readings, just so and just not."""

import pytest

from kettledrum.core.log.bike import Done, Happened, Measurement
from kettledrum.core.log.entry import stand
from kettledrum.core.terms.errors import InvalidInput
from looked_after import MAY, bike, day, rode

TODAY = day(20)
RIDES = rode(*[20] * 10)
"""200 km in ten days: 1200 on the clock from the tenth on."""


def done(on, km=None) -> Done:
    return Done(on=on, km=km, part="hub", what="oil change")


def told(entry, before=(), rides=RIDES, key="done"):
    old, new = bike(done=list(before)), bike(**{"done": list(before), key: [*before, entry]})
    try:
        stand(old, new, rides, TODAY)
    except InvalidInput as error:
        return [(each.where, each.what) for each in error.problems]
    return []


def test_not_before_the_bike_and_not_to_come():
    assert told(done(MAY)) == []
    assert told(done(day(-1))) == [("done[0].on", "must be 1 May 2026 or later: since then it is ridden")]
    assert told(done(TODAY)) == []
    # A clock elsewhere may be a day ahead.
    assert told(done(day(21))) == []
    ((where, what),) = told(done(day(22)))
    assert where == "done[0].on"
    assert what.startswith("must not lie in the future")


def test_the_odometer_goes_neither_back_nor_past_a_later_reading():
    assert told(done(day(10), 1200)) == []
    assert told(done(day(10), 1199.5)) == []
    assert told(done(day(10), 1199)) == [
        ("done[0].km", "must be at least 1,200 km, which it had come to by the day before")
    ]
    # That day’s ride may be after the work.
    assert told(done(day(5), 1100)) == []
    assert told(done(day(5), 1099)) != []
    assert told(done(MAY, 1000)) == []
    assert told(done(MAY, 999)) != []
    later = [done(day(12), 1250), done(day(14), 1300)]
    assert told(done(day(11), 1250), later) == []
    assert told(done(day(11), 1251), later) == [
        ("done[2].km", "must be at most 1,250 km, which it shows on 13 May 2026")
    ]
    assert told(done(day(15), 5000), later) == []


@pytest.mark.parametrize(
    ("key", "entry"),
    [
        ("happened", Happened(on=day(10), km=900, what="dunking")),
        ("measured", Measurement(on=day(10), km=900, what="chain wear", value=0.1)),
    ],
)
def test_what_happened_and_was_measured_alike(key, entry):
    assert [where for where, _ in told(entry, key=key)] == [f"{key}[0].km"]


def test_what_stood_there_before_is_left():
    odd = done(day(-30), 5)
    old = bike(done=[odd])
    stand(old, bike(done=[odd]), RIDES, TODAY)
    stand(old, bike(done=[odd, done(day(11))]), RIDES, TODAY)
    # The same once more is a new one.
    with pytest.raises(InvalidInput):
        stand(old, bike(done=[odd, odd]), RIDES, TODAY)
    stand(old, bike(done=[]), RIDES, TODAY)


def test_all_that_is_wrong_is_told_at_once():
    new = bike(done=[done(day(-1)), done(day(10), 3)])
    with pytest.raises(InvalidInput) as error:
        stand(bike(), new, RIDES, TODAY)
    assert [each.where for each in error.value.problems] == ["done[0].on", "done[1].km"]
