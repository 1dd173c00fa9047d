"""What was read lately: the same data give one object, all other data another."""

import copy
from typing import Annotated

import pytest
from pydantic import Field

from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import Model, Within
from kettledrum.core.terms.read_lately import ReadLately
from kettledrum.core.terms.validation import validate


class Piece(Model):
    teeth: Annotated[float, Within(5, 200)]
    spare: bool | None = None


class Bolt(Model):
    teeth: Annotated[float, Within(5, 200)]
    spare: bool | None = None


class Bag(Model):
    pieces: Annotated[list[Annotated[Piece, ReadLately()]], Field(default_factory=list)]
    bolt: Annotated[Bolt, ReadLately()] | None = None


def test_the_same_data_are_read_once():
    data = {"pieces": [{"teeth": 42}, {"teeth": 43}]}
    first, again = validate(Bag, data), validate(Bag, copy.deepcopy(data))
    assert first == again
    assert all(a is b for a, b in zip(first.pieces, again.pieces, strict=True))


@pytest.mark.parametrize(
    "other",
    [
        {"teeth": 44.5},
        # Equal to Python, and written otherwise in a file.
        {"teeth": 44.0},
        {"teeth": 44, "spare": None},
        {"teeth": 44, "spare": True},
        {"spare": False, "teeth": 44},
    ],
)
def test_other_data_are_read_by_themselves(other):
    [piece] = validate(Bag, {"pieces": [{"teeth": 44}]}).pieces
    [instead] = validate(Bag, {"pieces": [other]}).pieces
    assert instead is not piece
    assert repr(instead.model_dump(exclude_unset=True)) == repr(dict(sorted(other.items(), reverse=True)))


def test_two_kinds_of_model_do_not_stand_for_each_other():
    bag = validate(Bag, {"pieces": [{"teeth": 45}], "bolt": {"teeth": 45}})
    assert (type(bag.pieces[0]), type(bag.bolt)) == (Piece, Bolt)


@pytest.mark.parametrize("told", range(2))
def test_what_is_refused_is_refused_each_time_at_its_place(told):
    with pytest.raises(InvalidInput) as error:
        validate(Bag, {"pieces": [{"teeth": 46}, {"teeth": 4}, {"teeth": 46, "colour": 1}]})
    assert error.value.problems == [
        Problem("pieces[1].teeth", "must be from 5 to 200"),
        Problem("pieces[2].colour", "is not known here; allowed are teeth, spare"),
    ]


@pytest.mark.parametrize(
    ("piece", "where", "what"),
    [
        (Piece(teeth=47), None, None),
        ({"teeth": 47, "spare": [object()]}, "pieces[0].spare", "must be true or false"),
        ([47], "pieces[0]", "must be an object in curly brackets"),
        (None, "pieces[0]", "must be an object in curly brackets"),
    ],
)
def test_what_is_no_plain_data_is_read_as_before(piece, where, what):
    if isinstance(piece, Piece):
        assert validate(Bag, {"pieces": [piece]}).pieces == [piece]
    else:
        with pytest.raises(InvalidInput) as error:
            validate(Bag, {"pieces": [piece]})
        assert error.value.problems == [Problem(where, what)]


class Bags(Model):
    bags: list[Annotated[Bag, ReadLately()]]


@pytest.mark.parametrize(("pieces", "kept"), [(30, True), (1500, False)])
def test_a_long_part_is_not_kept(pieces, kept):
    data = {"bags": [{"pieces": [{"teeth": 48}] * pieces}]}
    assert (validate(Bags, data).bags[0] is validate(Bags, data).bags[0]) is kept
