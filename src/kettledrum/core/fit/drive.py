"""Rules of chain and belt: tension, line, what a derailleur takes, and the makers' limits."""

from collections.abc import Iterator

from kettledrum.core.chains.belt import BeltFit
from kettledrum.core.chains.chain import ChainFit
from kettledrum.core.chains.chainline import chainline
from kettledrum.core.chains.derailleur import derailleur_needs
from kettledrum.core.chains.twin import TOLERANCE_MM, twin_of
from kettledrum.core.effort.into_part import lowest_ratios
from kettledrum.core.effort.pushes import pushes
from kettledrum.core.effort.stage_limits import (
    LimitCheck,
    LimitKind,
    limits_in_lowest,
    mass_check,
)
from kettledrum.core.fit.rule import TRADE, Bike, Finding, Rule, not_known
from kettledrum.core.gearing.path import path_options
from kettledrum.core.gearing.shift_order import crossed_options
from kettledrum.core.pairings.checks import PairingChecks, teeth_checks
from kettledrum.core.pairings.place import pairing_place
from kettledrum.core.parts.stage import SprocketsStage, has_gears
from kettledrum.core.parts.stated import Limits
from kettledrum.core.terms.errors import InvalidInput

_TWIN_TIGHT_MM = 1.0
_ASK = "ask the maker before riding it"
_REMEDIES: dict[LimitKind, str] = {
    "ratio": "other teeth (see Pairings), a smaller wheel, or another hub",
    "torque": _ASK,
    "motor": _ASK,
    "mass": "less load, or a part that is allowed more",
    "pull": _ASK,
}


def _remedy(check: LimitCheck) -> str | None:
    if check.state not in ("fails", "not known"):
        return None
    if check.kind == "teeth":
        too_small = check.figure is not None and check.limit is not None and check.figure < check.limit
        return f"a {'larger' if too_small else 'smaller'} sprocket"
    return _REMEDIES.get(check.kind)


def _pairing(bike: Bike) -> tuple[PairingChecks, int, int] | None:
    """The checks of the mounted pairing, where the path has a single one to look at."""
    try:
        place = pairing_place(bike.setup, bike.brief.stock)
    except InvalidInput:
        return None
    checks = PairingChecks(bike.brief, bike.setup, place, pushes(bike.brief, bike.setup))
    return checks, *place.mounted


def _loop(bike: Bike) -> Iterator[Finding]:
    for place, stage in bike.sprockets:
        if stage.pairs is not None and len(stage.pairs) > 1 and stage.drive == "chain":
            yield from _twins(bike, stage)
        elif len(stage.pairings) > 1:
            continue
        elif found := _pairing(bike):
            checks, front, rear = found
            if place != checks.place.stage:
                continue
            chain, belt = checks.loop(front, rear, mounted=True)
            fit: ChainFit | BeltFit | None = chain or belt
            assert fit is not None
            helps = "other teeth (see Pairings), a tensioner, or an axle that slides"
            measured = "the chainstay length among the frame’s figures"
            remedy = {"holds": None, "tight": helps, "fails": helps, "not known": measured}[fit.state]
            yield Finding(fit.state, fit.what, remedy)


def _twins(bike: Bike, stage: SprocketsStage) -> Iterator[Finding]:
    assert stage.pairs is not None
    reach = bike.frame.reach_mm
    if reach is None:
        yield not_known("the chainstay length is missing", "from the bottom bracket’s middle to the axle’s")
        return
    found = twin_of(stage.pairs, reach)
    if found is None:
        yield Finding("fails", "one of its chains has no place for the axle within its way", "other teeth")
        return
    apart, chains = found
    words = ", ".join(
        f"{each.front} × {each.rear} of {each.links} links at {each.centre_mm:.1f} mm" for each in chains
    )
    if apart <= TOLERANCE_MM:
        yield Finding("holds", f"{words}: {apart:.2f} mm apart")
    elif apart <= _TWIN_TIGHT_MM:
        yield Finding("tight", f"{words}: {apart:.2f} mm apart", "one chain will hang slacker than the other")
    else:
        yield Finding(
            "fails", f"{words}: {apart:.1f} mm apart", "other teeth: Pairings finds those that fit one axle"
        )


def _line(bike: Bike) -> Iterator[Finding]:
    options = path_options(bike.stages)
    for place, _ in bike.sprockets:
        teeth = [options[place].options[option] for option in crossed_options(options[place])]
        crossed = {(each.front, each.rear) for each in teeth if each.front and each.rear}
        found = chainline(bike.stages, place, bike.frame.chainstay_mm, crossed)
        remedy = {
            "not known": "the chainlines on the makers’ sheets",
            "holds": None,
            "tight": "spacers, or another axle for the cranks",
            "fails": "spacers, or another axle for the cranks",
        }[found.state]
        assumed = f" (assumed: {', '.join(found.assumed)})" if found.assumed else ""
        yield Finding(found.state, found.what + assumed, remedy)


def _derailleur(bike: Bike) -> Iterator[Finding]:
    for place, stage in bike.sprockets:
        needs = derailleur_needs(stage, f"path[{place}]", bike.frame)
        if needs is None:
            continue
        length = "" if needs.links is None else f"; its chain has {needs.links} links"
        for check in needs.checks:
            yield Finding(
                check.state,
                check.what + (length if check is needs.checks[-1] else ""),
                "a derailleur that takes more, or closer teeth" if check.state == "fails" else None,
            )


def _limits(bike: Bike) -> Iterator[Finding]:
    asked = pushes(bike.brief, bike.setup)
    found = _pairing(bike)
    if found:
        checks, front, rear = found
        for check in checks.of(front, rear, None, None):
            derived = ", derived" if check.derived and "derived" not in check.what else ""
            yield Finding(check.state, check.what + derived, _remedy(check))
    else:
        yield from _behind_several(bike)
    for stage in bike.stages:
        if not has_gears(stage):
            continue
        limits = stage.limits or Limits()
        if limits.system_mass_max_kg is None:
            yield not_known(
                f"the largest mass that {bike.name(stage)} is allowed for is not stated",
                f"“system mass” on its maker’s sheet; here it is {asked.system_kg:.0f} kg",
            )
        elif not found and (mass := mass_check(limits, asked, bike.name(stage))):
            yield Finding(mass.state, mass.what)
        if limits.warranty:
            yield Finding("tight", f"{bike.name(stage)}, conditions of its warranty: {limits.warranty}")


def _behind_several(bike: Bike) -> Iterator[Finding]:
    """The limits of what lies behind several rings or set pairings, in the lowest of them."""
    for check in limits_in_lowest(
        bike.brief, bike.setup, pushes(bike.brief, bike.setup), lowest_ratios(bike.setup)
    ):
        asks = check.state in ("fails", "not known")
        remedy = _REMEDIES["ratio"] if check.kind == "ratio" and check.state == "fails" else _ASK
        yield Finding(check.state, check.what, remedy if asks else None)
    behind = bike.stages[-1]
    if bike.sprockets and behind.kind == "hub":
        rears = [rear for _, rear in bike.sprockets[-1][1].pairings]
        for check in teeth_checks(behind, bike.name(behind), rears):
            yield Finding(check.state, check.what, _remedy(check))


DRIVE_RULES = [
    Rule(
        "tension",
        "drive",
        "A slack chain comes off, a tight one wears; a belt must be just right.",
        TRADE,
        _loop,
    ),
    Rule(
        "line",
        "drive",
        "A chain or belt that runs slantwise is loud, wears, and may climb off.",
        TRADE,
        _line,
    ),
    Rule(
        "derailleur",
        "drive",
        "A derailleur takes up so much chain and reaches so large a sprocket.",
        TRADE,
        _derailleur,
    ),
    Rule(
        "makers-limits",
        "limits",
        "Past a maker’s limit parts break, under the rider, and the warranty ends.",
        "the maker’s sheet, as entered",
        _limits,
    ),
]
