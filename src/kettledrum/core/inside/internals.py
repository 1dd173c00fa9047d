"""The inside of a hub or gearbox in each gear: what turns how fast, what it loses, whether it can be
built."""

from operator import ne
from typing import Literal

from pydantic import BaseModel

from kettledrum.core.inside.checks import inside_checks
from kettledrum.core.inside.epicyclic import Epicyclic, MemberSpeeds, member_speeds, set_ratio
from kettledrum.core.inside.epicyclic_losses import gear_efficiency
from kettledrum.core.inside.gears import Gears
from kettledrum.core.inside.layshaft import Layshaft
from kettledrum.core.inside.says import inside_says
from kettledrum.core.terms.check import Check
from kettledrum.core.terms.spread import EfficiencySpread


class ShaftSpeeds(BaseModel):
    """A mesh that carries the power: its teeth, and the turns of its two shafts, with their directions."""

    driving: int
    driven: int
    turns_in: float
    turns_out: float


class InsideGear(BaseModel):
    """One gear inside, everything for one turn of the case's input.

    `sets` holds the members of each planetary set, `meshes` the shafts of each gear train; one of them is
    empty. `efficiency` is that of the teeth of planetary sets, without bearings and seals; null for gear
    trains. `moves` is how many trains or sets shift from the gear before, null for the lowest.
    """

    label: str
    ratio: float
    step: float | None
    moves: int | None
    how: str
    efficiency: EfficiencySpread | None
    sets: list[MemberSpeeds]
    meshes: list[ShaftSpeeds]


class Internals(BaseModel):
    """A case's gears from the lowest to the highest, and every check of whether it can be put together."""

    kind: Literal["epicyclic", "layshaft", "other"]
    gears: list[InsideGear]
    checks: list[Check]
    says: str


def internals(gears: Gears) -> Internals:
    """Works out the inside of a case. Gears given by their ratios have none: just their labels and steps.

    Speeds go through sets in a row: the output of one is the input of the next. In gear trains every mesh
    turns the direction round.
    """
    found = sorted(gears.definite, key=lambda gear: gear.ratio)
    names = gears.names if gears.names and not gears.ratios else None
    rows: list[InsideGear] = []
    for number, gear in enumerate(found):
        before = found[number - 1] if number else None
        rows.append(
            InsideGear(
                label=names[number] if names else str(number + 1),
                ratio=gear.ratio,
                step=gear.ratio / before.ratio - 1 if before else None,
                moves=sum(map(ne, gear.setting, before.setting)) if before else None,
                how=gear.how,
                efficiency=_efficiency(gears.epicyclic, gear.setting),
                sets=_members(gears.epicyclic or [], gear.setting),
                meshes=_shafts(gears.layshaft or [], gear.setting),
            )
        )
    kind: Literal["epicyclic", "layshaft", "other"] = "other"
    if gears.epicyclic:
        kind = "epicyclic"
    elif gears.layshaft:
        kind = "layshaft"
    checks = inside_checks(gears, "gears")
    return Internals(
        kind=kind, gears=rows, checks=checks, says=inside_says([row.ratio for row in rows], checks)
    )


def _efficiency(sets: Epicyclic | None, setting: tuple[int, ...]) -> EfficiencySpread | None:
    if sets is None:
        return None
    return gear_efficiency(sets, [planetary.uses[use] for planetary, use in zip(sets, setting, strict=True)])


def _members(sets: Epicyclic, setting: tuple[int, ...]) -> list[MemberSpeeds]:
    turns, found = 1.0, []
    for planetary, place in zip(sets, setting if sets else (), strict=True):
        use = planetary.uses[place]
        speeds = member_speeds(planetary, use)
        found.append(
            speeds.model_copy(
                update={name: getattr(speeds, name) * turns for name in ("sun", "carrier", "ring", "planet")}
            )
        )
        turns *= set_ratio(planetary, use)
    return found


def _shafts(trains: Layshaft, setting: tuple[int, ...]) -> list[ShaftSpeeds]:
    turns, found = 1.0, []
    for train, place in zip(trains, setting if trains else (), strict=True):
        driving, driven = train[place]
        after = -turns * driving / driven
        found.append(ShaftSpeeds(driving=driving, driven=driven, turns_in=turns, turns_out=after))
        turns = after
    return found
