"""What a kind of fitting is: its ways, what flows do in it, what it weighs, how it is drawn, what a hand can do with it, what may be typed."""

from collections.abc import Callable
from typing import TYPE_CHECKING, Literal

from msgspec import Struct

from ..base.units import Quantity
from .laws import Piece

if TYPE_CHECKING:
    from ..model.plumbing import Fitting

Stroke = tuple[Literal["disk", "line", "shape"], str, tuple[float, ...]]
"""A stroke of a glyph about its middle [px, down positive]: what, its role, and x, y, r or x0, y0, x1, y1 …"""


class Asked(Struct, frozen=True):
    """A figure of a fitting. usual: where nothing is typed [SI].  note: where that comes from."""

    id: str
    label: str
    quantity: Quantity
    usual: float
    low: float
    high: float
    note: str = "from memory"


class Hand(Struct, frozen=True):
    """What a hand does with it. positions: in words, with the share each is.  label: what the share is called; empty where it is not typed.

    first: as it stands when it is put in.  over: to what it is turned when it stands shut.  wheel: turned little by little.
    trigger: held rather than turned.  quick: opened by a quarter turn, in passing.  alone: shuts by itself too.
    """

    positions: tuple[tuple[str, float], ...] = (("shut", 0.0), ("a quarter open", 0.25), ("half open", 0.5), ("open", 1.0))
    label: str = "Open"
    first: float = 1.0
    over: float = 1.0
    wheel: bool = False
    trigger: bool = False
    quick: bool = False
    between: str = ""

    def says(self, stands: float) -> str:
        """How it stands, in words."""
        if self.between:
            return self.positions[-1][0] if stands >= 0.75 else self.positions[0][0] if stands <= 0.25 else self.between
        if self.trigger:
            return "held" if stands >= 0.02 else "let go"
        return "open" if stands >= 0.98 else "shut" if stands < 0.02 else f"{stands * 100:.0f} % open"


def nothing(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Of what loses nothing, as a joint, or lets nothing through, as a cap."""
    return ()


class FittingType(Struct, frozen=True, kw_only=True):
    """A kind of fitting. id: its name.  heads: its own loss [velocity heads of its bore].  each: what one of ½ in weighs [kg]; it grows with the square of the bore.

    ways: what lines join to, the one that is fed first.  pieces: what flows do in it, of the fitting and how its handle stands.
    joint: all its ways are one, without a loss.  level: water finds its level through it.  end: what is at its other end where it has one way.
    asked: figures beside its loss.  bored: asked how a three-way valve is bored.  tips: it is given at first, where it has any.
    one_way: it matters which way round it stands.  shuts: it can shut a line.  lets_off: it lets off what swells.  brim: it shuts when its tank is full.
    letter: before its number.  glyph: which drawing in a line plan; strokes: its own, where the glyph is "own".  below: a word under it.
    dot, lever: how it is drawn on the bench.  offered: where it is put, "line" or "end", in which order.  leader: of a short hose that comes with it [m].
    road: what is looked at before the road, of its name.
    """

    id: str
    heads: float
    each: float
    ways: tuple[str, ...] = ("in", "out")
    pieces: "Callable[[Fitting, float], tuple[Piece, ...]]" = nothing
    joint: bool = False
    level: bool = False
    end: Literal["", "air", "gun", "tap", "cap"] = ""
    asked: tuple[Asked, ...] = ()
    hand: Hand | None = None
    bored: bool = False
    tips: tuple[float, ...] = ()
    one_way: bool = False
    shuts: bool = False
    lets_off: bool = False
    brim: bool = False
    letter: str = "F"
    glyph: str = "own"
    strokes: tuple[Stroke, ...] = ()
    below: str = ""
    dot: bool = True
    lever: bool = False
    offered: tuple[Literal["line", "end"], int] | None = None
    leader: float | None = None
    road: str = ""

    @property
    def drains(self) -> bool:
        """Whether a hand opens it to let a tank down."""
        return self.end == "air" and self.hand is not None
