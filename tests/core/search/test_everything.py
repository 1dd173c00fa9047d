"""The search against trying everything, one by one, by the functions that judge setups elsewhere."""

import random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from kettledrum.core.search.asked import Must, SearchAsked
from kettledrum.core.search.result import Mark, Search
from kettledrum.core.search.search import search
from shelves import WITHIN, Everything, beats, front, some, with_motors

FRAME = [Must(criterion="fits the frame")]


def figures(mark: Mark) -> tuple[float, float, float]:
    return mark.covered, mark.price, mark.mass_kg


def on_front(found: Search) -> list[tuple[float, float, float]]:
    return [figures(mark) for mark in found.marks if mark.on_front]


def is_no_worse(these: list[tuple[float, float, float]], those: list[tuple[float, float, float]]) -> bool:
    """Whether for each of those there is one of these that covers as much for as little."""
    return all(
        any(
            one[0] >= other[0] - WITHIN and one[1] <= other[1] + 1e-3 and one[2] <= other[2] + 1e-3
            for one in these
        )
        for other in those
    )


@pytest.mark.parametrize("made", [some, with_motors])
@settings(max_examples=8, deadline=None)
@given(st.integers(0, 5000))
def test_nothing_better_is_missed(made, seed):
    asked = made(seed)
    motors = {"motor": True, "motor_at": list(asked.motors_at)} if asked.motors_at else {}
    found = on_front(search(asked.brief, None, asked.routes, asked.parts, SearchAsked(musts=FRAME, **motors)))
    tried = Everything(asked).figures()
    assert is_no_worse(found, front(tried))
    # And what is told is real, and beaten by nothing.
    assert is_no_worse(tried, found)
    assert not any(beats(other, one, WITHIN) for one in found for other in tried)


@pytest.mark.parametrize("made", [some, with_motors])
@settings(max_examples=20, deadline=None)
@given(st.integers(0, 5000))
def test_what_is_told_at_once_of_all_pairings_is_what_pairings_and_fit_say_of_each(made, seed):
    everything = Everything(made(seed))
    for screened, place in everything.looked_at():
        allowed = everything.drives.is_allowed(screened.base, place, with_frame=True)
        name = everything.drives.setup(screened.base, place).name
        assert (bool(screened.runs[place]) and screened.fits) == allowed, name


@settings(max_examples=6, deadline=None)
@given(st.integers(0, 5000))
def test_more_parts_never_give_a_worse_front_and_a_must_never_a_better_one(seed):
    asked = some(seed)
    chance = random.Random(seed)

    def found(parts, musts):
        return on_front(search(asked.brief, None, asked.routes, parts, SearchAsked(musts=musts)))

    whole = found(asked.parts, FRAME)
    fewer = found(chance.sample(asked.parts, len(asked.parts) // 2), FRAME)
    assert is_no_worse(whole, fewer)
    must = Must(criterion=chance.choice(["belt", "shifts at rest", "climbs the hill", "easy on the hands"]))
    asked_more = found(asked.parts, [*FRAME, must])
    assert is_no_worse(whole, asked_more)


@pytest.mark.parametrize("seed", [3, 20, 58])
def test_the_order_of_the_shelf_makes_no_difference(seed):
    asked = some(seed)
    shuffled = random.Random(seed).sample(asked.parts, len(asked.parts))

    def found(parts):
        result = search(asked.brief, None, asked.routes, parts, SearchAsked())
        drop = {"marks": {"__all__": {"parts"}}, "seconds": True}
        return result.model_dump(exclude=drop)

    assert found(asked.parts) == found(shuffled)
