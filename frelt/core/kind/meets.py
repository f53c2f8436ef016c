"""What may meet: one table, by what two liquids are. Lines and tanks ask it; what a liquid is called or how it is drawn is nothing to it.

Sources, all from memory: sections 7 and 10 of safety data sheets of SH, acid and alkaline cleaners, hydrogen peroxide, ammonia and fuels;
what spoils a product is common practice, no source. The makers' own data sheets come first.
"""

from collections.abc import Mapping
from typing import Literal

from msgspec import Struct

from ..model.liquid import Liquid, Substance

Grade = Literal["danger", "broken", "advice"]


class Meet(Struct, frozen=True):
    """What comes of two liquids. level: how grave; None where nothing does.  why: in a few words.  known: False where nobody has said."""

    level: Grade | None
    why: str = ""
    known: bool = True


FINE = Meet(None)
HEAT = "heat, and gas that bursts what is shut"
FIRE = "it can catch fire"
SPOILT = "both are spoilt"
LISTED: Mapping[tuple[Substance, Substance], Meet] = {
    ("SH", "acid"): Meet("danger", "they give off chlorine"),
    ("SH", "oxidizer"): Meet("danger", HEAT),
    ("SH", "ammonia"): Meet("danger", "they give off chloramines"),
    ("SH", "gasoline"): Meet("danger", FIRE),
    ("SH", "diesel"): Meet("danger", FIRE),
    ("SH", "antifreeze"): Meet("danger", "heat"),
    ("SH", "soap"): FINE,  # a soft wash; which soap bears it says its maker
    ("acid", "oxidizer"): Meet("danger", HEAT),
    ("acid", "ammonia"): Meet("danger", "heat and fumes"),
    ("acid", "gasoline"): Meet("danger", "fuel that eats tank and pump, and burns"),
    ("acid", "diesel"): Meet("danger", "fuel that eats tank and pump, and burns"),
    ("acid", "soap"): Meet("broken", SPOILT),
    ("acid", "antifreeze"): Meet("broken", SPOILT),
    ("oxidizer", "ammonia"): Meet("danger", HEAT),
    ("oxidizer", "gasoline"): Meet("danger", FIRE),
    ("oxidizer", "diesel"): Meet("danger", FIRE),
    ("oxidizer", "soap"): Meet("broken", SPOILT),
    ("oxidizer", "antifreeze"): Meet("danger", FIRE),
    ("ammonia", "gasoline"): Meet("danger", "fuel in what is sprayed by hand"),
    ("ammonia", "diesel"): Meet("danger", "fuel in what is sprayed by hand"),
    ("ammonia", "soap"): Meet("broken", SPOILT),
    ("ammonia", "antifreeze"): Meet("broken", SPOILT),
    ("gasoline", "diesel"): Meet("danger", "a burner or a diesel engine on it can flash"),
    ("gasoline", "soap"): Meet("danger", "fuel in what is sprayed by hand"),
    ("gasoline", "antifreeze"): Meet("broken", SPOILT),
    ("diesel", "soap"): Meet("danger", "fuel in what is sprayed by hand"),
    ("diesel", "antifreeze"): Meet("broken", SPOILT),
    ("soap", "antifreeze"): Meet("broken", SPOILT),
}
PAIRS = {frozenset(pair): own for pair, own in LISTED.items()}
THINNED = Meet("broken", "it is thinned")
IN_WATER = Meet("danger", "whatever is rinsed with it, hands and eyes too, gets that")
UNSAID = Meet("advice", "nobody has said what comes of it", known=False)


def meet(a: Liquid, b: Liquid) -> Meet:
    """What comes of two liquids that stand together in one valve, pump, line or tray; water harms nothing there."""
    one, other = a.substance, b.substance
    if "water" in (one, other) or a.same_as(b) or one == other == "SH":
        return FINE
    return PAIRS.get(frozenset((one, other)), UNSAID)


def run_into(tank: Liquid, what: Liquid) -> Meet:
    """What comes of a liquid that runs into a tank of another: that, and water there is thinning, and anything in water taints it."""
    if tank.substance == what.substance == "water":
        return FINE
    if what.substance == "water":
        return THINNED
    return IN_WATER if tank.substance == "water" else meet(tank, what)
