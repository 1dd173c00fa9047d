"""What a chain or belt with its sprockets usually weighs: taken where nobody says, and told as taken.

Masses are ours, round; a scale knows better.
"""

from kettledrum.core.parts.stage import SprocketsStage

BELT_KG, CHAIN_KG = 0.55, 0.95
"""With both sprockets, and what keeps it taut."""
REAR_SHIFTED_KG, FRONT_SHIFTED_KG = 0.75, 0.45
"""What a derailleur, its lever and a cassette, or more rings, add."""
CASSETTE_KG = 0.4
"""Of that, the cassette."""


def cassette_kg(stage: SprocketsStage) -> float:
    """How much of such a stage's mass sits behind as a cassette: as usual, or all that it weighs if less."""
    return min(CASSETTE_KG, stage.mass_kg or 0.0) if len(stage.rear or []) > 1 else 0.0


def usual_mass_kg(stage: SprocketsStage) -> float:
    """What such a stage usually weighs, in kg."""
    if stage.drive == "belt":
        return BELT_KG
    rear = REAR_SHIFTED_KG if len(stage.rear or []) > 1 else 0.0
    front = FRONT_SHIFTED_KG if len(stage.front or []) > 1 else 0.0
    return CHAIN_KG + rear + front
