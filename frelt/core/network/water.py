"""Water as it flows: density and viscosity by temperature, at the pressures of a rig.

Sources: density after M. Thiesen, K. Scheel, H. Diesselhorst (1900), viscosity after the Vogel fit 2.414e-5·10^(247.8/(T − 140)), both from
memory; a test holds them to the steam formulation IAPWS within 0.1 % and 1.5 %, from 5 to 95 °C.
"""

COLD = 20.0  # of what comes from a tank or a tap [°C]
TIPS_RATED_IN = 998.2  # density that nozzle numbers are meant for [kg/m³]


def density(celsius: float = COLD) -> float:
    """[kg/m³]."""
    t = celsius
    return 1000.0 * (1 - (t + 288.9414) / (508929.2 * (t + 68.12963)) * (t - 3.9863) ** 2)


def viscosity(celsius: float = COLD) -> float:
    """Dynamic viscosity [Pa·s] at a temperature [°C]."""
    return float(2.414e-5 * 10 ** (247.8 / (celsius + 273.15 - 140.0)))
