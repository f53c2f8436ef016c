"""What may meet: one table, by what liquids are. Lines, pumps, guns, tanks, trays, coils and straps ask it; what a liquid is called or
how it is drawn is nothing to it.

The makers' own data sheets come first; a shop may make an answer graver (`RuleSet.meets`), never milder.
"""

from collections.abc import Iterable, Mapping
from typing import Literal

from msgspec import Struct

from ..base.value import Text, Value
from .liquid import Liquid, Substance

Grade = Literal["danger", "broken", "advice"]
GRADES: tuple[Grade, ...] = ("danger", "broken", "advice")


class Meet(Struct, frozen=True):
    """What comes of two liquids. level: how grave; None where nothing does.  why: in a few words.  known: False where nobody has said.

    source: where that comes from.
    """

    level: Grade | None
    why: str = ""
    known: bool = True
    source: str = ""


class Meets(Value, frozen=True, kw_only=True):
    """A shop's own answer for two substances; it counts where it is graver than the table's."""

    a: Substance
    b: Substance
    level: Grade
    why: Text
    source: Text = "the shop's own"


SHEETS = "sections 7 and 10 of safety data sheets, from memory"
CUSTOM = "common practice, no source"
FINE = Meet(None)
HEAT = "heat, and gas that bursts what is shut"
FIRE = "it can catch fire"
SPOILT = "both are spoilt"
EATS = "fuel that eats tank and pump, and burns"
SPRAYED = "fuel in what is sprayed by hand"
DIRTY = "what was washed off is in it again"
_ROWS: tuple[tuple[Substance, Substance, Grade | None, str, str], ...] = (
    ("SH", "acid", "danger", "they give off chlorine", SHEETS),
    ("SH", "oxidizer", "danger", HEAT, SHEETS),
    ("SH", "ammonia", "danger", "they give off chloramines", SHEETS),
    ("SH", "gasoline", "danger", FIRE, SHEETS),
    ("SH", "diesel", "danger", FIRE, SHEETS),
    ("SH", "antifreeze", "danger", "heat", SHEETS),
    ("SH", "soap", None, "a soft wash; which soap bears it says its maker", CUSTOM),
    ("acid", "oxidizer", "danger", HEAT, SHEETS),
    ("acid", "ammonia", "danger", "heat and fumes", SHEETS),
    ("acid", "gasoline", "danger", EATS, SHEETS),
    ("acid", "diesel", "danger", EATS, SHEETS),
    ("acid", "soap", "broken", SPOILT, CUSTOM),
    ("acid", "antifreeze", "broken", SPOILT, CUSTOM),
    ("oxidizer", "ammonia", "danger", HEAT, SHEETS),
    ("oxidizer", "gasoline", "danger", FIRE, SHEETS),
    ("oxidizer", "diesel", "danger", FIRE, SHEETS),
    ("oxidizer", "soap", "broken", SPOILT, CUSTOM),
    ("oxidizer", "antifreeze", "danger", FIRE, SHEETS),
    ("ammonia", "gasoline", "danger", SPRAYED, CUSTOM),
    ("ammonia", "diesel", "danger", SPRAYED, CUSTOM),
    ("ammonia", "soap", "broken", SPOILT, CUSTOM),
    ("ammonia", "antifreeze", "broken", SPOILT, CUSTOM),
    ("gasoline", "diesel", "danger", "a burner or a diesel engine on it can flash", SHEETS),
    ("gasoline", "soap", "danger", SPRAYED, CUSTOM),
    ("gasoline", "antifreeze", "broken", SPOILT, CUSTOM),
    ("diesel", "soap", "danger", SPRAYED, CUSTOM),
    ("diesel", "antifreeze", "broken", SPOILT, CUSTOM),
    ("soap", "antifreeze", "broken", SPOILT, CUSTOM),
    ("purified water", "SH", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "acid", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "oxidizer", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "ammonia", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "soap", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "antifreeze", "broken", "the purified water is spoilt", CUSTOM),
    ("purified water", "gasoline", "danger", SPRAYED, CUSTOM),
    ("purified water", "diesel", "danger", SPRAYED, CUSTOM),
    ("purified water", "waste water", "broken", DIRTY, CUSTOM),
    ("waste water", "SH", "advice", "what was washed off may react with it", CUSTOM),
    ("waste water", "acid", "danger", "SH that was washed off gives off chlorine with it", SHEETS),
    ("waste water", "oxidizer", "advice", "what was washed off may react with it", CUSTOM),
    ("waste water", "ammonia", "danger", "SH that was washed off gives off chloramines with it", SHEETS),
    ("waste water", "soap", "broken", DIRTY, CUSTOM),
    ("waste water", "antifreeze", "broken", DIRTY, CUSTOM),
    ("waste water", "gasoline", "danger", "fuel vapor in the waste tank", CUSTOM),
    ("waste water", "diesel", "broken", "waste water with oil in it nobody takes", CUSTOM),
)
PAIRS: Mapping[frozenset[Substance], Meet] = {
    frozenset((a, b)): Meet(level, why if level else "", source=source) for a, b, level, why, source in _ROWS
}
WITH_WATER: Mapping[Substance, Meet] = {
    "waste water": Meet("broken", DIRTY, source=CUSTOM),
    "purified water": Meet("advice", "the purified water is no longer that", source=CUSTOM),
}
"""What plain water does not bear or spoils by standing with it; all else it only thins."""

THINNED = Meet("broken", "it is thinned", source=CUSTOM)
IN_WATER = Meet("danger", "whatever is rinsed with it, hands and eyes too, gets that", source=CUSTOM)
WASTED = Meet("advice", "good water runs to waste", source=CUSTOM)
TOP_UP = Meet("advice", "purified water is spent as plain water", source=CUSTOM)
UNSAID = Meet("advice", "nobody has said what comes of it", known=False)

IN_A_COIL: Mapping[Substance, Meet] = {
    "SH": Meet("danger", "heat drives chlorine out of it, and it eats the coil", source=SHEETS),
    "acid": Meet("danger", "hot acid eats the coil, which bursts under pressure", source=SHEETS),
    "oxidizer": Meet("danger", HEAT, source=SHEETS),
    "ammonia": Meet("danger", "heat drives ammonia out of it", source=SHEETS),
    "gasoline": Meet("danger", FIRE, source=SHEETS),
    "diesel": Meet("danger", FIRE, source=SHEETS),
    "purified water": Meet("broken", "it eats the steel of the coil; ask the coil's maker", source=CUSTOM),
    "waste water": Meet("broken", "what it carries bakes onto the coil", source=CUSTOM),
    "other": UNSAID,
}
"""What must not run through a burner's coil. Soap there is a school of its own, antifreeze belongs there in winter."""

STRAPS: Mapping[Substance, Mapping[str, str]] = {
    "SH": {"nylon": "nylon", "steel": "plain steel"},
    "acid": {"nylon": "nylon", "steel": "plain steel", "galvanized steel": "zinc"},
    "oxidizer": {"nylon": "nylon"},
}
"""What of a strap a liquid eats, by the strap's material; from memory of handbooks of resistance."""


def meet(a: Liquid, b: Liquid, own: Iterable[Meets] = ()) -> Meet:
    """What comes of two liquids that stand together in one valve, pump, line, gun or tray; plain water there only rinses. own: the shop's."""
    one, other = a.substance, b.substance
    if a.same_as(b) or one == other == "SH":
        return FINE
    if "water" in (one, other):
        return graver(FINE, one, other, own)
    return graver(PAIRS.get(frozenset((one, other)), UNSAID), one, other, own)


def graver(found: Meet, one: Substance, other: Substance, own: Iterable[Meets]) -> Meet:
    """An answer, or the shop's own where that is graver."""
    for rule in own:
        if {rule.a, rule.b} == {one, other} and (found.level is None or GRADES.index(rule.level) < GRADES.index(found.level)):
            found = Meet(rule.level, rule.why, source=rule.source)
    return found


def run_into(tank: Liquid, what: Liquid, own: Iterable[Meets] = ()) -> Meet:
    """What comes of a liquid that runs into a tank of another: that, and water there is thinning, and anything in water taints it."""
    into, comes = tank.substance, what.substance
    if into == comes == "water":
        return FINE
    if into == "waste water" and comes in ("water", "purified water"):
        return WASTED
    if comes == "water":
        return WITH_WATER.get(into, THINNED)
    if into == "water":
        return TOP_UP if comes == "purified water" else IN_WATER
    if comes == "purified water" and into not in ("purified water", "other"):
        return graver(THINNED, into, comes, own)
    return meet(tank, what, own)
