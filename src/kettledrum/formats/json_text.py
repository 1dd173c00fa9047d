"""JSON from outside, read so that nothing in it can hurt what comes after.

The standard library's reader takes NaN, Infinity, doubled keys and lone surrogates; none of them
is JSON (RFC 8259) and each would only fail later, where nobody could say which field was wrong.
"""

import json
import math
import re
from collections.abc import Iterator

from kettledrum.core.terms.errors import InvalidInput, Problem, place_in

MOST_BYTES = 4_000_000
MOST_BRIEF_BYTES = 16_000_000
"""A brief holds the points of roads."""
DEEPEST = 32
MOST_VALUES = 1_500_000
"""Twelve roads of 20,001 points with their places are two thirds of that."""
_BOUNDS = ((b",", MOST_VALUES, "values"), (b"{", 250_000, "objects"), (b"[", 750_000, "lists"))
"""As they can be counted before anything is read; a shelf of 20,000 parts has some five objects each."""
MOST_KEYS = 1000
"""In one object; none that is read has a tenth of that."""


_DIGITS = bytes.maketrans(b"123456789", b"000000000")
_ODD = (b"\\ud", b"\\uD", b"NaN", b"Infinity", b"0" * 300)
_POWER_OF_TEN = re.compile(rb"(?:^(?:\xef\xbb\xbf)?|[\s:,\[])-?0+(?:\.0+)?[eE]")
"""Without any of these in a text whose digits are all 0, every number is finite and every letter whole."""
_ALIKE = bytes.maketrans(b"{}", b"[]")
_NO_BRACKETS = bytes(sign for sign in range(256) if sign not in b"[]{}")


class _OddObject(ValueError):
    """A key stands twice in one object, or there are too many."""


def parse(data: bytes, most_bytes: int = MOST_BYTES) -> object:
    """The value of a JSON text in UTF-8.

    Raises InvalidInput, with one problem, for anything else: an empty, truncated or binary file,
    one over `most_bytes`, one nested deeper than 32 levels, a number that is not finite, a key given twice.
    """
    if len(data) > most_bytes:
        raise _unreadable(f"is larger than {most_bytes // 1_000_000} MB, the most that is read")
    if not data.strip():
        raise _unreadable("is empty; a JSON object was expected")
    for sign, most, what in _BOUNDS:
        if data.count(sign) > most:
            raise _unreadable(f"holds more than {most} {what}, the most that are read")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise _unreadable("is not text in UTF-8; a JSON file was expected") from error
    try:
        value: object = json.loads(text, object_pairs_hook=_unique)
    except RecursionError as error:
        raise _unreadable(f"is nested too deeply; at most {DEEPEST} levels are read") from error
    except _OddObject as error:
        raise _unreadable(str(error)) from error
    except json.JSONDecodeError as error:
        raise _unreadable(
            f"is not complete JSON: line {error.lineno}, column {error.colno}: {error.msg}"
        ) from error
    except ValueError as error:
        raise _unreadable("holds a number with too many digits") from error
    # Most texts can hold none of what is looked for then, as is seen at a glance.
    alike = data.translate(_DIGITS)
    if any(sign in alike for sign in _ODD) or _has_a_power_of_ten(alike) or _deepest(data) > DEEPEST:
        _look_closely(value)
    return value


def _has_a_power_of_ten(alike: bytes) -> bool:
    """Whether a text has one, and not just what looks like one in a text, as hexadecimal figures may."""
    return (b"0e" in alike or b"0E" in alike) and _POWER_OF_TEN.search(alike) is not None


def _look_closely(value: object) -> None:
    """Raises InvalidInput for what JSON does not allow and the standard library reads all the same."""
    for where, depth, part in _parts(value):
        if depth > DEEPEST:
            raise _unreadable(f"is nested too deeply; at most {DEEPEST} levels are read")
        if isinstance(part, float) and not math.isfinite(part):
            raise InvalidInput([Problem(where, "must be a number, not infinite or undefined")])
        if isinstance(part, str) and not part.isascii() and any("\ud800" <= c <= "\udfff" for c in part):
            raise InvalidInput([Problem(where, "must be text in Unicode, without half characters")])


def _unreadable(what: str) -> InvalidInput:
    return InvalidInput([Problem("", f"the file {what}")])


def _deepest(data: bytes) -> int:
    """How deep a text is nested, up to one level too deep; deeper where its strings hold brackets.

    What is left of its brackets loses its innermost pairs, again and again.
    """
    left = data.translate(_ALIKE, _NO_BRACKETS)
    depth = 0
    while left and depth <= DEEPEST:
        left, before = left.replace(b"[]", b""), left
        # Brackets that stand in strings may be left over.
        depth = depth + 1 if len(left) < len(before) else DEEPEST + 1
    return depth


def _unique(pairs: list[tuple[str, object]]) -> dict[str, object]:
    if len(pairs) > MOST_KEYS:
        raise _OddObject(f"has an object of {len(pairs)} keys; at most {MOST_KEYS} are read")
    found: dict[str, object] = {}
    for key, value in pairs:
        if key in found:
            raise _OddObject(f"has the key {key[:60]!a} twice in one object")
        found[key] = value
    return found


def _parts(value: object) -> Iterator[tuple[str, int, object]]:
    """Every part of a value, and every key, with its place and depth; without recursion."""
    waiting: list[tuple[str, int, object]] = [("", 1, value)]
    while waiting:
        where, depth, part = waiting.pop()
        yield where, depth, part
        if depth > DEEPEST + 1:
            continue
        if isinstance(part, dict):
            for key, inner in part.items():
                yield where, depth, key
                waiting.append((place_in(where, key), depth + 1, inner))
        elif isinstance(part, list):
            waiting.extend((f"{where}[{place}]", depth + 1, inner) for place, inner in enumerate(part))
