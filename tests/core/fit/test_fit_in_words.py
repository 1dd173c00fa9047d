"""Whether it all goes together, in a sentence."""

from kettledrum.core.fit.rule import FitCheck
from kettledrum.core.fit.says import fit_says


def check(state, what="it rubs", topic="frame", remedy=None):
    return FitCheck("id", topic, state, what, remedy, "", "")


FITS, ONLY_JUST, UNKNOWN = check("holds"), check("tight", "the line is off"), check("not known")
WISH = check("fails", "it is too dear", "what you want", "a cheaper hub")


def test_what_fails_first_and_how_much_besides():
    one = check("fails", remedy="a narrower tyre")
    assert fit_says([FITS, one]) == "It does not go together: it rubs. Would help: a narrower tyre."
    two = [check("fails"), check("fails", "it is wide")]
    assert fit_says(two) == "It does not go together: it rubs, and 1 other thing."
    assert fit_says([*two, check("fails")]) == "It does not go together: it rubs, and 2 other things."
    unknown = fit_says([check("fails"), UNKNOWN, UNKNOWN])
    assert unknown == "It does not go together: it rubs. 2 things must still be looked up."
    # What does not go together stands before what is not wanted.
    assert fit_says([WISH, check("fails")]) == "It does not go together: it rubs, and 1 other thing."


def test_what_is_not_wanted():
    assert fit_says([FITS, WISH]) == "It is not what you want: it is too dear."
    heavy = check("fails", "it is too heavy", "what you want")
    assert fit_says([WISH, heavy]) == "It is not what you want: it is too dear; and it is too heavy."


def test_what_goes_together_and_what_is_not_known():
    assert fit_says([FITS, FITS]) == "It all goes together, as far as these checks tell."
    assert fit_says([FITS, ONLY_JUST]) == "It goes together, 1 thing only just: the line is off."
    assert fit_says([FITS, UNKNOWN]) == (
        "What is known of it goes together. 1 thing must still be looked up."
    )
    assert fit_says([ONLY_JUST, UNKNOWN]) == (
        "What is known of it goes together, 1 thing only just. 1 thing must still be looked up."
    )
    assert fit_says([UNKNOWN, UNKNOWN]).startswith("Nothing that could be checked is known yet:")
