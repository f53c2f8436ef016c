"""The rig as it stood on the scale: what was aboard where it then was, at the fills it then had, with what was agreed to be wrong with the ticket."""

from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.value import FreltError
from ..geometry.frames import Frames
from ..masses.item_rows import Row
from ..masses.moments import Moments, moments_of
from ..masses.nobody_counted import NobodyCounted, nobody_counted
from ..masses.table import MassTable, mass_table
from ..model.item import Item, Placement
from ..model.rig import Rig
from ..model.state import FillRange, Person, State
from ..model.ticket import Mend, Reading, Stood, Ticket, Weighing
from ..statics.cases import Case, cases
from ..statics.readings import raised, stood_now, taken_readings
from ..statics.supports import Supports

WEIGHED = "weighed"
REST = "what nobody counted"


class AsWeighed(Struct, frozen=True, eq=False):
    """A rig on the scale. table: of one state, with what nobody counted among its rows.  rows: of each reading, (n, size).

    lifted: what plates that stand high add to each reading [kg].  read: what is taken for each reading [kg].  counted: which are used.  fills: (tanks,).
    """

    rig: Rig
    frames: Frames
    columns: Moments
    table: MassTable
    supports: Supports
    readings: tuple[Reading, ...]
    rows: Array
    lifted: Array
    read: Array
    counted: tuple[int, ...]
    fills: Array
    ticket: Ticket

    @property
    def moments(self) -> Array:
        """Of all that was aboard, as counted, (size,)."""
        found: Array = self.table.base[0] + self.fills @ self.table.tank_moments
        return found


def snapshot(rig: Rig, frames: Frames, state: State, fills: Mapping[str, float], ticket: Ticket) -> Ticket:
    """A ticket with the rig as it stands now in a state: what is aboard, where, how full, with whom. fills: shares by tank."""
    away = {*state.absent, *state.later}
    things = {i.id: stood_now(i) for i in rig.items if i.id not in away}
    return replace(ticket, rig=rig.id, things=things, fills=dict(fills), hitched=state.condition != "parked")


def as_weighed(rig: Rig, weighing: Weighing) -> AsWeighed:
    """The rig as a ticket has it. Raises FreltError, in words, where the ticket cannot be compared."""
    ticket, mends = weighing.ticket, weighing.mends
    if ticket.things is None:
        raise FreltError("what was aboard when this was weighed was not kept, so it cannot be compared")
    stands = _stands(ticket, mends)
    made = replace(
        rig,
        items=_items(rig, ticket, mends),
        states=(_state(rig, ticket, mends, stands),),
        links=(),
        bars=None,
        weighings=(),
        use_scale=False,
        later_counted=False,
    )
    frames = Frames(made)
    columns = moments_of(made)
    table = with_rest(mass_table(made, columns, frames), nobody_counted(made, frames), columns)
    case = _case(made, columns, stands)
    fills = table.shown[0]
    taken = taken_readings(ticket, mends)
    rows = np.array([row_of(made, case.supports, columns, r) for r in ticket.readings]).reshape(-1, columns.size)
    lifted = np.array([raised(made.trailer, r, r.height) for r in ticket.readings])
    out = {n for m in mends if m.kind == "set aside" for n in m.readings}
    counted = tuple(n for n in range(len(ticket.readings)) if n not in out)
    return AsWeighed(made, frames, columns, table, case.supports, ticket.readings, rows, lifted, taken, counted, fills, ticket)


def _stands(ticket: Ticket, mends: Sequence[Mend]) -> bool:
    """Whether the trailer stood on the vehicle."""
    said = [m.kind == "hitched" for m in mends if m.kind in ("hitched", "not hitched")]
    return said[-1] if said else ticket.hitched


def _items(rig: Rig, ticket: Ticket, mends: Sequence[Mend]) -> tuple[Item, ...]:
    """Things where they stood then; one that has since gone as a block of its weight; what came later is not there."""
    assert ticket.things is not None
    too = {m.what: m.stood for m in mends if m.kind == "aboard too" and m.stood is not None}
    off = {m.what for m in mends if m.kind == "not aboard"}
    now = {i.id: i for i in rig.items}
    wanted = {k: s for k, s in (too | ticket.things).items() if k not in off}
    decks = {d.id for c in rig.carriers for d in c.decks}
    listed: list[Item] = []
    waiting = list(wanted.items())
    while waiting:  # what bears others comes first
        ready = [(k, s) for k, s in waiting if s.deck in decks]
        if not ready:
            break  # its deck is gone, and it with it
        for name, stood in ready:
            item = now.get(name) or _gone(name, stood)
            place = Placement(deck=stood.deck, u=stood.u, v=stood.v, off=stood.off, turns=stood.turns, face=stood.face)
            listed.append(item if item.place == place else replace(item, place=place))
            decks |= {d.id for d in item.decks}
        waiting = [w for w in waiting if w not in ready]
    return tuple(listed)


def _gone(name: str, stood: Stood) -> Item:
    """What has since been taken off, by what was counted for it."""
    size = Figure(value=0.3)
    return Item(
        id=name,
        name=stood.name,
        kind="gone",
        place=Placement(deck=stood.deck, u=stood.u, v=stood.v, off=stood.off),
        length=size,
        width=size,
        height=size,
        mass=stood.mass,
    )


def _state(rig: Rig, ticket: Ticket, mends: Sequence[Mend], hitched: bool) -> State:
    fills = dict(ticket.fills) | {m.what: m.value for m in mends if m.kind == "fill" and m.value is not None}
    exact = {a: FillRange(low=f, high=f) for a, f in fills.items()}
    people: list[Person] = []
    for n, rode in enumerate(ticket.people):
        carrier = next((c for c in rig.carriers if c.id == rode.carrier), rig.main)
        if carrier is None:
            continue
        deck = carrier.main_deck
        x, y, _ = deck.origin
        place = Placement(deck=deck.id, u=rode.x - x, v=rode.y - y, off=0.0)
        people.append(Person(id=f"rode-{n}", mass=rode.mass, place=place))
    return State(
        id=WEIGHED,
        name="As weighed",
        condition="hitched" if hitched else "parked",
        road=False,
        fill="any",
        fills=exact,
        people=tuple(people),
    )


def with_rest(table: MassTable, rest: NobodyCounted | None, columns: Moments) -> MassTable:
    """The table with what nobody counted as a row of its own, its mass and its place unsure."""
    if rest is None:
        return table
    at, mass = columns.starts[rest.carrier], rest.mass.value
    row = np.zeros((1, columns.size))
    row[0, at : at + 3] = mass, mass * rest.x, mass * rest.y
    if columns.as_set is not None:
        row[0, columns.as_set : columns.as_set + 3] = 0.0
    unsure = np.zeros((2, columns.size))
    pm = rest.mass.plus_minus
    unsure[0, at : at + 3] = pm, pm * rest.x, pm * rest.y
    unsure[1, at + 1] = mass * rest.along
    number = len(table.rows)
    sources = replace(
        table.sources,
        alone=np.concatenate([table.sources.alone, unsure]),
        alone_row=np.concatenate([table.sources.alone_row, [number, number]]).astype(np.intp),
    )
    return replace(
        table,
        rows=(*table.rows, Row(rest.carrier, "", REST, mass, rest.x, rest.y, 1.0, rest.mass)),
        moments=np.concatenate([table.moments, row]),
        mz=np.concatenate([table.mz, [mass]]),
        present=np.concatenate([table.present, np.ones((len(table.present), 1))], axis=1),
        sources=sources,
    )


def _case(rig: Rig, columns: Moments, hitched: bool) -> Case:
    """How the rig stood; on springs with every wheel down."""
    found = cases(rig, columns)
    wanted = "hitched" if hitched or rig.trailer is None else "parked"
    case = next((c for c in found if c.condition == wanted), None)
    if case is None:
        raise FreltError("how the trailer stood on its jack is not known: the jack's station is not entered (Chassis)")
    return case


def row_of(rig: Rig, supports: Supports, columns: Moments, reading: Reading) -> Array:
    """What a reading [kg] feels of the rig's moments, (size,). Raises FreltError for a support that is not there."""
    total = np.zeros(columns.size)
    for name in reading.stood:
        if name in supports.ids:
            row = supports.row(name)
        elif f"{name}/left" in supports.ids:
            row = supports.axle(name)
        else:
            raise FreltError(f"“{name}” stood on a plate, and this rig has no such wheel or support as it stood then")
        if reading.at is not None and name in ("coupler", "jack"):
            row = _read_at(rig, supports, columns, name, reading.at)
        total = total + row
    return total


def _read_at(rig: Rig, supports: Supports, columns: Moments, name: str, at: float) -> Array:
    """A tongue that was read at another station: the whole turns about the axles, so it goes with the inverse of its arm."""
    trailer = rig.trailer
    if trailer is None:
        return supports.row(name)
    xf = trailer.coupler_x if name == "coupler" else (trailer.jack_x if trailer.jack_x is not None else trailer.coupler_x)
    if trailer.axle_x - at < 0.1:
        raise FreltError("a tongue is read ahead of the axles")
    row: Array = supports.row(name) * ((trailer.axle_x - xf) / (trailer.axle_x - at))
    return row
