"""Two tanks against each other: where both fills may be, which limit ends it at each edge, and today's point to be dragged."""

from PyQt6.QtCore import QPointF, QRectF, QSignalBlocker, QSize, Qt
from PyQt6.QtGui import QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QSizePolicy, QVBoxLayout, QWidget

from ....core.base.text import capital
from ....core.edit.states import fill_shown
from ....core.liquid.vessels import vessels_of
from ....core.liquids.two_tanks import Region, two_tanks
from ....core.model.tank_names import tank_names
from ....paint import fonts
from ....paint.painter import write
from ...frame.desk import WORST, Desk
from ...frame.painting import painter_on
from ...widgets.fields import heading, prose
from ...widgets.mannered import Options

LEFT, BOTTOM, TOP = 34.0, 34.0, 10.0


class TankMap(QWidget):
    """The map itself. Press and drag: the fills shown of both tanks follow."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.addresses = ("", "")
        self.region: Region | None = None
        self._held = False
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(250)
        self.setAccessibleName("Fills of two tanks against each other")

    def sizeHint(self) -> QSize:
        return QSize(258, 250)

    @property
    def box(self) -> QRectF:
        """Where the fills from empty to full are drawn."""
        side = min(self.width() - LEFT - 6, self.height() - BOTTOM - TOP)
        return QRectF(LEFT, TOP, side, side)

    def spot(self, a: float, b: float) -> QPointF:
        """The pixel of two fills, shares."""
        box = self.box
        return QPointF(box.left() + a * box.width(), box.bottom() - b * box.height())

    def shown(self) -> tuple[float, float] | None:
        """Both fills as the state shows them."""
        rig, state = self.desk.rig, self.desk.state
        if rig is None or state is None:
            return None
        tanks = {a: t for a, _, t in rig.tanks()}
        if any(a not in tanks for a in self.addresses):
            return None
        own = vessels_of(rig).shown(state)
        a, b = (self.desk.fills.get(x, own[x]) for x in self.addresses)
        return a, b

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme, region, box = self.desk.theme, self.region, self.box
        with painter_on(self) as p:
            p.fillRect(box, theme.color("field"))
            if region is not None and region.corners:
                points = QPolygonF([self.spot(*c) for c, _ in region.corners])
                p.setPen(Qt.PenStyle.NoPen)
                p.setBrush(theme.faded("ok", 0.22))
                p.drawPolygon(points)
                self._edges(p, region)
            p.setPen(QPen(theme.color("soft"), 1.0))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawRect(box)
            self._axes(p)
            at = self.shown()
            if at is not None:
                good = region is not None and region.holds(*at)
                spot = self.spot(*at)
                p.setPen(QPen(theme.color("hand"), 1.2, Qt.PenStyle.DashLine))
                p.drawLine(QPointF(box.left(), spot.y()), spot)
                p.drawLine(QPointF(spot.x(), box.bottom()), spot)
                p.setPen(QPen(theme.color("sheet"), 2.0))
                p.setBrush(theme.color("hand" if good else "over"))
                p.drawEllipse(spot, 7, 7)

    def _edges(self, p: QPainter, region: Region) -> None:
        """Each edge that a limit sets, with its number."""
        theme, box = self.desk.theme, self.box
        numbers = {name: n + 1 for n, name in enumerate(region.limits)}
        tagged: set[str] = set()
        for n, (corner, name) in enumerate(region.corners):
            if not name:
                continue
            a, b = self.spot(*corner), self.spot(*region.corners[(n + 1) % len(region.corners)][0])
            p.setPen(QPen(theme.color("over"), 2.4))
            p.drawLine(a, b)
            if name not in tagged:
                tagged.add(name)
                mid = (a + b) / 2
                mid = QPointF(
                    min(max(mid.x(), box.left() + 10), box.right() - 10), min(max(mid.y(), box.top() + 10), box.bottom() - 10)
                )
                p.setPen(QPen(theme.color("over"), 1.4))
                p.setBrush(theme.color("sheet"))
                p.drawEllipse(mid, 9, 9)
                write(p, mid.x(), mid.y() + 5, str(numbers[name]), theme.color("over"), "small", 600, True, "middle")

    def _axes(self, p: QPainter) -> None:
        theme, box, rig = self.desk.theme, self.box, self.desk.rig
        names = tank_names(rig) if rig is not None else {}
        known = {a: (names[a], t) for a, _, t in rig.tanks()} if rig is not None else {}
        for n, address in enumerate(self.addresses):
            if address not in known:
                continue
            name, tank = known[address]
            edge = theme.color(f"{tank.liquid.tint}_edge")
            words = f"{name}, 0 to {self.desk.units.show(tank.capacity.value, 'volume')}"
            if n == 0:
                line = fonts.wrap(words, box.width())[0]
                write(p, box.left(), box.bottom() + 16, line, edge, "small", 600, True)
            else:
                p.save()
                p.translate(box.left() - 10, box.bottom())
                p.rotate(-90)
                write(p, 0, 0, fonts.wrap(words, box.height())[0], edge, "small", 600, True)
                p.restore()

    # mouse

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if event.button() == Qt.MouseButton.LeftButton and self.box.adjusted(-8, -8, 8, 8).contains(event.position()):
            state = self.desk.state
            if self.desk.state_id == WORST and state is not None:
                self.desk.show_state(state.id)
            self._held = True
            self._drag(event.position())

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if self._held:
            self._drag(event.position())

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        if self._held:
            self._held = False
            self.desk.settle("fills of two tanks changed")

    def _drag(self, at: QPointF) -> None:
        rig, state, box = self.desk.session.rig, self.desk.state, self.box
        if rig is None or state is None:
            return
        fills = ((at.x() - box.left()) / box.width(), (box.bottom() - at.y()) / box.height())
        for address, fill in zip(self.addresses, fills, strict=True):
            rig = fill_shown(rig, state.id, address, fill, self.desk.units.measure)
        self.desk.attempt(rig)


class TwoTanksPart(QWidget):
    """The map of two tanks that are chosen."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.across, self.up = Options(), Options()
        for box, words in ((self.across, "Tank along the bottom"), (self.up, "Tank along the side")):
            box.setAccessibleName(words)
            box.activated.connect(lambda _: self._show())
        self.map = TankMap(desk)
        self.words = prose("")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        for widget in (heading("Two tanks against each other"), self.across, self.up, self.map, self.words):
            layout.addWidget(widget)
        layout.addStretch(1)

    def refresh(self) -> None:
        """Show the tanks there are, and their map."""
        rig = self.desk.rig
        listed = [(n, a) for a, n in tank_names(rig).items()] if rig is not None else []
        for n, box in enumerate((self.across, self.up)):
            if [box.itemData(k) for k in range(box.count())] != [a for _, a in listed]:
                now = box.currentData()
                with QSignalBlocker(box):
                    box.clear()
                    for words, data in listed:
                        box.addItem(words, data)
                    at = box.findData(now)
                    box.setCurrentIndex(at if at >= 0 else min(n, len(listed) - 1))
        self._show()

    def _show(self) -> None:
        solved, state = self.desk.solved, self.desk.state
        first, second = self.across.currentData() or "", self.up.currentData() or ""
        self.map.addresses = (first, second)
        self.map.region = None
        if solved is None or state is None or not first or first == second:
            self.words.setText("Choose two tanks." if solved is not None else "")
            self.map.update()
            return
        try:
            region = two_tanks(solved, solved.rig.state_number(state.id), first, second)
        except KeyError:  # joined tanks stand under the first of them
            self.words.setText("These two are joined, or one of them is: choose the first of the joined tanks.")
            self.map.update()
            return
        self.map.region = region
        self.map.update()
        said = [f"{n + 1}: {name}" for n, name in enumerate(region.limits)]
        if not region.corners:
            words = f"Nothing is left: {' and '.join(region.by)}."
        elif said:
            words = f"Shaded is right, whatever the others hold. Ended by {', '.join(said)}."
        else:
            words = "All of it is right, whatever the others hold."
        more = f" By {region.known} of {region.counted} limits." if region.known < region.counted else ""
        self.words.setText(f"{capital(words)} In “{state.name}”.{more}")
