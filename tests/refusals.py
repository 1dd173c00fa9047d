"""What is said where something wrong stands at any place of a document that holds much."""

import copy
import re

from kettledrum.core.terms.errors import InvalidInput

WRONG = [[], {}, "?", True, -1e9, 1.5, None, [[None]], "\x00", "2026-13-45T99:99:99Z"]
_STRANGE = re.compile("input (should|is)|valid|value|object to|instance|parse|unable|pattern", re.IGNORECASE)


def places_in(value, way=()):
    """Every place in a document."""
    yield way
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, each in inner:
        yield from places_in(each, (*way, key))


def said_of(wrong, documents, read) -> set[str]:
    """What `read` says of documents with something wrong in one place of each kind."""
    places = {}
    for document in documents:
        for way in places_in(document):
            places.setdefault(tuple(key for key in way if isinstance(key, str)), (document, way))
    said = set()
    for document, way in places.values():
        if not way:
            continue
        changed = copy.deepcopy(document)
        inner = changed
        for key in way[:-1]:
            inner = inner[key]
        inner[way[-1]] = wrong
        try:
            read(changed)
        except InvalidInput as error:
            said |= {problem.what for problem in error.problems}
    return said


def strange(said: set[str]) -> list[str]:
    """What of it is in the words of a library, and not in ours."""
    return [what for what in said if _STRANGE.search(what) or not what[:1].islower()]
