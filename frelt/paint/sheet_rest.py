"""What follows the loads on a load sheet: findings, what is accepted, the things aboard, states, and where figures come from."""

from collections.abc import Iterator

from ..core.base.figure import Figure
from ..core.base.text import joined, uncapital
from ..core.base.units import Units
from ..core.judge.check import KINDS, Check
from ..core.judge.marks import WORDS, is_open, mark_of
from ..core.judge.words import brief, sentence, subject
from ..core.liquid.vessels import vessels_of
from ..core.liquids.aging import strength_now
from ..core.liquids.mixing import on_the_wall
from ..core.liquids.on_the_road import unread
from ..core.masses.bare import on_axles
from ..core.masses.kit import line_mass
from ..core.masses.nobody_counted import nobody_counted
from ..core.model.condition import whose
from ..core.model.kit import KitLine
from ..core.model.mix import Mix
from ..core.model.rig import Rig
from ..core.model.state import State
from ..core.planning.kit import kit_places
from ..core.planning.weigh_first import weigh_first
from ..core.report.aboard import aboard
from ..core.report.verdict import first_of
from ..core.solve import Solved
from .leaf import EDGE, Leaf
from .pdf import WIDTH
from .sheet_loads import ink, is_load

SIDE = 84.0  # of the word before a finding
HALF = (WIDTH - 2 * EDGE - 16) / 2


def paint_rest(leaf: Leaf, solved: Solved, units: Units) -> None:
    """Everything but the loads; each part only where there is something in it."""
    _unread(leaf, solved)
    _findings(leaf, solved, units)
    _accepted(leaf, solved, units)
    _nobody_counted(leaf, solved, units)
    _states(leaf, solved, units)
    _things(leaf, solved, units)
    _figures(leaf, solved, units)


def _unread(leaf: Leaf, solved: Solved) -> None:
    """Which plates that bear on the road are unread, and where they are: until then this is a draft."""
    missing = unread(solved)
    if missing:
        leaf.heading("Plates to read before the road")
    for where in dict.fromkeys(u.where for u in missing):
        names = joined(
            [u.subject if n == 0 else uncapital(u.subject) for n, u in enumerate(u for u in missing if u.where == where)]
        )
        leaf.paragraph(f"{names}: {where}.")


def _findings(leaf: Leaf, solved: Solved, units: Units) -> None:
    found = [c for c in solved.checks if not is_load(c) and is_open(c)]
    holds = [c for c in solved.checks if not is_load(c) and not is_open(c) and c.accepted is None]
    if found:
        leaf.heading("Findings")
    for c in found:
        _said(leaf, c, sentence(c, units))
    if holds:
        leaf.heading("Looked at and within")
        leaf.paragraph("; ".join(sentence(c, units) for c in holds) + ".", "soft")


def _said(leaf: Leaf, c: Check, words: str) -> None:
    wide = WIDTH - 2 * EDGE - SIDE
    leaf.room(leaf.tall(wide, words) + 2)
    mark = mark_of(c)
    leaf.write(EDGE, "OVER" if mark == "over" else WORDS[mark], "small", 600, True, ink(mark), scale=0.95, y=leaf.y + 11)
    leaf.y = leaf.wrapped(EDGE + SIDE, leaf.y, wide, words) + 2


def _accepted(leaf: Leaf, solved: Solved, units: Units) -> None:
    taken = [c for c in solved.checks if c.accepted is not None]
    if taken:
        leaf.heading("Accepted for this rig")
    for c in taken:
        _said(leaf, c, sentence(c, units))


def _nobody_counted(leaf: Leaf, solved: Solved, units: Units) -> None:
    more, gain = nobody_counted(solved.rig, solved.frames), weigh_first(solved)
    if more is None and gain is None:
        return
    leaf.heading("What is not known")
    if more is not None:
        mass, pm = units.show(more.mass.value, "mass"), units.show(more.mass.plus_minus, "mass", unit=False)
        how = "as told" if more.told else "usually carried by such a rig and not counted here, an estimate from memory"
        leaf.paragraph(f"Nobody counted: {mass} ± {pm}, {how}. It is in “up to”, not in “worst”.")
    if gain is not None:
        leaf.paragraph(f"What would tell most: {gain.words(units)}.")


def _states(leaf: Leaf, solved: Solved, units: Units) -> None:
    leaf.heading("States and the fills they allow")
    for state in solved.rig.states:
        fills = ", ".join(_fills(solved.rig, state, units))
        leaf.room(14 + leaf.tall(WIDTH - 2 * EDGE, fills, 0.8))
        first = first_of(solved.by_state.get(state.id, ()))
        leaf.y += 11
        box = leaf.write(EDGE, state.name, "small", 600, True, scale=0.95)
        says, mark = (brief(first, units), mark_of(first)) if first is not None else ("not judged", "unknown")
        leaf.write(box.right() + 8, says, "small", 500, True, ink(mark), scale=0.95)
        leaf.y = leaf.wrapped(EDGE, leaf.y + 2, WIDTH - 2 * EDGE, fills, 0.8, "soft") + 1


def _fills(rig: Rig, state: State, units: Units) -> Iterator[str]:
    """What every tank may hold in a state; by its liquid, or by its item's name where several hold the same."""
    tanks, show = list(rig.tanks()), units.show
    liquids = [t.liquid.name for _, _, t in tanks]
    own = vessels_of(rig).own(state)
    for address, item, tank in tanks:
        r, cap = own[address], tank.capacity.value
        low, high = show(cap * r.low, "volume", unit=False), show(cap * r.high, "volume")
        span = "empty" if r.high == 0 else high if r.low == r.high else f"{low} to {high}"
        yield f"{tank.liquid.short if liquids.count(tank.liquid.name) == 1 else item.name} {span}"


def _things(leaf: Leaf, solved: Solved, units: Units) -> None:
    rows, rig = [], solved.rig
    for n, item in ((row.number, row.item) for group in aboard(rig, solved.frames.kept) for row in group.rows):
        f = item.mass
        words = f"{units.show(f.value, 'mass')} ± {units.show(f.plus_minus, 'mass', False)} empty, {f.source}"
        came = whose(item.owner, item.condition)
        told = "counted with the vehicle" if item.built_in else words
        rows.append((f"{n}  {item.name}", f"{told}; {came}" if came else told))
    if rows:
        leaf.heading("What is aboard, by its number on the drawing")
        _pairs(leaf, rows)
    carriers = [(c.name, came) for c in rig.carriers if (came := whose(c.owner, c.condition))]
    if carriers:
        leaf.heading("Whose, and how it came")
        _pairs(leaf, carriers)
    if rig.mixes:
        leaf.heading("Mixes")
        _pairs(leaf, [_mix(m, units) for m in rig.mixes])
    if rig.kit:
        leaf.heading("Kit")
        _pairs(leaf, [_kit(rig, line, units) for line in rig.kit])


def _mix(mix: Mix, units: Units) -> tuple[str, str]:
    """A kept mix: its strengths, its amount and the dilutions after it."""
    steps = ", ".join(f"1:{s:g}" for s in mix.steps)
    after = f", then {steps}: {on_the_wall(mix):.2%} on the wall" if steps else ""
    return mix.name, f"{mix.stock:.1%} to {mix.target:.1%}, {units.show(mix.volume, 'volume')}{after}"


def _kit(rig: Rig, line: KitLine, units: Units) -> tuple[str, str]:
    """A line of kit: what and how many; what it weighs, where it is and how it is kept."""
    mass = line_mass(line)
    words = f"{units.show(mass.value, 'mass')} ± {units.show(mass.plus_minus, 'mass', False)}, {mass.source}"
    where = dict(kit_places(rig)).get(line.on, "")
    more = ", ".join(x for x in (uncapital(where), line.kept if line.kept != "in a closed box" else "", line.nature) if x)
    return (f"{line.count} × {line.what}" if line.count > 1 else line.what), f"{words}; {more}" if more else words


def _pairs(leaf: Leaf, rows: list[tuple[str, str]]) -> None:
    """Names and words, two columns of them, each as tall as it needs."""
    for left in range(0, len(rows), 2):
        two = rows[left : left + 2]
        talls = [
            max(leaf.tall(HALF * 0.5 - 6, name, 0.8, True), leaf.tall(HALF * 0.5, words, 0.8, True)) for name, words in two
        ]
        leaf.room(max(talls))
        top = leaf.y
        for n, (name, words) in enumerate(two):
            x = EDGE + n * (HALF + 16)
            leaf.wrapped(x, top, HALF * 0.5 - 6, name, 0.8, condensed=True)
            leaf.wrapped(x + HALF * 0.5, top, HALF * 0.5, words, 0.8, "soft", condensed=True)
        leaf.y = top + max(talls)


def _figures(leaf: Leaf, solved: Solved, units: Units) -> None:
    rows = [
        (n, f"{units.show(f.value, 'mass')} ± {units.show(f.plus_minus, 'mass', False)}, {f.source}")
        for n, f in _empty(solved.rig)
    ]
    rows += _ratings(solved, units)
    for name, liquid in {t.liquid.name: t.liquid for _, _, t in solved.rig.tanks()}.items():
        d = liquid.density
        words = f"{units.show(d.value, 'density')} ± {units.show(d.plus_minus, 'density', False)}, {d.source}"
        now = strength_now(liquid)
        aged = f"; now about {now.value:.1%} ± {now.plus_minus:.1%}" if liquid.age and not liquid.tested else ""
        rows.append((name, f"{words}{aged}"))
    if rows:
        leaf.heading("Where the figures come from")
        _pairs(leaf, rows)
    used = {limit.check for limit in solved.loads.limits} if solved.loads is not None else set()
    if used:
        leaf.y += 4
        leaf.paragraph("; ".join(f"{k.title}: {k.source}" for k in KINDS.values() if k.id in used) + ".", "soft", 0.75)


def _empty(rig: Rig) -> list[tuple[str, Figure]]:
    """The readings of the empty carriers."""
    rows: list[tuple[str, Figure]] = []
    trailer, vehicle = rig.trailer, rig.vehicle
    if vehicle is not None and vehicle.empty is not None:
        rows += [("Empty, front axle", vehicle.empty.front), ("Empty, rear axle", vehicle.empty.rear)]
    if trailer is not None and trailer.empty is not None:
        empty, read = trailer.empty, on_axles(trailer.empty)
        each = [(f"Empty, {a.name.lower()}", f) for a, f in zip(trailer.axles, empty.each, strict=False)]
        rows += [("Empty, on the coupler", empty.tongue), *each]
        if read is not None and not each:
            rows.append(("Empty, on its axles", read))
    return rows


def _ratings(solved: Solved, units: Units) -> list[tuple[str, str]]:
    """Every plate, with where it was read."""
    if solved.loads is None:
        return []
    axles = sum(len(c.axles) for c in solved.rig.carriers)
    rows: dict[tuple[str, str], list[str]] = {}
    for limit in solved.loads.limits:
        if isinstance(limit.rating, Figure):
            words = f"{units.show(limit.rating.value, 'mass')}, {limit.rating.source}"
            kind = limit.check if limit.check in ("axle", "tire") else limit.id
            rows.setdefault((kind, words), []).append(subject(limit, units))
    listed = []
    for (kind, words), subjects in rows.items():
        shared = {"axle": ("Each axle", axles), "tire": ("Each tire", 2 * axles)}.get(kind)
        every = shared is not None and len(set(subjects)) == shared[1]
        name = shared[0] if shared is not None and every else ", ".join(dict.fromkeys(subjects))
        listed.append((f"{name}, rating", words))
    return listed
