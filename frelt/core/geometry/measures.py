"""What a tape reads from a chassis, and the chassis with a reading changed. Lengths in m."""

from collections.abc import Callable

from msgspec.structs import replace

from ..model.carrier import Carrier, Deck, Stand, Trailer, Vehicle
from ..model.item import Item

NewId = Callable[[str], str]
AXLE_GAP = 0.86  # between axles that share, until they are taped [m]


def bounds(deck: Deck) -> tuple[float, float, float, float]:
    """u0, v0, u1, v1 of a deck in its own plane [m]."""
    us, vs = zip(*deck.outline, strict=True)
    return min(us), min(vs), max(us), max(vs)


def main_box(c: Carrier) -> tuple[float, float, float, float, float]:
    """x0, y0, x1, y1 of a carrier's main deck, which is level, and its height [m]."""
    x, y, z = c.main_deck.origin
    u0, v0, u1, v1 = bounds(c.main_deck)
    return x + u0, y + v0, x + u1, y + v1, z


def _sizes(deck: Deck) -> tuple[float, float]:
    u0, v0, u1, v1 = bounds(deck)
    return u1 - u0, v1 - v0


def deck_length(c: Carrier) -> float:
    """Length of the main deck [m]."""
    return _sizes(c.main_deck)[0]


def deck_width(c: Carrier) -> float:
    """Width of the main deck [m]."""
    return _sizes(c.main_deck)[1]


def _with_main(c: Carrier, **fields: object) -> Carrier:
    return replace(c, decks=(replace(c.main_deck, **fields), *c.decks[1:]))


def with_deck_length(c: Carrier, length: float) -> Carrier:
    """The carrier with a longer or shorter main deck; its front edge stays."""
    k = length / deck_length(c)
    return _with_main(c, outline=tuple((a * k, b) for a, b in c.main_deck.outline))


def with_deck_width(c: Carrier, width: float) -> Carrier:
    """The carrier with a wider or narrower main deck about its centre line."""
    k = width / deck_width(c)
    return _with_main(c, outline=tuple((a, b * k) for a, b in c.main_deck.outline))


def with_deck_height(c: Carrier, height: float) -> Carrier:
    """The carrier with its main deck at another height above the ground."""
    x, y, _ = c.main_deck.origin
    return _with_main(c, origin=(x, y, height))


def with_surface(c: Carrier, surface: str) -> Carrier:
    """The carrier with its main deck planked, of plate, or coated."""
    return _with_main(c, surface=surface)


def with_axle_count(t: Trailer, count: int) -> Trailer:
    """The trailer with one to three axles about the same middle, the new ones like the first."""
    first, mid = t.axles[0], t.axle_x
    gap = t.axles[1].x - t.axles[0].x if len(t.axles) > 1 else AXLE_GAP
    axles = []
    for n in range(count):
        known = t.axles[n] if n < len(t.axles) else None
        name = f"Axle {n + 1}" if count > 1 else "Axle"
        new_id = known.id if known is not None else f"{first.id}-{n + 1}"
        axles.append(replace(known or first, id=new_id, name=name, x=mid + (n - (count - 1) / 2) * gap))
    empty = t.empty
    if empty is not None and empty.each and len(empty.each) != len(axles):  # one by one they are those of other axles
        together = sum(f.value for f in empty.each)
        empty = replace(empty, each=(), axles=replace(empty.each[0], value=together, plus_minus=0.05 * together))
    return replace(t, axles=tuple(axles), empty=empty)


def with_rear_count(v: Vehicle, count: int) -> Vehicle:
    """The vehicle with a single or tandem rear about the same middle."""
    first, mid = v.rear[0], v.rear_x
    if count == 1:
        return replace(v, rear=(replace(first, name="Rear axle", x=mid),))
    second = v.rear[1] if len(v.rear) > 1 else replace(first, id=f"{first.id}-2")
    half = (v.rear[1].x - v.rear[0].x) / 2 if len(v.rear) > 1 else 0.65
    return replace(
        v, rear=(replace(first, name="Rear axle 1", x=mid - half), replace(second, name="Rear axle 2", x=mid + half))
    )


def with_wheelbase(v: Vehicle, base: float) -> Vehicle:
    """The vehicle with its front axle so far ahead of the middle of the rear."""
    return replace(v, front=replace(v.front, x=v.rear_x - base))


def with_duals(c: Carrier, each_end: int) -> Carrier:
    """The carrier with single or dual tires on its rear axles; a vehicle's front stays single."""
    if isinstance(c, Stand):
        return c
    if isinstance(c, Trailer):
        return replace(c, axles=tuple(replace(a, tires=replace(a.tires, each_end=each_end)) for a in c.axles))
    return replace(c, rear=tuple(replace(a, tires=replace(a.tires, each_end=each_end)) for a in c.rear))


def with_track(c: Carrier, track: float, front: bool | None = None) -> Carrier:
    """The carrier with the track of all axles changed, or of a vehicle's front or rear ones."""
    if isinstance(c, Stand):
        return c
    if isinstance(c, Trailer):
        return replace(c, axles=tuple(replace(a, track=track) for a in c.axles))
    if front:
        return replace(c, front=replace(c.front, track=track))
    return replace(c, rear=tuple(replace(a, track=track) for a in c.rear))


def alike(c: Carrier) -> Carrier:
    """The carrier with every axle's plate, tires and spring like those of the first; a vehicle's rear ones only."""
    if isinstance(c, Stand):
        return c
    if isinstance(c, Trailer):
        a = c.axles[0]
        return replace(c, axles=tuple(replace(x, rating=a.rating, tires=a.tires, rate=a.rate) for x in c.axles))
    a = c.rear[0]
    return replace(c, rear=tuple(replace(x, rating=a.rating, tires=a.tires) for x in c.rear))


def along(item: Item) -> float:
    """How much of its deck's length an item takes as it is turned [m]."""
    return item.length.value if item.place.turns % 2 == 0 else item.width.value
