"""Whether a home-built drive reaches its speed, and what in it would give way, in sentences."""

from typing import TYPE_CHECKING

from kettledrum.core.terms.in_words import counted, listed, percent, speed

if TYPE_CHECKING:
    from kettledrum.core.home_built.result import DriveResult

_NEAR = 0.02
"""So near to the speed that is wanted, it is that speed."""


def drive_says(found: "DriveResult") -> str:
    """The speed it comes to, against the wanted one; the hill it holds; and what does not bear it."""
    if found.speed == "fails":
        sentences = [
            f"Geared for {speed(found.geared_kmh)}, but the motor is too weak for that: it comes to about "
            f"{speed(found.reaches_kmh)} on the flat."
        ]
    else:
        hill = f", and holds that up {percent(found.grade_at_speed)}" if found.grade_at_speed >= 0.001 else ""
        sentences = [f"It runs at {speed(found.geared_kmh)}{hill}."]
    if found.off is not None and abs(found.off) > _NEAR:
        how = "too fast" if found.off > 0 else "too slow"
        sentences.append(f"That is {percent(abs(found.off))} {how} for the speed you want.")
    weak = _gives_way(found)
    if weak:
        sentences.append(f"Do not build it so: {listed(weak)} would not bear it.")
    elif found.shafts or found.chains:
        sentences.append(
            "What is known of its shafts and chains would bear it."
            if found.state != "not known"
            else "Not everything that must bear it is known."
        )
    return " ".join(sentences)


def _gives_way(found: "DriveResult") -> list[str]:
    shafts = sum("fails" in (each.state, each.bearings) for each in found.shafts)
    chains = sum(each.state == "fails" for each in found.chains)
    weak = [counted(shafts, "shaft")] if shafts else []
    weak += [counted(chains, "chain")] if chains else []
    if found.battery is not None and found.battery.current == "fails":
        weak.append("the battery")
    return weak
