"""A brief while it is being typed: what of it is refused is replaced by what was last saved."""

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate

_SETUP = re.compile(r"setups\[(\d+)\]")


@dataclass(frozen=True)
class Drafted:
    """A brief that can be worked out, and what was wrong with what was typed.

    `need_is_saved` and `saved_setups`, places in the brief, tell for what the saved state stands in.
    """

    brief: Brief
    problems: list[Problem]
    need_is_saved: bool
    saved_setups: list[int]


@dataclass(frozen=True)
class Saved:
    """What was last saved: the need, and setups by their place in the brief that is typed."""

    need: Need
    setups: Mapping[int, Setup]


def drafted(data: object, last_saved: Callable[[], Saved]) -> Drafted:
    """The brief that `data`, a brief as it is typed, stands for; where it is refused, with parts of what was
    `last_saved`, which is asked for only then.

    One figure refused must not take all others off the screen. Two drafts that are each in order may still
    clash with what is saved, as two names may: then nothing of what was typed is taken. Raises InvalidInput
    where there is no saved state for what is refused.
    """
    try:
        return Drafted(validate(Brief, data), [], need_is_saved=False, saved_setups=[])
    except InvalidInput as error:
        # The reference goes by a name that is being typed; what is wrong with that is said of the setup.
        problems = [problem for problem in error.problems if problem.where != "reference"]
        if not isinstance(data, dict) or not isinstance(data.get("setups"), list):
            raise
        places = [_SETUP.match(problem.where) for problem in problems]
        bad = sorted({int(place.group(1)) for place in places if place})
        bad_need = any(place is None for place in places)
        every = list(range(len(data["setups"])))
        saved = last_saved()
        for need_is_saved, saved_setups in ((bad_need, bad), (True, every)):
            if not saved.setups.keys() >= set(saved_setups):
                raise
            typed = _with_saved(
                data, saved.need if need_is_saved else None, {at: saved.setups[at] for at in saved_setups}
            )
            try:
                return Drafted(validate(Brief, typed), problems, need_is_saved, saved_setups)
            except InvalidInput:
                continue
        raise


def _with_saved(data: dict[str, Any], need: Need | None, saved: dict[int, Setup]) -> dict[str, Any]:
    typed: list[Any] = data["setups"]
    written = {place: setup.model_dump(exclude_unset=True) for place, setup in saved.items()}
    setups = [written.get(place, each) for place, each in enumerate(typed)]
    asked = data if need is None else {"format": data.get("format"), **need.model_dump(exclude_unset=True)}
    reference = _reference(data, setups)
    kept = {key: value for key, value in asked.items() if key not in ("setups", "reference")}
    return {**kept, "setups": setups, **({"reference": reference} if reference else {})}


def _reference(data: dict[str, Any], setups: list[Any]) -> str | None:
    """The name of the reference, which may be that of a setup whose typed name was refused."""
    typed = [each.get("name") if isinstance(each, dict) else None for each in data["setups"]]
    if data.get("reference") not in typed:
        return None
    place = typed.index(data.get("reference"))
    name = setups[place].get("name") if isinstance(setups[place], dict) else None
    return name if isinstance(name, str) else None
