"""Blocks and wires of a line plan: what stands in it, and which way each line is drawn."""

from collections.abc import Iterable
from typing import Literal

from msgspec import Struct

from ...core.fitting.registry import type_of
from ...core.kind.capability import can
from ...core.model.fitting_ways import ways_of
from ...core.model.item import HosePart, Item, PortPart
from ...core.model.plumbing import Fitting
from ...core.model.rig import Rig

Glyph = str  # of a thing, or that of the kind of a fitting
Side = Literal["left", "right", "lid", "back", "under"]
TURNED: frozenset[Glyph] = frozenset({"valve", "three", "drain", "tap", "gun", "bar", "machine", "pump"})


class Block(Struct, frozen=True):
    """What stands in the plan. id: of an item (`item`, or `item/hose` of one tier of a reel) or fitting.  lane: in the order of things."""

    id: str
    glyph: Glyph
    name: str
    item: str = ""
    fitting: str = ""


class Wire(Struct, frozen=True):
    """A line from one block to another as it is drawn. sides: on which side of each it meets.  back: leads back to a tank."""

    line: str
    start: str
    end: str
    leaves: Side
    enters: Side
    out: str = ""
    into: str = ""
    back: bool = False


class Graph(Struct, frozen=True):
    """Blocks and wires in the order of the document."""

    blocks: tuple[Block, ...]
    wires: tuple[Wire, ...]


SINKS = frozenset({"inlet", "in", "water", "sh", "surfactant"})
SOURCES = frozenset({"outlet", "out", "mix", "tank", "bung"})
LIDS = frozenset({"fill", "vent"})


def graph_of(rig: Rig) -> Graph:
    """The blocks and wires of a rig's lines."""
    items, fittings = {i.id: i for i in rig.items}, {f.id: f for f in rig.plumbing.fittings}
    blocks: dict[str, Block] = {}
    ends: list[tuple[str, str, str, str, str]] = []
    for line in rig.plumbing.lines:
        two = []
        for end in (line.start, line.end):
            owner, _, port = end.partition("/")
            block = _block(items, fittings, owner, port)
            if block is None:
                break
            blocks.setdefault(block.id, block)
            two.append((block.id, port))
        if len(two) == 2:
            ends.append((line.id, two[0][0], two[0][1], two[1][0], two[1][1]))
    for item in rig.items:  # what could be plumbed and is not yet, of a stack every reel
        for port in _first_ports(item) if not item.built_in and _wanted(item) else ():
            block = _block(items, fittings, item.id, port)
            if block is not None:
                blocks.setdefault(block.id, block)
    for fitting in rig.plumbing.fittings:
        blocks.setdefault(fitting.id, Block(fitting.id, type_of(fitting).glyph, fitting.name or fitting.id, fitting=fitting.id))
    turned = _turned(blocks, ends)
    wires = [_wire(blocks, items, *e) for e in turned]
    return Graph(tuple(blocks.values()), tuple(_with_back(blocks, wires)))


def _wanted(item: Item) -> bool:
    """Whether water or what is washed with runs through a thing."""
    if item.tanks and all(t.liquid.is_fuel for t in item.tanks):
        return can(item, "wash", "soft wash")
    wet = any(isinstance(p, PortPart) and p.carries == "liquid" for p in item.parts)
    return wet or any(t.liquid.tint not in ("fuel", "other") for t in item.tanks)


def _first_ports(item: Item) -> tuple[str, ...]:
    return tuple(p.id for p in item.parts if isinstance(p, HosePart)) or ("",)


def _block(items: dict[str, Item], fittings: dict[str, Fitting], owner: str, port: str) -> Block | None:
    if owner in fittings:
        f = fittings[owner]
        return Block(f.id, type_of(f).glyph, f.name or f.id, fitting=f.id)
    item = items.get(owner)
    if item is None:
        return None
    hoses = [p.id for p in item.parts if isinstance(p, HosePart)]
    if hoses:
        number = port.rpartition("-")[2]
        hose = f"hose-{number}" if f"hose-{number}" in hoses else hoses[0]
        name = f"{item.name}, {number}" if len(hoses) > 1 else item.name
        return Block(f"{item.id}/{hose}", "reel", name, item=item.id)
    ports = {p.id for p in item.parts if isinstance(p, PortPart) and p.carries == "liquid"}
    if can(item, "wash"):
        return Block(item.id, "machine", item.name, item=item.id)
    if "inlet" in ports and "outlet" in ports and can(item, "soft wash"):
        return Block(item.id, "pump", item.name, item=item.id)
    if "mix" in ports:
        return Block(item.id, "mixer", item.name, item=item.id)
    if item.tanks and "inlet" not in ports and "in" not in ports:
        return Block(item.id, "tank", item.name, item=item.id)
    return Block(item.id, "pump" if {"inlet", "outlet"} <= ports else "box", item.name, item=item.id)


def _sign(blocks: dict[str, Block], block: str, port: str) -> int:
    """1 where a line leaves there, -1 where it enters, 0 where that hangs on the others."""
    glyph = blocks[block].glyph
    if glyph in ("reel", "tee", "three", "gauge"):
        return 0
    if glyph == "tank":
        return -1 if port in LIDS or port.startswith("feed") else 0 if port == "outlet" else 1
    if port == "bypass":
        return 1
    if port in SOURCES:
        return 1
    return -1


def _turned(blocks: dict[str, Block], ends: list[tuple[str, str, str, str, str]]) -> list[tuple[str, str, str, str, str]]:
    """Every line with its ends in the order in which it is drawn: away from what gives, towards what takes."""
    made: dict[str, tuple[str, str, str, str, str]] = {}
    waiting = list(ends)

    def put(e: tuple[str, str, str, str, str], forward: bool) -> None:
        made[e[0]] = e if forward else (e[0], e[3], e[4], e[1], e[2])

    left = []
    for e in waiting:
        a, b = _sign(blocks, e[1], e[2]), _sign(blocks, e[3], e[4])
        if a == b == 0 or a == b:
            left.append(e)
        else:
            put(e, a > b)
    while left:
        settled = False
        for e in list(left):
            for end, forward in ((e[1], True), (e[3], False)):
                into = [m for m in made.values() if m[3] == end]
                out = [m for m in made.values() if m[1] == end]
                if not into and not out:
                    continue
                if blocks[end].glyph == "tank":
                    put(e, forward)
                else:
                    put(e, forward if into else not forward)
                left.remove(e)
                settled = True
                break
        if not settled:
            put(left[0], True)
            left.pop(0)
    return [made[e[0]] for e in ends]


def _wire(blocks: dict[str, Block], items: dict[str, Item], line: str, a: str, pa: str, b: str, pb: str) -> Wire:
    leaves: Side = "back" if pa == "bypass" else "right"
    enters: Side = "left"
    if blocks[b].glyph == "tank" and (pb in LIDS or pb.startswith("feed")):
        enters = "lid"
    elif pb == "draw":
        enters = "under"
    return Wire(line, a, b, leaves, enters, pa, pb)


def _with_back(blocks: dict[str, Block], wires: list[Wire]) -> Iterable[Wire]:
    """The wires with those marked that lead from a machine's bypass back to a tank."""
    back: set[str] = set()
    waiting = [w for w in wires if w.leaves == "back"]
    while waiting:
        w = waiting.pop()
        if w.line in back:
            continue
        back.add(w.line)
        if blocks[w.end].glyph not in ("tank", "machine", "pump"):
            waiting += [x for x in wires if x.start == w.end]
    for w in wires:
        yield Wire(w.line, w.start, w.end, w.leaves, w.enters, w.out, w.into, w.line in back)


def ways_open(fitting: Fitting, used: frozenset[str]) -> tuple[str, ...]:
    """The ways of a fitting to which no line goes."""
    return tuple(w for w in ways_of(fitting) if f"{fitting.id}/{w}" not in used)
