"""Log files, `kettledrum-log/1`: read and written without loss, one ride a line."""

import json
from typing import Any

from kettledrum.core.log.bike import Log
from kettledrum.core.terms.validation import validate
from kettledrum.formats.json_text import parse

MOST_LOG_BYTES = 32_000_000
"""Twelve bikes with a few thousand rides each."""
_IN_LINES = ("rides", "done", "happened", "measured")


def read_log(data: bytes) -> Log:
    """The log in a log file. Raises InvalidInput."""
    return validate(Log, parse(data, MOST_LOG_BYTES))


def log_text(log: Log) -> str:
    """The text of a log file."""
    data: Any = log.model_dump(mode="json", exclude_unset=True)
    lines: dict[str, str] = {}
    for place, bike in enumerate(data["bikes"]):
        for key in _IN_LINES:
            for number, entry in enumerate(bike.get(key) or []):
                # A name holds no such sign, so that no text can be taken for it.
                mark = f"<{place} {key} {number}>"
                lines[json.dumps(mark)] = json.dumps(entry, ensure_ascii=False, allow_nan=False)
                bike[key][number] = mark
    text = json.dumps(data, ensure_ascii=False, allow_nan=False, indent=2) + "\n"
    return "\n".join(_put(line, lines) for line in text.split("\n"))


def _put(line: str, lines: dict[str, str]) -> str:
    """A line of the file, or the entry that stands for it."""
    bare = line.strip().rstrip(",")
    return line.replace(bare, lines[bare], 1) if bare in lines else line
