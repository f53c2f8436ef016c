"""What fills the mass table: rows of carriers, doors that open, people, fit-out, kit, lines and straps, and what is uncertain about each."""

import numpy as np

from ..base.arrays import Array, NDArray
from ..base.kept import Kept, Memo
from ..base.value import FreltError
from ..geometry.frames import Frames, opened, standing_on
from ..model.carrier import Carrier, Stand
from ..model.rig import Rig
from .bare import Bare, Vector4, bare
from .fit_out import placed_fit_out
from .item_rows import Row, Tank, moments_at, share_of
from .kit import placed_kit
from .together import Together, together


class Builder:
    """Collects rows, tanks and sources in the order items are listed."""

    def __init__(self) -> None:
        self.rows: list[Row] = []
        self.moments: list[Array] = []
        self.column: list[tuple[str, str]] = []  # item, hose address if wet
        self.tanks: list[Tank] = []
        self.doubts: list[tuple[str, int, int, Vector4]] = []
        self.alone: list[Array] = []
        self.alone_row: list[NDArray[np.intp]] = []
        self._own: list[Vector4] = []
        self._own_alone: list[Vector4] = []
        self._own_row: list[int] = []

    def row(self, row: Row, pm: float = 0.0, holder: str = "") -> int:
        """Add a row that is no item's, ± of its mass [kg], aboard while its holder is; returns its number."""
        number, at = len(self.rows), (row.x, row.y, row.z)
        self.rows.append(row)
        self._own.append(moments_at(row.mass, at))
        self.column.append((holder, ""))
        if pm:
            self._own_alone.append(moments_at(pm, at))
            self._own_row.append(number)
        return number

    def settle(self) -> None:
        """Put what was added row by row among the arrays, in its place."""
        if self._own:
            self.moments.append(np.array(self._own))
        if self._own_row:
            self.alone.append(np.array(self._own_alone))
            self.alone_row.append(np.array(self._own_row, dtype=np.intp))
        self._own, self._own_alone, self._own_row = [], [], []

    def put(self, found: Together) -> None:
        """Add what items bring, which is numbered from here on."""
        self.settle()
        self.rows += found.rows
        self.column += found.keys
        self.tanks += found.tanks
        self.doubts += found.doubts
        self.moments.append(found.moments)
        self.alone.append(found.alone)
        self.alone_row.append(found.alone_row)


_bare: Memo[Bare] = Memo(16)


def add_bare(build: Builder, carrier: Carrier, kept: Kept) -> None:
    """The carrier itself, and what is uncertain about it."""
    if isinstance(carrier, Stand):
        return  # the shop's floor is weighed by nobody
    empty = _bare.get(kept, carrier.id, (carrier,), lambda: bare(carrier))
    row = build.row(Row(carrier.id, "", carrier.id, empty.mass, empty.x, empty.y, empty.z, None))
    for origin, vector in empty.doubts:
        if any(vector[:3]):
            build.doubts.append((origin, row, -1, vector))


def add_open(build: Builder, rig: Rig, frames: Frames) -> dict[int, tuple[str, bool]]:
    """What hangs on doors that some state opens, once more where it is then; by row, its door and whether it is open.

    Raises FreltError for a tank on such a door.
    """
    wanted = {d for s in rig.states for d in s.open}
    swings: dict[int, tuple[str, bool]] = {}
    for deck in rig.decks:
        if deck.hinge is None or deck.id not in wanted or deck.id not in frames.decks:
            continue
        on_it = {j.id for i in rig.items if i.place.deck == deck.id for j in standing_on(rig, i.id)}
        swings |= {n: (deck.id, False) for n, r in enumerate(build.rows) if r.item in on_it}
        for item in rig.items:
            if item.id not in on_it:
                continue
            if item.tanks:
                raise FreltError(f"{item.name} is a tank on a door that opens: not solved yet")
            first = len(build.rows)
            share = share_of(item, opened(frames.items[item.id], deck.hinge), frames.carrier_of[deck.id])
            build.put(together((share,), first, len(build.tanks)))
            swings |= dict.fromkeys(range(first, len(build.rows)), (deck.id, True))
    return swings


def add_people(build: Builder, rig: Rig, frames: Frames) -> dict[int, str]:
    """People on decks and in seats; by row, the state they are aboard in."""
    people: dict[int, str] = {}
    seats = {s.id: s for s in rig.vehicle.seats} if rig.vehicle is not None else {}
    for state in rig.states:
        for person in state.people:
            place, seat = person.place, seats.get(person.seat or "")
            if seat is not None and rig.vehicle is not None:
                carrier, at = rig.vehicle.id, (seat.x, seat.y, seat.z)
            elif place is not None and place.deck in frames.carrier_of:
                carrier = frames.carrier_of[place.deck]
                at = frames.decks[place.deck].point((place.u, place.v, place.off + 1.0))
            else:
                continue
            row = build.row(Row(carrier, "", person.id, person.mass.value, *at, person.mass), person.mass.plus_minus)
            people[row] = state.id
    return people


def add_fit_out(build: Builder, rig: Rig, frames: Frames) -> frozenset[int]:
    """What covers decks and walls, and the allowances; returns the numbers of their rows."""
    added = []
    for one in placed_fit_out(rig, frames):
        mass = one.mass.value
        row = build.row(Row(one.carrier, "", one.entry.id, mass, *one.at, one.mass))
        added.append(row)
        if one.mass.plus_minus:
            build.doubts.append((one.mass.origin or one.entry.id, row, -1, moments_at(one.mass.plus_minus, one.at)))
        if one.along:
            build.alone.append(np.array([(0.0, mass * one.along, 0.0, 0.0), (0.0, 0.0, mass * one.along, 0.0)]))
            build.alone_row.append(np.array([row, row], dtype=np.intp))
    return frozenset(added)


def add_kit(build: Builder, rig: Rig, frames: Frames) -> frozenset[int]:
    """Kit where it is kept, aboard while what holds it is; returns the numbers of its rows."""
    added = []
    for one in placed_kit(rig, frames):
        mass = one.mass.value
        row = build.row(Row(one.carrier, one.holder, one.line.id, mass, *one.at, one.mass), one.mass.plus_minus, one.holder)
        added.append(row)
        build.alone.append(np.array([(0.0, mass * one.along, 0.0, 0.0), (0.0, 0.0, mass * one.across, 0.0)]))
        build.alone_row.append(np.array([row, row], dtype=np.intp))
    return frozenset(added)


def add_lines(build: Builder, rig: Rig, frames: Frames) -> tuple[frozenset[int], frozenset[int]]:
    """Lines and fittings, and what stands in them while nothing is drained; returns the numbers of their rows."""
    if not rig.plumbing.lines:
        return frozenset(), frozenset()
    from .lines import placed_lines

    dry: list[int] = []
    wet: list[int] = []
    for one in placed_lines(rig, frames):
        for mass, rows, name in ((one.dry, dry, "Lines and fittings"), (one.wet, wet, "What is in the lines")):
            row = build.row(Row(one.carrier, "", name, mass.value, *one.at, mass), mass.plus_minus)
            rows.append(row)
            off = mass.value * one.along
            build.alone.append(np.array([(0.0, off, 0.0, 0.0), (0.0, 0.0, off, 0.0)]))
            build.alone_row.append(np.array([row, row], dtype=np.intp))
    return frozenset(dry), frozenset(wet)


def add_straps(build: Builder, rig: Rig, frames: Frames) -> frozenset[int]:
    """Straps and anchors; returns the numbers of their rows."""
    if not (rig.tie_down.anchors or rig.tie_down.straps):
        return frozenset()
    from .straps import placed_straps

    added = []
    for one in placed_straps(rig, frames):
        name = "Straps" if one.item else "Anchors"
        row = build.row(Row(one.carrier, one.item, name, one.mass.value, *one.at, one.mass), one.mass.plus_minus, one.item)
        added.append(row)
    return frozenset(added)
