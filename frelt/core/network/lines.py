"""The lines of a rig solved: from the document to what everyone gets, in one call that is cheap to repeat while a handle turns."""

from collections.abc import Collection, Mapping

from msgspec import Struct
from msgspec.structs import replace

from ..base.kept import Kept
from ..geometry.frames import Frames
from ..model.rig import Rig
from .piping import Piping, piped
from .reading import Reading, read
from .routes import routes_of
from .steady import Steady, steady


class LinesSolved(Struct, frozen=True):
    """piping: the network.  steady: its answer.  reading: what that says.  fills: at which it was solved, by tank."""

    piping: Piping
    steady: Steady
    reading: Reading
    fills: Mapping[str, float]


def rerouted(solved: LinesSolved, rig: Rig, frames: Frames, kept: Kept | None = None) -> LinesSolved:
    """The same flows along the routes of a rig of the same lines whose things stand elsewhere, as while one is dragged."""
    places, routes = routes_of(rig, frames, kept)
    return replace(solved, piping=replace(solved.piping, routes=routes, fittings=places.fittings))


def lines_solved(
    rig: Rig,
    frames: Frames,
    fills: Mapping[str, float],
    stands: Mapping[str, float] | None = None,
    running: Collection[str] | None = None,
    kept: Kept | None = None,
    both: bool = False,
) -> LinesSolved | None:
    """The lines solved at some fills and handles; None where there are none. See `piped` and `steady`."""
    if not rig.plumbing.lines:
        return None
    places, routes = routes_of(rig, frames, kept)
    piping = piped(rig, frames, fills, stands, running, places, routes)
    made = steady(piping.net, piping.stocks, piping.coils, piping.unloaders, kept, both)
    return LinesSolved(piping, made, read(piping, made), dict(fills))
