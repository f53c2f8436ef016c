"""What the page of a step scrolls in."""

from PyQt6.QtCore import QEvent, QObject, QPoint, Qt
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import QApplication, QComboBox, QLabel, QLineEdit, QListWidget, QScrollArea, QWidget

TAB = Qt.FocusPolicy.TabFocus


class _Scroller(QScrollArea):
    """Gives its page the height that its wrapped lines take at this width: Qt would press them together first."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Page down and up go to the first field below the next heading, or the one before."""
        if event is not None and event.key() in (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp) and not event.modifiers():
            self._to_heading(1 if event.key() == Qt.Key.Key_PageDown else -1)
        else:
            super().keyPressEvent(event)

    def _to_heading(self, way: int) -> None:
        page, now = self.widget(), QApplication.focusWidget()
        if page is None:
            return
        heads = sorted(_top(h, page) for h in page.findChildren(QLabel, "heading") if h.isVisible())
        listed = ((_top(w, page), n, w) for n, w in enumerate(page.findChildren(QWidget)) if w.isVisible() and _is_field(w))
        fields = sorted(listed, key=lambda f: f[:2])
        first: dict[int, QWidget] = {}  # of every heading that has fields, by how far down it is
        for low, high in zip(heads, [*heads[1:], page.height()], strict=True):
            own = next((w for top, _, w in fields if low <= top < high), None)
            if own is not None:
                first[low] = own
        here = _top(now, page) if now is not None and page.isAncestorOf(now) else -1
        starts = list(first)
        at = sum(h <= here for h in starts) - 1 + way
        if 0 <= at < len(starts):
            first[starts[at]].setFocus(Qt.FocusReason.TabFocusReason)
            self.ensureWidgetVisible(first[starts[at]], 0, 60)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if watched is self.widget() and event is not None and event.type() == QEvent.Type.LayoutRequest:
            self._heighten()
        return super().eventFilter(watched, event)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._heighten()

    def _heighten(self) -> None:
        page, view = self.widget(), self.viewport()
        layout = page.layout() if page is not None else None
        if page is not None and view is not None and layout is not None and layout.hasHeightForWidth():
            needed = layout.minimumHeightForWidth(view.width())
            if page.minimumHeight() != needed:
                page.setMinimumHeight(needed)


def _top(widget: QWidget, page: QWidget) -> int:
    return widget.mapTo(page, QPoint(0, 0)).y()


def _is_field(widget: QWidget) -> bool:
    return widget.isEnabled() and bool(widget.focusPolicy() & TAB) and isinstance(widget, QLineEdit | QListWidget | QComboBox)


def scrolling(page: QWidget) -> QScrollArea:
    """What a page scrolls in, the page inside it."""
    page.setObjectName("page")
    page.setContentsMargins(16, 14, 14, 12)
    area = _Scroller()
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setWidget(page)
    page.installEventFilter(area)
    area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    bar = area.verticalScrollBar()
    assert bar is not None
    bar.rangeChanged.connect(lambda: keep_in_sight(area))  # a page just made gets its height later
    return area


def keep_in_sight(area: QScrollArea) -> None:
    """Scroll so that the field with the keys is seen, if it is on this page."""
    page, field = area.widget(), QApplication.focusWidget()
    if page is not None and field is not None and page.isAncestorOf(field):
        area.ensureWidgetVisible(field, 0, 60)
