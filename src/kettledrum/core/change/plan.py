"""The plan of change from one setup to another. See docs/method.md."""

from collections import Counter
from collections.abc import Iterator, Sequence

from kettledrum.core.change.at_cranks import axle_asked
from kettledrum.core.change.hub_body import hub_body, plain_hub_rotor
from kettledrum.core.change.loops import Loop, loops
from kettledrum.core.change.plan_result import ChangePlan, Step, ToBuy
from kettledrum.core.change.relinked import links_to_buy, other_belts, relinked
from kettledrum.core.change.shopping import shopping
from kettledrum.core.change.steps import Work, steps
from kettledrum.core.change.things import UNDESCRIBED, Thing, things
from kettledrum.core.change.tools import tools
from kettledrum.core.change.wheels import pads_reach, rear_is_built, wheel_asked
from kettledrum.core.fit.mass_moved import weighed
from kettledrum.core.fit.page import CAUTION, RULES
from kettledrum.core.fit.rule import Bike, FitCheck
from kettledrum.core.fit.spokes import SpokeLengths, spoke_lengths
from kettledrum.core.job.brief import Brief, named
from kettledrum.core.parts.frame import Frame
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import GearboxStage, HubStage
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.in_words import counted, money, quoted, time


def change_plan(brief: Brief, start: str, to: str) -> ChangePlan:
    """What it takes to make one setup of a brief into another.

    Raises InvalidInput where a name is that of no setup, and where both are one.
    """
    before, after = _named(brief, start, "from"), _named(brief, to, "to")
    if start == to:
        what = f"must be another setup than {quoted(start)}, which it starts from"
        raise InvalidInput([Problem("to", what)])
    off, on, kept = _parted(things(before), things(after))
    was, now = (list(loops(setup, brief.frame, brief.stock)) for setup in (before, after))
    for belt in other_belts(kept, was, now):
        kept.remove(belt)
        off.append(belt)
        on.append(belt)
    spokes = _spokes(off, on, after)
    frame = brief.frame or Frame()
    shell, brake = frame.bottom_bracket, frame.brake
    unknown = [
        *_not_known(brief, after, on, now, spokes),
        *hub_body(off, on, kept),
        *plain_hub_rotor(on, brief.frame),
        *axle_asked(on, after, shell),
        *wheel_asked(on),
        *pads_reach(off, on, brake),
    ]
    work = Work(
        off,
        on,
        kept,
        was,
        now,
        spokes,
        unknown,
        battery=bool(before.motors),
        driven=bool(after.motors),
        rim_brake=brake == "rim",
    )
    done = list(steps(work))
    told_apart(done)
    changed = relinked(kept, was, now)
    buy = [*shopping(on, kept, after, now, spokes), *links_to_buy(changed, len(now))]
    told_apart(buy)
    money_in = brief.money.currency if brief.money and brief.money.currency else ""
    plan = ChangePlan(
        start=start,
        to=to,
        off=[thing.name for thing in off],
        on=[thing.name for thing in on],
        kept=[thing.name for thing in kept if thing not in UNDESCRIBED],
        buy=buy,
        tools=tools(off, on, after, shell, relinks=bool(changed)),
        steps=done,
        price=float(sum(each.price for each in buy if each.price is not None)),
        price_missing=[each.what for each in buy if each.price is None],
        minutes=sum(step.minutes for step in done),
        mass_kg=_heavier(before, after),
        not_known=unknown,
        fails=_fails(brief, after),
        done=_ticked(brief, start, to),
        currency=money_in,
        caution=CAUTION,
        says="",
    )
    plan.says = _says(plan)
    return plan


def told_apart(entries: Sequence[ToBuy] | Sequence[Step]) -> None:
    """Numbers what is told in the same words twice, so that each can be ticked off by itself."""
    seen: Counter[str] = Counter()
    for each in entries:
        seen[each.what] += 1
        if seen[each.what] > 1:
            each.what = f"{each.what} ({seen[each.what]})"


def _named(brief: Brief, name: str, where: str) -> Setup:
    try:
        return named(brief, name)
    except InvalidInput as error:
        raise InvalidInput([Problem(where, each.what) for each in error.problems]) from error


def _parted(before: Sequence[Thing], after: Sequence[Thing]) -> tuple[list[Thing], list[Thing], list[Thing]]:
    """What comes off, goes on, and stays; of two alike each counts."""
    rest = list(before)
    on, kept = [], []
    for thing in after:
        same = next((each for each in rest if each.is_as(thing)), None)
        if same is None:
            on.append(thing)
        else:
            rest.remove(same)
            kept.append(thing)
    return rest, on, kept


def _spokes(off: Sequence[Thing], on: Sequence[Thing], to: Setup) -> SpokeLengths | None:
    """The spokes of a wheel that is built anew; None where it stays as it is."""
    if not rear_is_built(off, on):
        return None
    hub = next((stage for stage in reversed(to.path) if isinstance(stage, HubStage)), None)
    return spoke_lengths(hub.fit.spokes if hub and hub.fit else None, to.wheel.rim)


def _not_known(
    brief: Brief, to: Setup, on: Sequence[Thing], now: Sequence[Loop], spokes: SpokeLengths | None
) -> Iterator[str]:
    """What must be looked at before anything is bought."""
    new_rim = any(thing.kind == "rim" for thing in on)
    if spokes is not None and spokes.state == "not known" and (spokes.left_mm is None or not new_rim):
        yield f"The spokes: {spokes.what}"
    for loop in now:
        if loop.links is None:
            what = "teeth the belt has, or which exist" if loop.drive == "belt" else "links the chain has"
            yield f"How many {what}: measure the chainstay, from the bottom bracket’s middle to the axle’s"
    cases = [stage for stage in to.path if isinstance(stage, HubStage | GearboxStage)]
    for stage in cases:
        name = stage.name or stage.kind
        if not any(thing.name == name for thing in on):
            continue
        fit = stage.fit
        if stage.gears.count > 1 and (fit is None or fit.shifter is None):
            yield f"Which shifter {quoted(name)} needs"
        if isinstance(stage, HubStage):
            if fit is None or fit.dropout_mm is None or (brief.frame or Frame()).dropout_mm is None:
                yield f"Whether {quoted(name)} goes between the dropouts: the width of both"
            if fit is None or fit.torque_support is None:
                yield f"How the axle of {quoted(name)} is held against turning"
            if brief.frame is not None and brief.frame.brake == "disc" and (fit is None or fit.rotor is None):
                yield f"Which rotor goes onto {quoted(name)}"
        elif fit is None or (fit.frame_mount is None and fit.bottom_bracket is None):
            yield f"How {quoted(name)} is held in the frame: its mount, or its bottom bracket"
    yield from (
        f"What Fit cannot say: {check.what}"
        for check in _checks(brief, to)
        if check.state == "not known" and check.topic == "motor" and any(each.kind == "motor" for each in on)
    )


def _checks(brief: Brief, setup: Setup) -> list[FitCheck]:
    bike = Bike(brief, setup)
    return [check for rule in RULES for check in rule.checks(bike)]


def _fails(brief: Brief, to: Setup) -> list[str]:
    return [check.what for check in _checks(brief, to) if check.state == "fails"]


def _heavier(before: Setup, after: Setup) -> float | None:
    """By how many kg; None where the mass of something that differs is not known."""
    masses = [{(each.name, each.mass_kg) for each in weighed(setup)} for setup in (before, after)]
    differ = masses[0] ^ masses[1]
    if any(mass is None for _, mass in differ):
        return None
    was, now = (sum(each.mass_kg or 0.0 for each in weighed(setup)) for setup in (before, after))
    return round(now - was, 6)


def _ticked(brief: Brief, start: str, to: str) -> list[str]:
    ticked = (brief.weighing.ticked if brief.weighing else None) or []
    return next((each.done for each in ticked if (each.start, each.to) == (start, to)), [])


def _says(plan: ChangePlan) -> str:
    if not plan.steps:
        return f"{quoted(plan.start)} and {quoted(plan.to)} are the same parts: there is nothing to change."
    least = "at least " if plan.price_missing else ""
    cost = (
        f"{least}{money(plan.price, plan.currency)} to spend"
        if plan.price or not plan.price_missing
        else "prices still to be found out"
    )
    first = (
        f"From {quoted(plan.start)} to {quoted(plan.to)}: about {time(plan.minutes * 60)} of work, {cost}."
    )
    pieces = [first]
    if plan.fails:
        things_do = f"{counted(len(plan.fails), 'thing')} {'does' if len(plan.fails) == 1 else 'do'}"
        pieces.append(f"But {things_do} not go together, as Fit tells: see to that first.")
    elif plan.not_known:
        pieces.append(f"{counted(len(plan.not_known), 'thing')} must be looked at before anything is bought.")
    return " ".join(pieces)
