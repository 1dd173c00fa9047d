"""The demo scenario, as files in our own open formats."""

from importlib import resources

from kettledrum.core import Brief
from kettledrum.core.part import Part
from kettledrum.formats import read_brief, read_shelf
from kettledrum.store import JobRecord, Store


def honey_round() -> Brief:
    """The demo job: a beekeeper hauling supers and honey between hill apiaries, with seven setups."""
    return _job("honey-round")


def drives_of_the_valley() -> Brief:
    """The neighbours of the honey round: a setup of every kind of drive there is."""
    return _job("drives-of-the-valley")


def stock() -> list[Part]:
    """The parts that a new shelf is filled with: made up, named by what they are, spanning the trade."""
    return read_shelf(resources.files(__package__).joinpath("shelf.json").read_bytes())


def _job(name: str) -> Brief:
    return read_brief(resources.files(__package__).joinpath(f"{name}.json").read_bytes())


def fill(store: Store, *, fresh: bool = False) -> list[JobRecord]:
    """Puts the demo jobs into a store that has never held a job; with `fresh`, empties the store first.

    Returns the jobs that were added; none where the user's own state was kept.
    """
    jobs = [honey_round(), drives_of_the_valley()]
    return store.start_over(jobs) if fresh else store.add_first_jobs(jobs)
