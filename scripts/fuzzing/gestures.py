"""A person at random at the window: clicks, drags, wheel, keys, typed figures, steps, states, looks; then everything undone.

A case is a seed and a count; the document after undoing all of it is the one before, byte for byte.
"""

import random
import sys
from functools import cache
from typing import Any

from PyQt6.QtCore import QEvent, QMimeData, QPoint, QPointF, Qt
from PyQt6.QtGui import QDrag, QDragLeaveEvent, QDragMoveEvent, QDropEvent, QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QAbstractButton, QApplication, QComboBox, QFileDialog, QLineEdit, QListWidget, QWidget

from frelt.app.places import DEMOS, shipped
from frelt.formats.document import decode, encode
from frelt.paint.fonts import font
from frelt.ui.frame.actions import ACTIONS
from frelt.ui.frame.desk import ENTRY
from frelt.ui.frame.start import build
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window

EACH = 40  # gestures between two looks whether undo leads back
ASKING = (
    "open",
    "save",
    "save-as",
    "sheet",
    "drawing",
    "quit",
    "new",
    "recent",
    "demo",
    "recover",
    "keys",
    "row",
)  # ask for a file
KEYS = [Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Tab, Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_R, Qt.Key.Key_Delete, Qt.Key.Key_Space, Qt.Key.Key_X, Qt.Key.Key_M, Qt.Key.Key_G, Qt.Key.Key_L, Qt.Key.Key_V, Qt.Key.Key_C, Qt.Key.Key_W, Qt.Key.Key_K]  # fmt: skip
TEXTS = (
    "0",
    "5",
    "-3",
    "12 ft",
    "1e9",
    "x" * 90,
    "",
    "not rated",
    "3 m**9**9",
    "900 lb",
    "<img src=/dev/zero>",
    "½",
    "1,000",
    "25 %",
)
ERRORS: list[Any] = []


@cache
def _window() -> tuple[QApplication, Window]:
    app = QApplication.instance() or QApplication(["frelt"])
    assert isinstance(app, QApplication)
    app.setFont(font())
    window = build()
    for name in ("getSaveFileName", "getOpenFileName"):  # a person who thinks better of it
        setattr(QFileDialog, name, staticmethod(lambda *_, **__: ("", "")))
    QDrag.exec = lambda self, *_: Qt.DropAction.IgnoreAction  # type: ignore[method-assign, assignment]  # it would wait for a real hand
    sys.excepthook = lambda kind, error, trace: ERRORS.append((kind, error, trace))
    window.resize(1280, 800)
    window.show()
    QTest.qWaitForWindowExposed(window)
    return app, window


def make(rng: random.Random) -> bytes:
    """A seed."""
    return str(rng.randrange(10**9)).encode()


def run(data: bytes) -> str:
    """So many gestures on a demo rig, and back."""
    rng = random.Random(int(data))
    app, window = _window()
    ERRORS.clear()
    document = decode(shipped(f"demo/{rng.choice(DEMOS)}.frelt.json"))
    session = window.desk.session
    session.new(document)
    window.desk.show_state("worst")
    window.desk.go(rng.choice(list(Step)))
    _settle(app)
    before, log = encode(session.document), session.document.log
    for _ in range(EACH):
        _gesture(rng, window)
        _settle(app)
        if ERRORS:
            break
    window.bench.setFocus()
    while session.can_undo:
        window.desk.undo()
        _settle(app)
    for box in [w for w in app.topLevelWidgets() if w is not window and w.isVisible()]:
        box.close()
    _settle(app)
    if ERRORS:
        _, error, trace = ERRORS[0]
        raise error.with_traceback(trace)
    assert session.document.log == log
    assert encode(session.document) == before, "undoing everything does not lead back"
    return "gestures"


def _settle(app: QApplication) -> None:
    """What an event loop does after each event: what was to be deleted later is gone before the next gesture."""
    app.processEvents()
    app.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
    app.processEvents()


def _gesture(rng: random.Random, window: Window) -> None:
    what = rng.random()
    bench = window.bench
    if what < 0.24:
        _drag(rng, bench)
    elif what < 0.28:
        _carry(rng, window)
    elif what < 0.30:
        QTest.mouseClick(window.verdict, Qt.MouseButton.LeftButton, pos=QPoint(rng.randrange(20, 600), 30))
    elif what < 0.38:
        _wheel(rng, bench)
    elif what < 0.52:
        QTest.keyClick(
            bench,
            rng.choice(KEYS),
            rng.choice(
                (Qt.KeyboardModifier.NoModifier, Qt.KeyboardModifier.ShiftModifier, Qt.KeyboardModifier.ControlModifier)
            ),
        )
    elif what < 0.62:
        action = rng.choice([a for a in ACTIONS if a.run and a.id not in ASKING and not a.run.endswith("_menu")])
        window.menus.fill()
        window.menus.actions[action.id].trigger()
    elif what < 0.70:
        window.desk.go(rng.choice(list(Step)))
    elif what < 0.76:
        states = [s.id for s in window.desk.rig.states] if window.desk.rig is not None else []
        window.desk.show_state(rng.choice(["worst", *states]))
    elif what < 0.80:
        rng.choice((window.desk.undo, window.desk.redo))()
    else:
        _in_column(rng, window)


def _point(rng: random.Random, widget: QWidget) -> QPoint:
    return QPoint(rng.randrange(max(widget.width(), 1)), rng.randrange(max(widget.height(), 1)))


def _drag(rng: random.Random, widget: QWidget) -> None:
    left, at = Qt.MouseButton.LeftButton, _point(rng, widget)
    modifier = rng.choice(
        (Qt.KeyboardModifier.NoModifier,) * 4 + (Qt.KeyboardModifier.ShiftModifier, Qt.KeyboardModifier.AltModifier)
    )
    QTest.mousePress(widget, left, modifier, at)
    for _ in range(rng.randint(0, 4)):
        at = QPoint(at.x() + rng.randint(-120, 120), at.y() + rng.randint(-60, 60))
        QTest.mouseMove(widget, at)
        QApplication.processEvents()
        if rng.random() < 0.05:
            QTest.keyClick(widget, Qt.Key.Key_Escape)
    QTest.mouseRelease(widget, left, modifier, at)


def _carry(rng: random.Random, window: Window) -> None:
    """An entry of the catalog over the drawings, let go there or not."""
    bench, entries = window.bench, window.desk.library.entries()
    data = QMimeData()
    data.setData(ENTRY, rng.choice(entries).item.id.encode())
    left, none = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    at = _point(rng, bench)
    for _ in range(rng.randint(1, 4)):
        bench.dragMoveEvent(QDragMoveEvent(at, Qt.DropAction.CopyAction, data, left, none))
        QApplication.processEvents()
        at = QPoint(at.x() + rng.randint(-90, 90), at.y() + rng.randint(-50, 50))
    if rng.random() < 0.6:
        bench.dropEvent(QDropEvent(QPointF(at), Qt.DropAction.CopyAction, data, left, none))
    else:
        bench.dragLeaveEvent(QDragLeaveEvent())


def _wheel(rng: random.Random, widget: QWidget) -> None:
    at = QPointF(_point(rng, widget))
    event = QWheelEvent(at, widget.mapToGlobal(at), QPoint(), QPoint(0, rng.choice((-240, 120, 480))), Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False)  # fmt: skip
    QApplication.sendEvent(widget, event)


def _in_column(rng: random.Random, window: Window) -> None:
    """Something in what the step offers at the right, or in the strip and the tubes below."""
    holder = rng.choice((window.right, window.right, window.strip))
    found = [w for w in holder.findChildren(QWidget) if w.isVisible() and w.isEnabled()]
    lines = [w for w in found if isinstance(w, QLineEdit)]
    boxes = [w for w in found if isinstance(w, QComboBox)]
    buttons = [w for w in found if isinstance(w, QAbstractButton) and "…" not in w.text()]
    lists = [w for w in found if isinstance(w, QListWidget) and w.count()]
    kinds = [k for k in (lines, boxes, buttons, lists, found) if k]
    if not kinds:
        return
    widget = rng.choice(rng.choice(kinds))
    if isinstance(widget, QLineEdit):
        widget.setFocus()
        widget.selectAll()
        QTest.keyClicks(widget, rng.choice(TEXTS))
        QTest.keyClick(widget, Qt.Key.Key_Return)
    elif isinstance(widget, QComboBox) and widget.count():
        widget.setCurrentIndex(rng.randrange(widget.count()))
        widget.activated.emit(widget.currentIndex())
    elif isinstance(widget, QAbstractButton):
        widget.click()
    elif isinstance(widget, QListWidget) and widget.count():
        widget.setCurrentRow(rng.randrange(widget.count()))
        QTest.keyClick(widget, Qt.Key.Key_Return)
    elif not widget.findChildren(QAbstractButton):
        _drag(rng, widget)


ending = ".txt"
