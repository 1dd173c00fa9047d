"""The other way round: which hubs and gearboxes can do what is wanted, and with which pairing."""

import math
from bisect import bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from pydantic import BaseModel

from kettledrum.core.effort.pushes import Pushes, pushes
from kettledrum.core.effort.stage_limits import CLOSE, ratio_limit
from kettledrum.core.effort.wanted_gears import needed_ratio, wanted_gears
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Need
from kettledrum.core.job.load import Load
from kettledrum.core.pairings.would_do_says import would_do_says
from kettledrum.core.parts.efficiency import BELT, PLAIN_CHAIN, USUAL_EFFICIENCY, usual_case
from kettledrum.core.parts.figures import part_figures
from kettledrum.core.parts.fitting import HARD_ON_HANDS
from kettledrum.core.parts.motor import Before
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import SprocketsStage
from kettledrum.core.parts.stated import Limits
from kettledrum.core.parts.stock import USUAL_FRONT, USUAL_FRONT_AT_GEARBOX, USUAL_REAR, USUAL_REAR_AT_GEARBOX
from kettledrum.core.terms.check import RANK, State

_EXPLAINED = 8
"""Of so many parts that nearly do it, what would help is worked out."""
_HALVINGS = 40
NEARLY = 0.004
"""What misses by less does it: no rider feels it, and no figure behind it is known so well."""


@dataclass(slots=True)
class PartAnswer:
    """Whether a part would do, by its `place` in the list that was given.

    `front` and `rear` are the pairing that does it with the highest top, or the nearest to doing it; null
    where no pairing may run at all. With it, the overall ratios of its lowest and highest gear, and by what
    shares they miss what is wanted. `state` is not known where it would do, but its maker states no limit.
    """

    place: int
    name: str
    kind: str
    state: State
    front: int | None
    rear: int | None
    lowest: float | None
    highest: float | None
    short_low: float
    short_high: float
    ratio_min: float | None
    why: str
    price: float | None = None
    help: list[str] = field(default_factory=list)


class WouldDo(BaseModel):
    """The parts in their order, best first, and what was wanted as overall ratios on this wheel.

    `lowest` is null where the job says neither a steepest pitch nor a wanted gear, `highest` where it says no
    top speed.
    """

    lowest: float | None
    highest: float | None
    says: str
    parts: list[PartAnswer]


@dataclass(frozen=True, slots=True)
class _Pairs:
    """Pairings by rising ratio, of equal ones the largest."""

    ratios: list[float]
    teeth: list[tuple[int, int]]

    @classmethod
    def of(cls, fronts: Sequence[int], rears: Sequence[int]) -> "_Pairs":
        largest: dict[tuple[int, int], tuple[int, int]] = {}
        for front in fronts:
            for rear in rears:
                common = math.gcd(front, rear)
                key = front // common, rear // common
                largest[key] = max(largest.get(key, (0, 0)), (front, rear))
        ordered = sorted(largest.values(), key=lambda pair: pair[0] / pair[1])
        return cls([front / rear for front, rear in ordered], ordered)


def would_do(need: Need, setup: Setup, parts: Sequence[Part]) -> WouldDo:
    """Holds every hub, gearbox and chaingear against what a job wants, on a setup's wheel and cranks.

    One pairing in front of a hub or behind a gearbox, of the sprockets that can be had. See docs/method.md.
    """
    search = _Search(need, setup)
    found = [
        search.answer(place, part)
        for place, part in enumerate(parts)
        if part.gears is not None and part.kind in ("hub", "gearbox")
    ]
    for answer in found:
        answer.price = parts[answer.place].price
    found.sort(key=lambda each: (RANK[each.state], round(each.short_low + each.short_high, 4), each.place))
    near = [each for each in found if each.state == "fails"][:_EXPLAINED]
    for answer in near:
        search.explain(answer, parts[answer.place])
    return WouldDo(
        lowest=search.wanted.lowest, highest=search.wanted.highest, says=would_do_says(found), parts=found
    )


def _motors_nm(setup: Setup, kind: str) -> tuple[float, float]:
    """The most torque of motors into a part of a kind that is tried: before a hub's pairing, and at the part.

    Into a gearbox at the cranks all goes in as it is; what enters behind it, or in a wheel, does not.
    """
    before, at = 0.0, 0.0
    for motor in setup.motors or []:
        place = motor.at.before if isinstance(motor.at, Before) else {"cranks": 0}.get(motor.at)
        if kind == "gearbox":
            at += motor.most_nm if place == 0 or motor.at == "gearbox" else 0.0
        elif place == 0:
            before += motor.most_nm
        elif place is not None:
            at += motor.most_nm
    return before, at


class _Search:
    def __init__(self, need: Need, setup: Setup) -> None:
        self.need, self.setup = need, setup
        self.asked: Pushes = pushes(need, setup)
        drives = [stage.drive for stage in setup.path if isinstance(stage, SprocketsStage)]
        self.drive = drives[0] if drives else "chain"
        own = getattr(need.stock, self.drive) if need.stock else None
        lists = (
            (USUAL_FRONT[self.drive], USUAL_REAR[self.drive]),
            (USUAL_FRONT_AT_GEARBOX[self.drive], USUAL_REAR_AT_GEARBOX[self.drive]),
        )
        self.at_hub, self.at_gearbox = (
            _Pairs.of((own and own.front) or fronts, (own and own.rear) or rears) for fronts, rears in lists
        )
        self.circumference_m = setup.wheel.circumference_m
        table = gear_table(setup, need.rider.cadence_rpm)
        self.wanted = wanted_gears(need, table, USUAL_EFFICIENCY)
        self.needed: dict[float, float | None] = {}

    def lowest_wanted(self, part: Part) -> float | None:
        """The highest lowest gear that will do, with the share of power that gets through this part."""
        if self.wanted.by != "physics":
            return self.wanted.lowest
        share = self.share(part)
        if share not in self.needed:
            self.needed[share] = needed_ratio(self.need, self.circumference_m, share)
        return self.needed[share]

    def share(self, part: Part) -> float:
        assert part.gears is not None
        inside = part.efficiency or usual_case(part.gears, at_cranks=part.kind == "gearbox")
        return inside.typical * (BELT if self.drive == "belt" else PLAIN_CHAIN).typical

    def least_primary(self, part: Part) -> tuple[float | None, bool]:
        """The smallest primary ratio of a part for this rider, and whether anything is stated at all."""
        limits = part.limits or Limits()
        stated = ratio_limit(limits, self.need, self.asked).least
        bounds = [] if stated is None else [stated]
        known = stated is not None or limits.input_torque_max_nm is not None
        if part.kind == "hub":
            bounds += self._least_for_torques(limits)
        return max(bounds, default=None), known

    def _least_for_torques(self, limits: Limits) -> Iterator[float]:
        """The smallest primary ratios that keep torques into a hub within its limits: of all, and of motors.

        (what goes in before the pairing) / ratio + motors behind it ≤ limit.
        """
        before, at = _motors_nm(self.setup, "hub")
        for most, through in (
            (limits.input_torque_max_nm, self.asked.hardest_nm + before),
            (limits.motor_torque_max_nm, before),
        ):
            if most is not None and through > 0:
                yield through / (most - at) if most > at else math.inf

    def answer(self, place: int, part: Part) -> PartAnswer:
        figures = part_figures(part)
        assert figures.lowest is not None
        assert figures.highest is not None
        low, high = figures.lowest, figures.highest
        least, known = self.least_primary(part)
        pairs = self.at_gearbox if part.kind == "gearbox" else self.at_hub
        wanted = self.lowest_wanted(part)
        ceiling = math.inf if wanted is None else wanted / low
        fits = bisect_right(pairs.ratios, ceiling * (1 + 1e-9)) - 1
        allowed = bisect_right(pairs.ratios, (least or 0.0) * (1 - 1e-9))
        if allowed == len(pairs.ratios):
            what = f"no pairing on the list is as high as its smallest ratio, {least:.3g}"
            if least == math.inf:
                least, what = None, "a motor right before it puts more in than it bears, whatever the pairing"
            return PartAnswer(
                place, part.name, part.kind, "fails", None, None, None, None, 1.0, 1.0, least, what
            )
        # The highest that still climbs, or the lowest that may run.
        at = max(fits, allowed)
        front, rear = pairs.teeth[at]
        primary = pairs.ratios[at]
        lowest, highest = primary * low, primary * high
        top = self.wanted.highest
        short = _Short(
            low=_by_how_much(lowest / wanted) if wanted else 0.0,
            high=_by_how_much(top / highest) if top else 0.0,
        )
        state, why = self._state(part, primary, _Least(least, known), short)
        return PartAnswer(
            place,
            part.name,
            part.kind,
            state,
            front,
            rear,
            lowest,
            highest,
            short.low,
            short.high,
            least,
            why,
        )

    def _state(self, part: Part, primary: float, least: "_Least", short: "_Short") -> tuple[State, str]:
        failing = _short_of(primary, least, short) or self._over_limits(part) or self._over_budget(part)
        if failing:
            return "fails", failing
        if not least.known:
            return "not known", "it would do, but neither a smallest ratio nor a largest torque is stated"
        if minding := self._to_mind(part):
            return "tight", f"it does, but {minding}"
        if least.is_close(primary):
            return "tight", f"it does, just over its smallest ratio of {least.ratio:.3g}"
        return "holds", "it does" + (f", over its smallest ratio of {least.ratio:.3g}" if least.ratio else "")

    def _over_limits(self, part: Part) -> str | None:
        """By what a part is overloaded, whatever its pairing."""
        limits = part.limits or Limits()
        mass, torque = limits.system_mass_max_kg, limits.input_torque_max_nm
        if mass is not None and self.asked.system_kg > mass:
            return f"bicycle, rider and load are {self.asked.system_kg:.0f} kg, over its {mass:g} kg"
        if part.kind == "gearbox":
            _, motors = _motors_nm(self.setup, "gearbox")
            worst, most = self.asked.hardest_nm + motors, limits.motor_torque_max_nm
            if torque is not None and worst > torque:
                pushed = "motor and the hardest push are" if motors else "the hardest push is"
                return f"{pushed} {worst:.0f} Nm, over its {torque:g} Nm"
            if most is not None and motors > most:
                return f"the motor puts {motors:.0f} Nm in, over its {most:g} Nm"
        elif part.kind == "hub":
            _, motors = _motors_nm(self.setup, "hub")
            if limits.motor_torque_max_nm is not None and motors > limits.motor_torque_max_nm:
                return f"the motor puts {motors:.0f} Nm in, over its {limits.motor_torque_max_nm:g} Nm"
        return None

    def _over_budget(self, part: Part) -> str | None:
        """By how much a part alone costs more than there is to spend."""
        budget = self.need.wants.budget if self.need.wants else None
        if budget is None or part.price is None or part.price <= budget:
            return None
        return f"it costs {part.price:g}, over the budget of {budget:g}"

    def _to_mind(self, part: Part) -> str | None:
        """What a rider with sore hands, far from help or giving little care minds of a part that does."""
        wants, shifter = self.need.wants, part.fit.shifter if part.fit else None
        minded = None
        if wants and wants.hand_trouble and shifter in HARD_ON_HANDS:
            minded = f"a {shifter} is hard on the hands"
        elif wants and wants.is_far_from_help and shifter == "buttons":
            minded = f"its buttons need charge, {wants.workshop_km:g} km from a workshop"
        elif wants and wants.care == "little" and self.drive == "chain":
            minded = "its chain wants oil now and then, and you give little care"
        return minded

    def explain(self, answer: PartAnswer, part: Part) -> None:
        """What would help a part to do it: a smaller wheel, or less load."""
        wanted = self.lowest_wanted(part)
        if not answer.short_low or wanted is None or answer.lowest is None:
            if answer.short_high:
                answer.help.append("more range, or a lower wanted speed, would do it")
            return
        if self.wanted.by == "ratio":
            answer.help.append("more range would do it")
            return
        smaller_mm = self.setup.wheel.diameter_m * 1000 * wanted / answer.lowest
        # A smaller wheel lowers the top as well; with less load it stays as it is.
        top, highest = self.wanted.highest, answer.highest
        lowered = top is not None and highest is not None and highest * wanted < top * answer.lowest
        answer.help.append(_would_do(f"a wheel of {smaller_mm:.0f} mm across, tyre and all,", not lowered))
        if self.wanted.by == "physics" and (less := self._less_load(answer.lowest, self.share(part))):
            answer.help.append(_would_do(f"{less:.0f} kg less to carry", not answer.short_high))

    def _less_load(self, lowest: float, share: float) -> float | None:
        """How many kg of what is carried must stay at home for a lowest gear to do; None where that is not
        enough. By halving: less mass is always faster uphill.
        """
        load = self.need.load or Load()
        most = (load.cargo_kg or 0) + (load.trailer_kg or 0)

        def does(less_kg: float) -> bool:
            cargo = load.model_copy(update={"cargo_kg": most - less_kg, "trailer_kg": 0})
            needed = needed_ratio(self.need.model_copy(update={"load": cargo}), self.circumference_m, share)
            return needed is not None and needed >= lowest

        if not most or not does(most):
            return None
        low, high = 0.0, float(most)
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            low, high = (low, middle) if does(middle) else (middle, high)
        return math.ceil(high - 1e-6)


class _Short(NamedTuple):
    """How far the lowest gear is too high, and the highest too low, as shares."""

    low: float
    high: float


class _Least(NamedTuple):
    """The smallest primary ratio that a part bears, and whether anything is stated of it."""

    ratio: float | None
    known: bool

    def is_close(self, primary: float) -> bool:
        """Whether a ratio is hardly above it."""
        return self.ratio is not None and primary < self.ratio * (1 + CLOSE)


def _by_how_much(times: float) -> float:
    """How much more than one, as a share; next to nothing is nothing."""
    share = max(times - 1, 0.0)
    return 0.0 if share < NEARLY else share


def _short_of(primary: float, least: _Least, short: _Short) -> str | None:
    """By how much the gears of a pairing fall short of what is wanted, in words."""
    missing = [
        *([f"its lowest gear is {short.low * 100:.1f} % too high"] if short.low else []),
        *([f"its highest gear is {short.high * 100:.1f} % too low"] if short.high else []),
    ]
    bound = f", at its smallest ratio of {least.ratio:.3g}" if short.low and least.is_close(primary) else ""
    return " and ".join(missing) + bound if missing else None


def _would_do(what: str, does: bool) -> str:
    return f"{what} would do it" if does else f"{what} would be low enough, but the top too slow"
