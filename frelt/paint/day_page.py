"""The second page of the load sheet: the day, when there is one."""

from datetime import date

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from ..core.base.units import Units
from ..core.day.play import play
from ..core.model.day import Day, called, clock
from ..core.model.tank_names import tank_names
from ..core.solve import Solved
from .day import DayPicture, tight_words
from .fonts import font
from .painter import write
from .pdf import PAPER, WIDTH

EDGE, TALL = 40.0, 330.0


def paint_day(p: QPainter, solved: Solved, day: Day, units: Units, today: date) -> None:
    """Paint the day on a letter page, 96 px to the inch: its picture, its acts, what runs dry, and what it uses."""
    rig, ink, soft = solved.rig, PAPER.color("ink"), PAPER.color("soft")
    made = play(solved, day)
    write(p, EDGE, EDGE + 16, "THE DAY", soft, "small", 600, True)
    write(p, WIDTH - EDGE, EDGE + 16, today.isoformat(), soft, "small", anchor="end")
    y = _wrapped(p, EDGE + 24, rig.name, "title", 600) + 4
    y = _wrapped(p, y, made.why or tight_words(made, units), "text", 600) + 10
    p.save()
    p.translate(EDGE / 2, y)
    DayPicture(made, rig, WIDTH - EDGE, TALL).paint(p, PAPER)
    p.restore()
    y += TALL + 16
    for act in sorted(day.acts, key=lambda a: (a.start, a.lane)):
        if y > 960:
            break
        more = f", {units.show(act.distance, 'road')}" if act.kind == "drive" else ""
        more += f", {units.show(act.flow, 'flow')}" if act.kind == "fill" else ""
        write(p, EDGE, y, f"{clock(act.start)} to {clock(act.end)}", ink, "small", 600, True)
        write(p, EDGE + 110, y, f"{called(act)}{more}", ink, "small")
        y += 17
    p.setPen(QPen(PAPER.color("hairline"), 1.0))
    p.drawLine(QPointF(EDGE, y - 6), QPointF(WIDTH - EDGE, y - 6))
    y += 6
    for short in made.short[:3]:
        missing = f"and starves, {units.show(short.missing, 'volume')} short"
        y = _wrapped(p, y, f"{short.name} runs dry at {clock(short.at)} {missing}.", "small", 600) + 2
    names = tank_names(rig)
    drawn = {a: v - made.dumped[a] for a, v in made.used.items() if v - made.dumped[a] > 1e-5}
    used = [f"{units.show(v, 'volume')} out of {names[a]}" for a, v in drawn.items()]
    how = "By its lines as solved." if made.by_lines else "Flows as typed: no lines are drawn."
    y = _wrapped(p, y, f"Used: {', '.join(used) or 'nothing'}. {how}", "small", 400) + 2


def _wrapped(p: QPainter, y: float, words: str, step: str, weight: int) -> float:
    p.setFont(font(step, weight))
    p.setPen(PAPER.color("ink"))
    flags = int(Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextWordWrap)
    box = p.boundingRect(QRectF(EDGE, y, WIDTH - 2 * EDGE, 400), flags, words)
    p.drawText(box, flags, words)
    return float(box.bottom())
