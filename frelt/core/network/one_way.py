"""Which way round a fitting that passes one way alone stands: with what feeds, when it is put in; and where it stands against it."""

from collections.abc import Iterator

from ..edit.plumbing import parted, turned_round
from ..fitting.laws import Behind, OneWay
from ..fitting.registry import named, type_of
from ..model.plumbing import Fitting, FittingKind
from ..model.rig import Rig
from .reach import TAP, Reach, fed_at, feeders, reach


def part_with(rig: Rig, line_id: str, kind: FittingKind) -> tuple[Rig, str]:
    """The rig with a line parted by a fitting, which stands with what feeds the line; and the fitting's id. Raises FreltError."""
    made, name = parted(rig, line_id, kind)
    if not named(kind).one_way:
        return made, name
    graph = reach(made)
    start, end = (_fed(graph, f"{name}/{way}", name) for way in ("in", "out"))
    if start == end:  # both or neither feeds: what takes is behind it
        takes = [_takes(graph, f"{name}/{way}", name) for way in ("in", "out")]
        against = takes[0] and not takes[1]
    else:
        against = end > start
    return (turned_round(made, name) if against else made), name


def _fed(graph: Reach, node: str, without: str) -> int:
    return fed_at(feeders(graph, node, without), graph.feeds)


def _takes(graph: Reach, node: str, without: str) -> bool:
    return any(n in graph.takes for n in graph.from_((node,), without))


def against(rig: Rig) -> Iterator[Fitting]:
    """Check and float valves through which nothing can ever come as they stand: what feeds is behind them, or a tap is where a float
    lets out.
    """
    own = [f for f in rig.plumbing.fittings if _one_way_alone(f)]
    graph = reach(rig) if own else None
    for fitting in own:
        assert graph is not None
        before, behind = (_fed(graph, f"{fitting.id}/{way}", fitting.id) for way in ("in", "out"))
        wrong = behind > 0 and before == 0
        if type_of(fitting).brim and behind == TAP and before < TAP:
            wrong = True
        if wrong:
            yield fitting


def _one_way_alone(fitting: Fitting) -> bool:
    """Whether all that comes through it comes one way."""
    pieces = type_of(fitting).pieces(fitting, 1.0)
    return bool(pieces) and all(isinstance(p.law, OneWay | Behind) for p in pieces)
