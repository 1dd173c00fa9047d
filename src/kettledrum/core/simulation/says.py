"""How a simulated ride went, in a few sentences."""

from typing import TYPE_CHECKING

from kettledrum.core.terms.in_words import counted, percent, quoted, time, way

if TYPE_CHECKING:
    from kettledrum.core.simulation.bike import SimulatedBike
    from kettledrum.core.simulation.trial import Trial


def trial_says(ride: "Trial", *, arrived: bool) -> str:
    """How long a ride took with how many shifts, how well its gears kept the cadence, and whether it was
    pushed or its gears changed to and fro.
    """
    ends = ride.at_m[-1]
    goes = f"It rides the {way(ends)}" if arrived else f"It is cut off at {way(ends)},"
    told = [f"{goes} in {_clock(ride.time_s[-1])} {_changes(ride.shifts, ride.stepless)}{_kept(ride)}."]
    if ride.walked_s >= 1:
        told.append(f"For {_clock(ride.walked_s)} it has to be pushed.")
    if ride.hunts:
        told.append(f"{counted(ride.hunts, 'shift')} took back the one just before: the gears hunt.")
    return " ".join(told)


def sets_off_says(bike: "SimulatedBike", hardest: float) -> str:
    """With what a bicycle goes along: its rider's power and how that is shared out, and whose hand shifts.

    `hardest` is so many times the power of all day that is held for a minute.
    """
    name, day = quoted(bike.table.name), f"{bike.job.power_w:.0f} W"
    if bike.shifter.by_hand:
        hard = f"{bike.job.power_w * hardest:.0f} W"
        shifts = bike.table.stepless or len(bike.table.gears) > 1
        waits = "its gears wait for your hand" if shifts else "it has nothing to shift"
        return f"{name} goes with {day}, or with {hard} while you pedal harder; {waits}."
    least, most = bike.powers_w
    if bike.pace and bike.pace.shared_out:
        powers = f"with {least:.0f} to {most:.0f} W of yours"
        return f"{name} goes as Road reckons: {powers}, more uphill and less between."
    if most > bike.job.power_w:
        return f"{name} goes with {day} of yours, and with up to {most:.0f} W where its lowest gear wants it."
    helped = ", and its motors help" if bike.has_motors else ""
    return f"{name} goes with {day} of yours all the way{helped}."


def arrived_says(bike: "SimulatedBike") -> str:
    """How long a bicycle took to the end of its way with how many shifts, and whether it was pushed."""
    changes = _changes(bike.shifter.shifts, bike.table.stepless)
    along = f"{_clock(bike.time_s)} for the {way(bike.course.length_m)}"
    told = [f"{quoted(bike.table.name)} took {along}, {changes}."]
    if bike.walked_s >= 1:
        told.append(f"For {_clock(bike.walked_s)} it had to be pushed.")
    if bike.battery_share is not None:
        told.append(f"{percent(bike.battery_share)} of its battery is left.")
    return " ".join(told)


def _changes(shifts: int, stepless: bool) -> str:
    one = "adjustment" if stepless else "shift"
    return f"with {counted(shifts, one)}" if shifts else f"without a {one}"


def _clock(seconds: float) -> str:
    if seconds >= 3600:
        return time(seconds)
    minutes, rest = divmod(round(seconds), 60)
    return f"{minutes} min {rest:02} s" if minutes else counted(rest, "second")


def _kept(ride: "Trial") -> str:
    if ride.kept is None:
        return ""
    band = f"{ride.low_rpm:.0f} to {ride.high_rpm:.0f} turns a minute"
    return f", and its gears keep you at {band} for {ride.kept * 100:.0f} % of the pedalling"
