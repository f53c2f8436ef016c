"""What holds things down: anchors, straps and chains, bolts, blocks and locks. Lists of their own; what they weigh is rows of the mass table."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure, Rating
from ..base.value import Length, Mass, Metres, Text, Value
from .names import AnchorId, AnchorOf, BareAnchor, FoundItem, LocalId, OnDeck, StrapId

AnchorKind = Literal["ring", "rail", "stake pocket", "eye bolt", "frame"]
StrapKind = Literal["ratchet strap", "cam strap", "chain", "wire rope"]
BoltKind = Literal["through bolt", "threaded insert", "rivet nut", "wood screw", "track fitting"]
Side = Literal["front", "rear", "left", "right"]
LockKind = Literal["pin", "latch", "chain", "strap", "drum brake", "none"]


class Anchor(Value, frozen=True, kw_only=True):
    """Where a strap is hooked in. u, v, off: on its deck [m].  holds: its working load limit [kg], None where nobody read it."""

    id: AnchorId
    deck: OnDeck
    u: Metres
    v: Metres
    off: Metres = 0.0
    kind: AnchorKind = "ring"
    holds: Rating = None
    mass: Figure | None = None
    name: Text = ""


class Strap(Value, frozen=True, kw_only=True):
    """A strap, chain or rope on one thing. start, end: its anchors; without an end it is hooked to the thing at its last point.

    over: points of the thing it goes by, in the thing's frame [m].  holds: what is marked on it, with its hooks [kg]; by its width
    where nothing is marked.  eye: of the eye on the thing it is hooked to [kg].  pre: how tight it is drawn [kg], as by hand if None.
    """

    id: StrapId
    item: FoundItem
    kind: StrapKind = "ratchet strap"
    width: Annotated[float, Meta(ge=0.002, le=0.2)] = 0.0508
    material: Literal["polyester", "nylon", "polypropylene", "steel", "galvanized steel", "stainless steel"] = "polyester"
    start: AnchorOf
    end: BareAnchor = ""
    over: Annotated[tuple[tuple[Metres, Metres, Metres], ...], Meta(min_length=1, max_length=6)]
    holds: Rating = None
    eye: Rating = None
    pre: Mass | None = None
    mass: Figure | None = None
    name: Text = ""


class Bolts(Value, frozen=True, kw_only=True):
    """What screws a thing to its deck. at: in the thing's frame, on the face that lies on it [m].  tension, shear: what one may bear [kg]."""

    id: LocalId
    item: FoundItem
    kind: BoltKind = "through bolt"
    size: Length = 0.0095
    at: Annotated[tuple[tuple[Metres, Metres, Metres], ...], Meta(min_length=1, max_length=24)]
    tension: Rating = None
    shear: Rating = None


class Block(Value, frozen=True, kw_only=True):
    """Something fixed to the deck that a thing bears against. side: of the thing, along its deck.  height: at which it bears [m].

    holds: what it takes [kg].  name: a headboard, a wall, a chock.
    """

    id: LocalId
    item: FoundItem
    side: Side
    height: Length = 0.05
    holds: Rating = None
    name: Text = ""


class Lock(Value, frozen=True, kw_only=True):
    """What keeps the moving part of a thing still on the road: the drum of a reel, a drawer, a drum in its holder."""

    id: LocalId
    item: FoundItem
    kind: LockKind = "pin"


class TieDown(Value, frozen=True, kw_only=True):
    """Everything of a rig that holds."""

    anchors: tuple[Anchor, ...] = ()
    straps: tuple[Strap, ...] = ()
    bolts: tuple[Bolts, ...] = ()
    blocks: tuple[Block, ...] = ()
    locks: tuple[Lock, ...] = ()

    def anchor(self, anchor_id: str) -> Anchor | None:
        """The anchor of that id, if there is one."""
        return next((a for a in self.anchors if a.id == anchor_id), None)

    def strap(self, strap_id: str) -> Strap | None:
        """The strap of that id, if there is one."""
        return next((s for s in self.straps if s.id == strap_id), None)

    def on(self, item_id: str) -> tuple[Strap, ...]:
        """The straps on a thing."""
        return tuple(s for s in self.straps if s.item == item_id)
