"""Every sprocket pairing of a setup: what it makes of the gears, whether it may run, and why not."""

from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.chains.articulation import articulation_loss
from kettledrum.core.chains.belt import BeltFit
from kettledrum.core.chains.chain import ChainFit
from kettledrum.core.effort.pushes import Pushes, pushes
from kettledrum.core.effort.stage_limits import LimitCheck
from kettledrum.core.effort.steepest import Judged, Limit, SteepestPitch, Verdict, slowest_in_band
from kettledrum.core.effort.wanted_gears import WantedGears, wanted_gears
from kettledrum.core.gearing.gear_table import Gear, gear_table
from kettledrum.core.gearing.ladder import ladder
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.conditions import conditions
from kettledrum.core.pairings.checks import IntoBehind, PairingChecks
from kettledrum.core.pairings.place import PairingPlace, pairing_place
from kettledrum.core.pairings.says import pairings_says
from kettledrum.core.parts.efficiency import path_efficiency
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.check import RANK, State
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate

MOST_PAIRINGS = 3600
CAUTION = (
    "Limits are the maker’s to state and to change: past one, parts can break under the rider. "
    "Where a figure is not known, ask before you ride it."
)
Changed = Literal["nothing", "front", "rear", "both"]


@dataclass(slots=True)
class Pairing:
    """A pairing with all it does.

    `primary_ratio` is front ÷ rear teeth; `lowest` and `highest` are the setup's gears with it, `top_kmh`
    the highest one's speed at the band's high end. The `state` is the worst of its checks but those that only
    advise, `why` says what they all find, the worst first. `climb` is the verdict on the job's steepest pitch
    and `margin` what the lowest gear has to spare for it, both null without a pitch; `limit` what stands in
    the way where it fails, the gears or the power, which no pairing helps. A `chain` or a `belt`.
    `into` are the torques into the part behind, null without one.
    `changed` is what of the mounted pairing must be bought; `new_chain` whether its chain or belt would be
    another, null where that is not known. `repeats` is after how many turns of the front sprocket the same
    teeth meet again, on the same links where their number is known: the more, the evener they wear. `bends`
    is the share of power that the chain loses by bending round them, null for a belt. `short` is how much the
    gears fall short of what is wanted, as a share, `uneven` how unevenly what they
    have to spare is shared between the two ends, as the logarithm of the one over the other.
    `rank` counts from 1, the best.
    """

    front: int
    rear: int
    primary_ratio: float
    lowest: Gear
    highest: Gear
    top_kmh: float
    state: State
    why: list[str]
    checks: list[LimitCheck]
    climb: Verdict | None
    margin: float | None
    limit: Limit | None
    chain: ChainFit | None
    belt: BeltFit | None
    into: IntoBehind | None
    changed: Changed
    new_chain: bool | None
    repeats: int
    bends: float | None
    short: float
    uneven: float
    rank: int = 0


class Pairings(BaseModel):
    """All pairings of a setup, in the order of their rank.

    `stage` is the place of the sprockets in the path, `front` and `rear` the teeth that were tried;
    `own_front` and `own_rear` say whether those are the user's own lists. `fixed_rear` says that the rear is
    a cassette, which stays: its largest sprocket stands for it. `ratio_min` is the smallest primary ratio
    that counts, stated or `ratio_derived` for this rider, null where neither can be told. `range` does not
    change.
    """

    setup: str
    stage: int
    drive: str
    front: list[int]
    rear: list[int]
    own_front: bool
    own_rear: bool
    fixed_rear: bool
    mounted: tuple[int, int]
    range: float
    pushes: Pushes
    ratio_min: float | None
    ratio_derived: bool
    wanted: WantedGears
    assumed: list[Assumed]
    caution: str
    says: str
    pairings: list[Pairing]


def pairings(brief: Brief, setup: Setup) -> Pairings:
    """Tries every pairing of the sprockets that can be had. See docs/method.md.

    Raises InvalidInput for a setup with no single pairing that could be exchanged.
    """
    place = pairing_place(setup, brief.stock)
    if len(place.fronts) * len(place.rears) > MOST_PAIRINGS:
        raise InvalidInput([Problem("stock", f"makes more than {MOST_PAIRINGS} pairings; list fewer teeth")])
    job, asked = conditions(brief), pushes(brief, setup)
    table = gear_table(setup, job.cadence_rpm)
    least_kmh = slowest_in_band(ladder(table, table.ridden))
    share = path_efficiency(setup.path).typical
    pitch = SteepestPitch(job, share)
    moved_by_speed = any(stage.change and stage.change.by == "speed" for stage in setup.path)
    checks = PairingChecks(brief, setup, place, asked)
    wanted = wanted_gears(brief, table, share)
    mounted_loop = checks.loop(*place.mounted, mounted=True)
    found = []
    for front in place.fronts:
        for rear in place.rears:
            scale = place.scale(front, rear)
            if moved_by_speed:
                judged = _worked_out(brief, with_pairing(setup, place, front, rear))
            else:
                judged = pitch.judged(least_kmh * scale)
            chain, belt = checks.loop(front, rear)
            held = sorted(checks.of(front, rear, chain, belt), key=_best_last)
            lowest, highest = _scaled(table.gears[0], scale), _scaled(table.gears[-1], scale)
            short, uneven = wanted.distance(lowest.ratio, highest.ratio)
            found.append(
                Pairing(
                    front,
                    rear,
                    front / rear,
                    lowest,
                    highest,
                    highest.speed_kmh[1],
                    next((check.state for check in held if not check.advises), "holds"),
                    [check.what for check in held],
                    held,
                    judged.verdict,
                    judged.margin,
                    judged.limit,
                    chain,
                    belt,
                    checks.into(front, rear),
                    _changed(place.mounted, front, rear),
                    _is_another(mounted_loop, (chain, belt)),
                    place.repeats(front, rear, chain.links if chain else belt.teeth if belt else None),
                    articulation_loss(front, rear) if place.drive == "chain" else None,
                    short,
                    uneven,
                )
            )
    found.sort(key=_order)
    for rank, each in enumerate(found, start=1):
        each.rank = rank
    least, derived = checks.ratio_min
    # Worked out here: to validate hundreds of them would take as long again.
    return Pairings.model_construct(
        setup=setup.name,
        stage=place.stage,
        drive=place.drive,
        front=place.fronts,
        rear=place.rears,
        own_front=place.own_front,
        own_rear=place.own_rear,
        fixed_rear=place.fixed_rear,
        mounted=place.mounted,
        range=table.range,
        pushes=asked,
        ratio_min=least,
        ratio_derived=derived,
        wanted=wanted,
        assumed=[*job.assumed, *checks.assumed],
        caution=CAUTION,
        says=pairings_says(found, place.mounted, job, with_motor=asked.with_motor),
        pairings=found,
    )


def with_pairing(setup: Setup, place: PairingPlace, front: int, rear: int) -> Setup:
    """A setup with another pairing in its place."""
    data = setup.model_dump(mode="json", exclude_unset=True)
    stage = data["path"][place.stage]
    stage["front"] = [front]
    if not place.fixed_rear:
        stage["rear"] = [rear]
    return validate(Setup, data)


def _worked_out(brief: Brief, setup: Setup) -> Judged:
    """The pitch judged the long way, where a stage changes at a speed that does not scale."""
    job = conditions(brief)
    table = gear_table(setup, job.cadence_rpm)
    least_kmh = slowest_in_band(ladder(table, table.ridden))
    return SteepestPitch(job, path_efficiency(setup.path).typical).judged(
        least_kmh, table.gears[0].speed_kmh[0]
    )


def _scaled(gear: Gear, scale: float) -> Gear:
    low, high = gear.speed_kmh
    return Gear(
        gear.label,
        gear.ratio * scale,
        gear.development_m * scale,
        gear.gear_inches * scale,
        gear.gain_ratio * scale,
        (low * scale, high * scale),
        gear.step,
        gear.overlaps,
        gear.choice,
        gear.moves,
        gear.crossed,
    )


def _changed(mounted: tuple[int, int], front: int, rear: int) -> Changed:
    if front == mounted[0]:
        return "nothing" if rear == mounted[1] else "rear"
    return "front" if rear == mounted[1] else "both"


def _best_last(check: LimitCheck) -> int:
    return -RANK[check.state]


_COST: dict[Changed, int] = {"nothing": 0, "front": 1, "rear": 2, "both": 3}
"""Changing the front sprocket costs least."""


def _is_another(
    mounted: tuple[ChainFit | None, BeltFit | None], other: tuple[ChainFit | None, BeltFit | None]
) -> bool | None:
    lengths = [chain.links if chain else belt.teeth if belt else None for chain, belt in (mounted, other)]
    return None if None in lengths else lengths[0] != lengths[1]


def _order(pairing: Pairing) -> tuple[float, ...]:
    """What fails nothing first, then the nearest to what is wanted, of those what climbs without a hard push,
    with what is to spare shared evenly, then what bends a chain or pulls a belt least, evener wear, and the
    cheapest change.
    """
    # What breaks a hub is worse than what has to be walked.
    fails = 2 * (pairing.state == "fails") + (pairing.climb == "fails")
    return (
        fails,
        round(pairing.short, 2),
        pairing.climb == "tight",
        round(pairing.uneven, 2),
        pairing.bends if pairing.bends is not None else (pairing.belt and pairing.belt.pull_n) or 0.0,
        -pairing.repeats,
        _COST[pairing.changed] + (0.5 if pairing.new_chain else 0),
    )
