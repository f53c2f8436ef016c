"""Edits of lines and fittings that several gestures share."""

from collections.abc import Iterable, Mapping

from msgspec.structs import replace

from ..model.plumbing import Fitting, Line
from ..model.references import renamed, rewritten
from ..model.rig import Rig

RENEWED = ("item", "line", "fitting")


def with_line(rig: Rig, line: Line) -> Rig:
    """The rig with a line more, or with one of that id replaced."""
    p = rig.plumbing
    own = p.line(line.id) is not None
    lines = tuple(line if x.id == line.id else x for x in p.lines) if own else (*p.lines, line)
    return replace(rig, plumbing=replace(p, lines=lines))


def with_fitting(rig: Rig, fitting: Fitting) -> Rig:
    """The rig with a fitting more, or with one of that id replaced."""
    p = rig.plumbing
    own = p.fitting(fitting.id) is not None
    listed = tuple(fitting if x.id == fitting.id else x for x in p.fittings) if own else (*p.fittings, fitting)
    return replace(rig, plumbing=replace(p, fittings=listed))


def without(rig: Rig, ids: Iterable[str]) -> Rig:
    """The rig without some lines and fittings, and without the lines that went to those fittings."""
    gone = set(ids)
    p = rig.plumbing
    fittings = tuple(f for f in p.fittings if f.id not in gone)
    lines = tuple(x for x in p.lines if x.id not in gone and not {e.split("/")[0] for e in (x.start, x.end)} & gone)
    return replace(rig, plumbing=replace(p, lines=lines, fittings=fittings))


def free_id(rig: Rig, start: str) -> str:
    """An id for a line or fitting that nothing of the rig has: V1, V2 … after a letter."""
    return _fresh(start, _ids(rig))


def _ids(rig: Rig) -> set[str]:
    p = rig.plumbing
    return {x.id for x in p.lines} | {x.id for x in p.fittings} | {i.id for i in rig.items}


def _fresh(start: str, taken: set[str]) -> str:
    n = 1
    while f"{start}{n}" in taken:
        n += 1
    return f"{start}{n}"


def between(rig: Rig, items: frozenset[str]) -> tuple[tuple[Line, ...], tuple[Fitting, ...]]:
    """The lines and fittings that join only things of a set: a fitting is of them when each of its lines ends at one or at such a fitting."""
    p = rig.plumbing
    ends = {x.id: (x.start.split("/")[0], x.end.split("/")[0]) for x in p.lines}
    own = {f.id for f in p.fittings}
    while True:
        inside = own | items
        bad = {e for pair in ends.values() if not set(pair) <= inside for e in pair if e in own}
        if not bad:
            break
        own -= bad
    lines = tuple(x for x in p.lines if set(ends[x.id]) <= own | items)
    used = {e for x in lines for e in ends[x.id]}
    return lines, tuple(f for f in p.fittings if f.id in own & used)


def copied(rig: Rig, ids: Mapping[str, str]) -> tuple[tuple[Line, ...], tuple[Fitting, ...]]:
    """Copies of what joins only things that were copied. ids: of their copies, by their own."""
    lines, fittings = between(rig, frozenset(ids))
    made, taken = dict(ids), _ids(rig)
    for one in (*(x.id for x in lines), *(x.id for x in fittings)):
        made[one] = _fresh(one.rstrip("0123456789") or one, taken | set(made.values()))
    rename = renamed(made, RENEWED)

    def own(_: str, value: str) -> str:
        return made.get(value, value)

    new_lines = (rewritten(x, rename, own) for x in lines)
    new_fittings = (rewritten(x, rename, own) for x in fittings)
    return tuple(x for x in new_lines if x is not None), tuple(x for x in new_fittings if x is not None)
