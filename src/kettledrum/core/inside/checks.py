"""Whether gear sets given by their teeth can be put together at all."""

import math
from collections.abc import Iterator

from kettledrum.core.inside.epicyclic import FEWEST_PLANET_TEETH, Epicyclic, PlanetarySet
from kettledrum.core.inside.gears import Gears
from kettledrum.core.inside.layshaft import Layshaft
from kettledrum.core.terms.check import Check, State

SHIFTED_TEETH = 2
"""Profile shift takes up so many teeth of difference at one shaft distance; more want another tooth size."""
ADDENDUM = 1.0
"""How far a standard tooth stands above the pitch circle, in modules (ISO 53)."""


def inside_checks(gears: Gears, where: str) -> list[Check]:
    """Checks of the teeth inside a case that stands at `where` in the file; none for plain ratios."""
    if gears.layshaft is not None:
        return list(_trains(gears.layshaft, f"{where}.layshaft"))
    if gears.epicyclic is not None:
        return list(_sets(gears.epicyclic, f"{where}.epicyclic"))
    return []


def _trains(trains: Layshaft, where: str) -> Iterator[Check]:
    """Meshes between the same two shafts need the same sum of teeth: their centres are equally far apart."""
    for number, train in enumerate(trains):
        sums = [driving + driven for driving, driven in train]
        usual = max(set(sums), key=sums.count)
        for place, (mesh, total) in enumerate(zip(train, sums, strict=True)):
            off = abs(total - usual)
            if off:
                state: State = "tight" if off <= SHIFTED_TEETH else "fails"
                remedy = (
                    "needs shifted teeth" if off <= SHIFTED_TEETH else "does not mesh at the same distance"
                )
                yield Check(
                    where=f"{where}[{number}][{place}]",
                    state=state,
                    what=f"{mesh[0]} + {mesh[1]} = {total} teeth, "
                    f"where the train’s others have {usual}: {remedy}",
                )


def _sets(sets: Epicyclic, where: str) -> Iterator[Check]:
    for number, planetary in enumerate(sets):
        here = f"{where}[{number}]"
        yield _coaxial(planetary, here)
        yield _equally_spaced(planetary, here)
        yield _clear_of_each_other(planetary, here)


def _coaxial(planetary: PlanetarySet, where: str) -> Check:
    """Sun and ring turn about one axis: S + a = R − b teeth, with one tooth size throughout."""
    if planetary.planet is None:
        odd = (planetary.ring - planetary.sun) % 2
        whole = (planetary.ring - planetary.sun) / 2
        if odd:
            return Check(
                where=where,
                state="tight",
                what=f"({planetary.ring} − {planetary.sun}) ÷ 2 = {whole:g} is no whole number of teeth: "
                f"{math.floor(whole)} need shifted teeth",
            )
        return Check(where=where, state="holds", what=f"planets of {whole:g} teeth fit between sun and ring")
    on_sun, on_ring = planetary.planet
    inner, outer = planetary.sun + on_sun, planetary.ring - on_ring
    if inner == outer:
        return Check(
            where=where, state="holds", what=f"{planetary.sun} + {on_sun} = {planetary.ring} − {on_ring}"
        )
    off = abs(inner - outer)
    return Check(
        where=where,
        state="tight" if off <= 2 * SHIFTED_TEETH else "fails",
        what=f"{planetary.sun} + {on_sun} = {inner}, but {planetary.ring} − {on_ring} = {outer}: "
        "the two rows need teeth of different sizes"
        + (", or shifted ones" if off <= 2 * SHIFTED_TEETH else ""),
    )


def _equally_spaced(planetary: PlanetarySet, where: str) -> Check:
    """With n planets equally spaced, S + R must be divisible by n; with stepped ones S·b + R·a by n·gcd(a,
    b).

    Source: Müller, Epicyclic Drive Trains (1982), assembly conditions.
    """
    if planetary.planets is None:
        return Check(
            where=where,
            state="not known",
            what="how many planets there are is missing: whether they fit in cannot be told",
        )
    count = planetary.planets
    if planetary.planet is None:
        total, divisor, how = planetary.sun + planetary.ring, count, f"{planetary.sun} + {planetary.ring}"
    else:
        on_sun, on_ring = planetary.planet
        total = planetary.sun * on_ring + planetary.ring * on_sun
        divisor = count * math.gcd(on_sun, on_ring)
        how = f"{planetary.sun} × {on_ring} + {planetary.ring} × {on_sun}"
    if total % divisor == 0:
        return Check(where=where, state="holds", what=f"{how} = {total} is divisible by {divisor}")
    return Check(
        where=where,
        state="fails",
        what=f"{how} = {total} is not divisible by {divisor}: "
        f"{count} planets cannot be put in at equal distances",
    )


def _clear_of_each_other(planetary: PlanetarySet, where: str) -> Check:
    """The tips of neighbouring planets must not touch: 2·(S + a)/2·sin(π/n) above the larger tip diameter."""
    if planetary.planets is None:
        return Check(
            where=where, state="not known", what="whether neighbouring planets touch cannot be told either"
        )
    on_sun, on_ring = planetary.planet_teeth
    apart = (planetary.sun + on_sun) * math.sin(math.pi / planetary.planets)
    tips = max(on_sun, on_ring) + 2 * ADDENDUM
    if apart <= tips:
        return Check(
            where=where,
            state="fails",
            what=f"{planetary.planets} planets of {max(on_sun, on_ring):g} teeth run into each other",
        )
    small = min(on_sun, on_ring) < 2 * FEWEST_PLANET_TEETH
    return Check(
        where=where,
        state="tight" if small else "holds",
        what=f"planets of {min(on_sun, on_ring):g} teeth are very small"
        if small
        else f"{planetary.planets} planets stand clear of each other",
    )
