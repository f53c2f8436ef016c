"""What the acts of a moment draw, pour and let down, whoever worked it out: the network where the rig has lines, else what is typed."""

from msgspec import Struct


class Drawn(Struct, frozen=True):
    """An act draws a liquid. tanks: vessels by number from which it is drawn, the next where one is run down.  rate: [m³/s].

    floor: share down to which it is, None for the vessel's heel.  needed: whether the act rests without it, as a pump does.
    """

    act: str
    tanks: tuple[int, ...]
    rate: float
    floor: float | None = None
    needed: bool = True


class Poured(Struct, frozen=True):
    """Something comes into a vessel. rate: [m³/s].  top: share at which it stops.  act: of the tap or can, empty for what lines move."""

    act: str
    tank: int
    rate: float
    top: float


class Moves(Struct, frozen=True):
    """All that moves at a moment. steady: how long the rates hold while fills change little [s].

    change: share of a vessel by which it may change until they are to be worked out anew.  notes: what is to be said.
    """

    drawn: tuple[Drawn, ...] = ()
    poured: tuple[Poured, ...] = ()
    notes: tuple[str, ...] = ()
    steady: float = float("inf")
    change: float = float("inf")
