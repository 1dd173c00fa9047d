"""Whether a pairing may run: within the limits of makers and frame, and with a chain or belt that fits."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from kettledrum.core.chains.belt import BeltFit, belt_fit, belt_pull_n, smallest_front
from kettledrum.core.chains.chain import ChainFit, chain_fit
from kettledrum.core.effort.into_part import IntoPart, into_part, lowest_ratios
from kettledrum.core.effort.pushes import Pushes
from kettledrum.core.effort.stage_limits import (
    CLOSE,
    LimitCheck,
    RatioLimit,
    input_checks,
    mass_check,
    motor_check,
    ratio_limit,
    torque_state,
)
from kettledrum.core.job.brief import Brief
from kettledrum.core.pairings.place import PairingPlace
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.stage import HubStage, SprocketsStage, Stage, has_gears
from kettledrum.core.parts.stated import Limits
from kettledrum.core.parts.stock import USUAL_BELT_LENGTHS, USUAL_BELT_PITCH_MM, BeltStock, Stock
from kettledrum.core.terms.assumed import Assumed


class PairingChecks:
    """What is checked of every pairing of one setup, with all that does not depend on it worked out once."""

    def __init__(self, brief: Brief, setup: Setup, place: PairingPlace, asked: Pushes) -> None:
        self.frame, self.place, self.asked = brief.frame, place, asked
        stage = setup.path[place.stage]
        assert isinstance(stage, SprocketsStage)
        self.stage = stage
        self.tensioner = place.fixed_rear or bool(stage.run and stage.run.tensioner)
        self.cassette = stage.rear if place.fixed_rear else None
        self.setup, self.lowest = setup, lowest_ratios(setup)
        self.pitch_mm, self.lengths, self.assumed = _belts(stage, brief.stock)
        self.geared = [
            _Geared(each, number, ratio_limit(each.limits or Limits(), brief, asked))
            for number, each in enumerate(setup.path)
            if not isinstance(each, SprocketsStage)
        ]
        self.always = list(self._always())
        self.behind = [each for each in self.geared if each.number > place.stage]

    @property
    def ratio_min(self) -> tuple[float | None, bool]:
        """The smallest primary ratio that counts, and whether it is derived from the rider's hardest push."""
        stated = [each.least.least for each in self.geared if each.least.least is not None]
        if stated:
            return max(stated), False
        derived = [
            least
            for each in self.geared
            if each.number > self.place.stage and (least := self._least_for_torque(each)) is not None
        ]
        return (max(derived), True) if derived else (None, False)

    def _ratios(self, front: int, rear: int) -> list[float]:
        """The lowest ratio of each stage, with a pairing in its place."""
        ratios = [*self.lowest]
        ratios[self.place.stage] = front / rear
        return ratios

    def _least_for_torque(self, part: "_Geared") -> float | None:
        """The smallest primary ratio with which a part behind it bears what is put in.

        What comes through the pairing goes with 1 / ratio; what motors behind it add stays. None where no
        limit is stated, or no pairing would do.
        """
        most = part.limits.input_torque_max_nm
        if most is None:
            return None
        at_one, at_two = (
            into_part(self.asked, self.setup, self._ratios(teeth, 1), part.number).worst_nm
            for teeth in (1, 2)
        )
        through = (at_one - at_two) * 2
        stays = at_one - through
        return through / (most - stays) if most > stays else None

    def loop(self, front: int, rear: int, *, mounted: bool = False) -> tuple[ChainFit | None, BeltFit | None]:
        """The chain or belt of a pairing; the one that is `mounted`, where that is said."""
        run = self.stage.run if mounted else None
        if self.stage.drive == "chain":
            links = run.links if run else None
            return chain_fit(front, rear, self.frame, tensioner=self.tensioner, mounted=links), None
        lengths = [run.belt_teeth] if run and run.belt_teeth else self.lengths
        fit = belt_fit(front, rear, self.frame, self.pitch_mm, lengths)
        torque = into_part(self.asked, self.setup, self.lowest, self.place.stage).worst_nm
        most = self.stage.limits.pull_max_n if self.stage.limits else None
        return None, replace(
            fit,
            pull_n=belt_pull_n(torque, front, self.pitch_mm),
            smallest_front=None if most is None else smallest_front(torque, most, self.pitch_mm),
        )

    def of(self, front: int, rear: int, chain: ChainFit | None, belt: BeltFit | None) -> list[LimitCheck]:
        """Every check of a pairing; those of its chain or belt too."""
        found = [*self.always]
        for part in self.geared:
            ratios = self._ratios(front, rear)
            into = into_part(self.asked, self.setup, ratios, part.number)
            found += part.checks(front, rear, self.place.stage, ratios, into)
            if part.number > self.place.stage:
                # Of a cassette all go onto the hub, not only the largest that stands for them.
                found += teeth_checks(part.stage, part.name, self.cassette or [rear])
        fit = chain or belt
        if fit is not None:
            found.append(LimitCheck("teeth", fit.state, fit.what, advises=fit.state == "not known"))
        if belt is not None and belt.pull_n is not None:
            found.append(self._pull(front, belt.pull_n))
        frame = self.frame
        for end, teeth, most in (
            ("front", front, frame.front_max if frame else None),
            ("rear", rear, frame.rear_max if frame else None),
        ):
            if most is not None and teeth > most:
                what = f"{teeth} teeth at the {end} are {teeth - most} more than clear the frame"
                found.append(LimitCheck("teeth", "fails", what, teeth, most))
        return found

    def into(self, front: int, rear: int) -> "IntoBehind | None":
        """The torques into the first part behind the pairing; None where there is none with gears."""
        if not self.behind:
            return None
        part = self.behind[0]
        into = into_part(self.asked, self.setup, self._ratios(front, rear), part.number)
        return IntoBehind(part.name, into.hardest_nm, into.steady_nm, into.motor_nm)

    def _pull(self, front: int, pull_n: float) -> LimitCheck:
        most = self.stage.limits.pull_max_n if self.stage.limits else None
        if most is None:
            return LimitCheck(
                "pull",
                "not known",
                f"the hardest push pulls the belt with {pull_n:.0f} N; what it bears is not stated",
                pull_n,
                advises=True,
            )
        state = torque_state(pull_n, most)
        over = "over" if state == "fails" else "within"
        what = f"the hardest push pulls the belt with {pull_n:.0f} N, {over} {most:g} N"
        return LimitCheck("pull", state, what, pull_n, most)

    def _always(self) -> Iterator[LimitCheck]:
        """What holds or fails whatever the pairing: mass, and torque into what lies before it."""
        for number, stage in enumerate(self.setup.path):
            name = stage.name or stage.kind
            limits = stage.limits or Limits()
            mass = mass_check(limits, self.asked, name)
            if mass is not None:
                yield mass
            if number > self.place.stage:
                continue
            into = into_part(self.asked, self.setup, self.lowest, number)
            motor = motor_check(limits, into.motor_nm, name)
            # Sprockets state no motor torque.
            if motor is not None and not (stage.kind == "sprockets" and motor.state == "not known"):
                yield motor
            if has_gears(stage):
                yield from input_checks(stage, name, into, RatioLimit(None, "", None))


@dataclass(slots=True)
class IntoBehind:
    """Torques in Nm into a part in its lowest gear before it: the hardest push, steady climbing, a motor."""

    name: str
    hardest_nm: float
    steady_nm: float
    motor_nm: float


class _Geared:
    """A hub or gearbox in a path, with the limits that the pairing matters for."""

    def __init__(self, stage: Stage, number: int, least: RatioLimit) -> None:
        assert not isinstance(stage, SprocketsStage)
        self.stage, self.number, self.least = stage, number, least
        self.limits = stage.limits or Limits()
        self.name = stage.name or stage.kind
        # A hub of one gear that turns as it is turned has nothing inside that could break of it.
        self.bare = isinstance(stage, HubStage) and stage.gears.count == 1 and not stage.gears.is_stepless

    def checks(
        self, front: int, rear: int, place: int, ratios: list[float], into: IntoPart
    ) -> Iterator[LimitCheck]:
        """The checks that depend on the pairing at a `place` of the path, whose lowest `ratios` hold it."""
        primary = front / rear
        # A chaingear in front of the sprockets gears down too.
        figure = math.prod(ratios[: self.number]) if self.number > place else primary
        yield from self._ratio(front, rear, primary, figure)
        if self.number <= place:
            return
        motor = motor_check(self.limits, into.motor_nm, self.name)
        if motor is not None:
            yield motor
        if self.bare and self.stage.limits is None:
            return
        yield from input_checks(self.stage, self.name, into, self.least)

    def _ratio(self, front: int, rear: int, primary: float, figure: float) -> Iterator[LimitCheck]:
        """Front ÷ rear against the smallest allowed: of a hub, or of the gearbox before them."""
        least = self.least.least
        if self.least.unsure:
            yield LimitCheck("ratio", "not known", f"{self.name}: {self.least.unsure}", primary)
        if least is None:
            return
        sum_text = (
            f"{front} ÷ {rear} = {figure:.3f}"
            if abs(figure - primary) < 1e-9
            else (f"{front} ÷ {rear}, with the gears before it, = {figure:.3f}")
        )
        if figure < least * (1 - 1e-9):
            under = (1 - figure / least) * 100
            yield LimitCheck(
                "ratio",
                "fails",
                f"{sum_text} is under the smallest allowed, {least:g}{self.least.because}, by {under:.2g} %: "
                f"{_remedy(front, rear, figure / primary, least)}",
                figure,
                least,
            )
        elif figure < least * (1 + CLOSE):
            what = f"{sum_text} is just over the smallest allowed, {least:g}{self.least.because}"
            yield LimitCheck("ratio", "tight", what, figure, least)
        else:
            what = f"{sum_text} is over the smallest allowed, {least:g}{self.least.because}"
            yield LimitCheck("ratio", "holds", what, figure, least)


def teeth_checks(stage: Stage, name: str, rears: Sequence[int]) -> Iterator[LimitCheck]:
    """The sprockets in front of a hub that its maker says do not go onto it."""
    fit = stage.fit
    least, most = (fit.teeth_min, fit.teeth_max) if fit else (None, None)
    if least is not None and min(rears) < least:
        yield LimitCheck("teeth", "fails", f"{name} takes no sprocket under {least} teeth", min(rears), least)
    if most is not None and max(rears) > most:
        yield LimitCheck("teeth", "fails", f"{name} takes no sprocket over {most} teeth", max(rears), most)


_WORDS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine")


def _remedy(front: int, rear: int, geared: float, least: float) -> str:
    """How many teeth fewer behind or more in front would hold."""
    fewer = rear - math.floor(front * geared / least + 1e-9)
    more = math.ceil(least * rear / geared - 1e-9) - front

    def teeth(count: int, how: str) -> str:
        return f"{_WORDS[count] if count < len(_WORDS) else count} {'tooth' if count == 1 else 'teeth'} {how}"

    return f"{teeth(fewer, 'fewer behind')} or {teeth(more, 'more in front')} would hold"


_PITCH = Assumed(where="stock.belt.pitch_mm", what="the belt’s pitch", value=USUAL_BELT_PITCH_MM, unit="mm")
_LENGTHS = Assumed(
    where="stock.belt.lengths",
    what="the belts to be had",
    value=None,
    unit="teeth",
    taken=f"{min(USUAL_BELT_LENGTHS)} to {max(USUAL_BELT_LENGTHS)} teeth",
)


def _belts(stage: SprocketsStage, stock: Stock | None) -> tuple[float, list[int], list[Assumed]]:
    """The pitch in mm and the lengths in teeth of the belts to be had, and which of these were assumed."""
    belts = (stock.belt if stock else None) or BeltStock()
    pitch_mm = (stage.run.pitch_mm if stage.run else None) or belts.pitch_mm
    known = [(_PITCH, pitch_mm), (_LENGTHS, belts.lengths)]
    assumed = [usual for usual, value in known if not value] if stage.drive == "belt" else []
    return pitch_mm or USUAL_BELT_PITCH_MM, belts.lengths or USUAL_BELT_LENGTHS, assumed
