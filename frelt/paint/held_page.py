"""How everything is held, as PDF: a picture of each thing that is tied, its straps and what each bears, the rule beside the mechanics; the rest as a list."""

from datetime import date

from ..core.base.units import Units
from ..core.model.rig import Rig
from ..core.report.held import findings, times
from ..core.solve import Solved, solve
from ..core.tie_down.held import OVERSHOOT, Held
from ..drawing.held_picture import held_picture
from . import fonts
from .leaf import EDGE, Leaf
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page
from .shapes import paint_shapes

WIDE, TALL, GAP = 230.0, 190.0, 18.0
STATUS = {"over": "comes loose", "tight": "close", "unknown": "unread", "ok": "holds"}
AID = "Working load limits by what is marked, else by the rule's table. A planning aid: makers' ratings, the rules of the road and an inspector come first."


def held_pdf(rig: Rig, units: Units, today: date | None = None) -> bytes:
    """The tie-down sheet of a rig. Raises FreltError where the rig cannot be drawn."""
    solved = solve(rig)
    paper = Paper()
    with page(paper, f"Tie-down: {rig.name}") as (p, another):
        leaf = Leaf(p, another, f"Tie-down: {rig.name}", today or date.today(), HEIGHT - EDGE - 20)
        leaf.head("tie-down", rig.name)
        r = rig.rules
        leaf.paragraph(
            f"Pushed {times(r.hold_forward)} forward, {r.hold_rear:.2f} rearward, {r.hold_side:.2f} to the sides, {r.hold_up:.2f} up; "
            "at both ends of its fill, full of what stands on it; rubbing wet to dry. What straps will carry is judged.",
            "soft",
        )
        found = findings(rig, solved.frames, solved.held, units)
        if found:
            leaf.heading("To look at")
            for one in found:
                leaf.paragraph(f"{'▫' if one.doubt else '▲' if one.level in ('danger', 'broken') else '○'}  {one.words}.")
        tied = [h for h in solved.held if h.how == "strapped"]
        if tied:
            leaf.heading("Tied", TALL)
            for one_held in tied:
                _tied(leaf, solved, one_held, units)
        _list(leaf, [h for h in solved.held if h.how != "strapped"], units)
        leaf.y += 10
        leaf.paragraph(AID, "soft")
    return paper.data


def _tied(leaf: Leaf, solved: Solved, one: Held, units: Units) -> None:
    """A thing with its picture at the left, and at the right what is known of it."""
    rows = _words(one, units)
    wide = WIDTH - 2 * EDGE - WIDE - GAP
    need = max(TALL, 26 + sum(leaf.tall(wide, w, 0.9) + 3 for w in rows))
    leaf.room(need + 8)
    top = leaf.y + 6
    leaf.p.save()
    leaf.p.translate(EDGE, top)
    paint_shapes(
        leaf.p, held_picture(solved.rig, solved.frames, one.item, WIDE, TALL, fonts, solved.frames.kept, one.overdrawn), PAPER
    )
    leaf.p.restore()
    x = EDGE + WIDE + GAP
    color = {"over": "over", "tight": "tight", "unknown": "unknown", "ok": "ok"}[one.status]
    leaf.write(x, one.item.name[:60], "strong", 600, y=top + 12)
    leaf.write(WIDTH - EDGE, STATUS[one.status], "small", 600, True, color, "end", y=top + 12)
    y = top + 20
    for words in rows:
        y = leaf.wrapped(x, y, wide, words, 0.9) + 3
    leaf.y = max(y, top + TALL) + 10
    leaf.rule(leaf.y - 6)


def _words(one: Held, units: Units) -> list[str]:
    weights = " to ".join(units.show(x.mass, "mass") for x in one.body.loads)
    rows = [f"{weights}, on {one.body.deck.name.lower()}"]
    worst = one.worst
    if worst is not None:
        ends = f", {worst.load.words}" if worst.load.words else ""
        far = "past" if worst.share <= 1 / OVERSHOOT + 1e-9 else "to"
        rows.append(f"Holds {far} {times(worst.holds_to)} {worst.way.words}{ends}; {worst.way.wanted:.2f} is wanted")
    pulled = one.pulled
    for pull in one.body.pulls:
        most = pulled.get(pull.strap.id, 0.0)
        limit = units.show(pull.limit, "mass") if pull.limit is not None else "an unread limit"
        s = pull.strap
        rows.append(
            f"{s.id}: {s.kind}, {units.show(s.width, 'length')}, bears {units.show(most, 'mass')} of {limit}; {s.start}{f' to {s.end}' if s.end else ' to its eye'}"
        )
    for bears in one.body.bears:
        rows.append(f"{bears.block.id}: {bears.block.name or 'block'}, {bears.block.side}")
    if one.need:
        rows.append(f"An unread anchor must hold at least {units.show(one.need, 'mass')}")
    if one.rule is not None:
        r = one.rule
        rows.append(
            f"49 CFR 393.110: {r.number} of {r.wanted} tie-downs; 393.106: limits come to {units.show(r.limits, 'mass')}, half its weight is {units.show(r.half, 'mass')}"
        )
    return rows


def _list(leaf: Leaf, listed: list[Held], units: Units) -> None:
    if not listed:
        return
    leaf.heading("Bolted, said, or not said", 40)
    leaf.y += 14
    for one in listed:
        leaf.room(18)
        leaf.write(EDGE, fonts.elided(one.item.name, 230, "small", 500, False), "small", 500)
        how = {"bolted": "bolts", "said": one.item.held, "nothing": "not said", "by hand": "light"}[one.how]
        leaf.write(EDGE + 250, how)
        if one.how == "bolted":
            pull, shear = one.bolt_loads
            leaf.write(EDGE + 360, f"one bears {units.show(pull, 'mass')} pulled, {units.show(shear, 'mass')} sheared")
        leaf.write(
            WIDTH - EDGE,
            STATUS[one.status],
            "small",
            600,
            True,
            {"ok": "ok", "over": "over", "tight": "tight"}.get(one.status, "unknown"),
            "end",
        )
        leaf.y += 17
