"""What a line plan shows of a rig's flows."""

from msgspec import Struct

from ...core.base.units import Units
from ...core.model.liquid import TINTS, Tint
from ...core.model.rig import Rig
from ...core.network.lines import LinesSolved


class Seen(Struct, frozen=True):
    """What is shown of the flows. solved: None where there is no answer.  held: block in hand.  bad: what findings are about."""

    rig: Rig
    solved: LinesSolved | None
    units: Units
    held: str = ""
    bad: frozenset[str] = frozenset()


ORDER: tuple[Tint, ...] = ("sh", "soap", "other", "antifreeze", "fuel")


def tint_at(solved: LinesSolved, line_id: str) -> Tint:
    """The tint of what a line carries: of a mix, that of what is not water."""
    e = solved.piping.branch.get(line_id)
    if e is None:
        return "water"
    by: dict[str, float] = {}
    for stock, share in zip(solved.piping.stocks, solved.steady.carried.shares[e], strict=True):
        tint = TINTS.get(stock.role, "other")
        by[tint] = by.get(tint, 0.0) + float(share)
    return next((t for t in ORDER if by.get(t, 0.0) > 1e-3), "water")
