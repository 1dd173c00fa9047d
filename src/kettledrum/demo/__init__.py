"""The demo scenario, as files in our own open formats."""

from importlib import resources

from kettledrum.core import Brief
from kettledrum.formats import read_brief
from kettledrum.store import JobRecord, Store


def honey_round() -> Brief:
    """The demo job: a beekeeper hauling supers and honey between hill apiaries, with seven setups."""
    return read_brief(resources.files(__package__).joinpath("honey-round.json").read_bytes())


def fill(store: Store, *, fresh: bool = False) -> JobRecord | None:
    """Puts the demo job into a store that has never held a job; with `fresh`, empties the store first.

    Returns the job that was added, or None where the user's own state was kept.
    """
    if fresh:
        return store.start_over(honey_round())
    return store.add_first_job(honey_round())
