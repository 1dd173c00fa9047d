"""A bike whose hub has tasks of its own and no other part has any, and rides on it."""

from datetime import date, timedelta

from kettledrum.core.log.bike import BikeHead, Mounted
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.parts.setup import Setup
from kettledrum.demo import honey_round

HUB = next(setup for setup in honey_round().setups if setup.name == "Fourteen-speed hub")
MAY = date(2026, 5, 1)


def mounted(*care, name="A hub", on=MAY, front=None) -> Mounted:
    """The hub with tasks of its own, and no others."""
    data = HUB.model_dump(mode="json", exclude_unset=True)
    for stage in data["path"]:
        stage.pop("care", None)
    data["path"][1]["care"] = list(care)
    if front:
        data["path"][0]["front"] = [front]
    for part in ("cranks", "wheel"):
        data[part].pop("care", None)
    for piece in data.get("parts", []):
        piece.pop("care", None)
    data["name"] = name
    return Mounted(on=on, setup=Setup.model_validate(data))


def bike(*care, **parts) -> BikeHead:
    usual = {"name": "Tall one", "since": MAY, "km_at_start": 1000, "mounted": [mounted(*care)]}
    return BikeHead(**{**usual, **parts})


def rode(*kms, every=1, start=0) -> list[LoggedRide]:
    return [LoggedRide(on=MAY + timedelta(days=start + at * every), km=km) for at, km in enumerate(kms) if km]


def day(number: int) -> date:
    return MAY + timedelta(days=number)
