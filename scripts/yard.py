"""A yard in which packed test rigs are laid out as a builder would: each thing as near as it will go to a corner or an edge."""

from collections.abc import Iterable
from itertools import count

from msgspec.structs import replace

from frelt.app.stock import class_of
from frelt.core.base.figure import Figure
from frelt.core.edit.items import add, move, with_item
from frelt.core.geometry.measures import main_box
from frelt.core.kind.capability import can
from frelt.core.kind.catalog import taken
from frelt.core.kind.make import with_field
from frelt.core.kind.registry import kind_of
from frelt.core.model.carrier import Deck
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig
from frelt.core.model.state import Person
from frelt.core.planning.kit import with_kit
from frelt.core.planning.new_rig import new_rig
from frelt.core.solve import solve
from frelt.core.space.surfaces import hung, possible, tops, upright, with_surface
from scripts.demo_parts import CATALOG

INCH = 0.0254
GAP = 0.5 * INCH

SPOTS = {  # where on a deck something is wanted: shares of its length and width
    "front left": (0.0, 0.0),
    "front": (0.0, 0.5),
    "front right": (0.0, 1.0),
    "left": (0.5, 0.0),
    "middle": (0.5, 0.5),
    "right": (0.5, 1.0),
    "tail left": (1.0, 0.0),
    "tail": (1.0, 0.5),
    "tail right": (1.0, 1.0),
}
Rect = tuple[float, float, float, float]


class Yard:
    """One rig being laid out."""

    def __init__(self, chassis: str, name: str) -> None:
        self._numbers = count(1)
        choice = class_of(chassis)
        self.rig: Rig = replace(new_rig(choice, name, lambda what: f"{what}-{next(self._numbers)}"), name=name)
        carrier = self.rig.trailer or self.rig.vehicle
        assert carrier is not None
        self.carrier = carrier
        _, y0, _, y1, _ = main_box(carrier)
        self._taken: dict[str, list[Rect]] = {carrier.main_deck.id: []}
        for well in carrier.body.wells:
            side = (y0, y0 + well.inward) if well.side == "left" else (y1 - well.inward, y1)
            self._taken[carrier.main_deck.id].append((well.start, side[0], well.end, side[1]))

    def _deck(self, on: str) -> Deck:
        """The main deck, or the top of a holder by its id; of several boards one by `id:n`."""
        if not on:
            return self.carrier.main_deck
        holder, _, board = on.partition(":")
        return self.rig.item(holder).decks[int(board or 0)]

    def _add(self, entry: str, item_id: str, place: Placement) -> Item:
        base = CATALOG[entry].item
        name = base.name.split(",")[0]
        same = sum(i.name == name or i.name.startswith(f"{name} ") for i in self.rig.items)
        item = replace(taken(CATALOG[entry], item_id), name=f"{name} {same + 1}" if same else name, place=place)
        self.rig = add(self.rig, item)
        return item

    def _room_above(self, on: str) -> float:
        """Height up to the next board of a holder [m]; endless over the last and on a deck."""
        if not on:
            return 10.0
        holder, _, board = on.partition(":")
        decks, n = self.rig.item(holder).decks, int(board or 0)
        return decks[n + 1].origin[2] - decks[n].origin[2] - 0.02 if n + 1 < len(decks) else 10.0

    def put(self, spot: str, *entries: str, on: str = "", tried: tuple[str, ...] = ()) -> None:
        """Entries as near to a spot of a deck as they will go, in either turn, beside what stands there.

        An entry may be `id=name of its own` for its id.
        """
        on = on if any(i.id == on.partition(":")[0] for i in self.rig.items) else ""
        deck = self._deck(on)
        us, vs = [u for u, _ in deck.outline], [v for _, v in deck.outline]
        u0, v0, u1, v1 = min(us), min(vs), max(us), max(vs)
        wanted = (u0 + SPOTS[spot][0] * (u1 - u0), v0 + SPOTS[spot][1] * (v1 - v0))
        there = self._taken.setdefault(deck.id, [])
        for words in entries:
            entry, _, item_id = words.partition("=")
            item = CATALOG[entry].item
            best: tuple[float, float, float, int, Rect] | None = None
            for turns in (0, 1, 2, 3) if item.height.value < self._room_above(on) else ():
                a, b = item.length.value / 2, item.width.value / 2
                a, b = (b, a) if turns % 2 else (a, b)
                if turns > 1 and "reel" not in entry:
                    continue
                for u in self._steps(u0 + a, u1 - a, [x for r in there for x in (r[0] - a - GAP, r[2] + a + GAP)]):
                    for v in self._steps(v0 + b, v1 - b, [y for r in there for y in (r[1] - b - GAP, r[3] + b + GAP)]):
                        box = (u - a, v - b, u + a, v + b)
                        if any(box[0] < r[2] and box[2] > r[0] and box[1] < r[3] and box[3] > r[1] for r in there):
                            continue
                        far = (u - wanted[0]) ** 2 + (v - wanted[1]) ** 2
                        if best is None or far < best[0] - 1e-9:
                            best = (far, u, v, turns, box)
            if best is None:  # what does not fit there stands beside it, or on some other top
                boards = [f"{i.id}:{n}" for i in self.rig.items if not can(i, "hang over") for n in range(len(i.decks))]
                rest = [t for t in ("", *boards) if t not in tried and t != on]
                if rest:
                    self.put(spot, words, on=rest[0], tried=(*tried, on))
                elif not (
                    self._below(entry, item_id) or self._on_top(entry, item_id) or self._kit(entry) or self._outside(entry)
                ):
                    print(f"{self.rig.name}: {entry} stays in the shop")
                continue
            _, u, v, turns, box = best
            there.append(box)
            number = item_id or f"{entry}-{next(self._numbers)}"
            self._add(entry, number, Placement(deck=deck.id, u=round(u, 4), v=round(v, 4), turns=turns))

    def _fits(self, item: Item) -> bool:
        """Whether a thing that was just put takes no other's room and stays on its deck."""
        broken = (c for c in solve(self.rig).checks if c.kind in ("overlap", "off deck", "headroom", "wheel well"))
        return not any(item.id in c.items and c.status in ("over", "tight") for c in broken)

    def _try(self, entry: str, item_id: str, places: Iterable[Placement]) -> bool:
        """An entry at the first of some places where it fits."""
        before = self.rig
        for place in places:
            item = self._add(entry, item_id or f"{entry}-{next(self._numbers)}", place)
            if self._fits(item):
                a, b = item.length.value / 2, item.width.value / 2
                a, b = (b, a) if place.turns % 2 else (a, b)
                self._taken.setdefault(place.deck, []).append((place.u - a, place.v - b, place.u + a, place.v + b))
                return True
            self.rig = before
        return False

    def _below(self, entry: str, item_id: str) -> bool:
        """Below a stand, a table or a rack, between its legs."""
        over = [i for i in self.rig.items if can(i, "bear things") and kind_of(i).pieces(i) and i.place.face == "bottom"]
        low = CATALOG[entry].item.height.value
        spots = [
            replace(i.place, u=i.place.u + du, v=i.place.v + dv, turns=turns)
            for i in over
            if i.decks[0].origin[2] - 0.05 > low
            for du in (0.0, -0.2, 0.2)
            for dv in (0.0, -0.12, 0.12)
            for turns in (i.place.turns, (i.place.turns + 1) % 4)
        ]
        return self._try(entry, item_id, spots)

    def _on_top(self, entry: str, item_id: str) -> bool:
        """On the flat top of a tank or a box that is as large."""
        item = CATALOG[entry].item
        for top in tops(self.rig):
            if top.outline[2][0] * 2 > item.length.value and top.outline[2][1] * 2 > item.width.value:
                holder, before = self.rig.item(top.on), self.rig
                decks = (*holder.decks, top)
                self.rig = replace(
                    self.rig, items=tuple(replace(i, decks=decks) if i.id == holder.id else i for i in self.rig.items)
                )
                if self._try(entry, item_id, [Placement(deck=top.id, u=0.0, v=0.0)]):
                    return True
                self.rig = before
        return False

    def under(self, holder: str, *entries: str) -> None:
        """Entries between the legs of a stand."""
        item = self.rig.item(holder)
        for entry in entries:
            spots = [
                replace(item.place, u=item.place.u + du, v=item.place.v + dv)
                for du in (-0.2, 0.2, 0.0)
                for dv in (0.0, 0.1, -0.1)
            ]
            if not self._try(entry, "", spots):
                print(f"{self.rig.name}: {entry} stays in the shop")

    def rack(self, rack: str, ladder: str) -> None:
        """A rack over the bed with a ladder that rides past its ends."""
        entry, _, rack_id = rack.partition("=")
        deck = self.carrier.main_deck
        middle = Placement(deck=deck.id, u=max(u for u, _ in deck.outline) / 2 + 0.1, v=0.0)
        item = with_field(self._add(entry, rack_id, middle), "tall", Figure(value=1.42, source="measured"))
        self.rig = with_item(self.rig, item)
        for x0, y0, low, x1, y1, _top in kind_of(item).pieces(item):
            if low < 0.5:  # its legs stand in the bed
                self._taken[deck.id].append((middle.u + x0, middle.v + y0, middle.u + x1, middle.v + y1))
        entry, _, ladder_id = ladder.partition("=")
        self._add(entry, ladder_id, Placement(deck=item.decks[0].id, u=0.0, v=0.3))

    def kit(self, *entries: str) -> None:
        """Entries that are kit."""
        for entry in entries:
            item = CATALOG[entry].item
            self.rig = with_kit(self.rig, item.name.split(",")[0], item.mass, lambda what: f"{what}-{next(self._numbers)}")

    def _kit(self, entry: str) -> bool:
        """What is carried by hand is kit, in a box, on a shelf or on the deck."""
        item = CATALOG[entry].item
        if not kind_of(item).carried or item.tanks:
            return False
        self.rig = with_kit(self.rig, item.name.split(",")[0], item.mass, lambda what: f"{what}-{next(self._numbers)}")
        return True

    def _outside(self, entry: str) -> bool:
        """On the outside of a wall, or below the tray."""
        carrier = self.rig.main
        assert carrier is not None
        for deck in possible(carrier):
            if deck.kind not in ("outer wall", "below"):
                continue
            before = self.rig
            self.rig = with_surface(self.rig, carrier, deck)
            item = CATALOG[entry].item
            us, vs = zip(*deck.outline, strict=True)
            middle = Placement(deck=deck.id, u=(min(us) + max(us)) / 2, v=(min(vs) + max(vs)) / 2)
            if self._try(entry, "", [hung(item, deck) if upright(deck) else middle]):
                return True
            self.rig = before
        return False

    def into(self, item_id: str, by: float) -> None:
        """Push a thing forward into the nearest before it on its deck, by so much [m]: the fault that is planted."""
        item = self.rig.item(item_id)

        def half(i: Item) -> tuple[float, float]:
            a, b = i.length.value / 2, i.width.value / 2
            return (b, a) if i.place.turns % 2 else (a, b)

        own = half(item)
        before = [
            (i.place.u + half(i)[0], half(i))
            for i in self.rig.items
            if i.place.deck == item.place.deck
            and i.place.u < item.place.u
            and abs(i.place.v - item.place.v) < own[1] + half(i)[1] - 0.1
        ]
        self.shift(item_id, max(e for e, _ in before) - (item.place.u - own[0]) - by, 0.0)

    def into_one(self, by: float) -> None:
        """Push the first thing that can be pushed so into one neighbor, and into nothing else, by so much [m]."""
        for item in self.rig.items:
            if item.built_in or item.decks:
                continue
            for du, dv in ((-1, 0), (1, 0), (0, -1), (0, 1)):
                for far in (by + GAP, by + 0.05):
                    moved = move(self.rig, item.id, du * far, dv * far)
                    broken = [c for c in solve(moved).checks if c.status == "over" and c.kind in ("overlap", "off deck")]
                    if [c.kind for c in broken] == ["overlap"] and abs((broken[0].load or 0.0) - by) < 0.01:
                        self.rig = moved
                        return

    def over_tail(self, by: float) -> None:
        """Pull what stands nearest to the tail over it, by so much [m]: the fault that is planted."""
        deck = self.carrier.main_deck
        end = max(u for u, _ in deck.outline)

        def edge(item: Item) -> float:
            return item.place.u + (item.width if item.place.turns % 2 else item.length).value / 2

        last = max((i for i in self.rig.items if i.place.deck == deck.id and not i.decks), key=edge)
        self.shift(last.id, end + by - edge(last), 0.0)

    def keep_tail(self, deep: float) -> None:
        """Keep the last of the main deck free, for what hangs on the doors [m]."""
        _, y0, x1, y1, _ = main_box(self.carrier)
        self._taken[self.carrier.main_deck.id].append((x1 - deep, y0, x1, y1))

    @staticmethod
    def _steps(low: float, high: float, edges: list[float]) -> list[float]:
        """Places between two ends at which something may touch another, and a few between."""
        if high < low:
            return []
        even = [low + (high - low) * n / 8 for n in range(9)]
        return sorted({round(x, 4) for x in (*even, *edges) if low - 1e-9 <= x <= high + 1e-9})

    def shift(self, item_id: str, du: float, dv: float) -> None:
        """Move a thing as a builder would not: the fault that is planted."""
        self.rig = move(self.rig, item_id, du, dv)

    def hang(self, surface: str, entry: str, along: float, up: float) -> None:
        """Hang an entry on a wall or door, by the words its deck is called by, at a share of its length and height [m]."""
        carrier = self.rig.trailer or self.rig.vehicle
        assert carrier is not None
        deck = next(d for d in possible(carrier) if surface in d.name.lower())
        if all(d.id != deck.id for d in self.rig.decks):
            self.rig = with_surface(self.rig, carrier, deck)
        item = self._add(entry, f"{entry}-{next(self._numbers)}", Placement(deck=deck.id, u=0.0, v=0.0))
        place = hung(item, deck)
        u0, u1 = min(u for u, _ in deck.outline), max(u for u, _ in deck.outline)
        v0 = min(v for _, v in deck.outline)
        placed = replace(place, u=round(u0 + along * (u1 - u0), 4), v=round(v0 + up, 4))
        self.rig = replace(self.rig, items=tuple(replace(i, place=placed) if i.id == item.id else i for i in self.rig.items))

    def balance(self) -> None:
        """Put the axles where the tongue stays nearest to its window, as such a trailer is ordered; none where wells stand up."""
        trailer = self.rig.trailer
        assert trailer is not None and not trailer.body.wells

        def at(off: float) -> Rig:
            axles = tuple(replace(a, x=round(a.x + off, 3)) for a in trailer.axles)
            return replace(self.rig, trailer=replace(trailer, axles=axles))

        def out(off: float) -> float:
            check = solve(at(off)).check("tongue-share")
            return 0.0 if check is None or check.margin is None else -check.margin

        self.rig = at(min((n * 0.05 for n in range(-24, 25)), key=lambda off: (round(out(off), 4), abs(off))))

    def crew(self, people: int) -> None:
        """So many people in the seats in every state on the road."""
        assert self.rig.vehicle is not None
        seats = self.rig.vehicle.seats
        aboard = tuple(Person(id=f"crew-{n}", seat=s.id) for n, s in enumerate(seats[:people]))
        self.rig = replace(self.rig, states=tuple(replace(s, people=aboard) if s.road else s for s in self.rig.states))
