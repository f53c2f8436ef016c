"""The placard: how far each tank may be filled for the road, large enough to be read at the tank, in both units."""

from collections.abc import Sequence
from datetime import date

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ..core.base.text import joined, uncapital
from ..core.base.units import METRIC, US, Units
from ..core.geometry.tank_shape import surface_height
from ..core.liquids.on_the_road import road_states
from ..core.liquids.road_fill import Cap, RoadFill, rounded
from ..core.liquids.road_words import not_rated_words, why_not_proved
from ..core.model.rig import Rig
from .fonts import elided, font, wrap
from .painter import write
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page

EDGE = 48.0
RIGHT = "Every fill from drawn down to these lines is right by every plate that bears on the road, in the states named."
RIGHT_READ = "Every fill from drawn down to these lines is right by every plate that there is, in the states named."
AID = "A planning aid, not a weighing: weigh the rig full and as it travels; makers' ratings and local law come first."


def placard_pdf(rig: Rig, found: RoadFill, order: tuple[str, ...] | None, units: Units, today: date | None = None) -> bytes:
    """The placard of a road fill as PDF; a marked draft while it is not proved. Raises ValueError for one exact fill."""
    caps = found.shown
    if found.exact or not caps:
        raise ValueError("a placard is for caps under which every fill is right")
    paper = Paper()
    rows = [c for c in caps if not c.tank.part.liquid.is_fuel]
    pages = max(-(-len(rows) // MOST_ROWS), 1)
    each = -(-len(rows) // pages)
    parts = [rows[n * each : (n + 1) * each] for n in range(pages)]
    with page(paper, f"Road fill: {rig.name}", wide=True) as (p, another):
        for n, part in enumerate(parts):
            if n:
                another()
            which = f"page {n + 1} of {len(parts)}" if len(parts) > 1 else ""
            paint_placard(p, rig, found, part, order, units, today or date.today(), which)
    return paper.data


MOST_ROWS = 9  # tanks on one page, each still to be read from a step away


def paint_placard(
    p: QPainter,
    rig: Rig,
    found: RoadFill,
    rows: Sequence[Cap],
    order: tuple[str, ...] | None,
    units: Units,
    today: date,
    which: str = "",
) -> None:
    """Paint a placard on a landscape letter page, 96 px to the inch. rows: the tanks on it.  which: of several pages."""
    wide, tall = HEIGHT, WIDTH
    ink, soft = PAPER.color("ink"), PAPER.color("soft")
    p.setPen(QPen(ink, 3.0))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRoundedRect(QRectF(EDGE / 2, EDGE / 2, wide - EDGE, tall - EDGE), 14, 14)
    title = "ROAD FILL" if found.proved else "DRAFT, NOT FOR THE ROAD"
    write(p, EDGE, EDGE + 34, title, ink if found.proved else PAPER.color("over"), "title", 600, True, scale=1.9)
    write(
        p,
        wide - EDGE,
        EDGE + 18,
        elided(f"Serial {rig.serial or '______________'}", 320, "strong", 600, False),
        ink,
        "strong",
        600,
        anchor="end",
    )
    write(p, wide - EDGE, EDGE + 42, f"{which}  {today.isoformat()}".strip(), soft, "strong", anchor="end")
    y = EDGE + 72
    for line in wrap(rig.name, wide - 2 * EDGE, "title", 600, False)[:2]:
        write(p, EDGE, y, line, ink, "title", 600)
        y += 28
    other = METRIC if units.volume == "gal" else US
    room = tall - EDGE - 128 - y
    step = min(room / max(len(rows), 1), 130.0)
    size = min(step / 60, 2.0)
    for cap in rows:
        whole = cap.tank.part.capacity.value
        fill = rounded(cap, units.measure)
        p.setPen(QPen(PAPER.color("hairline"), 1.0))
        p.drawLine(QPointF(EDGE, y + 4), QPointF(wide - EDGE, y + 4))
        base = y + step * 0.62
        liquid = cap.tank.part.liquid.short
        name = cap.tank.name if liquid.lower() in cap.tank.name.lower() else f"{cap.tank.name}, {liquid}"
        for n, line in enumerate(wrap(name, 330, "title", 600, False)[:2]):
            write(p, EDGE, base - 8 + 26 * n, line, ink, "title", 600)
        both = f"{units.show(whole * fill, 'volume')}"
        amount = "full" if cap.full and found.proved else both
        write(p, wide * 0.62, base, amount, ink, "title", 600, True, "end", size)
        at = surface_height(cap.tank.part, fill)
        second = f"{other.show(whole * fill, 'volume')}" if not cap.full else f"{both}, {other.show(whole * fill, 'volume')}"
        write(p, wide * 0.62 + 24, base - 16, second, ink, "title", 400)
        line = f"line {units.show(at, 'length')} ({other.show(at, 'length')}) above its floor"
        write(p, wide * 0.62 + 24, base + 8, line if not cap.full else "to the lid or the float", soft, "strong")
        y += step
    y = tall - EDGE - 104
    p.setPen(QPen(ink, 1.4))
    p.drawLine(QPointF(EDGE, y - 18), QPointF(wide - EDGE, y - 18))
    write(p, EDGE, y + 8, order_words(found, order), ink, "title", 600, scale=0.85)
    states = joined([rig.states[s].name for s in road_states(rig)])
    y += 30
    p.setPen(soft)
    right, no_plate = (RIGHT_READ, f" {not_rated_words(found)}") if found.unrated else (RIGHT, "")
    known = f"{right} States: {states}.{no_plate} Leaves every limit its reserve and its ±."
    if found.tight:
        known = f"{right} States: {states}.{no_plate} Tight even drawn down: {joined([uncapital(t) for t in found.tight])}; the others keep their reserve and ±."
    if not found.proved:
        known = f"Draft: {draft_words(found)}"
        p.setPen(PAPER.color("over"))
    _fitted(p, QRectF(EDGE, y, wide - 2 * EDGE, 76), f"{known} {AID}")


def _fitted(p: QPainter, box: QRectF, words: str) -> None:
    """Words as large as they fit: a draft names every unread plate and where it is."""
    flags = int(Qt.TextFlag.TextWordWrap)
    for scale in (1.0, 0.9, 0.8, 0.7, 0.6):
        p.setFont(font("text", 400, False, scale))
        if p.boundingRect(box, flags, words).height() <= box.height():
            break
    p.drawText(box, flags, words)


def draft_words(found: RoadFill) -> str:
    """Why a road fill is a draft: which plates are unread and where they are, and what holds on paper only."""
    said = []
    if not found.caps and found.paper is not None:
        said.append(f"it holds on paper only: {found.why}.")
    said += why_not_proved(found)
    if found.unread:
        listed = "; ".join(f"{uncapital(u.subject)} ({u.where})" for u in found.unread[:MOST_UNREAD])
        more = f"; and {len(found.unread) - MOST_UNREAD} more" if len(found.unread) > MOST_UNREAD else ""
        said.append(f"{len(found.unread)} {'plate is' if len(found.unread) == 1 else 'plates are'} unread: {listed}{more}.")
    return " ".join(said)


MOST_UNREAD = 16


def order_words(found: RoadFill, order: tuple[str, ...] | None) -> str:
    """In which order the tanks are filled, in words."""
    names = {c.tank.address: c.tank.name for c in found.caps}
    if order is None:
        return "No order of filling is right throughout: fill them a little at a time, in turn."
    if not order:
        return "Fill the tanks in any order."
    return f"Fill {joined([names[a] for a in order], 'then')}."
