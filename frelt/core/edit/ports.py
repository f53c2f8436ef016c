"""Ports: where a line can be joined, which of them are free, and what fits to what."""

from collections.abc import Iterator

from msgspec import Struct

from ..model.fitting_ways import ways_of
from ..model.item import HosePart, PortPart, TankPart
from ..model.open_pipes import shared
from ..model.rig import Rig


class Port(Struct, frozen=True):
    """A port. at: its address.  owner: the id of what it is of.  words: what it is called.  bore: nominal [m].

    free: whether a line may still go there.  fuel: whether it is for fuel.
    """

    at: str
    owner: str
    words: str
    bore: float
    free: bool
    fuel: bool = False


BORES = (0.00635, 0.0095, 0.0127, 0.0159, 0.0191, 0.0254, 0.0318, 0.0381, 0.0508)  # that are sold [m]


def ports(rig: Rig) -> Iterator[Port]:
    """Every port of what is aboard and of every fitting, in the order of the document."""
    used = {e for x in rig.plumbing.lines for e in (x.start, x.end)}
    holes = shared(rig.items)
    for item in rig.items:
        if item.built_in:
            continue
        own = [p for p in item.parts if isinstance(p, PortPart) and p.carries in ("liquid", "fuel")]
        fuel = bool(item.tanks) and all(t.liquid.is_fuel for t in item.tanks) and not any(p.id == "inlet" for p in own)
        for part in item.parts:
            at = f"{item.id}/{part.id}"
            if isinstance(part, PortPart) and part.carries in ("liquid", "fuel"):
                free = at not in used or at in holes
                yield Port(at, item.id, f"{part.name.lower()} of {item.name}", part.size, free, part.carries == "fuel" or fuel)
            elif isinstance(part, HosePart):
                yield Port(at, item.id, f"free end of {item.name}", part.bore, at not in used)
            elif isinstance(part, TankPart) and not own:
                yield Port(at, item.id, f"draw from {item.name}", 0.0127, True, part.liquid.is_fuel)
    for f in rig.plumbing.fittings:
        for way in ways_of(f):
            at = f"{f.id}/{way}"
            yield Port(at, f.id, f"{way} of {f.name or f.id}", f.bore, at not in used)


def fits(a: Port, b: Port) -> bool:
    """Whether a line may go from one port to another."""
    return a.free and b.free and a.owner != b.owner and a.fuel == b.fuel


def bore_between(a: Port, b: Port) -> float:
    """The bore a line between two ports has unless told: that of the narrower one, of those that are sold [m]."""
    wanted = min(x for x in (a.bore, b.bore, 0.0254) if x > 0)
    return min(BORES, key=lambda x: abs(x - wanted))
