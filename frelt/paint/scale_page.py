"""The scale sheet as PDF: what to take to the scale, with what is predicted for each plate and room to write; and what earlier tickets said."""

from datetime import date

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPen

from ..core.base.units import Units
from ..core.model.rig import Rig
from ..core.model.tank_names import tank_names
from ..core.model.ticket import Reading, Weighing
from ..core.planning.weigh_in import plates, ticket
from ..core.planning.weigh_next import weigh_next
from ..core.report.lines import shown_fills
from ..core.scale.fits import fit
from ..core.scale.slips import slips, stood_words, told_once
from ..core.scale.told import evidence
from ..core.solve import Solved, solve
from ..drawing.overlay.plates import plates_over
from ..drawing.views import scenes
from . import fonts
from .leaf import EDGE, Leaf
from .painter import paint, transform
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page
from .shapes import paint_shapes

TALL = 220.0
HINTS = (
    "Level ground, every other wheel as high as the plate: a raised plate under one torsion axle reads far too much.",
    "The tongue under the coupler, not under the jack; if under the jack, say so.",
    "Write how full every tank is, and who and what is aboard.",
)


def scale_pdf(rig: Rig, units: Units, today: date | None = None) -> bytes:
    """The scale sheet of a rig. Raises FreltError where the rig cannot be drawn."""
    solved = solve(rig)
    paper = Paper()
    with page(paper, f"Scale: {rig.name}") as (p, another):
        leaf = Leaf(p, another, f"Scale: {rig.name}", today or date.today(), HEIGHT - EDGE - 20)
        leaf.head("scale sheet", rig.name)
        _to_read(leaf, solved, units)
        _said(leaf, rig, units)
        following = weigh_next(solved, units)
        if following:
            leaf.heading("What to weigh next", 40)
            leaf.y += 8
            for n, one in enumerate(following[:3], 1):
                leaf.paragraph(f"{n}  {one.words[:1].upper()}{one.words[1:]}: about {one.minutes:.0f} min")
    return paper.data


def _to_read(leaf: Leaf, solved: Solved, units: Units) -> None:
    """The plan with its plates, and a line for each: what is predicted, and room for what is read."""
    rig = solved.rig
    state = next((s for s in rig.states if s.road), next(iter(rig.states), None))
    stood = plates(rig, "each wheel", True)
    for carrier in rig.carriers:
        if not carrier.axles:
            continue
        made = scenes(rig, solved.frames, None, {}, False, carrier.id)["plan"]
        x0, y0, x1, y1 = made.extent
        leaf.room(TALL)
        scale = min((WIDTH - 2 * EDGE) / (x1 - x0), (TALL - 50) / (y1 - y0))
        x, base = EDGE - x0 * scale, leaf.y + 20 + y1 * scale
        leaf.p.save()
        leaf.p.setOpacity(0.55)
        for groups in (made.behind, made.items, made.before):
            paint(leaf.p, groups, transform(scale, x, base), PAPER, solved.frames.kept)
        leaf.p.restore()

        def place(u: float, v: float, x: float = x, base: float = base, scale: float = scale) -> tuple[float, float]:
            return x + u * scale, base - v * scale

        said = {n: str(n + 1) for n in range(len(stood))}
        paint_shapes(leaf.p, plates_over(carrier, stood, said, place), PAPER)
        leaf.y = base - y0 * scale + 16
    if state is None:
        return
    fills = shown_fills(rig, state)
    blank = tuple(Reading(stood=s, value=0.0) for s in stood)
    as_is = ticket(rig, solved.frames, state, fills, blank, id="sheet", when=leaf.today.isoformat())
    found = evidence(rig, (Weighing(ticket=as_is),))
    leaf.heading(f"Read, {state.name}", 60)
    leaf.y += 16
    for b in fit(found).beside:
        leaf.room(22)
        leaf.write(EDGE, f"{b.number + 1}", "small", 600, True)
        leaf.write(EDGE + 26, stood_words(rig, blank[b.number]))
        leaf.write(EDGE + 330, f"predicted {units.show(b.predicted, 'mass')} ± {units.show(b.pm, 'mass')}", color="soft")
        leaf.p.setPen(QPen(PAPER.color("ink"), 1.0))
        leaf.p.drawLine(QPointF(WIDTH - EDGE - 150, leaf.y + 3), QPointF(WIDTH - EDGE, leaf.y + 3))
        leaf.y += 22
    leaf.heading("How full", 30)
    leaf.y += 16
    names = tank_names(rig)
    tanks = [(names[a], t) for a, i, t in rig.tanks() if not i.built_in]
    for n, (name, tank) in enumerate(tanks):
        if n % 2 == 0:
            leaf.room(20)
        x = EDGE + (n % 2) * 370
        leaf.write(x, fonts.elided(name, 170, "small", 400, False))
        leaf.write(x + 180, f"________ of {units.show(tank.capacity.value, 'volume')}")
        leaf.y += 20 if n % 2 or n == len(tanks) - 1 else 0
    leaf.y += 6
    leaf.write(EDGE, "Scale ____________________   step ________   where ____________________   date ____________", "strong")
    leaf.y += 14
    for hint in HINTS:
        leaf.paragraph(hint, "soft")


def _said(leaf: Leaf, rig: Rig, units: Units) -> None:
    """What earlier tickets said."""
    for weighing in rig.weighings:
        t = weighing.ticket
        found = evidence(rig, (weighing,))
        leaf.heading(" · ".join(x for x in ("Ticket", t.when, t.place, t.scale) if x), 60)
        leaf.y += 14
        if not found.used:
            leaf.paragraph(f"Not compared: {found.why.get(t.id, '')}.")
            continue
        own = fit(found)
        for b in own.beside:
            leaf.room(18)
            leaf.write(EDGE, stood_words(rig, t.readings[b.number]))
            leaf.write(EDGE + 300, f"predicted {units.show(b.predicted, 'mass')} ± {units.show(b.pm, 'mass')}", color="soft")
            leaf.write(
                WIDTH - EDGE,
                f"read {units.show(b.read, 'mass')}",
                "small",
                600,
                color="over" if abs(b.off) > 1 else "ink",
                anchor="end",
            )
            leaf.y += 17
        words = {
            "fits": "It fits what was predicted.",
            "look again": "Further off than it mostly is.",
            "does not fit": "It does not fit.",
        }[own.verdict]
        listed = [s for s in told_once(slips(rig, weighing, units), 3) if s.weight >= 0.01 and own.verdict != "fits"]
        leaf.paragraph(words + "".join(f" {s.weight * 100:.0f} %: {s.words}." for s in listed))
