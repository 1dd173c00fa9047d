"""What a swap test tells, in sentences."""

from collections.abc import Sequence

from kettledrum.core.job.swap_test import Feel, SwapTest
from kettledrum.core.swap.answer_result import Difference, SwapAnswer
from kettledrum.core.terms.in_words import capital, counted, listed, quoted

_MORE = {
    "time": ("takes {} more time than", "takes {} less time than"),
    "power": ("asks for {} more power than", "asks for {} less power than"),
    "effort": ("costs {} more effort than", "costs {} less effort than"),
    "rolling time": ("rolls down in {} more time than", "rolls down in {} less time than"),
    "rolling distance": ("rolls {} farther than", "rolls {} less far than"),
    "speed": ("is {} faster than", "is {} slower than"),
}

_EITHER = {
    "time": "takes anything from {} less to {} more time than",
    "power": "asks for anything from {} less to {} more power than",
    "effort": "costs anything from {} less to {} more effort than",
    "rolling time": "rolls down in anything from {} less to {} more time than",
    "rolling distance": "rolls anything from {} less far to {} farther than",
    "speed": "is anything from {} slower to {} faster than",
}
"""With nothing in between among it."""


def share(figure: float) -> str:
    """A difference as it is said, without its sign: “1.8 %”."""
    return f"{abs(figure) * 100:.1f} %"


def swap_says(found: SwapAnswer, test: SwapTest) -> str:
    """The answer: what was found and how sure it is, or that nothing can be told, and what would."""
    if len(test.bikes) < 2:
        return "One bike alone tells nothing: a second one has to be ridden by the same riders."
    told = [_told(each, found, test) for each in found.differences]
    for each in found.off:
        without = "" if each.without is None else f", {_signed_off(each.without, test)} without it"
        told.append(
            f"Run {each.run} is {_off(each.off, test)} off what the others foretell{without}: was there a "
            "stop? It counts until you leave it out."
        )
    if found.more_runs_for_1_percent:
        told.append(f"{counted(found.more_runs_for_1_percent, 'more run')} would tell 1 %.")
    if found.to_ride:
        told.append(f"{counted(found.to_ride, 'run is', 'runs are')} still to be ridden.")
    return " ".join(told)


def _off(figure: float, test: SwapTest) -> str:
    return f"{abs(figure):.1f} points" if test.is_felt else share(figure)


def _signed_off(figure: float, test: SwapTest) -> str:
    return f"{figure:+.1f} points" if test.is_felt else _signed(figure)


def _told(one: Difference, found: SwapAnswer, test: SwapTest) -> str:
    first = test.bikes[0]
    if one.difference is None or one.interval is None:
        return f"Nothing can be told of {quoted(one.bike)} yet: {one.why}."
    low, high = one.interval
    if test.is_felt:
        return f"{capital(test.measured)}: {_points(one, first)}."
    if one.told == "nothing":
        either = _EITHER[test.measured].format(share(low), share(high))
        return (
            f"Nothing can be told: {quoted(one.bike)} {either} {quoted(first)}, "
            f"after {counted(_runs(test), 'run')}."
        )
    words = _MORE[test.measured][one.told == "less"].format(share(one.difference))
    least, most = sorted((abs(low), abs(high)))
    return (
        f"{quoted(one.bike)} {words} {quoted(first)}, between {share(least)} and {share(most)}: "
        f"{listed(['rider', *found.taken_out, 'chance'])} taken out."
    )


def _runs(test: SwapTest) -> int:
    return sum(run.value is not None and not run.left_out for run in test.runs)


def _signed(figure: float) -> str:
    return f"{share(figure)} {'less' if figure < 0 else 'more'}"


def felt_says(feel: Feel, differences: Sequence[Difference], test: SwapTest) -> str:
    """What was felt of each bike against the first."""
    told = []
    for each in differences:
        if each.difference is None or each.interval is None:
            told.append(f"of {quoted(each.bike)} nothing can be told yet")
            continue
        told.append(_points(each, test.bikes[0]))
    return f"{feel}: {listed(told)}"


def _points(one: Difference, first: str) -> str:
    assert one.difference is not None
    assert one.interval is not None
    low, high = one.interval
    points = f"{one.difference:+.1f} points, between {low:+.1f} and {high:+.1f}"
    sure = ": nothing to be told apart" if one.told == "nothing" else ""
    return f"{quoted(one.bike)} against {quoted(first)} {points}{sure}"
