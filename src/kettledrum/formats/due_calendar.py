"""What falls due as a calendar: iCalendar (RFC 5545), all-day, with alarms.

Each task has an identity of its own that stays, so that a calendar that takes the file in again moves what
it has rather than doubling it.
"""

import hashlib
from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from kettledrum.core.care.due_result import Due, DueBike, DueTask

ALARM_BEFORE = timedelta(days=1)
_DAYS = timedelta(days=1)
_EPOCH = datetime(2020, 1, 1, tzinfo=UTC)


def due_calendar(due: Due, made_at: datetime) -> bytes:
    """The next time of each task; on the day that was looked at what is overdue or, as measured, worn out."""
    calendar = Calendar()
    calendar.add("prodid", "-//Kettledrum//care//EN")
    calendar.add("version", "2.0")
    calendar.add("calscale", "GREGORIAN")
    calendar.add("x-wr-calname", "Care of bikes")
    for bike in due.bikes:
        for task in bike.tasks:
            if task.due_on is not None or task.standing == "worn out":
                calendar.add_component(_event(due, bike, task, made_at))
    return bytes(calendar.to_ical())


def _event(due: Due, bike: DueBike, task: DueTask, made_at: datetime) -> Event:
    worn = task.standing == "worn out"
    day = due.on if worn or task.due_on is None else max(task.due_on, due.on)
    event = Event()
    event.add("uid", f"{_identity(bike, task)}@kettledrum.invalid")
    event.add("summary", f"{bike.name}: {task.part}, {task.what}")
    event.add("description", f"{task.standing}; {task.says}")
    event.add("dtstart", day)
    event.add("dtend", day + _DAYS)
    event.add("dtstamp", made_at)
    # A later file counts as the newer one.
    event.add("sequence", int((made_at - _EPOCH).total_seconds() // 60))
    event.add("transp", "TRANSPARENT")
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", f"{bike.name}: {task.part}, {task.what}")
    alarm.add("trigger", -ALARM_BEFORE)
    event.add_component(alarm)
    return event


def _identity(bike: DueBike, task: DueTask) -> str:
    named = "\n".join((bike.name, task.part, task.what))
    return hashlib.sha256(named.encode()).hexdigest()[:32]
