"""Reels, singly or stacked: what a drum holds is counted in layers that nest in each other, and so is its hose's mass."""

from math import floor, pi, sqrt

from ..kind.kind import Choice, FaceSide, Fan, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.substances import WATER
from ..kind.usual_parts import draws_power, hose, port
from ..model.item import HosePart, Item

NEST = sqrt(3) / 2  # of a diameter: how far apart the middles of nested layers lie
MAKES = {"steel braid": (0.0042, 1850.0), "textile braid": (0.0038, 1250.0), "vacuum": (0.0060, 620.0), "air": (0.0030, 1200.0)}

PARAMS = (
    Param("drum", "Drum, across", "length", 0.05, 1.0, 0.20),
    Param("flange", "Flange, across", "length", 0.1, 1.5, 0.39),
    Param("between", "Between the flanges", "length", 0.05, 1.5, 0.43),
    Param("bore", "Hose, bore", "length", 0.004, 0.1, 0.0095),
    Param("hose", "Hose on each", "distance", 0.0, 400.0, 61.0),
    Param("tiers", "Reels in the stack", "number", 1, 3, 1),
)
CHOICES = (
    Choice("make", "Hose make", tuple(MAKES)),
    Choice("rewind", "Rewinds by", ("12 V motor", "crank")),
    Choice("leaves", "Hose leaves to the", ("back", "front")),
    Choice("lock", "Lock for the road", ("pin", "none")),
)


def hose_outside(g: Given) -> float:
    """Outside diameter of the hose [m]."""
    return g["bore"] + 2 * MAKES[g.word("make")][0]


def layers(drum: float, flange: float, between: float, across: float) -> tuple[tuple[int, float], ...]:
    """Turns and diameter of the middle of each layer [m] of a hose of a diameter across, up to the flange's rim.

    The layers nest, so every other one has a turn less where the width is not used up.
    """
    whole = floor(between / across + 1e-9)
    nested = whole if between - whole * across >= across / 2 - 1e-9 else whole - 1
    found, middle, n = [], drum + across, 0
    while middle + across <= flange + 1e-9 and whole > 0:
        turns = whole if n % 2 == 0 else nested
        if turns > 0:
            found.append((turns, middle))
        middle, n = middle + 2 * across * NEST, n + 1
    return tuple(found)


def hose_capacity(drum: float, flange: float, between: float, across: float) -> float:
    """Length of hose a drum takes up to the rim of its flanges [m], each turn a circle."""
    return sum(turns * pi * middle for turns, middle in layers(drum, flange, between, across))


TALLER, LEANER = 1.25, 0.7  # of flange and drum that a reel of that width may have where nobody measured them; from memory


def capacity_of(item: Item) -> float:
    """What each reel of an item takes [m]: by its flange and drum once they are measured, else by what such a reel may have."""
    g = given(item)

    def size(name: str, most: float) -> float:
        figure = item.fields.get(name)
        return g[name] if figure is not None and figure.source != "estimate" else g[name] * most

    return hose_capacity(size("drum", LEANER), size("flange", TALLER), g["between"], hose_outside(g))


def _make(g: Given) -> Made:
    tiers = int(g["tiers"])
    wall, density = MAKES[g.word("make")]
    length, width = g["flange"] + 0.08, g["between"] + 0.16
    tier = g["flange"] + 0.10
    motor = g.word("rewind") == "12 V motor"
    each = 7 + 72 * g["flange"] * g["between"] + (7.0 if motor else 1.5)
    mass = tiers * each + (8 if tiers > 1 else 3)
    parts = [
        hose(
            f"hose-{n + 1}",
            f"Hose {n + 1}" if tiers > 1 else "Hose",
            g["bore"],
            wall,
            density,
            g["hose"],
            (0.0, 0.0, tier * (n + 0.5)),
            WATER if g.word("make") in ("steel braid", "textile braid") else None,
        )
        for n in range(tiers)
        if g["hose"] > 0
    ]
    swivels = [port(f"swivel-{n + 1}", "Swivel", (0.0, -width / 2, tier * (n + 0.5)), g["bore"]) for n in range(tiers)]
    motors = (draws_power("Rewind motor", 500.0, "12 V"),) if motor else ()
    return Made(
        length=length,
        width=width,
        height=tiers * tier,
        mass=mass,
        mass_pm=0.15 * mass,
        centre=(0.0, 0.0, tiers * tier / 2),
        parts=(*parts, *swivels, *motors),
    )


def _service(item: Item) -> tuple[Service, ...]:
    # its swivel and motor want no room of their own: a reel comes off its bolts for that, and reels stand side by side
    if given(item).word("rewind") != "crank":
        return ()
    return (beside(item, "crank", "right", 0.35, (0.2, 0.8), (0.1, 0.9), "daily"),)


def _fans(item: Item) -> tuple[Fan, ...]:
    g = given(item)
    side: FaceSide = "front" if g.word("leaves") == "front" else "back"
    count = max(sum(isinstance(p, HosePart) for p in item.parts), 1)
    tier, half = item.height.value / count, item.width.value / 2 * 0.8
    return tuple(Fan(side, tier * n + 0.3 * tier, tier * n + 0.7 * tier, half) for n in range(count))


register(
    Kind(
        "reel",
        "Reel",
        rectangle,
        "hose drum rewind pressure supply soft wash vacuum",
        PARAMS,
        CHOICES,
        _make,
        _service,
        fans=_fans,
        big=True,
    )
)
