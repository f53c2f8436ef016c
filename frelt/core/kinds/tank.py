"""Tanks by capacity and shape: from those alone a sensible size and mass with spread, from memory of such tanks.

What a float loses is a height below the brim (a float in the lid shuts later than one in the side: 15 to 20 gal of a
225 gal tank, common practice, no source); what a draw leaves is the height of its mouth.
"""

from math import pi

from ..kind.kind import Choice, Given, Kind, Made, Outline, Param, Service, Trait, Vec
from ..kind.outlines import beside, ellipse, rectangle
from ..kind.registry import given, register
from ..kind.substances import GASOLINE, NATURES, WATER
from ..kind.usual_parts import port, tank
from ..model.item import Item, Shape, TankPart

SHAPES = ("upright", "slim", "lying", "leg", "cage", "box", "cone bottom", "saddle", "narrow fuel")
FLOATS = {"none": 0.0, "in the lid": 0.032, "in the side": 0.090}  # lost below the brim [m]
DRAWS = {"bottom outlet": 0.004, "slotted tube": 0.012, "weighted hose": 0.018, "foot filter": 0.045, "loose stick": 0.030}
THICK = {"plastic": 0.0, "aluminum": 8.1, "steel": 19.6}  # kg/m² of wall; plastic goes by volume
WALL = 0.02  # of outside over inside, both sides [m]

PARAMS = (
    Param("capacity", "Capacity", "volume", 0.005, 10.0, 0.4),
    Param("baffles", "Baffles", "number", 0, 20, 0),
    Param("floats", "Floats, one a feed", "number", 1, 4, 1, lambda g: g.word("float") != "none"),
    Param("outlet-up", "Outlet above its foot", "length", 0.0, 2.0, 0.05),
)
CHOICES = (
    Choice("shape", "Shape", SHAPES),
    Choice("material", "Made of", tuple(THICK)),
    Choice("draw", "Draws by", tuple(DRAWS)),
    Choice("float", "Float valve", tuple(FLOATS)),
    Choice("outlet", "Outlet to the", ("back", "front", "left", "right")),
    Choice("lids", "Lids", ("one", "one at each end", "none, filled from outside")),
    Choice("lid", "Its lid", ("in the middle", "to the front", "to the back"), when=lambda g: g.word("lids") == "one"),
    Choice("vent", "Vent", ("on top", "led down through the floor", "led out of the side")),
    Choice("gauge", "Sight gauge", ("none", "on the left", "on the right")),
)

Inside = tuple[Shape, float, float, float, float, float]  # shape, length, width, height, cone, stands on [m]


def inside(word: str, v: float) -> Inside:
    """The inside of a tank of a volume [m³] in a usual shape."""
    if word in ("upright", "cone bottom"):
        slender = min(max(1.45 - (v - 0.21) * 1.3, 0.75), 1.45)  # height over diameter: small ones are slender
        d = float((4 * v / (pi * slender)) ** (1 / 3))
        if word == "upright":
            return "upright cylinder", d, d, slender * d, 0.0, 0.0
        cone = 0.5 * d  # a 45° cone
        return "cone bottom", d, d, 4 * v / (pi * d * d) + cone * 2 / 3, cone, 0.12
    if word == "slim":
        w = 0.445 * (v / 0.379) ** 0.25
        h = (v / w / 1.25) ** 0.5
        return "box", 1.25 * h, w, h, 0.0, 0.0
    if word == "lying":
        d = (4 * v / (1.35 * pi)) ** (1 / 3)
        return "lying cylinder", 1.35 * d, d, d, 0.0, 0.05
    if word == "leg":
        w = (4 * v / (pi * 1.4 * 0.81)) ** (1 / 3)
        return "lying ellipse", 1.4 * w, w, 0.81 * w, 0.0, 0.06
    if word == "cage":
        return "box", 1.15, 0.95, v / (1.15 * 0.95), 0.0, 0.15
    if word == "saddle":
        h = (v / (0.34 * 3.2)) ** 0.5 if v < 0.35 else 0.52
        return "box", v / (0.34 * h), 0.34, h, 0.0, 0.0
    if word == "narrow fuel":
        w, h = 0.20, min(0.30 + v, 0.5)
        return "box", v / (w * h), w, h, 0.0, 0.0
    w = (v / 1.2) ** (1 / 3)
    return "box", 1.2 * w, w, w, 0.0, 0.0


def empty_mass(word: str, material: str, v: float, size: Vec) -> float:
    """An empty tank [kg]: plastic by volume, metal by its walls; a cage with its frame and pallet."""
    length, width, height = size
    if word == "cage":
        return 22 + 38 * v
    if material == "plastic":
        frame = {"leg": 1.25, "slim": 1.2, "lying": 1.15, "cone bottom": 1.9}.get(word, 1.0)
        return float(0.30 * (v * 1000) ** 0.75) * frame
    return 1.35 * THICK[material] * 2 * (length * width + length * height + width * height) + 1.0


def _make(g: Given) -> Made:
    word, v = g.word("shape"), g["capacity"]
    shape, length, width, height, cone, off = inside(word, v)
    material = g.word("material")
    if word == "narrow fuel" and material == "plastic":
        material = "aluminum"
    neck = 0.10 if word not in ("narrow fuel", "saddle") else 0.05
    outer = (length + 2 * WALL, width + 2 * WALL, height + off + neck)
    if word == "cage":
        outer = (1.20, 1.00, height + off + 0.06)
    if word == "cone bottom":
        outer = (length + 0.12, width + 0.12, height + off + neck)
    mass = empty_mass(word, material, v, (length, width, height)) * (1 + 0.04 * g["baffles"])
    lost = FLOATS[g.word("float")]
    part = tank(
        "tank",
        "Fuel" if word == "narrow fuel" else "Tank",
        v,
        (length, width, height),
        (0.0, 0.0, off + 0.005),
        GASOLINE if word == "narrow fuel" else WATER,
        shape,
        cone=cone,
        baffles=int(g["baffles"]),
        top=max(1 - lost / height, 0.5),
    )
    part = _with_draw(part, DRAWS[g.word("draw")])
    a, b = outer[0] / 2, outer[1] / 2
    mass += 0.6 * (g["floats"] - 1) + (1.2 if g.word("lids") == "one at each end" else 0.0)
    vent = {"on top": (0.1, 0.0, outer[2]), "led out of the side": (0.1, b, 0.8 * outer[2])}.get(g.word("vent"), (0.1, b, 0.0))
    feeds = tuple(port(f"feed-{n}", f"Float {n}", (-0.1, 0.12 * n, outer[2]), 0.019) for n in range(1, _floats(g) + 1))
    x, y = {"back": (a, 0.0), "front": (-a, 0.0), "left": (0.0, -b), "right": (0.0, b)}[g.word("outlet")]
    return Made(
        length=outer[0],
        width=outer[1],
        height=outer[2],
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, off + 0.46 * height),
        centre_pm=0.03,
        parts=(
            part,
            port("outlet", "Outlet", (x, y, off + g["outlet-up"]), 0.051 if v > 0.2 else 0.019),
            port("fill", "Fill", (_lids(g, a)[0] if _lids(g, a) else a, 0.0, outer[2]), 0.051),
            port("vent", "Vent", vent, 0.019),
            *feeds,
        ),
    )


def _floats(g: Given) -> int:
    """How many floats it has, one for each feed."""
    return int(g["floats"]) if g.word("float") != "none" and g["floats"] > 1 else 0


def _lids(g: Given, half: float) -> tuple[float, ...]:
    """Where its lids are along it, from its middle [m]; none where it is filled from outside."""
    if g.word("lids") == "none, filled from outside":
        return ()
    end = max(half - 0.22, 0.0)
    if g.word("lids") == "one at each end":
        return -end, end
    return ({"to the front": -end, "to the back": end}.get(g.word("lid"), 0.0),)


def _with_draw(part: TankPart, mouth: float) -> TankPart:
    """The tank with what a mouth at a height above its floor [m] leaves."""
    from msgspec.structs import replace

    from ..geometry.tank_shape import share_below

    return replace(part, heel=round(min(share_below(part, mouth), 0.3), 4))


def _outline(item: Item) -> Outline:
    round_ones = ("upright cylinder", "cone bottom")
    return ellipse(item) if any(t.shape in round_ones for t in item.tanks) else rectangle(item)


HAND = 0.09  # a hand's breadth before an outlet is enough to turn its valve [m]; common practice, no source


def _service(item: Item) -> tuple[Service, ...]:
    first = next(iter(item.tanks), None)
    if first is None:
        return ()
    daily = first.liquid.role != "water"
    lid = 0.16 if first.liquid.is_fuel else 0.28
    h = item.height.value
    found = [
        Service(
            "lid",
            "top",
            (x, 0.0, h),
            (x - lid / 2, -lid / 2, h, x + lid / 2, lid / 2, h + 0.30),
            "daily" if daily else "now and then",
        )
        for x in _lids(given(item), item.length.value / 2)
    ]
    found += [
        beside(item, "outlet valve", given(item).word("outlet"), HAND, (0.35, 0.65), (0.0, 0.3)),  # type: ignore[arg-type]
    ]
    gauge = given(item).word("gauge")
    if gauge != "none":
        found.append(
            beside(item, "sight gauge", "left" if gauge == "on the left" else "right", 0.15, (0.4, 0.6), (0.1, 0.9), "daily")
        )
    return tuple(found)


def _traits(item: Item) -> tuple[Trait, ...]:
    found = []
    for t in item.tanks:
        x, y, z = t.at
        box = (x - t.length / 2, y - t.width / 2, z, x + t.length / 2, y + t.width / 2, z + t.height)
        if t.liquid.substance in NATURES:
            found.append(Trait(NATURES[t.liquid.substance], box))
        if given(item).word("material") == "plastic" and given(item).word("shape") != "narrow fuel":
            found.append(Trait("plastic tank", box))
    return tuple(found)


register(
    Kind(
        "tank",
        "Tank",
        _outline,
        "water chemical fuel SH soap surfactant antifreeze diesel hold carry",
        PARAMS,
        CHOICES,
        _make,
        _service,
        _traits,
        big=True,
        can=frozenset({"keep liquid", "bear on top"}),
    )
)
