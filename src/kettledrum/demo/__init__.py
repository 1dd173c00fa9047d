"""The demo scenario, as files in our own open formats."""

import io
import json
import zipfile
from importlib import resources

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything
from kettledrum.formats.json_text import parse
from kettledrum.formats.log_file import read_log
from kettledrum.formats.shelf import read_shelf
from kettledrum.store import Store

_NAMES = ("honey-round", "drives-of-the-valley", "ferry-commute", "ridge-crossing", "seaweed-barrow")


def honey_round() -> Brief:
    """The demo job: a beekeeper hauling supers and honey between hill apiaries, with seven setups."""
    return _job("honey-round", _roads())


def drives_of_the_valley() -> Brief:
    """The neighbours of the honey round: a setup of every kind of drive there is."""
    return _job("drives-of-the-valley", _roads())


def ferry_commute() -> Brief:
    """A neighbour on the coast: a flat road, a timetable and the wind."""
    return _job("ferry-commute", _roads())


def ridge_crossing() -> Brief:
    """A neighbour who camps: off the road over a ridge, with all that takes."""
    return _job("ridge-crossing", _roads())


def seaweed_barrow() -> Brief:
    """A neighbour on the strand: motors of every kind, and a barrow built at home."""
    return _job("seaweed-barrow", _roads())


def demo_jobs() -> list[Brief]:
    """All jobs of the demo, the one to begin with first."""
    roads = _roads()
    return [_job(name, roads) for name in _NAMES]


def demo_data() -> Everything:
    """All jobs of the demo, with the bikes of the honey round and a season of rides on them."""
    jobs = demo_jobs()
    return Everything(jobs, [], {0: read_log(_content("log.json"))}, _seconds())


def _seconds() -> dict[str, bytes]:
    """The packed seconds of the demo’s rides by their digests, which tools/demo_rides.py makes."""
    with zipfile.ZipFile(io.BytesIO(_content("ride-seconds.zip"))) as held:
        return {name: held.read(name) for name in held.namelist()}


def stock() -> list[Part]:
    """The parts that a new shelf is filled with: made up, named by what they are, spanning the trade."""
    return read_shelf(_content("shelf.json"))


def _content(name: str) -> bytes:
    return resources.files(__package__).joinpath(name).read_bytes()


def _roads() -> dict[str, list[object]]:
    """The roads of the jobs by their names, which tools/demo_roads.py makes."""
    roads: dict[str, list[object]] = json.loads(_content("roads.json"))
    return roads


def _job(name: str, roads: dict[str, list[object]]) -> Brief:
    data = parse(_content(f"{name}.json"))
    routes = roads.get(name)
    if isinstance(data, dict) and routes:
        data["road"] = {**data["road"], "routes": [*routes, *data["road"].get("routes", [])]}
    return validate(Brief, data)


def fill(store: Store, *, fresh: bool = False) -> list[str]:
    """Puts the demo jobs into a store that has never held a job; with `fresh`, empties the store and its
    shelf first.

    Names the jobs that were added; none where the user's own state was kept.
    """
    return store.start_over(demo_data(), stock()) if fresh else store.jobs.add_first(demo_data())
