"""Units against their published definitions and a units library; figures as people type and read them."""

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from frelt.core.base.typed import NotUnderstood, read
from frelt.core.base.units import GALLON, INCH, LB, METRIC, US, Units, eighths
from frelt.ui.widgets.fields import convert

REGISTRY = pint.UnitRegistry()


def test_definitions_are_those_of_the_standard_and_of_pint() -> None:
    """Source: NIST SP 811 (1 lb = 0.45359237 kg, 1 gal = 231 in³); Pint."""
    assert pytest.approx(231 * INCH**3, rel=1e-12) == GALLON
    assert pytest.approx(REGISTRY("1 lb").to("kg").magnitude, rel=1e-12) == LB
    assert pytest.approx(REGISTRY("1 gallon").to("m^3").magnitude, rel=1e-12) == GALLON
    assert US.factor("density") == pytest.approx(REGISTRY("1 lb/gallon").to("kg/m^3").magnitude, rel=1e-12)


@pytest.mark.parametrize(
    ("text", "inches"),
    [
        ("5 ft 3 1/2 in", 63.5),
        ('63.5"', 63.5),
        ("5' 3\"", 63),
        ("1.6 m", 62.99212598),
        ("12", 12),
        ("12 3/8", 12.375),
        ("63⅜", 63.375),
        ("3/8", 0.375),
        ("5 ft", 60),
        ("5 ft 3", 63),
        ("5'-3\"", 63),
        ("5 ft-3 in", 63),
        ("5'-3 1/2\"", 63.5),
        ("5’-3½”", 63.5),
        ("12'-0 3/8\" + 2 in", 146.375),
        ("10'-6\" - 2'-3\"", 99),
        ("10'-2'", 96),
        ("5'−3\"", 57),
        ("1/2 ft", 6),
        ("1,234 mm", 48.58267717),
        ("-3 in", -3),
        ("2 yards", 72),
        ("7 feet 2 inches", 86),
        ("1,75 m", 68.8976378),
        ("1,750 m", 68.8976378),
        ("63,5", 63.5),
        ("1450-160 mm", 50.7874016),
        ("5 ft 3 - 6 1/2 in", 56.5),
        ("12-3/8", 12.375),
        ("40 + 1/2", 40.5),
        ("-3 + 5", 2),
    ],
)
def test_lengths_as_people_type_them(text: str, inches: float) -> None:
    assert read(text, "length", US, convert) / INCH == pytest.approx(inches, rel=1e-9)


@pytest.mark.parametrize(
    "text",
    [
        "",
        "abc",
        "12 13",
        "5' 13",
        "5 ft 14 in",
        "16 ft192⅛ in",
        "12 3/0",
        "1e5",
        "12 lb",
        "nan",
        "inf",
        "--3",
        "3 1/2 1/2",
        "12 +",
        "1450-160 lb",
        ".",
    ],
)
def test_nonsense_is_refused_with_an_example(text: str) -> None:
    with pytest.raises(NotUnderstood, match=r"type it like 5 ft 3 1/2 in, 63\.5"):
        read(text, "length", US, convert)


@pytest.mark.parametrize(
    ("text", "quantity", "units", "value"),
    [
        ("450", "mass", US, 204.1165665),
        ("450", "mass", METRIC, 450),
        ("204 kg", "mass", US, 204),
        ("LI 121", "mass", US, 1450),
        ("10 stone", "mass", US, 63.5029318),
        ("55", "volume", US, 0.208197648),
        ("208 L", "volume", US, 0.208),
        ("12.5 %", "share", US, 0.125),
        ("10 lb/gal", "density", US, 1198.264),
        ("1.2", "density", METRIC, 1200),
    ],
)
def test_other_quantities(text: str, quantity: str, units: Units, value: float) -> None:
    assert read(text, quantity, units, convert) == pytest.approx(value, rel=1e-6)


def test_a_bare_number_is_in_the_unit_beside_its_field() -> None:
    assert read("100", "length", METRIC) == pytest.approx(0.1)
    assert read("100", "length", Units(length="m")) == 100
    assert read("1450-160", "length", METRIC) == pytest.approx(1.29)
    assert read("1,234-4", "mass", METRIC) == 1230


@given(st.floats(-5, 20), st.sampled_from([US, METRIC, Units(length="ft-in"), Units(length="m")]))
def test_what_is_shown_can_be_typed_again(value: float, units: Units) -> None:
    shown = units.show(value, "length")
    assert read(shown, "length", units) == pytest.approx(value, abs=INCH / 16 + 1e-9)


@pytest.mark.parametrize(
    ("inches", "plain", "feet"),
    [(63.375, "63⅜", "5 ft 3⅜ in"), (0.5, "½", "½ in"), (12, "12", "1 ft 0 in"), (-6.25, "−6¼", "−6¼ in"), (0, "0", "0 in")],
)
def test_fractions_are_set_as_fractions(inches: float, plain: str, feet: str) -> None:
    assert (eighths(inches), eighths(inches, feet=True)) == (plain, feet)


def test_masses_and_shares_are_shown_as_a_ticket_prints_them() -> None:
    assert US.show(3574 * LB, "mass") == "3,574 lb"
    assert US.show(0.153, "share") == "15.3 %"
    assert US.show(-74 * LB, "mass") == "−74 lb"
    assert METRIC.show(-0.0001, "length") == "0 mm"
