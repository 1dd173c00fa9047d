"""Whether everything goes together, in a sentence."""

from collections.abc import Sequence

from kettledrum.core.fit.rule import FitCheck
from kettledrum.core.terms.in_words import counted


def fit_says(checks: Sequence[FitCheck]) -> str:
    """The worst of the checks in words, how many others stand like it, and what must be looked up."""
    fails, tight, unknown = (
        [each for each in checks if each.state == state] for state in ("fails", "tight", "not known")
    )
    missing = f" {counted(len(unknown), 'thing')} must still be looked up." if unknown else ""
    wanted = [each for each in fails if each.topic == "what you want"]
    if wanted and len(wanted) == len(fails):
        also = f"; and {wanted[1].what}" if len(wanted) > 1 else ""
        return f"It is not what you want: {wanted[0].what}{also}.{missing}"
    if fails:
        fails.sort(key=lambda each: each.topic == "what you want")
        others = f", and {counted(len(fails) - 1, 'other thing')}" if len(fails) > 1 else ""
        mend = f" Would help: {fails[0].remedy}." if fails[0].remedy else ""
        return f"It does not go together: {fails[0].what}{others}.{mend}{missing}"
    if unknown and len(unknown) == len(checks):
        return "Nothing that could be checked is known yet: measure the frame, or copy the makers’ figures."
    if unknown:
        just = f", {counted(len(tight), 'thing')} only just" if tight else ""
        return f"What is known of it goes together{just}.{missing}"
    if tight:
        return f"It goes together, {counted(len(tight), 'thing')} only just: {tight[0].what}."
    return "It all goes together, as far as these checks tell."
