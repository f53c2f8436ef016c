"""The one walker over every place of a document that names an id or an address `item/part`.

It is made from the types of the fields (see `names`), so a field that names something is walked because of its type. Integrity,
copies, removal and take-off are made from it; nothing else keeps a list of what names what.
"""

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping
from typing import TypeVar

from msgspec import Struct

from .fitting_ways import ways_of
from .item import HosePart, PortPart, TankPart
from .plans import DROP, Defined, Gone, Named, Rewrite, plan_of
from .rig import Rig

__all__ = ["DROP", "Defined", "Gone", "Known", "Named", "Rename", "dangling", "known", "renamed", "rewritten", "walked"]

S = TypeVar("S", bound=Struct)
SIDES = ("left", "right", "front", "rear")
FACES = (*SIDES, *(f"{side} outside" for side in SIDES), "roof", "nose", "below left", "below right", "top")
Rename = Callable[[str, str], "str | Gone"]


def walked(value: Struct, path: str = "$") -> Iterator[Named | Defined]:
    """Every name and every definition in a value of the document, in the order of its fields."""
    plan = plan_of(type(value))
    if plan is not None:
        yield from plan.walk(value, path, value)


def rewritten(
    value: S,
    names: Rename = lambda _, value: value,
    owns: Callable[[str, str], str] = lambda _, value: value,
    also: Callable[[str, str], str | None] = lambda _, __: None,
    went: list[Struct] | None = None,
) -> S | None:
    """A value of the document with its names and definitions rewritten; the same object where nothing changes.

    None where it goes itself. What goes because of a name that is gone is added to `went`. See `plans.Rewrite`.
    """
    plan = plan_of(type(value))
    made = value if plan is None else plan.rewrite(value, Rewrite(names, owns, also, [] if went is None else went))
    return None if isinstance(made, Gone) else made


class Known(Struct, frozen=True):
    """What a rig has, by kind of thing: ids, and addresses of tanks and hoses."""

    by: Mapping[str, frozenset[str]]

    def has(self, what: str, value: str) -> bool:
        """Whether something that is named is there; what lies outside the rig always is."""
        return value in self.by[what] if what in self.by else True


def known(rig: Rig) -> Known:
    """What can be named in a rig."""
    items = frozenset(i.id for i in rig.items)
    doors = frozenset(d.id for c in rig.carriers for d in c.body.doors)
    return Known(
        {
            "item": items,
            "holder": items | {c.id for c in rig.carriers},
            "deck": frozenset(d.id for d in rig.decks),
            "place": items | {d.id for d in rig.decks},
            "state": frozenset(s.id for s in rig.states),
            "seat": frozenset(s.id for s in rig.vehicle.seats) if rig.vehicle is not None else frozenset(),
            "tank": frozenset(a for a, _, _ in rig.tanks()),
            "hose": frozenset(f"{i.id}/{p.id}" for i in rig.items for p in i.parts if isinstance(p, HosePart)),
            "face": doors | set(FACES),
            "port": frozenset(
                {f"{i.id}/{p.id}" for i in rig.items for p in i.parts if isinstance(p, PortPart | HosePart | TankPart)}
                | {f"{f.id}/{w}" for f in rig.plumbing.fittings for w in ways_of(f)}
            ),
            "anchor": frozenset(a.id for a in rig.tie_down.anchors),
            "handle": items | {f.id for f in rig.plumbing.fittings},
        }
    )


def dangling(rig: Rig, walk: Iterable[Named | Defined] | None = None) -> Iterator[Named]:
    """Every place in a rig that names what is not there. walk: of the rig, where that was made already."""
    have = known(rig)
    for found in walked(rig) if walk is None else walk:
        if isinstance(found, Named) and not have.has(found.what, found.value):
            yield found


TARGETS: dict[str, frozenset[str]] = {  # what a name of each kind is the id of; a kind of thing or a check is none of the rig's
    "item": frozenset({"item"}),
    "holder": frozenset({"item", "carrier"}),
    "deck": frozenset({"deck"}),
    "place": frozenset({"deck", "item"}),
    "state": frozenset({"state"}),
    "tank": frozenset({"item"}),
    "hose": frozenset({"item"}),
    "port": frozenset({"item", "fitting"}),
    "handle": frozenset({"item", "fitting"}),
    "anchor": frozenset({"anchor"}),
    "question": frozenset({"item", "deck"}),
    "face": frozenset({"door"}),
    "seat": frozenset({"seat"}),
    "support": frozenset({"axle"}),
    "rig": frozenset({"rig"}),
}


def renamed(ids: Mapping[str, str], renewed: Collection[str]) -> Callable[[str, str], str]:
    """A rewriting of names by new ids of some kinds of things; an address by that of its item.

    Other names stay, whatever they are: a kind may be called as a thing is.
    """
    targets = frozenset(renewed)

    def rename(what: str, value: str) -> str:
        if TARGETS.get(what, frozenset()).isdisjoint(targets):
            return value
        if what in ("tank", "hose", "support", "port"):
            first, slash, part = value.partition("/")
            return ids.get(first, first) + slash + part
        if what == "question":
            return " ".join(ids.get(word, word) for word in value.split(" "))
        return ids.get(value, value)

    return rename
