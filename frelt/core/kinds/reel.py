"""Reels, singly or stacked: what a drum holds is counted in layers that nest in each other, and so is its hose's mass."""

from math import floor, pi, sqrt

from ..base.units import Units
from ..kind.inner import Inner, Through
from ..kind.kind import Choice, FaceSide, Fan, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.substances import WATER
from ..kind.usual_parts import draws_power, hose, port
from ..model.item import HosePart, Item

NEST = sqrt(3) / 2  # of a diameter: how far apart the middles of nested layers lie
MAKES = {"steel braid": (0.0042, 1850.0), "textile braid": (0.0038, 1250.0), "vacuum": (0.0060, 620.0), "air": (0.0030, 1200.0)}

MOST_TIERS = 3
LENGTHS = "As taped", "6 in", "12 in", "18 in", "24 in"
# Between the flanges, and drum and flange from the leanest to the largest such a reel is built with [m]; flanges differ by maker,
# from memory of such reels.
CLASSES: dict[str, tuple[float, tuple[float, float], tuple[float, float]]] = {
    "6 in": (0.152, (0.08, 0.16), (0.28, 0.38)),
    "12 in": (0.305, (0.13, 0.23), (0.36, 0.51)),
    "18 in": (0.457, (0.13, 0.23), (0.36, 0.51)),
    "24 in": (0.610, (0.20, 0.32), (0.46, 0.66)),
}
HUB = 3.4  # loss of hub, swivel and ends of a hose on its reel, in velocity heads; from memory, ± half
COUPLING = 0.35  # kg of a quick coupling that joins two lengths; from memory


def _class(g: Given, which: int, else_: float) -> float:
    """The middle of what a class is built with: 1 its drum, 2 its flange; or its width."""
    found = CLASSES.get(g.word("class"))
    if found is None:
        return else_
    size = found[which]
    return size if isinstance(size, float) else (size[0] + size[1]) / 2


def tier(name: str, n: int) -> str:
    """What a parameter of one reel of a stack is called: the first has the plain name."""
    return name if n == 1 else f"{name}-{n}"


def _tier_params(n: int) -> tuple[Param, ...]:
    def there(g: Given) -> bool:
        return g["tiers"] >= n

    return (
        Param(f"bore-{n}", f"Hose {n}, bore", "length", 0.004, 0.1, lambda g: g["bore"], there),
        Param(f"hose-{n}", f"Hose {n}, length", "distance", 0.0, 400.0, lambda g: g["hose"], there),
    )


def _tier_choices(n: int) -> tuple[Choice, ...]:
    def there(g: Given) -> bool:
        return g["tiers"] >= n

    return (
        Choice(f"make-{n}", f"Hose {n}, make", tuple(MAKES), lambda g: g.word("make"), there),
        Choice(f"rewind-{n}", f"Reel {n} rewinds by", REWINDS, lambda g: g.word("rewind"), there),
    )


REWINDS = ("12 V motor", "crank")
PARAMS = (
    Param("drum", "Drum, across", "length", 0.05, 1.0, lambda g: _class(g, 1, 0.20)),
    Param("flange", "Flange, across", "length", 0.1, 1.5, lambda g: _class(g, 2, 0.39)),
    Param("between", "Between the flanges", "length", 0.05, 1.5, lambda g: _class(g, 0, 0.43)),
    Param("bore", "Hose, bore", "length", 0.004, 0.1, 0.0095),
    Param("hose", "Hose on each", "distance", 0.0, 400.0, 61.0),
    Param("lengths", "Joined of lengths", "number", 1, 12, 1),
    Param("pulled", "Of it pulled off at work", "share", 0.0, 1.0, 1.0),
    Param("tiers", "Reels in the stack", "number", 1, MOST_TIERS, 1),
    *(p for n in range(2, MOST_TIERS + 1) for p in _tier_params(n)),
)
CHOICES = (
    Choice("class", "Reel, wide", LENGTHS),
    Choice("make", "Hose make", tuple(MAKES)),
    Choice("rewind", "Rewinds by", REWINDS),
    *(c for n in range(2, MOST_TIERS + 1) for c in _tier_choices(n)),
    Choice("leaves", "Hose leaves to the", ("back", "front")),
    Choice("lock", "Lock for the road", ("pin", "none")),
)


def hose_outside(g: Given, n: int = 1) -> float:
    """Outside diameter of the hose on one reel of a stack [m]."""
    return g[tier("bore", n)] + 2 * MAKES[g.word(tier("make", n))][0]


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
LOWER, THICKER = 0.9, 1.15  # the other way


def capacities(item: Item, n: int = 1) -> tuple[float, float]:
    """What one reel of an item takes, least and most [m]: one figure once drum and flange are measured, else over what such are built with."""
    g = given(item)
    of_class = CLASSES.get(g.word("class"))

    def size(name: str, which: int, low: float, high: float) -> tuple[float, float]:
        figure = item.fields.get(name)
        if figure is not None and figure.source != "estimate":
            return g[name], g[name]
        built = of_class[which] if of_class is not None and figure is None else None
        return built if isinstance(built, tuple) else (g[name] * low, g[name] * high)

    drum, flange = size("drum", 1, LEANER, THICKER), size("flange", 2, LOWER, TALLER)
    across = hose_outside(g, n)
    least = hose_capacity(drum[1], flange[0], g["between"], across)
    return least, hose_capacity(drum[0], flange[1], g["between"], across)


def capacity_of(item: Item) -> float:
    """The most that each reel of an item may take [m]."""
    return capacities(item)[1]


def _says(item: Item, units: Units) -> str:
    """How much of its hose fits."""
    told = []
    tiers = int(given(item)["tiers"])
    for n in range(1, tiers + 1):
        least, most = (units.show(c, "distance") for c in capacities(item, n))
        which = f"Reel {n} takes" if tiers > 1 else "Takes"
        told.append(
            f"{which} {most} of its hose." if least == most else f"{which} {least} to {most} of its hose, by drum and flange."
        )
    return " ".join(told)


def _make(g: Given) -> Made:
    tiers = range(1, int(g["tiers"]) + 1)
    length, width = g["flange"] + 0.08, g["between"] + 0.16
    high = g["flange"] + 0.10
    motors = [n for n in tiers if g.word(tier("rewind", n)) == "12 V motor"]
    each = 7 + 72 * g["flange"] * g["between"]
    couplings = COUPLING * (g["lengths"] - 1) * len(tiers)
    mass = len(tiers) * (each + 1.5) + 5.5 * len(motors) + (8 if len(tiers) > 1 else 3) + couplings
    parts = [_hose(g, n, high, len(tiers) > 1) for n in tiers if g[tier("hose", n)] > 0]
    swivels = [port(f"swivel-{n}", "Swivel", (0.0, -width / 2, high * (n - 0.5)), g[tier("bore", n)]) for n in tiers]
    power = (draws_power("Rewind motor", 500.0, "12 V"),) if motors else ()
    return Made(
        length=length,
        width=width,
        height=len(tiers) * high,
        mass=mass,
        mass_pm=0.15 * mass,
        centre=(0.0, 0.0, len(tiers) * high / 2),
        parts=(*parts, *swivels, *power),
    )


def _hose(g: Given, n: int, high: float, several: bool) -> HosePart:
    make = g.word(tier("make", n))
    wall, density = MAKES[make]
    holds = WATER if make in ("steel braid", "textile braid") else None
    at = (0.0, 0.0, high * (n - 0.5))
    name = f"Hose {n}" if several else "Hose"
    return hose(f"hose-{n}", name, g[tier("bore", n)], wall, density, g[tier("hose", n)], at, holds)


def _service(item: Item) -> tuple[Service, ...]:
    # its swivel and motor want no room of their own: a reel comes off its bolts for that, and reels stand side by side
    g = given(item)
    tiers = int(g["tiers"])
    cranked = [n for n in range(1, tiers + 1) if g.word(tier("rewind", n)) == "crank"]
    if not cranked:
        return ()
    low, high = (cranked[0] - 0.9) / tiers, (cranked[-1] - 0.1) / tiers
    return (beside(item, "crank", "right", 0.35, (0.2, 0.8), (low, high), "daily"),)


def _fans(item: Item) -> tuple[Fan, ...]:
    g = given(item)
    side: FaceSide = "front" if g.word("leaves") == "front" else "back"
    count = max(sum(isinstance(p, HosePart) for p in item.parts), 1)
    high, half = item.height.value / count, item.width.value / 2 * 0.8
    return tuple(Fan(side, high * n + 0.3 * high, high * n + 0.7 * high, half) for n in range(count))


def _inner(item: Item) -> tuple[Inner, ...]:
    """Each hose from its swivel to its free end, through the hub; the share of it that is still wound loses more."""
    g = given(item)
    return tuple(
        Through(
            h.id,
            f"swivel-{n}",
            h.id,
            h.bore,
            h.length,
            minor=HUB + 0.6 * g["lengths"],
            wound=1 - g["pulled"],
            drum=(g["drum"] + g["flange"]) / 2,
        )
        for n in range(1, int(g["tiers"]) + 1)
        for h in item.parts
        if isinstance(h, HosePart) and h.id == f"hose-{n}"
    )


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
        says=_says,
        inner=_inner,
        can=frozenset({"run off"}),
    )
)
