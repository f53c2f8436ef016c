"""The walk around a rig before the road: what is looked at, made from what is aboard, in the order in which one comes by."""

from collections.abc import Iterator, Mapping
from typing import Literal

from msgspec import Struct

from ..base.text import uncapital
from ..base.units import Units
from ..fitting.registry import type_of
from ..geometry.frames import Frames
from ..kind.capability import can
from ..kind.registry import kind_of
from ..liquid.vessels import vessels_of
from ..model.carrier import Carrier, Trailer
from ..model.item import HosePart, Item, PortPart
from ..model.rig import Rig

Side = Literal["left", "rear", "right", "front"]
ORDER: tuple[Side, ...] = ("left", "rear", "right", "front")
LOCKED = {"cam bar": "its cam bar", "latch": "its latch", "hook": "its hook", "pin": "its pin"}
Place = tuple[float, float]


class Stop(Struct, frozen=True):
    """One thing to look at. key: the same for the same thing.  carrier, at: where, in its plan [m].  side: of the carrier one stands at."""

    key: str
    words: str
    carrier: str
    at: Place
    side: Side


def walk(rig: Rig, frames: Frames, units: Units, fills: Mapping[str, float] | None = None) -> tuple[Stop, ...]:
    """Everything to look at, from the left front around the rear to the right front. fills: most that may travel, by tank, as a share;
    what the road states say where it is not known."""
    made = [
        *_hitch(rig),
        *_wheels(rig),
        *_doors(rig),
        *_things(rig, frames),
        *_straps(rig, frames),
        *_drains(rig, frames),
        *_tanks(rig, frames, units, fills or {}),
        *_kit(rig, frames),
    ]
    carriers = {c.id: n for n, c in enumerate(rig.carriers)}  # the vehicle is ahead

    def along(stop: Stop) -> tuple[int, float, float]:
        n, (x, y) = carriers[stop.carrier], stop.at
        way = {"left": (n, x), "rear": (0, y), "right": (-n, -x), "front": (0, -y)}[stop.side]
        return ORDER.index(stop.side), *way

    return tuple(sorted(made, key=along))


def _ends(carrier: Carrier) -> tuple[float, float]:
    """Stations of the front and the rear of a carrier's body [m]."""
    xs = [d.origin[0] + d.u[0] * u for d in carrier.decks for u, _ in d.outline]
    return min(xs), max(xs)


def _side_of(carrier: Carrier, at: Place) -> Side:
    """The side at which one stands nearest to a place."""
    rear = _ends(carrier)[1]
    half = max(abs(v) for _, v in carrier.main_deck.outline)
    gaps: dict[Side, float] = {"left": at[1] + half, "right": half - at[1], "rear": rear - at[0]}
    return min(gaps, key=lambda s: gaps[s])


def _stop(rig: Rig, frames: Frames, key: str, words: str, item: Item) -> Stop:
    carrier = rig.carrier(frames.carrier_of[item.id])
    x, y, _ = frames.items[item.id].at
    return Stop(key, words, carrier.id, (x, y), _side_of(carrier, (x, y)))


def _hitch(rig: Rig) -> Iterator[Stop]:
    t = rig.trailer
    if t is None:
        return
    at = (t.coupler_x, 0.0)
    for key, words in (
        (
            "coupler",
            "Coupler down on the ball, latched, its pin in"
            if t.coupler == "ball"
            else "Gooseneck down on its ball, latched, its pin in",
        ),
        ("chains", "Chains crossed below it, hooked, off the ground"),
        ("plug", "Plug in; running, brake and turn lamps seen to light"),
        *(
            (("breakaway", "Breakaway cable on the vehicle, not on the hitch"),)
            if t.brakes in ("electric", "surge", "air", None)
            else ()
        ),
        ("jack", "Jack up, its pin in"),
    ):
        yield Stop(f"hitch:{key}", words, t.id, at, "left")
    if t.stands_x is not None:
        yield Stop("hitch:stands", "Rear stands up and pinned", t.id, (t.stands_x, 0.0), "rear")


def _wheels(rig: Rig) -> Iterator[Stop]:
    sides: tuple[tuple[Side, float], ...] = (("left", -0.5), ("right", 0.5))
    for carrier in rig.carriers:
        for side, sign in sides:
            if carrier.axles:
                x = carrier.axles[-1].x
                chocks = ", chocks away" if isinstance(carrier, Trailer) else ""
                words = f"{carrier.name}, {side} tires: pressure, nuts{chocks}"
                yield Stop(f"wheels:{carrier.id}:{side}", words, carrier.id, (x, sign * 2 * carrier.axles[-1].track / 2), side)


def _doors(rig: Rig) -> Iterator[Stop]:
    for carrier in rig.carriers:
        x0, x1 = _ends(carrier)
        half = max(abs(v) for _, v in carrier.main_deck.outline)
        for door in carrier.body.doors:
            if door.kind == "gap":
                continue
            middle = (door.start + door.end) / 2
            at = {"left": (middle, -half), "right": (middle, half), "rear": (x1, middle), "front": (x0, middle)}[door.side]
            held = LOCKED.get(door.lock)
            how = f"shut, {held} home" if held is not None else "shut and locked"
            yield Stop(f"door:{carrier.id}:{door.id}", f"{door.name} {how}", carrier.id, at, door.side)


def _things(rig: Rig, frames: Frames) -> Iterator[Stop]:
    locks = {x.item: x.kind for x in rig.tie_down.locks}
    for item in rig.items:
        if item.built_in or item.id not in frames.items:
            continue
        hoses = [p for p in item.parts if isinstance(p, HosePart)]
        if can(item, "run off"):
            kind = locks.get(item.id, "")
            how = (
                f"drum locked by its {kind}"
                if kind not in ("", "none")
                else "drum locked"
                if not kind
                else "drum tied: it has no lock"
            )
            ends = "hose end clipped" if len(hoses) < 2 else "hose ends clipped"
            yield _stop(rig, frames, f"drum:{item.id}", f"{item.name}: {how}, {ends}", item)
        if can(item, "swing open"):
            yield _stop(rig, frames, f"latch:{item.id}", f"{item.name}: lid and drawers latched", item)
        if item.held == "chain":
            yield _stop(rig, frames, f"chain:{item.id}", f"{item.name}: chained in its holder", item)
        elif kind_of(item).carried and item.tanks:
            yield _stop(rig, frames, f"jug:{item.id}", f"{item.name}: cap tight, upright, tied or in its holder", item)
        if any(isinstance(p, PortPart) and p.carries == "power" and p.id.startswith("inlet") for p in item.parts):
            yield _stop(rig, frames, f"cord:{item.id}", f"{item.name}: cord out and stowed, its cover shut", item)
        if item.tanks and not kind_of(item).carried:
            burns = all(t.liquid.is_fuel for t in item.tanks)
            caps = "fuel cap shut, its valve off" if burns else "lid and caps tight"
            yield _stop(rig, frames, f"cap:{item.id}", f"{item.name}: {caps}", item)


def _straps(rig: Rig, frames: Frames) -> Iterator[Stop]:
    for item in rig.items:
        straps = rig.tie_down.on(item.id)
        if straps and item.id in frames.items:
            words = "strap tight, not frayed" if len(straps) == 1 else f"{len(straps)} straps tight, not frayed"
            yield _stop(rig, frames, f"straps:{item.id}", f"{item.name}: {words}", item)


def _drains(rig: Rig, frames: Frames) -> Iterator[Stop]:
    ends = {e: x for x in rig.plumbing.lines for e in (x.start, x.end)}
    for fitting in rig.plumbing.fittings:
        looked_at = type_of(fitting).road
        if not looked_at:
            continue
        line = next((x for e, x in ends.items() if e.partition("/")[0] == fitting.id), None)
        other = (
            "" if line is None else (line.end if line.start.partition("/")[0] == fitting.id else line.start).partition("/")[0]
        )
        item = next((i for i in rig.items if i.id == other), None)
        carrier = rig.main
        name = fitting.name or fitting.kind
        words = looked_at.format(name=name)
        if fitting.place is not None and fitting.place.deck in frames.decks:
            x, y, _ = frames.decks[fitting.place.deck].point((fitting.place.u, fitting.place.v, 0.0))
            own = rig.carrier(frames.carrier_of[fitting.place.deck])
            yield Stop(f"fitting:{fitting.id}", words, own.id, (x, y), _side_of(own, (x, y)))
        elif item is not None and item.id in frames.items:
            yield _stop(rig, frames, f"fitting:{fitting.id}", words, item)
        elif carrier is not None:
            yield Stop(f"fitting:{fitting.id}", words, carrier.id, (_ends(carrier)[1], 0.0), "rear")


def _tanks(rig: Rig, frames: Frames, units: Units, fills: Mapping[str, float]) -> Iterator[Stop]:
    vessels = vessels_of(rig, frames)
    road = [vessels.own(s) for s in rig.states if s.road]
    for address, item, tank in rig.tanks():
        if item.built_in or item.id not in frames.items or tank.liquid.is_fuel:
            continue
        most = fills.get(address)
        if most is None:
            most = max((own[address].high for own in road), default=tank.top)
        if most >= tank.top - 1e-6:
            continue  # it may be full
        amount = units.show(tank.capacity.value * most, "volume")
        words = f"{item.name}: empty" if most <= 1e-6 else f"{item.name}: at or below {amount}"
        yield _stop(rig, frames, f"fill:{address}", words, item)


def _kit(rig: Rig, frames: Frames) -> Iterator[Stop]:
    items = {i.id: i for i in rig.items}
    for line in rig.kit:
        if line.kept not in ("loose", "under a bungee", ""):
            continue
        deck = next((d for d in rig.decks if d.id == line.on), None)
        holder = items.get(line.on) or (items.get(deck.on) if deck is not None else None)
        words = f"{line.what}: strapped, or in a closed box"
        if holder is not None and holder.id in frames.items:
            yield _stop(rig, frames, f"kit:{line.id}", f"{words}, on {uncapital(holder.name)}", holder)
        elif deck is not None and deck.id in frames.decks:
            x, y, _ = frames.decks[deck.id].point((0.0, 0.0, 0.0))
            own = rig.carrier(frames.carrier_of[deck.id])
            yield Stop(f"kit:{line.id}", words, own.id, (x, y), _side_of(own, (x, y)))
