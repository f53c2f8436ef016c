"""Windows for the tests: one on the demo's first rig, and as many as a test asks for on documents of its own."""

import gc
from collections.abc import Callable, Iterator

import pytest
from PyQt6.QtCore import QEvent
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.app.places import own_demo
from frelt.core.model.document import Document
from frelt.ui.frame.fix_search import FixSearch
from frelt.ui.frame.start import build
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window


@pytest.fixture(autouse=True)
def nothing_left_open(qtbot: QtBot) -> Iterator[None]:
    """Windows of one test are gone in the next. One that nobody holds any more must not be collected inside its own timer."""
    gc.disable()
    yield
    for widget in QApplication.topLevelWidgets():
        widget.close()
        widget.deleteLater()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
    gc.collect()
    gc.freeze()  # what is left lives on, such as modules and what they keep: to go through it each time takes longer than a test


@pytest.fixture
def window(qtbot: QtBot) -> Iterator[Window]:
    made = build(own_demo()[0])
    made.resize(1280, 800)
    made.show()
    qtbot.waitUntil(lambda: made.right.things.catalog.list.count() > 5)
    yield made
    made.close()


@pytest.fixture
def fresh(qtbot: QtBot) -> Iterator[Callable[[Document], Window]]:
    made: list[Window] = []

    def open_on(document: Document) -> Window:
        window = build()
        made.append(window)
        window.desk.session.new(document)
        window.desk.go(Step.BIG_THINGS)
        window.resize(1280, 800)
        window.show()
        QApplication.processEvents()
        return window

    yield open_on
    for one in made:
        one.close()


@pytest.fixture(autouse=True)
def unasked(request: pytest.FixtureRequest, monkeypatch: pytest.MonkeyPatch) -> None:
    """No search for fixes beside the window but where a test asks for one (`cures`): it would take a tenth of the time of all."""
    if "cures" not in request.fixturenames:
        monkeypatch.setattr(FixSearch, "_look", lambda _: None)


@pytest.fixture
def cures() -> None:
    """What cures the worst check is looked for as in a window."""
