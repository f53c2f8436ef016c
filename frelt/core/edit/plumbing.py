"""Edits of lines and fittings that several gestures share."""

from collections.abc import Iterable, Mapping

from msgspec.structs import replace

from ..base.value import FreltError
from ..fitting.registry import named
from ..model.fitting_ways import ways_of
from ..model.plumbing import Fitting, FittingKind, Line
from ..model.references import renamed, rewritten
from ..model.rig import Rig
from .ports import bore_between, fits, ports

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


def joined_ports(rig: Rig, start: str, end: str, line_id: str = "") -> Rig:
    """The rig with a line between two ports, its bore by theirs. Raises FreltError where they do not fit."""
    known = {p.at: p for p in ports(rig)}
    a, b = known.get(start), known.get(end)
    if a is None or b is None:
        raise FreltError(f"there is no port “{start if a is None else end}” here; expected one of what is aboard")
    if not fits(a, b):
        taken = next((p for p in (a, b) if not p.free), None)
        why = (
            f"{taken.words} has its line already; part that with a tee"
            if taken is not None
            else f"{a.words} and {b.words} do not go together"
        )
        raise FreltError(why)
    made = Line(id=line_id or free_id(rig, "L"), start=start, end=end, bore=bore_between(a, b))
    return with_line(rig, made)


def parted(rig: Rig, line_id: str, kind: FittingKind) -> tuple[Rig, str]:
    """The rig with a line parted by a fitting of its bore, and the fitting's id; a typed length and its bends are shared. Raises FreltError."""
    line = rig.plumbing.line(line_id)
    if line is None:
        raise FreltError("that line is gone; take another")
    own = named(kind)
    name = free_id(rig, own.letter)
    stands = own.hand.first if own.hand is not None else 1.0
    fitting = Fitting(id=name, kind=kind, name=name, bore=line.bore, stands=stands)
    ways = ways_of(fitting)
    if len(ways) < 2:
        raise FreltError(f"a {kind} stands at the end of a line, not in it")
    half = None if line.length is None else line.length / 2
    k = (len(line.via) + 1) // 2
    first = replace(line, end=f"{name}/{ways[0]}", length=half, via=line.via[:k])
    second = replace(line, id=free_id(rig, "L"), start=f"{name}/{ways[1]}", length=half, via=line.via[k:], name="")
    return with_line(with_line(with_fitting(rig, fitting), first), second), name


def ended(rig: Rig, port: str, kind: FittingKind) -> tuple[Rig, str]:
    """The rig with a fitting on a short line from an open port, and its id: a gun on a hose, a tap, a cap. Raises FreltError."""
    known = {p.at: p for p in ports(rig)}
    found = known.get(port)
    if found is None or not found.free:
        raise FreltError("there is no open port there")
    own = named(kind)
    name = free_id(rig, own.letter)
    fitting = Fitting(id=name, kind=kind, name=name, bore=found.bore or 0.0127, tips=own.tips)
    way = ways_of(fitting)[0]
    made = joined_ports(with_fitting(rig, fitting), port, f"{name}/{way}")
    last = made.plumbing.lines[-1]
    return with_line(made, replace(last, length=own.leader) if own.leader is not None else last), name


def taken_out(rig: Rig, fitting_id: str) -> Rig:
    """The rig without a fitting; where it stood between two lines they are one again."""
    p = rig.plumbing
    own = [
        (x, x.start.partition("/")[0] == fitting_id)
        for x in p.lines
        if fitting_id in (x.start.partition("/")[0], x.end.partition("/")[0])
    ]
    made = without(rig, (fitting_id,))
    if len(own) != 2:
        return made
    (a, a_starts), (b, b_starts) = own
    ends = (a.end if a_starts else a.start), (b.end if b_starts else b.start)
    if ends[0].partition("/")[0] == ends[1].partition("/")[0]:
        return made
    length = a.length + b.length if a.length is not None and b.length is not None else None
    via = (*(reversed(a.via) if a_starts else a.via), *(b.via if b_starts else reversed(b.via)))
    return with_line(made, replace(a, start=ends[0], end=ends[1], length=length, via=via))


def turned_round(rig: Rig, fitting_id: str) -> Rig:
    """The rig with a fitting the other way round in its line: what came in goes out."""
    other = {f"{fitting_id}/in": f"{fitting_id}/out", f"{fitting_id}/out": f"{fitting_id}/in"}
    p = rig.plumbing
    lines = tuple(
        replace(x, start=other.get(x.start, x.start), end=other.get(x.end, x.end)) if {x.start, x.end} & other.keys() else x
        for x in p.lines
    )
    return replace(rig, plumbing=replace(p, lines=lines))


def turned(rig: Rig, fitting_id: str, stands: float) -> Rig:
    """The rig with a handle turned."""
    fitting = rig.plumbing.fitting(fitting_id)
    return rig if fitting is None else with_fitting(rig, replace(fitting, stands=min(max(stands, 0.0), 1.0)))


def switched(rig: Rig, item_id: str) -> Rig:
    """The rig with a machine or pump started, or stopped where it runs."""
    p = rig.plumbing
    running = tuple(i for i in p.running if i != item_id) if item_id in p.running else (*p.running, item_id)
    return replace(rig, plumbing=replace(p, running=running))
