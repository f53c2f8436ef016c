"""The load sheet: one page of a rig as PDF, from the same drawings as the bench.

Every support in its worst state against its rating, the states with their fills, where each
figure comes from, cautions, and a place for the scale ticket. Real text, embedded fonts.
"""

from collections.abc import Iterator
from datetime import date

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from .. import __version__
from ..core.base.figure import Figure
from ..core.base.units import Units
from ..core.judge.check import KINDS, Check, named
from ..core.judge.marks import mark_of
from ..core.judge.words import brief, sentence, subject
from ..core.masses.bare import on_axles
from ..core.model.document import Document
from ..core.model.rig import Rig, fill_range
from ..core.model.state import State
from ..core.report.verdict import drawn, speaking, spoken_state, verdict
from ..core.solve import Solved, solve
from ..drawing.styles import COLORS
from ..drawing.views import Scene, View, hitch_shift, scenes
from .day_page import paint_day
from .fonts import elided, font
from .painter import paint, paint_partner, transform, write
from .pdf import HEIGHT, PAPER, WIDTH, Paper, page

EDGE = 40.0
BOTTOM = HEIGHT - 186  # of what stands above the scale ticket
KEY = 190.0  # what the key needs beside the plan
UNDER = 170.0  # kept below the table for states and sources
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
        sheet = Sheet(p, document, rig, replace(units, curb=rig.curb_side), today or date.today())
        sheet.paint()
        if rig.day is not None and rig.day.acts:
            another()
            paint_day(p, sheet.solved, rig.day, units, sheet.today)
    return paper.data


LONGEST = 240  # signs of a rig's name that stand on its sheet


class Sheet:
    """The page being painted. y: how far down it is."""

    def __init__(self, p: QPainter, document: Document, rig: Rig, units: Units, today: date) -> None:
        self.p, self.document, self.rig, self.units, self.today = p, document, rig, units, today
        self.solved: Solved = solve(rig)
        self.y = EDGE

    def paint(self) -> None:
        """Paint the whole page."""
        self._head()
        self._drawings()
        self._supports()
        top = self.y
        self._sources(top, self._states(top))
        self._foot()

    def _write(
        self,
        x: float,
        words: str,
        step: str = "small",
        weight: int = 400,
        condensed: bool = False,
        color: str = "ink",
        anchor: str = "start",
        scale: float = 1.0,
        y: float | None = None,
    ) -> QRectF:
        """One line, at the present height unless told; returns what it covers."""
        at = self.y if y is None else y
        return write(self.p, x, at, words, PAPER.color(color), step, weight, condensed, anchor, scale)

    def _wrapped(
        self, x: float, y: float, width: float, words: str, scale: float = 0.85, color: str = "ink", weight: int = 400
    ) -> float:
        self.p.setFont(font("small", weight, False, scale))
        self.p.setPen(PAPER.color(color))
        flags = Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextWordWrap
        box = self.p.boundingRect(QRectF(x, y, width, 1000), int(flags), words)
        self.p.drawText(box, int(flags), words)
        return float(box.bottom())

    def _tall(self, width: float, words: str, scale: float) -> float:
        """How much height some words take."""
        self.p.setFont(font("small", 400, False, scale))
        return float(self.p.boundingRect(QRectF(0, 0, width, 1000), int(Qt.TextFlag.TextWordWrap), words).height())

    def _rule(self, y: float) -> None:
        self.p.setPen(QPen(PAPER.color("hairline"), 1.0))
        self.p.drawLine(QPointF(EDGE, y), QPointF(WIDTH - EDGE, y))

    def _head(self) -> None:
        self.y = EDGE + 16
        self._write(EDGE, "LOAD SHEET", "small", 600, True, "soft")
        self._write(WIDTH - EDGE, self.today.isoformat(), "small", 400, False, "soft", "end")
        self.y += 24
        self.p.setFont(font("title", 600))
        if self.p.fontMetrics().horizontalAdvance(self.rig.name) < 520:
            self._write(EDGE, self.rig.name, "title", 600)
            extra = 0.0
        else:
            extra = self._wrapped(EDGE, self.y - 16, 520, self.rig.name[:LONGEST], 1.2, weight=600) - self.y - 2
        serial = elided(f"Serial {self.rig.serial or '______________'}", 200, "strong", 600, False)
        self._write(WIDTH - EDGE, serial, "strong", 600, False, "ink", "end")
        self.y += 18 + max(extra, 0.0)
        job = self.document.job
        about = " · ".join(x for x in (job.name, job.customer, job.washes) if x)
        if about:
            self._write(EDGE, elided(about, WIDTH - 2 * EDGE, "small", 400, False), "small", 400, False, "soft")
        self.y += 8
        said = speaking(self.solved)
        color = COLORS.get(mark_of(said), mark_of(said)) if said is not None else "unknown"
        self.y = self._wrapped(EDGE, self.y, WIDTH - 2 * EDGE, verdict(self.solved, self.units), 1.1, color, 600) + 6

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
        plan_base = self.y + py1 * scale + 30
        x = EDGE - px0 * scale
        self._scene(made["plan"], scale, x, plan_base)
        side_base = plan_base - py0 * scale + 12 + top * scale
        self._scene(made["side"], scale, x, side_base)
        rear_x = WIDTH - EDGE - rx1 * scale
        self._scene(made["rear"], scale, rear_x, side_base)
        self._names(scale, x, plan_base)
        shown = f"Drawn in “{state.name}”, {'at its worst fills' if fills else 'as shown'}." if state is not None else ""
        beside = EDGE + (px1 - px0) * scale + 24
        if WIDTH - EDGE - beside > KEY:
            self._key(shown, beside, self.y + 12, side_base - top * scale, 1)
            self.y = side_base + 10
        else:
            self.y = self._key(shown, EDGE, side_base + 16, side_base + 16 + 12 * -(-len(self.rig.items) // 3), 3)

    def _key(self, shown: str, x: float, y: float, bottom: float, columns: int) -> float:
        """What the numbers on the drawing stand for, down to a height in columns; returns where it ends."""
        self._write(x, shown, "small", 500, True, "soft", scale=0.9, y=y)
        wide, top = (WIDTH - 2 * EDGE) / columns, y
        rows = max(int((bottom - top) // 12), 1)
        for n, item in enumerate(self.rig.items):
            at, row = x + wide * (n // rows), top + 12 * (n % rows + 1)
            if n // rows >= columns:
                self._write(x, f"and {len(self.rig.items) - n} more", "small", 400, True, scale=0.85, y=top + 12 * (rows + 1))
                break
            f = item.mass
            name = elided(f"{n + 1}  {item.name}", 0.6 * wide, "small", 500, True, 0.85)
            box = self._write(at, name, "small", 500, True, scale=0.85, y=row)
            words = f"{self.units.show(f.value, 'mass')} ± {self.units.show(f.plus_minus, 'mass', False)} empty, {f.source}"
            words = "counted with the vehicle" if item.built_in else words
            self._write(box.right() + 8, words, "small", 400, True, "soft", scale=0.8, y=row)
        return top + 12 * (min(len(self.rig.items), rows) + 0.5)

    def _scene(self, scene: Scene, scale: float, x: float, base: float) -> None:
        view = transform(scale, x, base)
        key: View = scene.view
        paint_partner(self.p, scene, view, PAPER, f"{key}.partner", self.solved.frames.kept)
        for part, groups in (("behind", scene.behind), ("items", scene.items), ("before", scene.before)):
            paint(self.p, groups, view, PAPER, f"{key}.{part}" if part != "items" else key, self.solved.frames.kept)
        if scene.view != "plan":
            x0, _, x1, _ = scene.extent
            self.p.setPen(QPen(PAPER.color("ink"), 1.4))
            self.p.drawLine(QPointF(x + x0 * scale, base), QPointF(x + x1 * scale, base))

    def _names(self, scale: float, x: float, base: float) -> None:
        for n, item in enumerate(self.rig.items, 1):
            frame = self.solved.frames.items.get(item.id)
            if frame is None:
                continue
            drawn = self.rig.trailer or self.rig.vehicle
            on = self.solved.frames.carrier_of[item.id]
            shift = 0.0 if drawn is None or drawn.id == on else hitch_shift(self.rig, drawn) or 0.0
            at = QPointF(x + (frame.at[0] + shift) * scale, base - frame.at[1] * scale)
            self.p.setPen(QPen(PAPER.color("ink"), 0.8))
            self.p.setBrush(PAPER.color("sheet"))
            self.p.drawEllipse(at, 7.5, 7.5)
            self._write(at.x(), str(n), "small", 600, True, "ink", "middle", 0.85, at.y() + 4)

    def _supports(self) -> None:
        columns = (EDGE, EDGE + 148, EDGE + 306, EDGE + 368, EDGE + 424, EDGE + 466, EDGE + 480)
        self.y += 12
        heads = ("Support", "", "Worst load", "Rating", "Margin", "±", "When")
        for x, words, end in zip(columns, heads, (0, 0, 1, 1, 1, 1, 0), strict=True):
            self._write(x, words.upper(), "small", 600, True, "soft", "end" if end else "start", 0.9)
        self.y += 4
        self._rule(self.y)
        listed = [c for c in self.solved.checks if c.load is not None or c.status != "ok"]
        for n, check in enumerate(listed):
            if self.y + 12.5 > BOTTOM - UNDER:
                self.y += 12.5
                self._write(EDGE, f"and {len(listed) - n} more checks, in the file", "small", 400, True, "soft", scale=0.95)
                break
            self._support_row(check, columns)

    def _support_row(self, c: Check, columns: tuple[float, ...]) -> None:
        u = self.units
        self.y += 12.5
        word = {"over": "OVER", "ok": "within"}.get(c.status, c.status)
        if c.told is None and c.kind != "state":  # what is geometry, not load
            self._write(columns[0], subject(c, self.units), "small", 500, True, scale=0.95)
            word = "broken" if c.kind == "wish" else word
            self._write(columns[1] + 70, word, "small", 600, True, c.status, scale=0.95)
            words = c.why if c.kind == "wish" else sentence(c, u).removeprefix(f"{c.subject}: ")
            self._write(
                columns[2] - 30, self._fitted(words, WIDTH - EDGE - columns[2] + 30), "small", 400, True, "soft", scale=0.85
            )
            return
        self._write(columns[0], subject(c, self.units), "small", 500, True, scale=0.95)
        if c.load is None:
            self._write(columns[1], c.why or "unknown", "small", 400, True, c.status, scale=0.95)
            return
        self._bar(columns[1] + 4, c)
        self._write(columns[1] + 70, word, "small", 600, True, c.status, scale=0.95)
        self._write(columns[2], u.show(c.load, c.quantity), "small", 600, True, anchor="end", scale=0.95)
        if c.quantity != "length" or c.by_rule:
            limit = "unknown" if c.limit is None else u.show(c.limit, c.quantity)
            self._write(columns[3], limit, "small", 400, True, anchor="end", scale=0.95)
            if c.margin is not None:
                self._write(columns[4], u.show(c.margin, c.quantity), "small", 400, True, c.status, "end", 0.95)
            self._write(columns[5], u.show(c.spread, c.quantity), "small", 400, True, "soft", "end", 0.95)
        self._write(
            columns[6], self._fitted(c.when or c.why, WIDTH - EDGE - columns[6]), "small", 400, True, "soft", scale=0.85
        )

    def _fitted(self, words: str, width: float) -> str:
        """Words shortened to whole words that fit; the states below tell the rest."""
        self.p.setFont(font("small", 400, True, 0.85))
        kept = words.split()
        while kept and self.p.fontMetrics().horizontalAdvance(" ".join(kept)) > width:
            kept.pop()
        return " ".join(kept).rstrip(",")

    def _bar(self, x: float, c: Check) -> None:
        box = QRectF(x, self.y - 7, 60, 6)
        self.p.setPen(QPen(PAPER.color("hairline"), 0.8))
        self.p.setBrush(Qt.BrushStyle.NoBrush)
        self.p.drawRect(box)
        if c.limit and c.load is not None and c.quantity != "length":
            share = min(abs(c.load) / abs(c.limit) / 1.25, 1.0)
            self.p.fillRect(QRectF(box.left(), box.top(), box.width() * share, box.height()), PAPER.color(c.status))
            self.p.fillRect(
                QRectF(box.left() + box.width() / 1.25 - 0.7, box.top() - 2, 1.4, box.height() + 4), PAPER.color("ink")
            )

    def _states(self, top: float) -> float:
        y = top + 18
        self._write(EDGE, "STATES AND THE FILLS THEY ALLOW", "small", 600, True, "soft", y=y, scale=0.9)
        for n, state in enumerate(self.rig.states):
            fills = ", ".join(self._fills(state))
            last = n + 1 == len(self.rig.states)
            if y + 15 + self._tall(356, fills, 0.75) > BOTTOM - (0 if last else 12):
                words = f"and {len(self.rig.states) - n} more states, in the file"
                self._write(EDGE, words, "small", 400, True, "soft", y=y + 11, scale=0.8)
                return y + 11
            y += 13
            checks = self.solved.by_state.get(state.id, ())
            says = brief(checks[0], self.units) if checks else "not judged"
            status = checks[0].status if checks else "unknown"
            box = self._write(EDGE, state.name, "small", 600, True, y=y, scale=0.95)
            self._write(box.right() + 8, says, "small", 500, True, status, y=y, scale=0.95)
            y = self._wrapped(EDGE, y + 2, 356, fills, 0.75, "soft") - 2
        return y

    def _fills(self, state: State) -> Iterator[str]:
        """What every tank may hold in a state; by its liquid, or by its item's name where several hold the same."""
        tanks, show = list(self.rig.tanks()), self.units.show
        liquids = [t.liquid.name for _, _, t in tanks]
        for address, item, tank in tanks:
            r, cap = fill_range(state, address, tank), tank.capacity.value
            low, high = show(cap * r.low, "volume", unit=False), show(cap * r.high, "volume")
            span = "empty" if r.high == 0 else high if r.low == r.high else f"{low} to {high}"
            yield f"{tank.liquid.short if liquids.count(tank.liquid.name) == 1 else item.name} {span}"

    def _sources(self, top: float, left: float) -> None:
        """Where the figures come from: down the right column, then under the states, which end at `left`."""
        x, wide, y = EDGE + 376, WIDTH - EDGE, top + 18
        self._write(x, "WHERE THE FIGURES COME FROM", "small", 600, True, "soft", y=y, scale=0.9)
        rows: list[tuple[str, str]] = []
        for name, f in self._empty():
            rows.append(
                (name, f"{self.units.show(f.value, 'mass')} ± {self.units.show(f.plus_minus, 'mass', False)}, {f.source}")
            )
        rows += self._ratings()
        liquids = {t.liquid.name: t.liquid for _, _, t in self.rig.tanks()}
        for name, liquid in liquids.items():
            d = liquid.density
            rows.append(
                (name, f"{self.units.show(d.value, 'density')} ± {self.units.show(d.plus_minus, 'density', False)}, {d.source}")
            )
        used = {limit.check for limit in self.solved.loads.limits} if self.solved.loads is not None else set()
        plates = "; ".join(f"{k.title}: {k.source}" for k in KINDS.values() if k.id in used)
        room = int((BOTTOM - 64 - y) / 10.5)
        self._figures(x, wide, y, rows[:room])
        rest, below = rows[room:], left + 14
        more = max(int((BOTTOM - below) / 10.5) - 1, 0)
        self._figures(EDGE, EDGE + 356, below, rest[:more])
        if len(rest) > more:
            self._write(EDGE, f"and {len(rest) - more} more, in the file", "small", 400, True, "soft", y=BOTTOM, scale=0.8)
        start = y + 10.5 * min(len(rows), room) + 6
        size = next((s for s in (0.66, 0.60, 0.54) if self._tall(wide - x, plates, s) <= BOTTOM + 4 - start), 0.48)
        self._wrapped(x, start, wide - x, plates, size, "soft")

    def _empty(self) -> list[tuple[str, Figure]]:
        """The readings of the empty carriers."""
        rows: list[tuple[str, Figure]] = []
        trailer, vehicle = self.rig.trailer, self.rig.vehicle
        if vehicle is not None and vehicle.empty is not None:
            rows += [("Empty, front axle", vehicle.empty.front), ("Empty, rear axle", vehicle.empty.rear)]
        if trailer is not None and trailer.empty is not None:
            empty, read = trailer.empty, on_axles(trailer.empty)
            each = [(f"Empty, {a.name.lower()}", f) for a, f in zip(trailer.axles, empty.each, strict=False)]
            rows += [("Empty, on the coupler", empty.tongue), *each]
            if read is not None and not each:
                rows.append(("Empty, on its axles", read))
        return rows

    def _figures(self, x: float, end: float, y: float, rows: list[tuple[str, str]]) -> None:
        """Figures with their source, one a line."""
        for name, words in rows:
            y += 10.5
            self._write(x, name, "small", 400, True, y=y, scale=0.8)
            self._write(end, words, "small", 400, True, "soft", "end", 0.8, y)

    def _ratings(self) -> list[tuple[str, str]]:
        """Every plate, with where it was read."""
        if self.solved.loads is None:
            return []
        axles = sum(len(c.axles) for c in self.rig.carriers)
        rows: dict[tuple[str, str], list[str]] = {}
        for limit in self.solved.loads.limits:
            if isinstance(limit.rating, Figure):
                words = f"{self.units.show(limit.rating.value, 'mass')}, {limit.rating.source}"
                kind = limit.check if limit.check in ("axle", "tire") else limit.id
                rows.setdefault((kind, words), []).append(subject(limit, self.units))
        listed = []
        for (kind, words), subjects in rows.items():
            shared = {"axle": ("Each axle", axles), "tire": ("Each tire", 2 * axles)}.get(kind)
            every = shared is not None and len(set(subjects)) == shared[1]
            name = shared[0] if shared is not None and every else ", ".join(dict.fromkeys(subjects))
            listed.append((f"{name}, rating", words))
        return listed

    def _foot(self) -> None:
        y = BOTTOM + 10
        self._rule(y)
        y += 14
        self._write(EDGE, "SCALE TICKET", "small", 600, True, "soft", y=y, scale=0.9)
        self._write(
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
            self._write(box.left() + 4, words, "small", 400, True, "soft", y=box.top() + 11, scale=0.8)
        y += 50
        for words in CAUTIONS:
            y = self._wrapped(EDGE, y, WIDTH - 2 * EDGE, words, 0.8) + 2
        self._write(WIDTH - EDGE, f"Frelt {__version__}", "small", 400, True, "soft", "end", 0.8, HEIGHT - EDGE + 14)
