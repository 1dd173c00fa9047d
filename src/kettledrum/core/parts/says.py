"""What a shelf of parts offers, and what is missing on it, in a few sentences."""

from collections import Counter
from collections.abc import Sequence

from kettledrum.core.parts.figures import part_figures
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.in_words import capital, counted, listed, quoted


def parts_says(parts: Sequence[Part]) -> str:
    """How many parts of which kinds there are, which hub or gearbox has the widest range, and what is not
    known of how many: price, mass, and for hubs and gearboxes what they bear.
    """
    if not parts:
        return "There are no parts yet: add one, bring in a table, or save one from a setup."
    kinds = Counter(part.kind for part in parts)
    found = listed([counted(count, kind, _MANY.get(kind)) for kind, count in kinds.most_common()])
    ranges = [(part_figures(part).range or 0.0, part.name) for part in parts if part.gears is not None]
    widest, name = max(ranges, key=lambda each: each[0], default=(0.0, ""))
    wide = f" The widest range, {widest * 100:.0f} %, is that of {quoted(name)}." if widest > 1 else ""
    return f"{capital(found)}.{wide}{_missing(parts)}"


_MANY = {"gearbox": "gearboxes"}


def _missing(parts: Sequence[Part]) -> str:
    geared = [part for part in parts if part.gears is not None]
    unlimited = sum(part.limits is None for part in geared)
    counts = [
        (sum(part.price is None for part in parts), "without a price"),
        (sum(part.mass_kg is None for part in parts), "without a mass"),
        (
            unlimited,
            "with nothing stated of what it bears"
            if unlimited == 1
            else "with nothing stated of what they bear",
        ),
    ]
    told = [f"{count} {what}" for count, what in counts if count]
    return f" Still missing: {listed(told)}." if told else " Nothing is missing of price, mass and limits."
