"""Whoever hears the screen or sees no colors: every control has a name of its own, marks and strokes stand out, nothing moves by itself."""

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtGui import QFocusEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QAbstractScrollArea,
    QAbstractSpinBox,
    QApplication,
    QComboBox,
    QDialog,
    QLabel,
    QLineEdit,
    QListWidget,
    QPlainTextEdit,
    QScrollArea,
    QTableWidget,
    QWidget,
)

from frelt.app.stock import rule_sets
from frelt.drawing.styles import COLORS, STYLES
from frelt.paint.theme import THEMES
from frelt.ui.bench.bench import Bench
from frelt.ui.bench.tubes import SightTubes
from frelt.ui.frame.start import no_motion
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.widgets.mannered import Entry, Options
from tests.conftest import wide
from tests.paint.test_theme import contrast
from tests.ui.test_cause import Fresh, opened

CONTROLS = (QAbstractButton, QLineEdit, QComboBox, QListWidget, QTableWidget, QPlainTextEdit, Bench, SightTubes)


def named(widget: QWidget, buddies: dict[QWidget | None, str] | None = None) -> str:
    """The name that Qt's accessibility gives a control: its own, else its text, else that of the label it belongs to."""
    if widget.accessibleName():
        return widget.accessibleName()
    if isinstance(widget, QAbstractButton) and widget.text():
        return widget.text()
    return (labels_of(widget.window()) if buddies is None else buddies).get(widget, "")


def labels_of(window: QWidget | None) -> dict[QWidget | None, str]:
    return {label.buddy(): label.text() for label in window.findChildren(QLabel)} if window is not None else {}


def nameless(root: QWidget) -> list[str]:
    """Controls without a name, and those that are none of our own, which mind their manners."""
    found, buddies = [], labels_of(root.window())
    for kind in CONTROLS:
        for widget in root.findChildren(kind):
            above = widget.parentWidget()
            inner = isinstance(above, QComboBox | QAbstractSpinBox | QAbstractScrollArea) and not isinstance(above, QScrollArea)
            if inner or not widget.isVisible():
                continue
            about = f"{type(widget).__name__} {widget.objectName()} in {type(above).__name__}"
            if not named(widget, buddies) and widget.focusPolicy() != Qt.FocusPolicy.NoFocus:
                found.append(about)
            if isinstance(widget, QComboBox | QLineEdit) and not isinstance(widget, Options | Entry):
                found.append(f"{about}, without manners")
    return found


@pytest.mark.parametrize("name", wide("barn-closed", "tram-tray", share=1))
def test_every_control_of_every_step_has_a_name(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    missing: dict[str, list[str]] = {}
    for step in Step:
        window.desk.go(step)
        QApplication.processEvents()
        page = window.right.page(step)
        for tab in [b for b in page.findChildren(QAbstractButton) if b.objectName() == "tab"] or [None]:
            if tab is not None:
                tab.click()
                QApplication.processEvents()
            if lost := nameless(page):
                missing[f"{step.name} {tab.text() if tab is not None else ''}"] = lost
    rig = window.desk.session.rig
    assert rig is not None
    for item in {i.kind: i for i in rig.items}.values() if name == "barn-closed" else ():
        window.desk.take(item.id)
        window.right.things.hand.more.setChecked(True)
        QApplication.processEvents()
        if lost := nameless(window.right.page(Step.BIG_THINGS)):
            missing[item.name] = lost
    assert missing == {} and nameless(window) == []


def test_every_control_of_the_windows_beside_it_has_a_name(fresh: Fresh) -> None:
    window = opened(fresh, "shelter-van")
    for show in (
        window.panels.table,
        window.panels.carriers,
        window.panels.kit,
        window.panels.anywhere,
        window.panels.keys,
        window.panels.marks,
    ):
        show()
        QApplication.processEvents()
    shown = [w for w in QApplication.topLevelWidgets() if w.isVisible() and w is not window]
    assert len([w for w in shown if isinstance(w, QDialog)]) >= 5
    assert {type(w).__name__: lost for w in shown if (lost := nameless(w))} == {}


def test_names_are_told_apart_where_several_fields_are_alike(window: Window) -> None:
    window.desk.go(Step.CHASSIS)
    QApplication.processEvents()
    page = window.right.page(Step.CHASSIS)
    names = [named(e) for e in page.findChildren(QLineEdit) if e.isVisible() and e.objectName().startswith("chassis-")]
    assert len(names) > 20 and len(set(names)) == len(names)


@pytest.mark.parametrize("theme", ["light", "dark"])
def test_marks_strokes_and_frames_have_a_contrast_of_three(theme: str) -> None:
    """Source: WCAG 2.1, 1.4.11: parts of a picture that are needed to understand it."""
    palette = THEMES[theme].palette  # type: ignore[index]
    strokes = {STYLES[r].stroke or STYLES[r].fill for r in STYLES if r.startswith(("mark.", "at.")) and r != "mark.over.sign"}
    strokes |= set(COLORS.values()) | {"hand", "ink", "soft", "steel_dark", "tape_ink"}
    weak = [
        (stroke, ground, round(contrast(getattr(palette, stroke), getattr(palette, ground)), 2))
        for stroke in sorted(strokes)
        for ground in (("tape",) if stroke == "tape_ink" else ("sheet", "bench", "field"))
        if contrast(getattr(palette, stroke), getattr(palette, ground)) < 3.0
    ]
    assert weak == []


def test_nothing_moves_by_itself(window: Window) -> None:
    for effect in Qt.UIEffect:
        QApplication.setEffectEnabled(effect, True)
    no_motion()
    effects = [e for e in Qt.UIEffect if e is not Qt.UIEffect.UI_General and QApplication.isEffectEnabled(e)]
    assert effects == []


def test_a_line_too_long_for_its_room_is_seen_from_its_beginning(fresh: Fresh) -> None:
    window = opened(fresh, "shelter-van")
    window.desk.edit(lambda r: replace(r, rules=rule_sets()[0]), "rules")
    window.desk.go(Step.CHASSIS)
    QApplication.processEvents()
    lines = [e for e in window.right.page(Step.CHASSIS).findChildren(Entry) if len(e.text()) > 60]
    assert lines and all(e.cursorPosition() == 0 for e in lines)
    line = lines[0]
    line.setFocus(Qt.FocusReason.TabFocusReason)
    QTest.keyClick(line, Qt.Key.Key_End)
    QTest.keyClicks(line, "!")
    line.selectAll()
    QApplication.sendEvent(line, QFocusEvent(QEvent.Type.FocusOut, Qt.FocusReason.PopupFocusReason))
    assert line.hasSelectedText()  # a menu may copy it
    QTest.keyClick(line, Qt.Key.Key_Tab)
    assert line.cursorPosition() == 0 and line.text().endswith("!")
