"""What a document must keep beyond the types of its fields: references, rings, shapes, order."""

from collections.abc import Collection, Iterable, Iterator
from math import isclose

from ..base.value import BadInput
from ..fitting.registry import every, find
from .carrier import Carrier, Deck, Stand, Trailer
from .document import Document
from .item import HosePart, Item
from .liquid import Liquid, tint_of
from .open_pipes import shared
from .references import Defined, Named, dangling, walked
from .rig import Rig

MOST_ITEMS = 2000
MOST_STATES = 60


EXPECTED = {
    "deck": "the id of a deck of this rig",
    "place": "the id of a deck or an item of this rig",
    "holder": "the id of the carrier or item the deck belongs to",
    "item": "the id of an item of this rig",
    "state": "the id of a state of this rig",
    "seat": "the id of a seat of this rig's vehicle",
    "tank": "a tank of this rig, item/part",
    "hose": "a hose of this rig, item/part",
    "port": "a port of this rig, item/part, or the way of a fitting, fitting/way",
    "anchor": "the id of an anchor of this rig",
    "handle": "the id of a fitting or an item of this rig",
    "face": "a side of the body, or the id of one of its doors",
}
LOCAL = ("part", "door", "seat", "local")  # unique where they stand; all other ids in their rig


def check_document(document: Document) -> None:
    """Raises BadInput at the first thing that cannot be right, with its path."""
    _unique((f"$.rigs[{i}].id", r.id) for i, r in enumerate(document.rigs))
    for name in ("tickets", "log"):
        _unique((f"$.{name}[{i}].id", e.id) for i, e in enumerate(getattr(document, name)))
    for i, rig in enumerate(document.rigs):
        check_rig(rig, f"$.rigs[{i}]")


def check_rig(rig: Rig, path: str = "$") -> None:
    """Raises BadInput at the first thing in a rig that cannot be right, with its path."""
    if len(rig.items) > MOST_ITEMS:
        raise BadInput(f"{path}.items", f"{len(rig.items):,} items", f"at most {MOST_ITEMS:,}")
    if len(rig.states) > MOST_STATES:
        raise BadInput(f"{path}.states", f"{len(rig.states)} states", f"at most {MOST_STATES}")
    found = tuple(walked(rig, path))
    _ids(found, path)
    for name in ("tongue_ball", "tongue_gooseneck"):
        low, high = getattr(rig.rules, name)
        if low > high:
            raise BadInput(f"{path}.rules.{name}", f"{low:g} above {high:g}", "the least share, then the greatest")
    for carrier in rig.carriers:
        _carrier(carrier, f"{path}.{'vehicle' if carrier is rig.vehicle else 'trailer'}")
    for where, deck in _decks(rig, path):
        _deck(deck, where)
    for i, item in enumerate(rig.items):
        check_item(item, f"{path}.items[{i}]")
    for named in dangling(rig, found):
        raise BadInput(named.path, f"“{named.value}”", EXPECTED[named.what])
    _rings(rig, path)
    for i, state in enumerate(rig.states):
        for address, fill in state.fills.items():
            if fill.low > fill.high:
                crossed = f"low {fill.low:g} above high {fill.high:g}"
                raise BadInput(f"{path}.states[{i}].fills.{address}", crossed, "low at most high")
    _ties(rig, path)
    _plumbing(rig, path)


def _ties(rig: Rig, path: str) -> None:
    for i, link in enumerate(rig.links):
        if link.low > link.high:
            raise BadInput(f"{path}.links[{i}].low", f"{link.low:g} above high {link.high:g}", "low at most high")


def _plumbing(rig: Rig, path: str) -> None:
    """Each port takes one line; a line has a bore and two different ends."""
    taken: dict[str, str] = {}
    holes = shared(rig.items)
    for i, fitting in enumerate(rig.plumbing.fittings):
        if find(fitting.kind) is None:
            raise BadInput(f"{path}.plumbing.fittings[{i}].kind", f"“{fitting.kind}”", f"one of {', '.join(sorted(every()))}")
    for i, line in enumerate(rig.plumbing.lines):
        if line.holds is not None:
            _drawn_as_it_is(line.holds, f"{path}.plumbing.lines[{i}].holds")
        if line.start == line.end:
            raise BadInput(f"{path}.plumbing.lines[{i}].end", f"“{line.end}”, where it starts", "a port other than its start")
        for name in ("start", "end"):
            at = getattr(line, name)
            if at in taken:
                found = f"“{at}”, where line {taken[at]} ends already"
                raise BadInput(f"{path}.plumbing.lines[{i}].{name}", found, "a port of its own; a tee parts a line")
            if at not in holes:
                taken[at] = line.id


def _rings(rig: Rig, path: str) -> None:
    """Every item must stand, through what it stands on, on a carrier."""
    borne = {d.id for c in rig.carriers for d in c.decks}
    waiting = list(rig.items)
    while waiting:
        left = [i for i in waiting if i.place.deck not in borne]
        if len(left) == len(waiting):
            item = left[0]
            found = f"“{item.name}” stands on deck {item.place.deck}, which stands on itself"
            raise BadInput(f"{path}.items", found, "decks that end on a carrier")
        borne |= {d.id for i in waiting if i.place.deck in borne for d in i.decks}
        waiting = left


def _ids(walk: Collection[Named | Defined], path: str) -> None:
    """Every id is one of a kind: in its rig, or, of a part, door, seat or person, among those beside it."""
    found: dict[str, list[tuple[str, str]]] = {}
    for one in walk:
        if isinstance(one, Defined) and one.what != "rig":
            scope = one.path.rpartition("[")[0] if one.what in LOCAL else path
            found.setdefault(scope, []).append((one.path, one.value))
    for ids in found.values():
        _unique(ids)


def _unique(ids: Iterable[tuple[str, str]]) -> None:
    seen: dict[str, str] = {}
    for where, one in ids:
        if one in seen:
            raise BadInput(where, f"id “{one}”, which stands at {seen[one]} too", "an id of its own")
        seen[one] = where


def _decks(rig: Rig, path: str) -> Iterator[tuple[str, Deck]]:
    for name, carrier in (("vehicle", rig.vehicle), ("trailer", rig.trailer)):
        if carrier is not None:
            for i, deck in enumerate(carrier.decks):
                yield f"{path}.{name}.decks[{i}]", deck
    for n, item in enumerate(rig.items):
        for i, deck in enumerate(item.decks):
            yield f"{path}.items[{n}].decks[{i}]", deck


def _carrier(carrier: Carrier, path: str) -> None:
    for i, axle in enumerate(carrier.axles):
        if axle.track < 0.1:
            raise BadInput(f"{path}.axles[{i}].track", f"{axle.track:g} m", "at least 0.1 m")
    for i, well in enumerate(carrier.body.wells):
        if well.end <= well.start:
            raise BadInput(f"{path}.body.wells[{i}].end", f"{well.end:g} m", f"a station behind its start ({well.start:g} m)")
    for i, zone in enumerate(carrier.body.zones):
        if zone.x1 <= zone.x0 or zone.y1 <= zone.y0:
            raise BadInput(f"{path}.body.zones[{i}]", "a zone without length or width", "x0 below x1 and y0 below y1")
    if isinstance(carrier, Stand):
        return
    if not isinstance(carrier, Trailer):
        if carrier.wheelbase < 0.3:
            raise BadInput(
                f"{path}.rear[0].x", f"{carrier.rear_x:g} m", f"a station behind the front axle ({carrier.front.x:g} m)"
            )
        return
    if carrier.axle_x - carrier.coupler_x < 0.1:
        raise BadInput(f"{path}.coupler_x", f"{carrier.coupler_x:g} m", f"a station ahead of the axles ({carrier.axle_x:g} m)")
    if carrier.empty is not None:
        _empty(carrier, f"{path}.empty")
    if carrier.jack_x is not None and carrier.axle_x - carrier.jack_x < 0.1:
        raise BadInput(f"{path}.jack_x", f"{carrier.jack_x:g} m", f"a station ahead of the axles ({carrier.axle_x:g} m)")


def _empty(trailer: Trailer, path: str) -> None:
    empty = trailer.empty
    assert empty is not None
    ways = [n for n in ("axles", "each", "gross") if getattr(empty, n)]
    if len(ways) != 1:
        found = " and ".join(ways) or "nothing that stands on the axles"
        raise BadInput(path, found, "one of axles, each and gross")
    if empty.each and len(empty.each) != len(trailer.axles):
        expected = f"one for each of the {len(trailer.axles)} axles"
        raise BadInput(f"{path}.each", f"{len(empty.each)} readings", expected)


def _deck(deck: Deck, path: str) -> None:
    u, v = deck.u, deck.v
    along = sum(a * b for a, b in zip(u, v, strict=True))
    if not (_is_unit(u) and _is_unit(v) and abs(along) < 1e-6):
        raise BadInput(path, f"u {u} and v {v}", "unit vectors at right angles")
    corners = deck.outline
    for i, (x0, y0) in enumerate(corners):
        (x1, y1), (x2, y2) = corners[(i + 1) % len(corners)], corners[(i + 2) % len(corners)]
        if (x1 - x0) * (y2 - y1) - (y1 - y0) * (x2 - x1) < 0:
            raise BadInput(f"{path}.outline[{i}]", "a corner that turns back", "a convex outline, from u towards v")


def _is_unit(vector: tuple[float, float, float]) -> bool:
    return isclose(sum(a * a for a in vector), 1.0, abs_tol=1e-6)


def _drawn_as_it_is(liquid: Liquid, path: str) -> None:
    wanted = tint_of(liquid.substance)
    if liquid.tint != wanted:
        raise BadInput(f"{path}.tint", f"“{liquid.tint}” for {liquid.substance}", f"“{wanted}”")


def check_item(item: Item, path: str) -> None:
    """Raises BadInput at the first thing in an item that cannot be right by itself, with its path."""
    for name in ("length", "width", "height"):
        size = getattr(item, name).value
        if not 0.001 <= size <= 100:
            raise BadInput(f"{path}.{name}.value", f"{size:g} m", "0.001 to 100 m")
    for tank in item.tanks:
        where = f"{path}.parts[{item.parts.index(tank)}]"
        if min(tank.length, tank.width, tank.height) <= 0:
            raise BadInput(where, "a tank without length, width or height", "inside sizes above 0 m")
        if not 0 <= tank.capacity.value <= 100:
            raise BadInput(f"{where}.capacity.value", f"{tank.capacity.value:g} m³", "0 to 100 m³")
        if not 100 <= tank.liquid.density.value <= 5000:
            raise BadInput(f"{where}.liquid.density.value", f"{tank.liquid.density.value:g} kg/m³", "100 to 5,000 kg/m³")
        _drawn_as_it_is(tank.liquid, f"{where}.liquid")
    for n, part in enumerate(item.parts):
        if isinstance(part, HosePart) and part.holds is not None:
            _drawn_as_it_is(part.holds, f"{path}.parts[{n}].holds")
