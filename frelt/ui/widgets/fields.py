"""Fields in which figures are typed with units, refused in place with an example of what is understood."""

from collections.abc import Callable
from functools import cache, cached_property
from typing import Any

from PyQt6.QtCore import QSignalBlocker, Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent
from PyQt6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from ...core.base.figure import Figure, Source
from ...core.base.text import capital
from ...core.base.typed import NotUnderstood, read
from ...core.base.units import Quantity, Units
from ...core.base.value import FreltError
from .bubble import Bubble
from .dressed import dress
from .mannered import Entry, Options
from .text import Words, tip

NO_PLATE = "no plate says 0: type “not rated” where there is none, or clear the field while it is unread"
SOURCES: tuple[tuple[Source, str], ...] = (
    ("weighed", "weighed"),
    ("measured", "measured"),
    ("maker", "maker's"),
    ("plate", "plate"),
    ("estimate", "estimate"),
)


def convert(number: float, unit: str, to: str) -> float:
    """Any other unit, through the units library, which is loaded when first needed."""
    return float(_registry().Quantity(number, unit).to(to).magnitude)


@cache
def _registry() -> Any:
    import pint

    return pint.UnitRegistry()


class _Edit(Entry):
    focused = pyqtSignal(bool)
    _by_mouse = False

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        super().focusInEvent(event)
        self.focused.emit(True)
        self._by_mouse = event is not None and event.reason() == Qt.FocusReason.MouseFocusReason
        self.selectAll()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """The click that brings one here takes the whole figure; the next one sets the caret."""
        super().mouseReleaseEvent(event)
        if self._by_mouse and not self.hasSelectedText():
            self.selectAll()
        self._by_mouse = False

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        super().focusOutEvent(event)
        self.focused.emit(False)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() == Qt.Key.Key_Escape:
            self.undo_all()
            event.accept()
            return
        super().keyPressEvent(event)

    def undo_all(self) -> None:
        """Back to what stood there."""
        self.setText(self.property("shown") or "")
        self.setModified(True)
        self.editingFinished.emit()
        self.clearFocus()


class Field(QWidget):
    """A label and a line; beside it, when what was typed is refused, why and how to type it.

    take: called with the text; raises NotUnderstood or FreltError to refuse it.
    """

    focused = pyqtSignal(bool)

    def __init__(self, label: str, take: Callable[[str], None], name: str = "") -> None:
        super().__init__()
        self._take = take
        self.label = Words(label)
        self.label.setWordWrap(True)
        self.edit = _Edit()
        self.edit.setObjectName(name)
        self.edit.setAccessibleName(label)
        self.edit.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.edit.setFixedWidth(104)
        self.edit.editingFinished.connect(self._finished)
        self.edit.focused.connect(self.focused)
        self._refused = ""
        self.label.setBuddy(self.edit)
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(2)
        grid.addWidget(self.label, 0, 0)
        grid.addWidget(self.edit, 0, 1)
        grid.setColumnStretch(0, 1)

    @cached_property
    def error(self) -> Bubble:
        """Why what was typed is refused; made when something is."""
        return Bubble(self)

    def show_text(self, text: str, hint: str = "") -> None:
        """Show a value; what is being typed is left alone."""
        self.edit.setPlaceholderText(hint)
        if self.edit.hasFocus() and self.edit.isModified():
            return
        with QSignalBlocker(self.edit):
            self.edit.setProperty("shown", text)
            self.edit.setText(text)
            self.edit.setModified(False)
        self.refuse("")

    def refuse(self, why: str) -> None:
        """Say in place why the entry is refused, or nothing."""
        if why == self._refused:
            return
        self._refused = why
        self.error.say(why)
        dress(self.edit, "refused", bool(why))

    def _finished(self) -> None:
        if not self.edit.isModified():
            return
        text = self.edit.text()
        if text == self.edit.property("shown"):
            self.edit.setModified(False)
            self.refuse("")
            return
        self.edit.setModified(False)  # so that what comes of it is shown as the program writes it
        try:
            self._take(text)
        except (NotUnderstood, FreltError) as err:
            self.edit.setModified(True)
            self.refuse(f"{capital(str(err))}.")
            return
        self.refuse("")


class FigureField(Field):
    """A field for one figure of a quantity. set_value is called with SI units; empty text is `none` if allowed.

    no_zero: why 0 is refused, where it means nothing.
    """

    def __init__(
        self,
        label: str,
        quantity: Quantity,
        units: Callable[[], Units],
        set_value: Callable[[float | None], None],
        *,
        low: float = 0.0,
        high: float = 1e6,
        may_be_empty: bool = False,
        name: str = "",
        no_zero: str = "",
    ) -> None:
        super().__init__(label, self._read, name)
        self.quantity, self._units, self._set = quantity, units, set_value
        self._low, self._high, self._may_be_empty, self._no_zero = low, high, may_be_empty, no_zero
        self.answers: dict[str, Callable[[], None]] = {}  # words that are understood beside figures

    def show_value(self, value: float | None, hint: str = "") -> None:
        """Show a figure in the reader's units."""
        self.show_text("" if value is None else self._units().show(value, self.quantity), hint)

    def _read(self, text: str) -> None:
        if not text.strip() and self._may_be_empty:
            self._set(None)
            return
        if self.answers and text.strip().lower() in self.answers:
            self.answers[text.strip().lower()]()
            return
        value = read(text, self.quantity, self._units(), convert)
        if value == 0 and self._no_zero:
            raise FreltError(self._no_zero)
        if not self._low <= value <= self._high:
            units = self._units()
            low, high = units.show(self._low, self.quantity), units.show(self._high, self.quantity)
            raise FreltError(f"{units.show(value, self.quantity)} is outside {low} to {high}")
        self._set(value)


class SourceRow(QWidget):
    """± and source of a figure, in one quiet row."""

    def __init__(
        self, quantity: Quantity, units: Callable[[], Units], set_figure: Callable[[float, Source], None], name: str
    ) -> None:
        super().__init__()
        self._units, self.quantity, self._set = units, quantity, set_figure
        self._pm = 0.0
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.source = Options()
        self.source.setObjectName(f"{name}-source")
        self.source.setAccessibleName("source of the figure")
        for key, words in SOURCES:
            self.source.addItem(words, key)
        self.source.activated.connect(lambda _: self._set(self._pm, self.source.currentData()))
        self.pm = FigureField("±", quantity, units, self._pm_typed, name=f"{name}-pm")
        self.pm.edit.setFixedWidth(78)
        self.pm.edit.setAccessibleName("plus or minus")
        self.pm.setSizePolicy(QSizePolicy.Policy.Maximum, QSizePolicy.Policy.Preferred)
        row.addWidget(self.source, 1)
        row.addWidget(self.pm)

    def _pm_typed(self, value: float | None) -> None:
        self._set(value or 0.0, self.source.currentData())

    def show_figure(self, figure: Figure) -> None:
        """Show where a figure comes from."""
        self._pm = figure.plus_minus
        with QSignalBlocker(self.source):
            self.source.setCurrentIndex(next(i for i, s in enumerate(SOURCES) if s[0] == figure.source))
        self.pm.show_value(figure.plus_minus)
        tip(self, figure.note)


def column(*widgets: QWidget, spacing: int = 6) -> QVBoxLayout:
    """Widgets one below the other without margins."""
    box = QVBoxLayout()
    box.setContentsMargins(0, 0, 0, 0)
    box.setSpacing(spacing)
    for w in widgets:
        box.addWidget(w)
    return box


def heading(words: str) -> QLabel:
    """A quiet heading in capitals."""
    label = Words(words.upper())
    label.setObjectName("heading")
    return label


def title(words: str = "") -> QLabel:
    """The name of what a page is about."""
    label = Words(words)
    label.setObjectName("title")
    label.setWordWrap(True)
    return label


def prose(words: str) -> QLabel:
    """A sentence or two in a column."""
    label = Words(words)
    label.setObjectName("prose")
    label.setWordWrap(True)
    return label


def link(words: str, done: Callable[[], object]) -> QPushButton:
    """A quiet button that reads like a link."""
    button = QPushButton(words)
    button.setObjectName("link")
    button.clicked.connect(lambda: done())
    return button
