"""A bike given the upkeep that its setup has in the job by now."""

from kettledrum.core.care.counted import is_the_same
from kettledrum.core.log.bike import BikeHead, Mounted
from kettledrum.core.parts.names import PartOfSetup, part_names
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.upkeep import Task
from kettledrum.core.terms.validation import validate


def differs(bike: BikeHead, setup: Setup) -> bool:
    """Whether any part that is mounted now has other upkeep than its like in a setup."""
    return with_upkeep_of(bike, setup) != bike


def with_upkeep_of(bike: BikeHead, setup: Setup) -> BikeHead:
    """The bike with the upkeep of a setup on every part of the same name and kind that is mounted now.

    A part that was on it before as well has it there too, so that it counts on from when it was new.
    """
    now = dict(part_names(bike.mounted[-1].setup))
    told = {
        name: part.care
        for name, part in part_names(setup)
        if name in now and type(part) is type(now[name]) and part.care != now[name].care
    }
    if not told:
        return bike
    mounted = []
    for place, each in enumerate(bike.mounted):
        same = {name: care for name, care in told.items() if _stayed(bike.mounted[place:], name, now[name])}
        mounted.append(Mounted(on=each.on, setup=_with_care(each.setup, same)))
    return bike.model_copy(update={"mounted": mounted})


def _with_care(setup: Setup, told: dict[str, list[Task] | None]) -> Setup:
    """A setup with other upkeep on the parts of some names."""
    if not told:
        return setup
    data = setup.model_dump(mode="json", exclude_unset=True)
    # In the order of `part_names`.
    parts = [data["cranks"], *data["path"], data["wheel"], *data.get("motors", []), *data.get("parts", [])]
    for (name, _), part in zip(part_names(setup), parts, strict=True):
        if name in told:
            tasks = told[name]
            part.pop("care", None)
            if tasks is not None:
                part["care"] = [task.model_dump(mode="json", exclude_unset=True) for task in tasks]
    return validate(Setup, data)


def _stayed(mounted: list[Mounted], name: str, part: PartOfSetup) -> bool:
    """Whether a part was mounted all the while."""
    return all(is_the_same(dict(part_names(each.setup)).get(name), part) for each in mounted)
