"""A change in words, as undo and redo name it: "front teeth of “Eight-speed hub”"."""

import json
from datetime import date
from typing import Any, NamedTuple

from kettledrum.core.terms.day import in_words as in_words_of_day

Content = dict[str, Any]


class Change(NamedTuple):
    """What one row held before and after; None before it was there. `key` is "job" or a setup's id."""

    key: str
    before: Content | None
    after: Content | None


_STAGE_WORDS = {
    "front": "front teeth",
    "rear": "rear teeth",
    "pairs": "pairings",
    "gears": "gears",
    "drive": "chain or belt",
    "limits": "limits of a part",
    "behaviour": "behaviour of a part",
    "fit": "fit of a part",
    "run": "run of the chain",
    "mass_kg": "mass of a part",
    "price": "price of a part",
}
_LISTED = {"motors": "motor", "parts": "piece"}
_ROAD_WORDS = {"legs": "legs", "rides": "how often", "start_m": "start"}
_NEED_WORDS = {
    "name": "name of the job",
    "notes": "notes of the job",
    "rider": "rider",
    "frame": "frame",
    "stock": "sprockets to be had",
}
_WEIGHING_WORDS = {
    "musts": "what a setup must be",
    "weights": "weights",
    "scales": "scales",
    "ratings": "ratings",
    "reasons": "reasons of ratings",
    "unsure": "how far figures may be off",
    "voices": "what others would take",
    "decision": "decision",
    "earlier": "decision",
    "ticked": "ticks on a plan",
}


_BIKE_WORDS = {
    "since": "start",
    "km_at_start": "start",
    "notes": "notes",
    "mounted": "what is mounted",
    "done": "work done",
    "happened": "what happened",
    "measured": "what was measured",
}
_BIKE_LISTS = ("mounted", "done", "happened", "measured")


def what_it_is(change: Change) -> str:
    """Whether a change of a row is to a setup, a road, a bike or a ride."""
    held = change.after or change.before or {}
    for key, what in (("letter", "setup"), ("bike_id", "ride"), ("line_id", "road")):
        if key in held:
            return what
    return "bike"


def in_words(changes: list[Change]) -> str:
    """What changes did together, as a noun; a setup's own change tells more than what it drew after it."""
    rides = [change for change in changes if change.key != "job" and what_it_is(change) == "ride"]
    others = [change for change in changes if change.key != "job" and what_it_is(change) != "ride"]
    if len(rides) > 1 and not others:
        return _rides_words(rides)
    setups = [_row_words(change) for change in others or rides]
    if len(setups) > 1:
        added = all(change.before is None for change in changes if change.key != "job")
        return f"addition of {len(setups)} {_kinds(others)}" if added else "order of the setups"
    return setups[0] if setups else _job_words(changes[0])


def _kinds(changes: list[Change]) -> str:
    return "bikes" if all(what_it_is(change) == "bike" for change in changes) else "roads"


def _rides_words(rides: list[Change]) -> str:
    first = rides[0]
    if first.before is None:
        return f"addition of {len(rides)} rides"
    if _moved_in_or_out(first):
        return f"{'deletion' if (first.after or {})['deleted_at'] else 'return'} of {len(rides)} rides"
    if first.before["seconds_id"] != (first.after or {})["seconds_id"]:
        return f"seconds of {len(rides)} rides"
    return f"gears of {len(rides)} rides"


def kind(changes: list[Change]) -> str | None:
    """What was changed, whoever it belongs to; None where no one goes on with it, as with an addition."""
    told = [change for change in changes if change.key != "job"] or changes
    if any(change.before is None or _moved_in_or_out(change) or _is_pressed(change) for change in told):
        return None
    return in_words(changes).split(" of “")[0]


def _is_pressed(change: Change) -> bool:
    """Whether something was pressed rather than typed: a must, a voice, a tick, a decision made."""
    before, after = change.before or {}, change.after or {}
    if change.key != "job" and what_it_is(change) == "bike":
        held = [json.loads(each["document"]) for each in (before, after)]
        return any(len(held[0].get(key) or []) != len(held[1].get(key) or []) for key in _BIKE_LISTS)
    if change.key != "job" or before.get("need") == after.get("need"):
        return False
    was, now = ((json.loads(held["need"]).get("weighing") or {}) for held in (before, after))
    chosen = [(held.get("decision") or {}).get("chosen") for held in (was, now)]
    pressed = ("musts", "voices", "ticked", "earlier")
    return chosen[0] != chosen[1] or any(was.get(key) != now.get(key) for key in pressed)


def _moved_in_or_out(change: Change) -> bool:
    before, after = change.before or {}, change.after or {}
    return before.get("deleted_at") != after.get("deleted_at")


def _job_words(change: Change) -> str:
    before, after = change.before or {}, change.after or {}
    if before.get("need") != after.get("need"):
        before_need, after_need = json.loads(before["need"]), json.loads(after["need"])
        key = _first_difference(before_need, after_need)
        if key == "home_built":
            return _counted("home-built drive", before_need.get(key), after_need.get(key))
        if key == "weighing":
            return _WEIGHING_WORDS[_first_difference(before_need.get(key) or {}, after_need.get(key) or {})]
        return _NEED_WORDS.get(key, "what the job asks for")
    return "choice of the reference"


def _row_words(change: Change) -> str:
    """A setup's change, or that of a road, a bike or a ride."""
    after, what = change.after or {}, what_it_is(change)
    if what == "ride":
        return _ride_words(change)
    is_setup = what == "setup"
    own = "" if is_setup else f"the {what} "
    name = f"{own}“{after['name']}”"
    if change.before is None:
        return f"addition of {name}"
    if change.before["deleted_at"] != after["deleted_at"]:
        return f"{'deletion' if after['deleted_at'] else 'return'} of {name}"
    if change.before["name"] != after["name"]:
        return f"name of {own}“{change.before['name']}”"
    if change.before["document"] == after["document"]:
        return f"place of {name}"
    if not is_setup:
        key = _first_difference(json.loads(change.before["document"]), json.loads(after["document"]))
        return f"{(_ROAD_WORDS if what == 'road' else _BIKE_WORDS).get(key, key)} of {name}"
    return (
        f"{_document_words(json.loads(change.before['document']), json.loads(after['document']))} of {name}"
    )


def _ride_words(change: Change) -> str:
    after = change.after or {}
    name = f"the ride of {in_words_of_day(date.fromisoformat(after['day']))}"
    if change.before is None:
        return f"addition of {name}"
    if _moved_in_or_out(change):
        return f"{'deletion' if after['deleted_at'] else 'return'} of {name}"
    return f"figures of {name}"


def _document_words(before: Content, after: Content) -> str:
    key = _first_difference(before, after)
    if key in _LISTED:
        return _counted(_LISTED[key], before.get(key), after.get(key))
    if key != "path":
        return key
    if len(before["path"]) != len(after["path"]):
        return "stages"
    for old, new in zip(before["path"], after["path"], strict=True):
        if old != new:
            return _STAGE_WORDS.get(_first_difference(old, new), "stages")
    return "stages"


def _counted(what: str, before: Any, after: Any) -> str:
    """One more, one fewer, or a change in one."""
    counts = [len(each) if isinstance(each, list) else 0 for each in (before, after)]
    if counts[0] == counts[1]:
        return f"figures of a {what}"
    return f"{'addition' if counts[1] > counts[0] else 'removal'} of a {what}"


def _first_difference(before: Content, after: Content) -> str:
    keys = [*after, *(key for key in before if key not in after)]
    return next((key for key in keys if before.get(key) != after.get(key)), "")
