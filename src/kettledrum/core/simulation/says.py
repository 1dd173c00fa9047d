"""How a simulated ride went, in a few sentences."""

from typing import TYPE_CHECKING

from kettledrum.core.terms.in_words import counted, way

if TYPE_CHECKING:
    from kettledrum.core.simulation.trial import Trial


def trial_says(ride: "Trial", *, arrived: bool) -> str:
    """How long a ride took with how many shifts, how well its gears kept the cadence, and whether it was
    pushed or its gears changed to and fro.
    """
    ends = ride.at_m[-1]
    goes = f"It rides the {way(ends)}" if arrived else f"It is cut off at {way(ends)},"
    one = "adjustment" if ride.stepless else "shift"
    changes = f"with {counted(ride.shifts, one)}" if ride.shifts else f"without a {one}"
    told = [f"{goes} in {_clock(ride.time_s[-1])} {changes}{_kept(ride)}."]
    if ride.walked_s >= 1:
        told.append(f"For {_clock(ride.walked_s)} it has to be pushed.")
    if ride.hunts:
        told.append(f"{counted(ride.hunts, 'shift')} took back the one just before: the gears hunt.")
    return " ".join(told)


def _clock(seconds: float) -> str:
    minutes, rest = divmod(round(seconds), 60)
    return f"{minutes} min {rest:02} s" if minutes else counted(rest, "second")


def _kept(ride: "Trial") -> str:
    if ride.kept is None:
        return ""
    band = f"{ride.low_rpm:.0f} to {ride.high_rpm:.0f} turns a minute"
    return f", and its gears keep you at {band} for {ride.kept * 100:.0f} % of the pedalling"
