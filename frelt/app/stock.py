"""What ships with the program to take from: equipment and chassis classes, read when first asked for."""

from collections.abc import Callable, Sequence
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace

from ..core.base.figure import Figure
from ..core.base.value import FreltError
from ..core.edit.items import add, on_deck
from ..core.kind.catalog import spoken, taken_with, unread
from ..core.kind.substances import GASOLINE
from ..core.model.carrier import Carrier, Trailer, Vehicle
from ..core.model.catalog_entry import Chassis, Entry
from ..core.model.document import Document, Job
from ..core.model.item import Item, Placement, TankPart
from ..core.model.rig import Rig
from ..core.model.rules import RuleSet
from ..core.model.state import FillRange, Person, State
from ..core.placing.free_spot import free_spot
from ..core.space.surfaces import hung, upright
from .places import library_dir, shipped
from .session import new_id
from .storage import load, save

if TYPE_CHECKING:
    from ..core.planning.equipment import Needed


A_FILE = 2000  # entries in one file of the shop's


@cache
def equipment() -> tuple[Entry, ...]:
    """The shipped equipment catalog."""
    from ..formats.catalog import read_catalog

    return read_catalog(shipped("catalog/equipment.csv"), "equipment.csv")


def shop_equipment() -> tuple[Entry, ...]:
    """The shop's own equipment: every file of entries in its library folder."""
    from ..formats.equipment import SUFFIX, decode_entries

    found = []
    for path in sorted(library_dir("equipment").glob(f"*{SUFFIX}")):
        try:
            found += [replace(e, own=True) for e in decode_entries(path.read_bytes(), path.name)]
        except (FreltError, OSError):
            continue  # not ours to mend; opening it says what is wrong
    return tuple(found)


def entry_of(entry_id: str) -> Entry | None:
    """An entry of the shop's own or the shipped catalog, if it is there."""
    return next((e for e in (*shop_equipment(), *equipment()) if e.item.id == entry_id), None)


def keep_equipment(rig: Rig, item_id: str) -> Path:
    """Keep an item, with all that stands on it, in the shop's own catalog. Raises FreltError where it cannot be written."""
    from ..core.geometry.frames import standing_on

    item, *carries = standing_on(rig, item_id)
    plain = _plain(item.name) or "item"
    entry = Entry(
        item=replace(item, id=plain, place=replace(item.place, u=0.0, v=0.0), group="", owner="", locked=False),
        carries=tuple(carries),
    )
    return _keep_entries(plain, (entry,))


def _keep_entries(name: str, entries: tuple[Entry, ...]) -> Path:
    from ..formats.equipment import SUFFIX, encode_entries
    from .storage import write_atomically

    folder = library_dir("equipment")
    path = folder / f"{name}{SUFFIX}"
    try:
        folder.mkdir(parents=True, exist_ok=True)
        write_atomically(path, encode_entries(entries))
    except OSError as err:
        raise FreltError(f"{path}: {err.strerror or err}; expected a folder that can be written") from None
    return path


def forget_equipment(entry_id: str) -> bool:
    """Take an entry out of the shop's own catalog; its file is kept beside as a backup. Whether it was there."""
    from ..formats.equipment import SUFFIX, decode_entries, encode_entries
    from .storage import write_atomically

    for path in sorted(library_dir("equipment").glob(f"*{SUFFIX}")):
        try:
            listed = decode_entries(path.read_bytes(), path.name)
        except (FreltError, OSError):
            continue
        left = tuple(e for e in listed if e.item.id != entry_id)
        if len(left) == len(listed):
            continue
        backup = path.with_name(f"{path.name}.backup")
        if not left:
            path.replace(backup)
        else:
            write_atomically(backup, path.read_bytes())
            write_atomically(path, encode_entries(left))
        return True
    return False


def import_equipment(data: bytes, file: str) -> int:
    """Take a CSV table of equipment into the shop's catalog, all of it or nothing; returns how many.

    An entry of the same id that was there before is replaced. Raises BadInput or BadTable with row and column.
    """
    from ..formats.catalog import read_catalog

    listed = read_catalog(data, file)
    if not listed:
        return 0
    wanted = {e.item.id for e in listed}
    old = {e.item.id for e in shop_equipment()} & wanted
    for one in sorted(old):
        forget_equipment(one)
    stem = _plain(Path(file).stem) or "table"
    for n in range(0, len(listed), A_FILE):
        _keep_entries(stem if len(listed) <= A_FILE else f"{stem}-{n // A_FILE + 1}", listed[n : n + A_FILE])
    return len(listed)


def _plain(name: str) -> str:
    return "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower()).strip("-")[:48]


@cache
def classes() -> tuple[Chassis, ...]:
    """The shipped chassis classes."""
    from ..formats.chassis import read_chassis

    return read_chassis(shipped("catalog/chassis.csv"), "chassis.csv")


def shop_chassis() -> tuple[Chassis, ...]:
    """The shop's own chassis: every document in its library folder, each a rig without items."""
    found = []
    for path in sorted(library_dir("chassis").glob("*.frelt.json")):
        try:
            document = load(path)
        except FreltError:
            continue  # not ours to mend; opening it says what is wrong
        for rig in document.rigs:
            for carrier in rig.carriers:
                name = f"shop-{path.name.removesuffix('.frelt.json')}-{carrier.id}"
                found.append(Chassis(id=name, name=carrier.name, carrier=carrier, own=True))
    return tuple(found)


def find_chassis(text: str) -> tuple[Chassis, ...]:
    """Chassis in which every word typed begins a word of the name, kind or search words; the shop's own first."""
    wanted = spoken(text)

    def fits(one: Chassis) -> bool:
        kind = "trailer" if isinstance(one.carrier, Trailer) else one.carrier.body_kind
        have = spoken(f"{one.name} {kind} {one.words}")
        return all(any(h.startswith(w) for h in have) for w in wanted)

    return tuple(c for c in (*shop_chassis(), *classes()) if fits(c))


def chassis_of(chassis_id: str) -> Chassis | None:
    """A chassis of the shop or a class by its id, if it is there."""
    return next((c for c in (*shop_chassis(), *classes()) if c.id == chassis_id), None)


def keep_chassis(carrier: Carrier) -> Path:
    """Keep a chassis in the shop's library, as a document of its own. Raises FreltError where it cannot be written.

    Measures, weights and plates go along; nothing that stands on it does.
    """
    plain = _plain(carrier.name) or "chassis"
    which = {"trailer": carrier} if isinstance(carrier, Trailer) else {"vehicle": carrier}
    rig = Rig(id=new_id("rig"), name=carrier.name, **which)
    folder = library_dir("chassis")
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / f"{plain}.frelt.json"
    save(path, Document(job=Job(name=f"Chassis: {carrier.name}"), rigs=(rig,)))
    return path


def import_chassis(data: bytes, file: str) -> int:
    """Take every chassis of a CSV table into the shop's library; returns how many. Raises BadInput; then none is taken."""
    from ..formats.chassis import read_chassis

    listed = read_chassis(data, file)
    for one in listed:
        keep_chassis(replace(one.carrier, name=one.name))
    return len(listed)


@cache
def rule_sets() -> tuple[RuleSet, ...]:
    """The rule sets that ship: the US one first."""
    import msgspec

    return tuple(msgspec.json.decode(shipped(f"rules/{name}.json"), type=RuleSet) for name in ("us", "metric"))


def class_of(chassis_id: str) -> Chassis:
    """A shipped class by its id. Raises KeyError."""
    for one in classes():
        if one.id == chassis_id:
            return one
    raise KeyError(chassis_id)


def new_rig(choice: Chassis, name: str, rules: RuleSet | None = None) -> Rig:
    """A rig with an empty chassis and the states of an ordinary day, under the shop's rules."""
    states = (
        State(id=new_id("state"), name="In the shop, dry", road=False),
        State(id=new_id("state"), name="On the road, any fill"),
    )
    rig = Rig(id=new_id("rig"), name=name, states=states, rules=rules or RuleSet())
    return with_chassis(rig, choice)


def with_chassis(rig: Rig, choice: Chassis) -> Rig:
    """The rig with a chassis: hitched to the one it has, if it is of the other kind. Raises FreltError where it is not.

    A vehicle brings its own fuel tank, and a driver in every state on the road.
    """
    carrier = _renewed(choice)
    if isinstance(carrier, Trailer):
        rig = replace(rig, vehicle=rig.vehicle and fitted(rig.vehicle, carrier))
        if rig.trailer is not None:
            raise FreltError(
                "this rig has a trailer already: start a new rig on this one, or take the trailer off under Chassis"
            )
        return replace(rig, trailer=carrier)
    if rig.vehicle is not None:
        raise FreltError("this rig has a vehicle already: start a new rig on this one, or take the vehicle off under Chassis")
    if rig.trailer is not None:
        carrier = fitted(carrier, rig.trailer)
    states = tuple(_driven(s, carrier) for s in rig.states)
    return replace(rig, vehicle=carrier, items=(*rig.items, own_fuel(carrier)), states=states)


def fitted(vehicle: Vehicle, trailer: Trailer) -> Vehicle:
    """The vehicle with its ball where such a trailer needs one: behind the bumper, or above the rear axle for a gooseneck.

    A height that was not taped is the trailer's own, so that it stands level.
    """
    end = max(u for u, _ in vehicle.main_deck.outline)
    above = vehicle.ball_x is not None and vehicle.ball_x <= vehicle.rear_x + 0.3
    if trailer.coupler == "gooseneck" and not above:
        return replace(vehicle, ball_x=round(vehicle.rear_x - 0.05, 3), ball_z=None)
    if trailer.coupler == "ball" and (vehicle.ball_x is None or above):
        return replace(vehicle, ball_x=round(end + 0.2, 3), ball_z=None)
    return vehicle


def _driven(state: State, vehicle: Vehicle) -> State:
    if not state.road or not vehicle.seats or any(p.seat for p in state.people):
        return state
    driver = Person(id=new_id("person"), name="Driver", seat=vehicle.seats[0].id)
    return replace(state, people=(*state.people, driver))


def own_fuel(vehicle: Vehicle) -> Item:
    """The vehicle's own fuel tank, below its floor ahead of the rear axle; 80 L until it is known better."""
    size = Figure(value=0.8), Figure(value=0.5), Figure(value=0.2)
    part = TankPart(
        id="tank",
        name="Vehicle's own fuel",
        shape="box",
        length=0.8,
        width=0.5,
        height=0.2,
        capacity=Figure(value=0.08, plus_minus=0.02, note="estimate, from memory"),
        liquid=GASOLINE,
        heel=0.05,
    )
    floor = vehicle.main_deck.origin[2]
    return Item(
        id=new_id("item"),
        name="Vehicle's own fuel",
        kind="tank",
        place=Placement(deck=vehicle.main_deck.id, u=max(vehicle.rear_x - 0.95, 0.42), v=-0.4, off=round(0.42 - floor, 3)),
        length=size[0],
        width=size[1],
        height=size[2],
        mass=Figure(value=0.0, note="counted with the empty vehicle"),
        parts=(part,),
        built_in=True,
        locked=True,
    )


def _renewed(choice: Chassis) -> Carrier:
    """The carrier with ids of its own, its ratings unknown where they are only typical of the class."""
    carrier = unread(choice.carrier)
    own = new_id("trailer" if isinstance(carrier, Trailer) else "vehicle")
    decks = tuple(replace(d, id=new_id("deck"), on=own) for d in carrier.decks)
    axles = tuple(replace(a, id=new_id("axle")) for a in carrier.axles)
    origin = f"{'shop' if choice.own else 'class'}: {choice.name}"
    if isinstance(carrier, Trailer):
        return replace(carrier, id=own, decks=decks, axles=axles, origin=origin)
    seats = tuple(replace(s, id=new_id("seat")) for s in carrier.seats)
    return replace(carrier, id=own, decks=decks, front=axles[0], rear=axles[1:], seats=seats, origin=origin)


def put_on(
    rig: Rig, entry: Entry, u: float | None = None, v: float | None = None, carrier_id: str = "", deck_id: str = ""
) -> tuple[Rig, Item]:
    """The rig with a catalog entry on a carrier's main deck or another level one; and the new item.

    It stands at the free spot nearest to the middle, unless told where [m].

    Its name is made its own; new tanks are empty in the states that are dry already.
    """
    carrier = next((c for c in rig.carriers if c.id == carrier_id), rig.trailer or rig.vehicle)
    assert carrier is not None
    first, *others = taken_with(entry, new_id)
    deck = next((d for d in rig.decks if d.id == deck_id), carrier.main_deck)
    item = on_deck(first, deck)
    item = replace(item, name=_unused(rig, item.name))
    if u is not None and v is not None:
        item = replace(item, place=replace(item.place, u=u, v=v))
    elif upright(deck):
        item = replace(item, place=hung(item, deck))
    else:
        item = free_spot(rig, item)
    rig = add(rig, item)
    for other in others:
        rig = add(rig, other)
    for one in (item, *others):
        rig = _with_dry(rig, one.id)
    return rig, item


def list_on_deck(rig: Rig, carrier: Carrier, needed: "Sequence[Needed]", new: Callable[[str], str]) -> Rig:
    """The rig with every piece of a list on a carrier's main deck, in rows from the front; what does not fit goes on behind.

    They stand beside each other so that each can be taken and moved; it is no arrangement.
    """
    us, vs = [p[0] for p in carrier.main_deck.outline], [p[1] for p in carrier.main_deck.outline]
    gap, u, v, deep = 0.05, min(us), min(vs), 0.0
    known = {e.item.id: e for e in equipment()}
    for row in sorted(needed, key=lambda n: -n.width):
        for _ in range(row.count):
            if v + row.width > max(vs) + 1e-9:
                u, v, deep = u + deep + gap, min(vs), 0.0
            entry = known.get(row.entry) or _bare(row)
            rig, item = put_on(rig, entry, u + row.length / 2, v + row.width / 2, carrier.id)
            owner = f"customer, {row.supplied}" if row.supplied else ""
            if owner:
                rig = replace(rig, items=tuple(replace(i, owner=owner) if i.id == item.id else i for i in rig.items))
            v, deep = v + row.width + gap, max(deep, row.length)
    return rig


def _bare(row: "Needed") -> Entry:
    """A row of a list that the catalog has nothing for, as a free item of its footprint and mass."""
    free = next(e for e in equipment() if e.item.id == "box-free")
    mass = Figure(value=row.dry.value / row.count, plus_minus=row.dry.plus_minus / row.count, note="estimate, from memory")
    size = Figure(value=row.length), Figure(value=row.width)
    return replace(free, item=replace(free.item, name=row.name, length=size[0], width=size[1], mass=mass))


def _with_dry(rig: Rig, item_id: str) -> Rig:
    """A new tank is empty in the states that are dry already (every tank they name is kept at nothing)."""
    tanks = [a for a, i, _ in rig.tanks() if i.id == item_id]
    if not tanks:
        return rig

    def state(s: State) -> State:
        others = [f.high for f in s.fills.values()]
        dry = not s.road and (max(others) == 0 if others else True)
        return replace(s, fills={**s.fills, **{a: FillRange(low=0.0, high=0.0) for a in tanks}}) if dry else s

    return replace(rig, states=tuple(state(s) for s in rig.states))


def _unused(rig: Rig, name: str) -> str:
    """A name that no other item has: the same with a number."""
    taken_names = {i.name for i in rig.items}
    n, trial = 2, name
    while trial in taken_names:
        trial, n = f"{name} {n}", n + 1
    return trial
