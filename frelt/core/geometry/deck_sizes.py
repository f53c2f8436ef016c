"""What a tape reads from a further deck of a carrier, such as a dovetail or a platform, and the deck with it changed [m]."""

from msgspec.structs import replace

from ..model.carrier import Deck
from .faces import flat
from .measures import bounds

HUNG = ("wall", "door", "bed side", "outer wall")  # as the body has them: they have no sizes of their own


def has_sizes(deck: Deck) -> bool:
    """Whether it has sizes of its own to be taped."""
    return deck.kind not in HUNG


def drops(deck: Deck) -> bool:
    """Whether it is a floor that drops to the rear."""
    return deck.kind == "dovetail"


def start(deck: Deck) -> float:
    """Station of its front edge [m]."""
    return deck.origin[0] + bounds(deck)[0] * deck.u[0]


def with_start(deck: Deck, station: float) -> Deck:
    """The deck with its front edge at a station."""
    x, y, z = deck.origin
    return replace(deck, origin=(x + station - start(deck), y, z))


def height(deck: Deck) -> float:
    """Of its front edge above the ground [m]."""
    return deck.origin[2]


def with_height(deck: Deck, above: float) -> Deck:
    """The deck at a height above the ground."""
    x, y, _ = deck.origin
    return replace(deck, origin=(x, y, above))


def long(deck: Deck) -> float:
    """How long it is in plan [m]."""
    u0, _, u1, _ = bounds(deck)
    return (u1 - u0) * deck.u[0]


def with_long(deck: Deck, size: float) -> Deck:
    """The deck so long in plan; its front edge stays, and so does how much it drops."""
    if drops(deck):
        return _sloped(deck, size, drop(deck))
    u0, _, u1, _ = bounds(deck)
    k = size / (u1 - u0)
    return replace(deck, outline=tuple((u0 + (u - u0) * k, v) for u, v in deck.outline))


def wide(deck: Deck) -> float:
    """How wide it is [m]."""
    _, v0, _, v1 = bounds(deck)
    return v1 - v0


def with_wide(deck: Deck, size: float) -> Deck:
    """The deck so wide about its middle."""
    _, v0, _, v1 = bounds(deck)
    middle, k = (v0 + v1) / 2, size / (v1 - v0)
    return replace(deck, outline=tuple((u, middle + (v - middle) * k) for u, v in deck.outline))


def drop(deck: Deck) -> float:
    """How much lower its rear edge is [m]."""
    u0, _, u1, _ = bounds(deck)
    return -(u1 - u0) * deck.u[2]


def with_drop(deck: Deck, lower: float) -> Deck:
    """The floor that drops so much over its length in plan."""
    return _sloped(deck, long(deck), lower)


def _sloped(deck: Deck, run: float, lower: float) -> Deck:
    u, size = flat(run, lower)
    u0, v0, _, v1 = bounds(deck)
    return replace(deck, u=u, outline=((u0, v0), (u0 + size, v0), (u0 + size, v1), (u0, v1)))
