"""The calendar of what falls due, read back by hand, by the parser it was made with, and taken in twice."""

from datetime import UTC, date, datetime, timedelta

from icalendar import Calendar

from kettledrum.core.care.due import due
from kettledrum.core.log.bike import Measurement
from kettledrum.demo import demo_data
from kettledrum.formats.due_calendar import due_calendar
from looked_after import bike, day, rode

LOG = demo_data().logs[0]
MADE = datetime(2026, 11, 29, 8, tzinfo=UTC)


def made(on=date(2026, 11, 29), at=MADE) -> bytes:
    return due_calendar(due([(bike, bike.rides or []) for bike in LOG.bikes], on), at)


def unfolded(content: bytes) -> list[str]:
    """Its lines, put together again as RFC 5545 folds them (3.1)."""
    return content.decode().replace("\r\n ", "").split("\r\n")


def events(content: bytes) -> dict[str, dict[str, str]]:
    """The events by their identity, read line by line without any library."""
    found, current = {}, None
    inside = []
    for line in unfolded(content):
        name, _, value = line.partition(":")
        if name == "BEGIN":
            inside.append(value)
            if value == "VEVENT":
                current = {}
        elif name == "END":
            inside.pop()
            if value == "VEVENT":
                found[current["UID"]] = current
        elif inside and inside[-1] == "VEVENT":
            current[name] = value
        elif inside and inside[-1] == "VALARM":
            current[f"alarm {name}"] = value
    return found


def test_every_line_ends_as_it_must_and_is_short():
    content = made()
    assert content.endswith(b"END:VCALENDAR\r\n")
    assert all(len(line) <= 75 for line in content.split(b"\r\n"))


def test_events_are_all_day_with_an_alarm_the_day_before():
    found = events(made())
    oil = next(each for each in found.values() if each["SUMMARY"] == "The heavy one: hub\\, oil change")
    # Overdue: on the day that is looked at.
    assert oil["DTSTART;VALUE=DATE"] == "20261129"
    assert oil["DTEND;VALUE=DATE"] == "20261130"
    assert oil["alarm TRIGGER"] == "-P1D"
    assert oil["alarm ACTION"] == "DISPLAY"


def test_what_is_worn_out_as_measured_falls_on_the_day_too():
    worn = [Measurement(on=day(5), km=1500, what="chain wear", value=0.8, unit="%")]
    # By its interval in a hundred days; by nothing that is known where nobody rides.
    for ridden in (rode(*[50] * 20), []):
        held = bike({"what": "new chain", "every_km": 7000}, measured=worn)
        (chain,) = events(due_calendar(due([(held, ridden)], day(20)), MADE)).values()
        assert chain["DTSTART;VALUE=DATE"] == f"{day(20):%Y%m%d}"
        assert "worn out" in chain["DESCRIPTION"]


def test_taken_in_again_it_moves_what_is_there_and_doubles_nothing():
    calendar = events(made())
    later = events(made(date(2026, 12, 20), MADE + timedelta(days=21)))
    assert later.keys() == calendar.keys()
    assert all(int(later[uid]["SEQUENCE"]) > int(calendar[uid]["SEQUENCE"]) for uid in later)
    calendar |= later
    assert len(calendar) == len(later)


def test_a_parser_reads_it_back():
    parsed = Calendar.from_ical(made())
    days = {str(each["uid"]): each.decoded("dtstart") for each in parsed.walk("VEVENT")}
    own = {uid: each["DTSTART;VALUE=DATE"] for uid, each in events(made()).items()}
    assert {uid: f"{day:%Y%m%d}" for uid, day in days.items()} == own
    assert len(own) == len(days) > 10
