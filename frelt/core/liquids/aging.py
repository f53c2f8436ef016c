"""What SH has left of its strength: it breaks down by itself, the faster the stronger and the warmer it is."""

from ..base.figure import Figure
from ..model.liquid import Liquid

# 1/c grows evenly (second order); at 20 °C 12.5 % loses a tenth in 30 days, and 3.5 times as fast every 10 °C warmer. From memory of
# suppliers' data sheets; light, metals and dirt make it faster, hence the ±.
RATE = (1 / 112.5 - 1 / 125.0) / 30.0  # L/(g·day), of available chlorine
WARMER = 3.5
UNSURE = 0.4  # ± of what is lost, as a share
BOUGHT = 0.04  # ± of the strength on the label, as a share of it


def strength_now(liquid: Liquid) -> Figure:
    """Strength of SH as it is [share], by its strength as bought, its age and temperature; as measured where somebody did."""
    said = liquid.strength
    if liquid.tested or said <= 0:
        return Figure(value=said, plus_minus=0.02 * said, source="measured" if liquid.tested else "estimate")
    rate = RATE * float(WARMER ** ((liquid.celsius - 20.0) / 10.0))
    left = 1 / (1 / (said * 1000) + rate * liquid.age) / 1000
    lost = said - left
    return Figure(
        value=left,
        plus_minus=((UNSURE * lost) ** 2 + (BOUGHT * said) ** 2) ** 0.5,
        note=f"{said:.1%} as bought, {liquid.age:g} days at {liquid.celsius:g} °C, from memory of data sheets: measure it",
    )
