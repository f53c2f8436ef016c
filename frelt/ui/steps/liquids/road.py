"""The most that may travel: a cap for every tank, what holds it back and the order of filling."""

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QPaintEvent, QPen
from PyQt6.QtWidgets import QCheckBox, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from ....core.base.text import duration, joined, uncapital
from ....core.base.value import FreltError
from ....core.liquids.fill_order import fill_order
from ....core.liquids.own_ranges import which_question
from ....core.liquids.road_caps import road_caps
from ....core.liquids.road_fill import Aim, Cap, RoadFill, fill_marks, rounded, with_road_fill
from ....core.liquids.road_words import not_rated_words, why_not_proved
from ....core.model.tank_names import tank_names
from ....core.solve import Solved, solve
from ....paint import fonts
from ....paint.painter import write
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...frame.painting import painter_on
from ...widgets.fields import heading, prose
from ...widgets.mannered import Options
from ...widgets.text import tip
from .drain import DrainPart

ROW = 46
ROAD = "road fill"  # the job that looks for it


class CapRows(QWidget):
    """A row for each tank: its cap as a line on a lying tube, the amount, and the price of one more."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.caps: tuple[Cap, ...] = ()
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def show_caps(self, caps: tuple[Cap, ...]) -> None:
        """Show some caps."""
        self.caps = caps
        self.setFixedHeight(max(ROW * len(caps), 1))
        self.setAccessibleName("; ".join(f"{c.tank.name}: {self.words(c)[0]}" for c in caps))
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(258, ROW * len(self.caps))

    def words(self, cap: Cap) -> tuple[str, str]:
        """How much, and what one more takes."""
        units, whole = self.desk.units, cap.tank.part.capacity.value
        amount = units.show(whole * rounded(cap, units.measure), "volume")
        if cap.full:
            return f"full, {amount}", ""
        one = "gallon" if units.volume == "gal" else "liter"
        price = f"one more {one} takes {cap.price:.2f} of the others" if cap.price is not None else f"not one {one} more"
        return f"{amount} of {units.show(whole, 'volume')}", price

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme = self.desk.theme
        with painter_on(self) as p:
            for n, cap in enumerate(self.caps):
                y = n * ROW
                amount, price = self.words(cap)
                edge = theme.color(f"{cap.tank.part.liquid.tint}_edge")
                room = self.width() - fonts.metrics("text", 600, True).horizontalAdvance(amount) - 10
                name = fonts.wrap(cap.tank.name, room)[0]
                write(p, 0, y + 13, name, edge, "small", 600, True)
                write(p, self.width(), y + 13, amount, theme.color("ink"), "text", 600, True, "end")
                box = QRectF(0, y + 19, self.width() - 2, 6)
                p.setPen(QPen(theme.color("hairline"), 1.0))
                p.setBrush(theme.color("field"))
                p.drawRoundedRect(box, 3, 3)
                p.setPen(Qt.PenStyle.NoPen)
                p.setBrush(theme.color(cap.tank.part.liquid.tint))
                p.drawRoundedRect(QRectF(box.left(), box.top(), box.width() * cap.fill, box.height()), 3, 3)
                p.setPen(QPen(theme.color("ok" if cap.full else "hand"), 2.4))
                x = box.left() + box.width() * cap.fill
                p.drawLine(QPointF(x, box.top() - 3), QPointF(x, box.bottom() + 3))
                if price:
                    write(p, 0, y + 37, price, theme.color("soft"), "small", 400, True)


def unread_words(found: RoadFill) -> str:
    """Which plates are unread and how many, with a space before it; nothing where all are read."""
    if not found.unread:
        return ""
    names = joined([uncapital(u.subject) for u in found.unread])
    one = len(found.unread) == 1
    return f" {len(found.unread)} {'plate that bears' if one else 'plates that bear'} on the road {'is' if one else 'are'} unread: {names}."


class RoadPart(QWidget):
    """What may travel, worked out anew when the rig changes."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.found: RoadFill | None = None
        self.order: tuple[str, ...] | None = None
        self._for: tuple[object, ...] = ()
        self.aim = Options()
        self.aim.setAccessibleName("What should be most")
        self.aim.activated.connect(lambda _: self.refresh())
        self.exact = QCheckBox("Good at one exact fill only")
        tip(self.exact, "More may fit, but only at exactly these fills: nothing is said of a tank that is drawn down")
        self.exact.clicked.connect(self.refresh)
        self.rows = CapRows(desk)
        self.words = prose("")
        self.put = QPushButton("Set the road ranges to this")
        self.put.clicked.connect(self._put)
        self.placard = QPushButton("Write the placard (PDF) …")
        self.drain = DrainPart(desk)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        for widget in (
            heading("The most that may travel"),
            self.aim,
            self.exact,
            self.rows,
            self.words,
            self.put,
            self.placard,
            self.drain,
        ):
            box.addWidget(widget)
        box.addStretch(1)

    # the search

    def refresh(self) -> None:
        """Look again, unless it was looked for already."""
        solved = self.desk.session.solved
        self._fill_lists(solved)
        self.drain.refresh()
        if solved is None or self.desk.dragging:
            return
        wanted = (solved, self.aim.currentData(), self.exact.isChecked())
        if len(self._for) == 3 and self._for[0] is solved and self._for[1:] == wanted[1:]:
            self._show()
            return
        self._for = wanted
        kind, _, address = str(self.aim.currentData() or "liquid").partition(":")
        aim: Aim = "hours" if kind == "hours" else "priority" if kind == "first" else "liquid"
        exact, first = self.exact.isChecked(), (address,) if address else ()

        def look(_: Running) -> tuple[RoadFill, tuple[str, ...] | None]:
            own = solve(solved.rig)
            found = road_caps(own, aim=aim, priority=first, exact=exact)
            try:
                return found, fill_order(own, found.shown)
            except FreltError:
                return found, None

        self.desk.jobs.start(ROAD, look, lambda found: self._arrived(*found, exact))

    def _arrived(self, found: RoadFill, order: tuple[str, ...] | None, exact: bool) -> None:
        self.found, self.order = found, order
        measure = self.desk.units.measure
        self.desk.caps = {} if exact or not found.caps else fill_marks(found, measure)
        self._show()

    def _fill_lists(self, solved: Solved | None) -> None:
        names = tank_names(solved.rig) if solved is not None else {}
        listed = [("Most liquid", "liquid"), ("Most hours of work", "hours")]
        if solved is not None:
            own = [a for a, i, t in solved.rig.tanks() if not i.built_in and not t.liquid.is_fuel]
            listed += [(f"{names[a]} first", f"first:{a}") for a in own]
        if [self.aim.itemText(i) for i in range(self.aim.count())] != [w for w, _ in listed]:
            now = self.aim.currentData()
            self.aim.clear()
            for words, data in listed:
                self.aim.addItem(words, data)
            self.aim.setCurrentIndex(max(self.aim.findData(now), 0))

    def _show(self) -> None:
        found = self.found
        self.rows.show_caps(found.shown if found is not None else ())
        good = found is not None and bool(found.caps)
        self.put.setEnabled(good and found is not None and not found.exact)
        self.placard.setVisible(found is None or not found.exact)
        draft = found is not None and not found.exact and bool(found.shown) and not found.proved
        self.placard.setEnabled(draft or (found is not None and found.proved))
        self.placard.setText("Write a draft of the placard (PDF) …" if draft else "Write the placard (PDF) …")
        tip(self.words, "\n".join(f"{u.subject}: {u.where}" for u in found.unread) if found is not None else "")
        if found is None:
            self.words.setText("")
            return
        if not good:
            on_paper = " What stands here holds on paper only." if found.shown else ""
            why = "".join(f" {w}" for w in why_not_proved(found))
            self.words.setText(f"Nothing may travel: {found.why}.{on_paper}{why}{unread_words(found)}")
            return
        said = [f"Held back by: {joined([uncapital(b) for b in found.binding[:3]])}." if found.binding else "All may be full."]
        if found.exact:
            said.append("Good at exactly these fills; a tank that is drawn down may be wrong, so there is no placard.")
        else:
            said.append("Every fill up to these is right, with reserve and ±." if found.proved else "Not proved yet.")
            said += why_not_proved(found)
            said.append(not_rated_words(found) if not found.bare else "")
            solved = self.desk.session.solved
            said.append(which_question(solved, found) if solved is not None else "")
        if found.tight:
            said.append(f"Tight even drawn down, so weigh it: {joined([uncapital(t) for t in found.tight[:3]])}.")
        said.append(self.order_words())
        if found.hours:
            said.append(f"With everything running the scarcest liquid lasts {duration(found.hours)}.")
        paper = found.paper
        if paper is not None and paper.volume > found.volume + self.desk.units.measure:
            said.append(f"On paper, with nothing to spare, {self.desk.units.show(paper.volume, 'volume')} in all.")
        self.words.setText(" ".join(s for s in said if s) + unread_words(found))

    def order_words(self) -> str:
        """In which order the tanks are filled."""
        if self.found is None:
            return ""
        from ....paint.placard import order_words

        return order_words(self.found, self.order)

    def _put(self) -> None:
        if self.found is not None and self.found.caps:
            caps, measure = self.found.caps, self.desk.units.measure
            self.desk.edit(lambda r: with_road_fill(r, caps, measure), "road ranges set to the road fill")
