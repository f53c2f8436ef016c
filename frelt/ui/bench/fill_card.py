"""The figures of one tank in one state, typed: what is in it, and the range in which every fill is judged."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QPoint, QRectF, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QApplication, QFrame, QWidget

from ...core.base.text import capital
from ...core.base.typed import read
from ...core.base.value import FreltError
from ...core.edit.states import set_tank_fill
from ...core.liquid.vessels import vessels_of
from ...core.model.state import FillRange
from ..frame.desk import Desk
from ..widgets.fields import Field, column, heading
from .tube import Tube

WIDE = 250


class FillCard(QFrame):
    """Opened beside the tubes by a click on a figure, by Return or by typing. Amounts or shares: `60 gal`, `25 %`, `full`."""

    def __init__(self, desk: Desk, tubes: QWidget) -> None:
        super().__init__(tubes.window())
        self.desk, self._tubes = desk, tubes
        self._tube: Tube | None = None
        self.setObjectName("figure-card")
        self.setAutoFillBackground(True)
        self.setFixedWidth(WIDE)
        self.heading = heading("")
        self.now = Field("In it", lambda text: self._typed("now", text), "fill-now")
        self.low = Field("Judged from", lambda text: self._typed("low", text), "fill-low")
        self.high = Field("to", lambda text: self._typed("high", text), "fill-high")
        box = column(self.heading, self.now, self.low, self.high)
        box.setContentsMargins(12, 10, 12, 10)
        self.setLayout(box)
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        app.focusChanged.connect(self._left)
        desk.state_changed.connect(self.hide)
        desk.changed.connect(self._refresh)
        self.hide()

    def ask(self, tube: Tube, first: str = "") -> None:
        """Open for a tank in the state shown. first: what was typed to open it."""
        self._tube = tube
        self.heading.setText(f"{tube.name}, {self.desk.units.show(tube.tank.capacity.value, 'volume')}".upper())
        self._refresh()
        c = self.desk.theme.palette
        self.setStyleSheet(f"#figure-card {{ background: {c.field}; border: 2px solid {c.hand}; border-radius: 5px; }}")
        self.adjustSize()
        window = self.parentWidget()
        assert window is not None
        at = self._tubes.mapTo(window, QRectF(tube.box).center().toPoint())
        left = self._tubes.mapTo(window, QPoint(0, 0)).x() - self.width() - 10
        self.move(max(left, 4), min(max(at.y() - self.height() // 2, 4), window.height() - self.height() - 4))
        self.show()
        self.raise_()
        self.now.edit.setFocus()
        self.now.edit.selectAll()
        if first:
            self.now.edit.setText(first)
            self.now.edit.setModified(True)

    def _fill(self) -> FillRange | None:
        rig, state = self.desk.session.rig, self.desk.state
        if rig is None or state is None or self._tube is None:
            return None
        return vessels_of(rig).own(state).get(self._tube.address)

    def _refresh(self) -> None:
        fill = self._fill() if not self.isHidden() or self._tube is not None else None
        if fill is None or self._tube is None:
            self.hide()
            return
        whole, units = self._tube.tank.capacity.value, self.desk.units
        for field, share in ((self.now, fill.shown), (self.low, fill.low), (self.high, fill.high)):
            field.show_text(units.show(whole * share, "volume"))

    def _typed(self, part: str, text: str) -> None:
        fill, tube, state = self._fill(), self._tube, self.desk.state
        if fill is None or tube is None or state is None:
            return
        share = self._share(text, tube)
        if part == "now":
            new = FillRange(low=min(fill.low, share), high=max(fill.high, share), now=share)
        elif part == "high":
            new = replace(fill, high=share, low=min(fill.low, share), now=None if fill.now is None else min(fill.now, share))
        else:
            new = replace(fill, low=share, high=max(fill.high, share), now=None if fill.now is None else max(fill.now, share))
        address = tube.address
        self.desk.edit(lambda r: set_tank_fill(r, state.id, address, new), f"fill of {tube.name} typed")

    def _share(self, text: str, tube: Tube) -> float:
        """What was typed as a share of the tank. Raises NotUnderstood, or FreltError where it holds less."""
        words: dict[str, Callable[[], float]] = {"full": lambda: 1.0, "empty": lambda: 0.0, "half": lambda: 0.5}
        if text.strip().lower() in words:
            return words[text.strip().lower()]()
        whole, units = tube.tank.capacity.value, self.desk.units
        share = read(text, "share", units) if "%" in text else read(text, "volume", units) / whole
        if not -1e-9 <= share <= 1.0 + 1e-3:
            most = units.show(whole, "volume")
            raise FreltError(f"{capital(text.strip())} is outside 0 to {most}, which is all it holds")
        return min(max(share, 0.0), 1.0)

    def _left(self, _: QWidget | None, now: QWidget | None) -> None:
        """Closed when the keys go elsewhere in the window."""
        if self.isVisible() and now is not None and now is not self and not self.isAncestorOf(now):
            self.hide()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() in (Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.hide()
            self._tubes.setFocus()
        else:
            super().keyPressEvent(event)
