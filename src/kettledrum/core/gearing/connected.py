"""Sprocket stages in a row on intermediate shafts: whether one of them looks connected backwards."""

from kettledrum.core.gearing.path import StageOptions
from kettledrum.core.terms.check import Check


def backwards_checks(stages: list[StageOptions]) -> list[Check]:
    """Points at a sprocket stage that steps up where every other steps down, or the other way round.

    Exchanging the two sprockets of a pair by mistake puts the whole drive out by the square of its ratio. Of
    two stages that differ neither can be told to be the wrong one; both are named.
    """
    rows = [(place, stage) for place, stage in enumerate(stages) if stage.kind == "sprockets"]
    up = [place for place, stage in rows if stage.options[0].ratio > 1]
    down = [place for place, stage in rows if stage.options[-1].ratio < 1]
    if len(up) + len(down) < 2 or not up or not down:
        return []
    odd, others = (up, down) if len(up) <= len(down) else (down, up)
    if len(odd) > 1:
        return []
    here, there = ("up", "down") if odd is up else ("down", "up")
    if len(others) == 1:
        what = f"steps {here}, and the sprockets of stage {others[0] + 1} step {there}"
    else:
        what = f"steps {here} where every other pair of sprockets steps {there}"
    return [
        Check(where=f"path[{odd[0]}]", state="tight", what=f"{what}: is it connected the right way round?")
    ]
