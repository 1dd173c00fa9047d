"""The air that a rider pushes through."""

SEA_LEVEL_PA = 101_325.0
_LAPSE_K_PER_M = 0.0065
_SEA_LEVEL_K = 288.15
_EXPONENT = 5.255_88
_GAS_CONSTANT = 287.053
"""Of dry air, J/(kg K)."""
_FREEZING_K = 273.15


def air_density(altitude_m: float, temperature_c: float) -> float:
    """Density of dry air in kg/m³: the standard atmosphere's pressure (ISO 2533) at the temperature there is.

    p = p₀·(1 − L·h/T₀)^5.25588; ρ = p / (R·T).
    """
    pressure: float = SEA_LEVEL_PA * (1 - _LAPSE_K_PER_M * altitude_m / _SEA_LEVEL_K) ** _EXPONENT
    return pressure / (_GAS_CONSTANT * (temperature_c + _FREEZING_K))
