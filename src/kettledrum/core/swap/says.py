"""What a swap test tells, in sentences."""

from collections.abc import Sequence

from kettledrum.core.job.swap_test import Feel, SwapTest
from kettledrum.core.swap.answer_result import Difference, SwapAnswer
from kettledrum.core.terms.in_words import counted, listed, quoted

_MORE = {
    "time": ("takes {} more time than", "takes {} less time than"),
    "power": ("asks for {} more power than", "asks for {} less power than"),
    "effort": ("costs {} more effort than", "costs {} less effort than"),
    "rolling time": ("rolls down in {} more time than", "rolls down in {} less time than"),
    "rolling distance": ("rolls {} farther than", "rolls {} less far than"),
    "speed": ("is {} faster than", "is {} slower than"),
}


def share(figure: float) -> str:
    """A difference as it is said, without its sign: “1.8 %”."""
    return f"{abs(figure) * 100:.1f} %"


def swap_says(found: SwapAnswer, test: SwapTest) -> str:
    """The answer: what was found and how sure it is, or that nothing can be told, and what would."""
    if len(test.bikes) < 2:
        return "One bike alone tells nothing: a second one has to be ridden by the same riders."
    first = test.bikes[0]
    told = [_told(each, first, test) for each in found.differences]
    if found.off:
        runs = listed([f"run {each.run} is {share(each.off)} off" for each in found.off])
        told.append(
            f"{runs} what the others foretell: was there a stop? It is counted until you leave it out."
        )
    if found.more_runs_for_1_percent:
        told.append(f"{counted(found.more_runs_for_1_percent, 'more run')} would tell 1 %.")
    if found.to_ride:
        told.append(f"{counted(found.to_ride, 'run is', 'runs are')} still to be ridden.")
    return " ".join(told)


def _told(one: Difference, first: str, test: SwapTest) -> str:
    if one.difference is None or one.interval is None:
        return f"Nothing can be told of {quoted(one.bike)} yet: {one.why}."
    low, high = one.interval
    if one.told == "nothing":
        ends = f"{_signed(low)} and {_signed(high)}"
        return (
            f"Nothing can be told: {quoted(one.bike)} against {quoted(first)} lies between {ends} in "
            f"{test.measured}, with nought among it, after {counted(_runs(test), 'run')}."
        )
    words = _MORE[test.measured][one.told == "less"].format(share(one.difference))
    least, most = sorted((abs(low), abs(high)))
    return (
        f"{quoted(one.bike)} {words} {quoted(first)}, between {share(least)} and {share(most)}: rider "
        "and chance taken out."
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
        low, high = each.interval
        points = f"{each.difference:+.1f} points, between {low:+.1f} and {high:+.1f}"
        sure = "" if each.told != "nothing" else ": nothing to be told apart"
        told.append(f"{quoted(each.bike)} against {quoted(test.bikes[0])} {points}{sure}")
    return f"{feel}: {listed(told)}"
