"""How evenly a single pairing wears, and where a fixed wheel is skidded."""

from math import gcd, lcm

from pydantic import BaseModel


class Wear(BaseModel):
    """How a pairing wears.

    `common_factor` of the two counts of teeth; where it is 1, `even` is true: every front tooth meets every
    place of the rear sprocket in turn. `meets_again` is after how many turns of the cranks the same teeth
    stand against each other, and on the same links of a chain whose number is known. `skid_patches` is the
    number of places that a fixed wheel wears its tyre at, stopped with the same foot always in front;
    `skid_patches_either_foot` with either foot.
    """

    common_factor: int
    even: bool
    meets_again: int
    skid_patches: int | None
    skid_patches_either_foot: int | None


def wear(front: int, rear: int, *, fixed: bool, links: int | None = None) -> Wear:
    """How a pairing of front and rear teeth wears, with a chain of so many links or teeth of a belt.

    The wheel turns front ÷ rear times for one of the cranks. In lowest terms p ÷ q, it stands as it did
    after q turns of the cranks, having stopped at q places in between; with half turns of the cranks as
    well, at 2q where p is odd.
    """
    factor = gcd(front, rear)
    turns = rear // factor
    either = turns * 2 if (front // factor) % 2 else turns
    return Wear(
        common_factor=factor,
        even=factor == 1,
        meets_again=lcm(front, rear, links or 1) // front,
        skid_patches=turns if fixed else None,
        skid_patches_either_foot=either if fixed else None,
    )
