"""Plunger pumps with their unloader: what opens it, what it leaves in the hose, and what the pump idles at while all goes round.

A flow-acting one lets the pump idle low as soon as nothing flows to the gun. A trapped-pressure one is held open by the hose, which stays
at its setting and a rise above it, and so does the pump. Shares of the setting from memory of such valves: a gauge tells better.
"""

from .inner import Inner, Plunger, Through, Unloads
from .kind import Choice, Given, Param

RISE = 0.10  # of the setting, at release
LOW = 0.08  # of the setting, at which a pump goes round under a flow-acting unloader
FLOW, TRAPPED = "flow-acting", "trapped-pressure"

HOW_UNLOADED = Choice("unloader", "Unloader", (FLOW, TRAPPED))
UNLOADER = (
    Param("opens", "Unloader opens at", "pressure", 1e5, 6e7, lambda g: g["pressure"]),
    Param("rises", "Pressure rises at release by", "pressure", 0.0, 2e7, lambda g: RISE * g["opens"]),
    Param("idles", "Pump idles in bypass at", "pressure", 0.0, 6e7, lambda g: _idle(g)),
    Param("joins", "May be joined with another, 1 for yes", "number", 0, 1, 0),
)


def _idle(g: Given) -> float:
    return LOW * g["opens"] if g.word("unloader") == FLOW else g["opens"] + g["rises"]


def pumped(g: Given, outlet: str) -> tuple[Inner, ...]:
    """A pump from `inlet`, its unloader back to `bypass`, and the way on to an outlet or to what comes before it."""
    flow = g["flow"] * (g["machines"] if any(p.id == "machines" for p in g.params) else 1)
    return (
        Plunger("pump", "inlet", "head", flow, bore=0.019 if flow < 5e-4 else 0.025),
        Unloads("unloader", "head", "bypass", g["opens"], "pump", "out", g["idles"], g["opens"] + g["rises"]),
        Through("out", "head", outlet, 0.0095, minor=2.0, one_way=True),
    )
