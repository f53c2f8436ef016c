"""The network of a rig: what its lines, fittings and things are to the solver, at some fills and with handles as they stand.

A port is a node, so are the joints inside a thing; a line is a branch; a valve that is shut is one through which nothing flows.
"""

from collections.abc import Collection, Mapping
from math import pi

from msgspec import Struct

from ..base.kept import Memo
from ..fitting.figures import figure_of
from ..fitting.laws import Piece
from ..fitting.registry import type_of
from ..geometry.frames import Frames
from ..geometry.tank_shape import surface_height
from ..kind.fittings import CORNER, END
from ..kind.inner import Burner, Dial, Inner, Membrane, Plunger, Through, Unloads
from ..kind.registry import kind_of
from ..kind.substances import WATER
from ..model.item import Item, PortPart, TankPart
from ..model.liquid import Liquid
from ..model.open_pipes import draws
from ..model.plumbing import Fitting, Line
from ..model.rig import Rig
from .at import Places
from .in_lines import every_fitting
from .liquids import Coil, Stock
from .net import Branch, Curve, Displacement, Draw, Free, Law, Net, Node, OneWay, Relief, Shut, Way
from .parts import Unloader
from .reach import one_float_lines
from .routes import Route, routed
from .water import COLD, viscosity

ANY = 1e12  # pressure no line reaches [Pa]: what draws whatever stands behind it
ENTRANCE, FALLS = 0.5, 1.0  # loss of what enters a line from a tank, and of what falls free into one, in velocity heads
THICK: dict[str, float] = {"SH": 1.9, "soap": 6.0, "diesel": 3.5, "antifreeze": 3.0, "acid": 2.0, "gasoline": 0.55}
"""Viscosity over that of water at 20 °C; from memory of data sheets, ± half."""


_floats: Memo[Mapping[str, str]] = Memo(4)


class End(Struct, frozen=True):
    """An end open to the air, or a tank's port that the liquid does not reach. branch: by which air would come in.  name: in words."""

    branch: int
    name: str


class Piping(Struct, frozen=True):
    """The network of a rig, and what of it is what. node: of a port (`item/part`, `fitting/way`).  branch: by the id of a line or
    fitting, or `item/element`.  guns: branch by fitting.  pumps: branch by item, and its inlet's port.  mouths: branches of a tank
    by its address, with the sign that leads out of it.  ends: where air could come in.  routes: of the lines.  fittings: carrier and place of each [m].  open_ends: drains, vents and open ends, by fitting.
    """

    net: Net
    stocks: tuple[Stock, ...]
    coils: tuple[Coil, ...]
    unloaders: tuple[Unloader, ...]
    unloader_of: tuple[str, ...]
    node: Mapping[str, int]
    branch: Mapping[str, int]
    guns: Mapping[str, int]
    pumps: Mapping[str, int]
    mouths: Mapping[str, tuple[tuple[int, int], ...]]
    taps: Mapping[str, int]
    ends: tuple[End, ...]
    routes: Mapping[str, Route]
    loose: tuple[str, ...] = ()
    fittings: Mapping[str, tuple[str, tuple[float, float, float]]] = {}
    open_ends: tuple[str, ...] = ()


def stock_of(source: str, liquid: Liquid) -> Stock:
    """A liquid as it flows. source: the address of its tank, or the id of the tap."""
    thick = THICK.get(liquid.substance, 1.0)
    return Stock(source, liquid.density.value, thick * viscosity(COLD), liquid.celsius, liquid.strength, liquid.role)


def piped(
    rig: Rig,
    frames: Frames,
    fills: Mapping[str, float],
    stands: Mapping[str, float] | None = None,
    running: Collection[str] | None = None,
    places: Places | None = None,
    routes: Mapping[str, Route] | None = None,
) -> Piping:
    """The network of a rig. fills: shares by tank.  stands: of handles, by fitting, instead of as the document has them.

    running: machines and pumps that run, instead of the document's.  places, routes: where everything is and of the lines, where that is known.
    """
    places = places or Places(rig, frames)
    made = _Building(rig, frames, places, fills, stands or {}, running if running is not None else rig.plumbing.running)
    made.items()
    made.fittings()
    made.lines(routes if routes is not None else routed(rig, frames, places))
    return made.done()


class _Building:
    """Nodes and branches as they come."""

    def __init__(
        self,
        rig: Rig,
        frames: Frames,
        places: Places,
        fills: Mapping[str, float],
        stands: Mapping[str, float],
        running: Collection[str],
    ) -> None:
        self.rig, self.frames, self.places = rig, frames, places
        self.fills, self.stands, self.running = fills, stands, frozenset(running)
        self.nodes: list[Node] = []
        self.branches: list[Branch] = []
        self.node: dict[str, int] = {}
        self.branch: dict[str, int] = {}
        self.stocks: list[Stock] = []
        self.coils: list[tuple[str, Burner]] = []
        self.unloaders: list[tuple[str, Unloads]] = []
        self.guns: dict[str, int] = {}
        self.pumps: dict[str, int] = {}
        self.mouths: dict[str, list[tuple[int, int]]] = {}
        self.taps: dict[str, int] = {}
        self.ends: list[End] = []
        self.open_ends: list[str] = []
        self.draws: list[tuple[int, str, float, float, float]] = []
        self.at_port: dict[str, list[Line]] = {}
        for line in rig.plumbing.lines:
            for end in (line.start, line.end):
                self.at_port.setdefault(end, []).append(line)
        self.used = self.at_port.keys()
        self.owners = {e.partition("/")[0] for e in self.at_port}
        self._floats: Mapping[str, str] | None = None
        self.routes: Mapping[str, Route] = {}
        self.loose: list[str] = []

    def at(self, key: str, z: float | None = None) -> int:
        """The node of a port or joint, made when it is first asked for."""
        if key not in self.node:
            if z is None:
                found = self.places.at(key)
                z = found[1][2] if found is not None else 0.5
            self.node[key] = self.put(Node(key, z))
        return self.node[key]

    def put(self, node: Node) -> int:
        """A node more."""
        self.nodes.append(node)
        return len(self.nodes) - 1

    def add(self, key: str, start: int, end: int, way: Way, law: Law) -> int:
        """A branch more."""
        self.branch[key] = len(self.branches)
        self.branches.append(Branch(key, start, end, way, law))
        return len(self.branches) - 1

    def stock(self, source: str, liquid: Liquid) -> int:
        """The number of a liquid that comes from somewhere."""
        self.stocks.append(stock_of(source, liquid))
        return len(self.stocks) - 1

    # things

    def items(self) -> None:
        """Tanks and what is inside machines, pumps, reels and filters."""
        plumbed = [i for i in self.rig.items if i.id in self.owners and i.id in self.frames.items]  # the rest is nothing to it
        bottom = draws(plumbed)
        for item in plumbed:
            inner = kind_of(item).inner(item)
            for tank in item.tanks:
                self._tank(item, tank, bottom, inner)
            ids = frozenset(p.id for p in item.parts)
            for one in inner:
                self._inner(item, one, ids, inner)

    def _tank(self, item: Item, tank: TankPart, bottom: Mapping[str, str], around: tuple[Inner, ...]) -> None:
        address = f"{item.id}/{tank.id}"
        ports = [f"{item.id}/{p.id}" for p in item.parts if isinstance(p, PortPart) and p.carries in ("liquid", "fuel")]
        inner = {e for x in around for e in _ends(x)}
        wanted = [p for p in (address, *ports) if p in self.used and p.partition("/")[2] not in inner]
        if not wanted or (len(item.tanks) > 1 and address not in wanted and not any(bottom.get(p) == address for p in wanted)):
            return
        fill = self.fills.get(address, tank.top)
        floor = self.frames.items[item.id].point(tank.at)[2]
        source = self.stock(address, tank.liquid)
        inside = self.put(Node(address, floor + surface_height(tank, fill), 0.0, source))
        for port in wanted:
            for line in self.at_port[port]:  # each through a hole of its own
                self._mouth(item, tank, address, port, line, bottom, inside, fill)

    def _mouth(
        self,
        item: Item,
        tank: TankPart,
        address: str,
        port: str,
        line: Line,
        bottom: Mapping[str, str],
        inside: int,
        fill: float,
    ) -> None:
        """How a line meets a tank: at its bottom it draws and fills; at a lid it falls free, behind a float until that shuts."""
        part = next((p for p in item.parts if isinstance(p, PortPart) and f"{item.id}/{p.id}" == port), None)
        bore = max(line.bore, part.size if part is not None else 0.0)
        mouths = self.mouths.setdefault(address, [])
        key, z = _hole(port, line), self._z(port)
        at = self.at(key, z)
        self.node.setdefault(port, at)
        if bottom.get(port) == address:
            dry = fill <= min(tank.heel, tank.top) + 1e-9
            start = self.put(Node(f"{port} dry", z, 0.0, None, True)) if dry else inside
            e = self.add(f"{key}~mouth", start, at, Way(bore=bore, minor=ENTRANCE), Free())
            if dry:
                self.ends.append(End(e, f"{item.name}, run down to its heel"))
            mouths.append((e, 1))
            return
        floats = port.partition("/")[2].startswith("feed") or line.id == self.behind_float(item.id)
        air = self.put(Node(f"{port} lid", z, 0.0, None, True))
        shut = floats and fill >= tank.top - 1e-9
        law: Law = Shut() if shut else OneWay(0.0) if floats else Free()
        e = self.add(f"{key}~mouth", at, air, Way(bore=bore, minor=FALLS + (6.0 if floats else 0.0)), law)
        mouths.append((e, -1))
        if not floats:
            self.ends.append(End(e, f"the open end in the lid of {item.name}"))

    def behind_float(self, item_id: str) -> str:
        """The line that the one float of a tank shuts, by id: the one at its lid that a tap feeds; a bypass falls in beside it."""
        if self._floats is None:
            self._floats = _floats.get(
                self.frames.kept, self.rig.id, (self.rig.plumbing, self.rig.items), lambda: one_float_lines(self.rig)
            )
        return self._floats.get(item_id, "")

    def _z(self, port: str) -> float:
        found = self.places.at(port)
        return found[1][2] if found is not None else 0.5

    def _inner(self, item: Item, one: Inner, ids: frozenset[str], around: tuple[Inner, ...]) -> None:
        key = f"{item.id}/{one.id}" if not isinstance(one, Burner) else ""
        runs = item.id in self.running
        match one:
            case Burner() if runs or not any(isinstance(x, Plunger) for x in around):
                self.coils.append((f"{item.id}/{one.way}", one))
            case Burner():
                return  # of a machine that rests
            case Through():
                way = Way(one.length, one.bore, minor=one.minor, wound=one.wound, drum=one.drum, quad=one.quad)
                self.add(key if one.id not in ids else f"{key}~", *self._two(item, one, ids), way, _law(one))
            case Plunger():
                law: Law = Displacement(one.flow, one.least, one.bore) if runs else OneWay(2 * 1500.0)
                self.pumps[item.id] = self.add(key, *self._two(item, one, ids), Way(bore=0.012, minor=8.0), law)
            case Membrane():
                curve: Law = Curve(one.pressure, one.flow, one.cut, one.least, one.bore) if runs else OneWay(2 * 1500.0)
                self.pumps[item.id] = self.add(key, *self._two(item, one, ids), Way(bore=0.010, minor=8.0), curve)
            case Unloads():
                start, end = self._two(item, one, ids)
                if f"{item.id}/{one.end}" not in self.used and one.end != "inlet":
                    end = self.at(f"{item.id}/inlet")  # no hose on its bypass: it goes round inside
                self.add(key, start, end, Way(bore=0.0095, minor=3.0), Relief(one.opens))
                if one.pump:
                    self.unloaders.append((item.id, one))
            case Dial():
                e = self.add(key, *self._two(item, one, ids), Way(), Shut())
                self.draws.append((e, f"{item.id}/{one.motive}", one.share, ANY, 0.0))

    def _two(self, item: Item, one: Through | Plunger | Membrane | Unloads | Dial, ids: frozenset[str]) -> tuple[int, int]:
        near = next((f"{item.id}/{e}" for e in (one.start, one.end) if e in ids), None)
        z = self._z(near) if near is not None else self.frames.items[item.id].point((0.0, 0.0, 0.3))[2]
        return self.at(f"{item.id}/{one.start}", None if one.start in ids else z), self.at(
            f"{item.id}/{one.end}", None if one.end in ids else z
        )

    # fittings

    def fittings(self) -> None:
        """Valves, checks, guns, taps."""
        for fitting in every_fitting(self.rig):
            stand, own = self.stands.get(fitting.id, fitting.stands), type_of(fitting)
            if own.brim and self._brim(fitting.id):
                stand = 0.0
            made = own.pieces(fitting, stand)
            if own.joint:
                first = self.at(f"{fitting.id}/{own.ways[0]}")
                for way in own.ways[1:]:
                    self.node[f"{fitting.id}/{way}"] = first
                continue
            if own.end == "tap":
                self._tap(fitting, *made)
                continue
            for one in made:
                start = self.at(f"{fitting.id}/{one.start}")
                if one.end == "":  # into the air
                    air = self.put(Node(f"{fitting.id} air", self.nodes[start].z, 0.0, None, True))
                    e = self.add(fitting.id, start, air, one.way, one.law)
                    if own.end == "gun":
                        self.guns[fitting.id] = e
                    else:
                        self.ends.append(End(e, fitting.name or fitting.kind))
                        self.open_ends.append(fitting.id)
                    continue
                e = self.add(one.key(fitting.id), start, self.at(f"{fitting.id}/{one.end}"), one.way, one.law)
                if one.drawn:
                    self.draws.append((e, fitting.id, *one.drawn))

    def _brim(self, fitting_id: str) -> bool:
        """Whether the tank that a float valve hangs in is as full as it lets it be."""
        for line in self.rig.plumbing.lines:
            if f"{fitting_id}/out" in (line.start, line.end):
                item = (line.end if line.start == f"{fitting_id}/out" else line.start).partition("/")[0]
                return any(
                    self.fills.get(a, t.top) >= t.top - 1e-9
                    for a, i, t in self.rig.tanks()
                    if i.id == item and not t.liquid.is_fuel
                )
        return False

    def _tap(self, fitting: Fitting, piece: Piece) -> None:
        """A customer's tap: its mains hold a pressure, and its own way loses what runs."""
        name, end = fitting.name or "tap", self.at(f"{fitting.id}/out")
        mains = self.put(
            Node(f"{name}, mains", self.nodes[end].z, figure_of(fitting, "pressure"), self.stock(fitting.id, WATER))
        )
        self.taps[fitting.id] = self.add(fitting.id, mains, end, piece.way, piece.law)

    # lines

    def lines(self, routes: Mapping[str, Route]) -> None:
        """Hoses and pipes, each with its ends and corners."""
        self.routes = routes
        for line in self.rig.plumbing.lines:
            if line.id not in routes:
                self.loose.append(line.id)
                continue
            a, b = (self.node.get(_hole(e, line), -1) for e in (line.start, line.end))
            start, end = (a if a >= 0 else self.at(line.start)), (b if b >= 0 else self.at(line.end))
            self.add(line.id, start, end, way_of(line, routes[line.id]), Free())

    def done(self) -> Piping:
        """The whole."""
        branches = list(self.branches)
        for e, motive, share, limit, least in self.draws:
            b = branches[e]
            branches[e] = Branch(b.id, b.start, b.end, b.way, Draw(self.branch[motive], share, limit, least))
        coils = tuple(Coil(self.branch[w], b.heat, b.most, b.least) for w, b in self.coils if w in self.branch)
        own = [(i, u) for i, u in self.unloaders if f"{i}/{u.pump}" in self.branch and f"{i}/{u.out}" in self.branch]
        unloaders = tuple(
            Unloader(self.branch[f"{i}/{u.pump}"], self.branch[f"{i}/{u.id}"], self.branch[f"{i}/{u.out}"], u.idle, u.trapped)
            for i, u in own
            if i in self.running
        )
        return Piping(
            Net(tuple(self.nodes), tuple(branches)),
            tuple(self.stocks),
            coils,
            unloaders,
            tuple(i for i, _ in own if i in self.running),
            self.node,
            self.branch,
            self.guns,
            self.pumps,
            {a: tuple(m) for a, m in self.mouths.items()},
            self.taps,
            tuple(self.ends),
            self.routes,
            tuple(self.loose),
            self.places.fittings,
            tuple(self.open_ends),
        )


def _hole(port: str, line: Line) -> str:
    """The node at which a line meets a tank."""
    return f"{port}@{line.id}"


def _law(one: Through) -> Law:
    return OneWay(one.crack) if one.one_way else Free()


def _ends(one: Inner) -> tuple[str, ...]:
    return () if isinstance(one, Burner) else (one.start, one.end)


def way_of(line: Line, route: Route) -> Way:
    """What a line is to a flow: its length, its two ends and the corners of its route."""
    return Way(route.length, line.bore, minor=2 * END + CORNER * route.corners)


def holds(line: Line, route: Route) -> float:
    """The volume inside a line [m³]."""
    return pi / 4 * line.bore**2 * route.length
