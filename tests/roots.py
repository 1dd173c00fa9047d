"""A root by another road than the core's: a coarse scan, then the secant's regula falsi."""

from collections.abc import Callable


def root_of(of: Callable[[float], float], low: float, high: float) -> float:
    """Where `of` rises through nought between two bounds, the last such place."""
    steps = 400
    marks = [low + (high - low) * step / steps for step in range(steps + 1)]
    left = max(mark for mark in marks[:-1] if of(mark) <= 0)
    right = left + (high - low) / steps
    for _ in range(200):
        at_left, at_right = of(left), of(right)
        if at_right == at_left:
            break
        # Illinois: the end that stays counts half, so that both close in.
        guess = (left * at_right - right * at_left) / (at_right - at_left)
        if abs(guess - left) < 1e-13 or abs(right - guess) < 1e-13:
            return guess
        if of(guess) <= 0:
            left = guess
            right = (guess + right) / 2 if of((guess + right) / 2) > 0 else right
        else:
            right = guess
    return left
