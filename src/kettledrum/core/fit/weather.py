"""Rules of cold and wet: what the lubricant of gears means there, and where water gets in.

From which cold on grease and oil stiffen is ours, round: lubricants differ, and the maker names its own.
"""

from collections.abc import Iterator

from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.job.road import Road, Surface
from kettledrum.core.parts.stage import GearboxStage, HubStage
from kettledrum.core.terms.in_words import listed

FREEZES_C = 0.0
GREASE_STIFF_C, OIL_THICK_C = -10.0, -15.0
WET_SURFACES: frozenset[Surface] = frozenset({"earth", "sand", "snow"})
"""Ground that is mud, water or slush for part of the year."""
_CABLES = ("twist grip", "trigger", "lever")

Geared = GearboxStage | HubStage


def _geared(bike: Bike) -> list[Geared]:
    cases = [stage for stage in (bike.gearbox, bike.chaingear) if stage is not None]
    hub = bike.geared_hub
    return [*cases, hub] if hub else [*cases]


def in_cold(bike: Bike, coldest_c: float | None) -> Iterator[Finding]:
    """What cold does to gears by what they run in, and to cables; nothing where it does not freeze."""
    if coldest_c is None or coldest_c >= FREEZES_C:
        return
    at = f"at {coldest_c:g} °C"
    for stage in _geared(bike):
        name = bike.name(stage)
        kind = None if stage.lubricant is None else stage.lubricant.lower()
        if kind is None:
            yield not_known(f"what {name} runs in is not stated", "oil or grease, on its maker’s sheet")
        elif "oil" in kind:
            yield _oil(name, kind, coldest_c)
        elif coldest_c < GREASE_STIFF_C:
            yield Finding(
                "tight",
                f"{name} runs in {kind}, which is stiff {at}: pawls may stick, so that a gear does not drive",
                "a thin grease for winter, as its maker allows; warm it indoors before a ride; start gently",
            )
        else:
            yield Finding(
                "tight",
                f"{name} runs in {kind}, which stiffens {at}: it runs harder and shifts late until warm",
                "a few easy kilometres first",
            )
    if any(stage.fit and stage.fit.shifter in _CABLES for stage in bike.stages):
        yield Finding(
            "tight",
            f"water in the housings of its cables freezes {at}, and the shifter sticks",
            "new housings with seals, or oil in them, before winter",
        )
    if any(motor.battery for motor in bike.setup.motors or []):
        yield Finding(
            "tight",
            f"a battery gives less {at}, and must not be charged while it is frozen",
            "kept and charged in the warm, carried out just before the ride",
        )


def _oil(name: str, kind: str, coldest_c: float) -> Finding:
    if coldest_c < OIL_THICK_C:
        return Finding(
            "tight",
            f"{name} runs in {kind}, which is thick at {coldest_c:g} °C: it shifts slowly",
            "thinner oil for winter, if its maker names one",
        )
    return Finding("holds", f"{name} runs in {kind}, which still flows at {coldest_c:g} °C")


def in_water(bike: Bike, *, freezes: bool = False) -> Iterator[Finding]:
    """Where water gets in on wet ground, and what is to be done after it did."""
    for stage in _geared(bike):
        name = bike.name(stage)
        if stage.care is None:
            yield not_known(
                f"whether {name} is packed against water is not stated: its upkeep is missing",
                "what its maker asks for after a dunking, written down in its upkeep",
            )
            continue
        after = [task.what for task in stage.care if "dunking" in (task.after or [])]
        if not after:
            yield Finding("holds", f"{name} asks for nothing after a dunking")
            continue
        ice = ", and freezes there" if freezes else ""
        yield Finding(
            "tight",
            f"{name} is not packed for fords: under water, water gets in{ice}",
            f"carried across, or {listed(after)} at once after it",
        )
    if bike.geared_hub and "oil" in (bike.geared_hub.lubricant or "").lower():
        yield Finding(
            "tight",
            "oil seeps a little past the seals of such hubs, and takes dirt to them",
            "wiped off after wet days; the level looked at",
        )


def _cold(bike: Bike) -> Iterator[Finding]:
    yield from in_cold(bike, (bike.brief.road or Road()).temperature_c)


def _water(bike: Bike) -> Iterator[Finding]:
    road = bike.brief.road or Road()
    if any(each.surface in WET_SURFACES for each in road.surfaces or []):
        cold = road.temperature_c is not None and road.temperature_c < FREEZES_C
        yield from in_water(bike, freezes=cold)


WEATHER_RULES = [
    Rule("cold", "weather", "Lubricants stiffen in the cold, and water freezes.", TRADE, _cold),
    Rule("water", "weather", "Water in gears rusts them, and takes their lubricant.", TRADE, _water),
]
