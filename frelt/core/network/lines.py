"""The lines of a rig solved: from the document to what everyone gets, in one call that is cheap to repeat while a handle turns."""

from collections.abc import Collection, Mapping

from msgspec import Struct

from ..base.kept import Kept, Memo
from ..geometry.frames import Frames
from ..model.rig import Rig
from .at import Places
from .piping import Piping, piped
from .reading import Reading, read
from .routes import Route, routed
from .steady import Steady, steady

_routes: Memo[Mapping[str, Route]] = Memo(8)


class LinesSolved(Struct, frozen=True):
    """piping: the network.  steady: its answer.  reading: what that says.  fills: at which it was solved, by tank."""

    piping: Piping
    steady: Steady
    reading: Reading
    fills: Mapping[str, float]


def routes_of(rig: Rig, frames: Frames, kept: Kept | None = None) -> Mapping[str, Route]:
    """The routes of the lines of a rig, kept while lines and things are the same."""
    if kept is None:
        return routed(rig, frames, Places(rig, frames))
    key = (rig.plumbing, rig.items, rig.trailer, rig.vehicle, rig.stand)
    return _routes.get(kept, rig.id, key, lambda: routed(rig, frames, Places(rig, frames)))


def lines_solved(
    rig: Rig,
    frames: Frames,
    fills: Mapping[str, float],
    stands: Mapping[str, float] | None = None,
    running: Collection[str] | None = None,
    before: LinesSolved | None = None,
    kept: Kept | None = None,
    both: bool = False,
    routes: Mapping[str, Route] | None = None,
) -> LinesSolved | None:
    """The lines solved at some fills and handles; None where there are none. See `piped` and `steady`."""
    if not rig.plumbing.lines:
        return None
    piping = piped(rig, frames, fills, stands, running, routes if routes is not None else routes_of(rig, frames, kept))
    start = before.steady if before is not None and _same(before.piping, piping) else None
    made = steady(piping.net, piping.stocks, piping.coils, piping.unloaders, start, both)
    return LinesSolved(piping, made, read(piping, made), dict(fills))


def _same(a: Piping, b: Piping) -> bool:
    """Whether two networks have the same branches between the same nodes, and the same liquids, so that an answer of one begins the other."""
    return (
        len(a.net.branches) == len(b.net.branches)
        and a.branch == b.branch
        and [s.name for s in a.stocks] == [s.name for s in b.stocks]
    )
