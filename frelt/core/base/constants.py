"""Constants of nature and of the trade, once each, with their sources. SI units."""

GRAVITY = 9.80665  # m/s²; standard gravity, NIST SP 330

# What engines, coils and fuels give. Small gasoline engines burn 0.33 to 0.40 kg/kWh at three quarters of full load: 0.45 L/kWh.
GASOLINE_PER_JOULE = 0.45e-3 / 3.6e6  # m³ of gasoline a joule of shaft work; from memory of small engines' fuel curves
GASOLINE_PER_JOULE_SPREAD = 0.25  # ± share
DIESEL_PER_JOULE = 0.28e-3 / 3.6e6  # m³ of diesel a joule of shaft work; 0.24 kg/kWh, from memory of small diesels
DIESEL_HEAT = 35.8e9  # J/m³, lower heating value; from memory of fuel standards
COIL_EFFICIENCY = 0.82  # share of the fuel's heat that reaches the water; 0.78 to 0.86, from memory of makers' figures
COIL_EFFICIENCY_SPREAD = 0.15  # ± share of the fuel, with the nozzle's own
PUMP_EFFICIENCY = 0.75  # of pump and drive from shaft power to pressure and flow; 0.7 to 0.85, from memory

WATER_HEAT = 4186.0  # J/(kg·K) at 20 °C; IAPWS-95 gives 4,184 at 20 °C and 4,186 at 15 °C
WATER_DENSITY = 998.2  # kg/m³ at 20 °C, IAPWS-95

# SH on the wall and soap in the mix where nobody says otherwise; common practice, no published source.
WALL_STRENGTH = 0.02
SOAP_SHARE = 0.02
TRIGGER_SHARE = 0.6  # of the time that a trigger is held; common practice, no published source

PERSON = 68.0  # an occupant [kg], 49 CFR 571.110
GARDEN_TAP = 5 * 0.003785411784 / 60  # m³/s: 5 gal/min; common practice, no published source
FUEL_PUMP = 10 * 0.003785411784 / 60  # m³/s: 10 gal/min; from memory
