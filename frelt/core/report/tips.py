"""What tips suit the machines of a rig behind the hoses that are aboard, for one gun and for two."""

from collections.abc import Iterator

from msgspec import Struct
from msgspec.structs import replace

from ..kind.capability import can
from ..kind.registry import given
from ..model.item import HosePart, Item
from ..model.plumbing import TipSet
from ..model.rig import Rig
from ..network.friction import Line, loss
from ..network.tips import Tried, chosen, left, tried
from ..network.water import COLD

WIDEST = 0.0155  # of a hose that is worked with under pressure [m]: wider ones supply or draw
HOT = 80.0  # behind a coil that runs [°C]


class Hose(Struct, frozen=True):
    """A hose that may be worked with. name: of the reel it is on.  bore, length: inside [m]."""

    name: str
    bore: float
    length: float

    def line(self) -> Line:
        """As it lies when it is all off its drum."""
        return Line(self.bore, self.length)


class Machine(Struct, frozen=True):
    """What a washing machine gives. flow [m³/s], pressure [Pa], celsius: of the water at its outlet."""

    item: str
    name: str
    flow: float
    pressure: float
    celsius: float


def machines(rig: Rig) -> tuple[Machine, ...]:
    """Every washing machine aboard; of two joined on one frame what both give."""
    found = []
    for item in rig.items:
        if not can(item, "wash"):
            continue
        known = given(item)
        hot = any(p.id == "heat" for p in known.params)
        times = known["machines"] if any(p.id == "machines" for p in known.params) else 1
        found.append(Machine(item.id, item.name, known["flow"] * times, known["pressure"], HOT if hot else COLD))
    return tuple(found)


def hoses(rig: Rig) -> tuple[Hose, ...]:
    """Hoses that are worked with under pressure, each kind of them once."""
    made: dict[tuple[int, int], Hose] = {}
    for item, part in _wound(rig):
        chemical = part.holds is not None and part.holds.role != "water"
        if 0.004 <= part.bore <= WIDEST and part.length > 5.0 and not chemical:
            made.setdefault((round(part.bore * 1e4), round(part.length * 10)), Hose(item.name, part.bore, part.length))
    return tuple(sorted(made.values(), key=lambda h: (h.bore, h.length)))


def _wound(rig: Rig) -> Iterator[tuple[Item, HosePart]]:
    yield from ((i, p) for i in rig.items if not i.built_in for p in i.parts if isinstance(p, HosePart))


def suited(machine: Machine, line: Line, guns: int, wanted: float | None = None) -> tuple[Tried, Tried, Tried]:
    """The tip that suits, between its neighbors. wanted: at the tip [Pa]; what the pump can give behind this hose unless told.

    A pump is meant to run at the pressure on its plate, so that is where its unloader opens.
    """
    most = machine.pressure
    can_give = most - loss(line, machine.flow / guns, machine.celsius)
    aim = max(min(wanted if wanted is not None else can_give, can_give), 0.02 * most)
    return chosen(machine.flow, aim, most, line, guns, machine.celsius)


def let_go(machine: Machine, line: Line, set_for: Tried) -> tuple[Tried, ...]:
    """What the tips of a set for several guns meet as guns are let go one after the other: with one fewer open, and so on to one."""
    return tuple(
        tried(set_for.number, machine.flow, machine.pressure, line, open_, machine.celsius)
        for open_ in range(set_for.guns - 1, 0, -1)
    )


class Mixture(Struct, frozen=True):
    """Tips of several sets on the guns of one machine at once. numbers: one a gun.  left: share of the meant pressure that is left.

    from_sets: names of the sets they are of.
    """

    numbers: tuple[float, ...]
    left: float
    from_sets: tuple[str, ...]


def mixtures(rig: Rig, machine: Machine) -> tuple[Mixture, ...]:
    """What every mixture of the sets that are made for a machine leaves of its pressure, on two guns; those of one set among them.

    A set for one gun says which number uses the machine's whole flow; without one the sets for several do.
    """
    own = [s for s in rig.plumbing.sets if s.machine in ("", machine.item) and s.made]
    meant = [sum(s.numbers) if len(s.numbers) >= s.guns else s.numbers[0] * s.guns for s in own]
    if not own:
        return ()
    whole = min((m for s, m in zip(own, meant, strict=True) if s.guns == 1), default=min(meant))
    guns = [(s.name, n) for s in own for n in dict.fromkeys(s.numbers)]
    made = []
    for i, (a, m) in enumerate(guns):
        for b, n in guns[i:]:
            made.append(Mixture((m, n), left(whole, m + n), tuple(dict.fromkeys((a, b)))))
    return tuple(sorted(made, key=lambda x: -x.left))


def marked(rig: Rig, machine: Machine, guns: int, tips: tuple[float, ...], name: str, set_id: str) -> Rig:
    """The rig with a set of tips marked for a machine, still owed. tips: the numbers in it."""
    one = TipSet(id=set_id, name=name, machine=machine.item, guns=guns, numbers=tips)
    return replace(rig, plumbing=replace(rig.plumbing, sets=(*rig.plumbing.sets, one)))


def with_set(rig: Rig, set_id: str, made: bool | None) -> Rig:
    """The rig with a set that lies in the box, or is owed; without it where made is None."""
    sets = (
        replace(s, made=bool(made)) if s.id == set_id else s for s in rig.plumbing.sets if s.id != set_id or made is not None
    )
    return replace(rig, plumbing=replace(rig.plumbing, sets=tuple(sets)))
