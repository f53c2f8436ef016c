"""Mixing stations: water, SH and surfactant metered by valves or by a percent dial."""

from ..kind.inner import Dial, Inner, Through
from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.usual_parts import port
from ..model.item import Item, PortPart

TYPES = ("three valves", "two valves", "percent dial")


SPRUNG = 3447.0  # what lifts the checks behind its valves [Pa]: half a psi, from memory


def _dialed(g: Given) -> bool:
    return g.word("type") == "percent dial"


def _make(g: Given) -> Made:
    valves = {"three valves": 3, "two valves": 2, "percent dial": 3}[g.word("type")]
    width, height = 0.16 + 0.10 * valves, 0.62 if g.word("type") != "percent dial" else 0.46
    mass = 3 + 2.2 * valves
    ins = ("Water", "SH", "Surfactant")[:valves]
    return Made(
        length=0.26,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.55 * height),
        parts=(
            *(port(name.lower(), name, (0.0, 0.10 * (n - 1), 0.05), 0.019) for n, name in enumerate(ins)),
            port("mix", "Mix", (0.0, 0.0, 0.2), g["bore"]),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "metering valves", "back", 0.40, (0.0, 1.0), (0.4, 1.0), "daily"),)


def _inner(item: Item) -> tuple[Inner, ...]:
    """Checks behind its valves; a dial draws its shares of what leaves, and the rest is water."""
    g = given(item)
    ways = [p.id for p in item.parts if isinstance(p, PortPart) and p.id != "mix"]
    leaves = Through("leaves", "joint", "mix", g["bore"], minor=1.0)
    if g.word("type") == "percent dial":
        dials = tuple(Dial(n, n, "joint", "leaves", g[f"{n}-dial"]) for n in ways if n != "water")
        return (leaves, Through("water", "water", "joint", g["bore"], minor=3.0, one_way=True), *dials)
    return (leaves, *(Through(n, n, "joint", g["bore"], minor=3.0, one_way=True, crack=SPRUNG) for n in ways))


register(
    Kind(
        "mixer",
        "Mixing station",
        rectangle,
        "proportioner metering soft wash blend percent dial",
        (
            Param("bore", "Bore", "length", 0.005, 0.08, 0.019),
            Param("sh-dial", "SH dial", "share", 0.0, 1.0, 0.2, _dialed),
            Param("surfactant-dial", "Surfactant dial", "share", 0.0, 0.5, 0.02, _dialed),
        ),
        (Choice("type", "Type", TYPES),),
        _make,
        _service,
        water=0.0005,  # from memory
        inner=_inner,
    )
)
