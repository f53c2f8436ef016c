"""The load sheet of a rig as PDF, from the same drawings as the bench.

On the first page the verdict, the drawings, every load in its worst state against its rating, cautions, and a place for the scale
ticket; then findings, what is accepted, states, things and sources, on as many pages as they need. Real text, embedded fonts.
"""

from datetime import date

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPen

from .. import __version__
from ..core.base.units import Units
from ..core.judge.check import named
from ..core.judge.marks import mark_of
from ..core.liquids.on_the_road import unread
from ..core.model.document import Document
from ..core.model.rig import Rig
from ..core.report.aboard import aboard, numbers
from ..core.report.verdict import drawn, speaking, spoken_state, verdict
from ..core.solve import Solved, solve
from ..core.space.solids import solids
from ..drawing.layout import Box
from ..drawing.overlay.labels import Thing, place
from ..drawing.overlay.names import names
from ..drawing.styles import COLORS
from ..drawing.views import Scene, hitch_shift, scenes, seen
from . import fonts
from .day_page import paint_day
from .fonts import elided, font
from .leaf import EDGE, Leaf
from .painter import paint, paint_partner, transform
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page
from .shapes import paint_shapes
from .sheet_loads import paint_loads
from .sheet_rest import paint_rest

BOTTOM = HEIGHT - 186  # of what stands above the scale ticket
KEY = 190.0  # what the key needs beside the plan
CAUTIONS = (
    "A planning aid, not a weighing. Weigh the rig full and as it travels before it takes the road; "
    "ratings of the makers and local law come first.",
    "A rating marked unknown proves nothing. Read the plate, the tire's sidewall and the coupler's stamp, "
    "and have unclear ones settled by the maker.",
    "Travel only within the fills listed: a tank that is part empty can lighten the tongue "
    "as much as a full one overloads an axle.",
    "Secure every tank, machine and reel for a hard stop. Keep SH away from acids, peroxide, ammonia and fuel. "
    "Chock the wheels before anyone steps on the ramp.",
)


def sheet_pdf(document: Document, rig: Rig, units: Units, today: date | None = None) -> bytes:
    """The load sheet of one rig as PDF. Raises FreltError where the rig cannot be solved."""
    paper = Paper()
    with page(paper, f"Load sheet: {rig.name}") as (p, another):
        leaf = Leaf(p, another, f"Load sheet: {rig.name}", today or date.today(), BOTTOM)
        sheet = Sheet(leaf, document, rig, replace(units, curb=rig.curb_side))
        sheet.paint()
        if rig.day is not None and rig.day.acts:
            another()
            paint_day(p, sheet.solved, rig.day, units, leaf.today)
    return paper.data


LONGEST = 240  # signs of a rig's name that stand on its sheet


class Sheet:
    """The first page, and the pages that follow where it is full."""

    def __init__(self, leaf: Leaf, document: Document, rig: Rig, units: Units) -> None:
        self.p, self.leaf, self.document, self.rig, self.units = leaf.p, leaf, document, rig, units
        self.solved: Solved = solve(rig)
        self.room, self.numbers = solids(rig, self.solved.frames), numbers(rig, self.solved.frames.kept)

    def paint(self) -> None:
        """Paint all of it; the scale ticket and the cautions stand on the first page."""
        self._foot()
        self._head()
        self._drawings()
        paint_loads(self.leaf, self.solved, self.units)
        paint_rest(self.leaf, self.solved, self.units)

    def _head(self) -> None:
        self.leaf.y = EDGE + 16
        open_ = unread(self.solved)
        title = (
            "LOAD SHEET" if not open_ else f"LOAD SHEET, DRAFT: {len(open_)} {'PLATE' if len(open_) == 1 else 'PLATES'} UNREAD"
        )
        self.leaf.write(EDGE, title, "small", 600, True, "over" if open_ else "soft")
        self.leaf.write(WIDTH - EDGE, self.leaf.today.isoformat(), "small", 400, False, "soft", "end")
        self.leaf.y += 24
        self.p.setFont(font("title", 600))
        if self.p.fontMetrics().horizontalAdvance(self.rig.name) < 520:
            self.leaf.write(EDGE, self.rig.name, "title", 600)
            extra = 0.0
        else:
            extra = self.leaf.wrapped(EDGE, self.leaf.y - 16, 520, self.rig.name[:LONGEST], 1.2, weight=600) - self.leaf.y - 2
        serial = elided(f"Serial {self.rig.serial or '______________'}", 200, "strong", 600, False)
        self.leaf.write(WIDTH - EDGE, serial, "strong", 600, False, "ink", "end")
        self.leaf.y += 18 + max(extra, 0.0)
        job = self.document.job
        about = " · ".join(x for x in (job.name, job.customer, job.washes) if x)
        if about:
            self.leaf.write(EDGE, elided(about, WIDTH - 2 * EDGE, "small", 400, False), "small", 400, False, "soft")
        self.leaf.y += 8
        said = speaking(self.solved)
        color = COLORS.get(mark_of(said), mark_of(said)) if said is not None else "unknown"
        self.leaf.y = (
            self.leaf.wrapped(EDGE, self.leaf.y, WIDTH - 2 * EDGE, verdict(self.solved, self.units), 1.1, color, 600) + 6
        )

    def _drawings(self) -> None:
        said = drawn(self.solved)
        state = spoken_state(self.solved)
        fills = said.fills if said is not None and state is not None and said.state == state.id else {}
        made = scenes(self.rig, self.solved.frames, state, fills, whole=True)
        if not made:
            return
        px0, py0, px1, py1 = made["plan"].extent
        rx0, _, rx1, top = made["rear"].extent
        wide, tall = WIDTH - 2 * EDGE, 318.0
        scale = min((wide - 24) / ((px1 - px0) + (rx1 - rx0)), tall / ((py1 - py0) + top + 0.3))
        plan_base = self.leaf.y + py1 * scale + 30
        x = EDGE - px0 * scale
        self._scene(made["plan"], scale, x, plan_base)
        side_base = plan_base - py0 * scale + 12 + top * scale
        self._scene(made["side"], scale, x, side_base)
        rear_x = WIDTH - EDGE - rx1 * scale
        self._scene(made["rear"], scale, rear_x, side_base)
        self._names(made["plan"], scale, x, plan_base)
        shown = f"Drawn in “{state.name}”, {'at its worst fills' if fills else 'as shown'}." if state is not None else ""
        beside = EDGE + (px1 - px0) * scale + 24
        if WIDTH - EDGE - beside > KEY:
            self._key(shown, beside, self.leaf.y + 12, side_base - top * scale, 1)
            self.leaf.y = side_base + 10
        else:
            self.leaf.y = self._key(shown, EDGE, side_base + 16, side_base + 16 + 12 * -(-len(self.rig.items) // 3), 3)

    def _key(self, shown: str, x: float, y: float, bottom: float, columns: int) -> float:
        """What the numbers on the drawing stand for, down to a height in columns; returns where it ends. Their weights come later."""
        self.leaf.write(x, shown, "small", 500, True, "soft", scale=0.9, y=y)
        wide, top = (WIDTH - 2 * EDGE) / columns, y
        rows = max(int((bottom - top) // 12), 1)
        columns = max(columns, -(-len(self.rig.items) // rows))
        listed = [row for group in aboard(self.rig, self.solved.frames.kept) for row in group.rows]
        wide = min(wide, (WIDTH - EDGE - x) / columns)
        for n, one in enumerate(listed):
            at, row = x + wide * (n // rows), top + 12 * (n % rows + 1)
            name = elided(f"{one.number}  {one.item.name}", wide - 6, "small", 500, True, 0.85)
            self.leaf.write(at, name, "small", 500, True, scale=0.85, y=row)
        return top + 12 * (min(len(self.rig.items), rows) + 0.5)

    def _scene(self, scene: Scene, scale: float, x: float, base: float) -> None:
        view = transform(scale, x, base)
        x0, y0, x1, y1 = scene.extent
        self.p.save()
        self.p.setClipRect(QRectF(x + x0 * scale - 5, base - y1 * scale - 8, (x1 - x0) * scale + 10, (y1 - y0) * scale + 18))
        paint_partner(self.p, scene, view, PAPER, self.solved.frames.kept)
        for groups in (scene.behind, scene.items, scene.before):
            paint(self.p, groups, view, PAPER, self.solved.frames.kept)
        self.p.restore()
        if scene.view != "plan":
            self.p.setPen(QPen(PAPER.color("ink"), 1.4))
            self.p.drawLine(QPointF(x + x0 * scale, base), QPointF(x + x1 * scale, base))

    def _names(self, plan: Scene, scale: float, x: float, base: float) -> None:
        """The numbers of the list on the plan, none over another."""
        rig, drawn = self.rig, self.rig.main
        things = []
        for group in plan.items + plan.partner:
            solid = self.room.get(group.item)
            if solid is None or drawn is None:
                continue
            shift = 0.0 if solid.carrier == drawn.id else hitch_shift(rig, drawn) or 0.0
            u0, v0, u1, v1 = seen(solid, "plan")
            box = Box(x + (u0 + shift) * scale, base - v1 * scale, (u1 - u0) * scale, (v1 - v0) * scale)
            things.append(Thing(group.item, self.numbers[group.item], "", box))
        x0, y0, x1, y1 = plan.extent
        area = Box(x + x0 * scale, base - y1 * scale, (x1 - x0) * scale, (y1 - y0) * scale)
        paint_shapes(self.p, names(place(things, area, (), fonts, named=False)), PAPER)

    def _foot(self) -> None:
        y = BOTTOM + 10
        self.leaf.rule(y)
        y += 14
        self.leaf.write(EDGE, "SCALE TICKET", "small", 600, True, "soft", y=y, scale=0.9)
        self.leaf.write(
            EDGE + 84,
            "Weigh before the road; what was aboard: ____________________________________",
            "small",
            400,
            True,
            "soft",
            y=y,
            scale=0.9,
        )
        rig = self.rig
        labels = ["Tongue"] if rig.trailer is not None else []
        labels += [named(rig, c, a) for c in rig.carriers for a in c.axles]
        labels += ["All of it", "Scale", "Date", "By"]
        step = (WIDTH - 2 * EDGE) / max(len(labels), 1)
        for n, words in enumerate(labels):
            box = QRectF(EDGE + n * step, y + 8, step - 8, 34)
            self.p.setPen(QPen(PAPER.color("soft"), 0.8))
            self.p.setBrush(Qt.BrushStyle.NoBrush)
            self.p.drawRect(box)
            self.leaf.write(box.left() + 4, words, "small", 400, True, "soft", y=box.top() + 11, scale=0.8)
        y += 50
        for words in CAUTIONS:
            y = self.leaf.wrapped(EDGE, y, WIDTH - 2 * EDGE, words, 0.8) + 2
        self.leaf.write(WIDTH - EDGE, f"Frelt {__version__}", "small", 400, True, "soft", "end", 0.8, HEIGHT - EDGE + 14)
