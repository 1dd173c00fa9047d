"""How wide an interval is that stands on few figures."""


def t_quantile(degrees: float, chance: float) -> float:
    """The quantile of Student’s t: below it lies so much of the chance. Raises ValueError without a degree of
    freedom.
    """
    if degrees <= 0:
        raise ValueError("there is no degree of freedom")
    # Loaded where it is used: a start need not wait for it.
    from scipy.special import stdtrit

    return float(stdtrit(degrees, chance))


def t_chance(degrees: float, at_least: float) -> float:
    """The chance that Student’s t is so far from 0, on either side. Raises ValueError without a degree of
    freedom.
    """
    if degrees <= 0:
        raise ValueError("there is no degree of freedom")
    from scipy.special import stdtr

    return float(2 * stdtr(degrees, -abs(at_least)))
