"""Clicks that lead to the cause, fills that are typed, and lines that say what was done or why it was not."""

from collections.abc import Callable
from itertools import combinations
from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton
from pytestqt.qtbot import QtBot

from frelt.app.storage import load
from frelt.core.liquid.vessels import vessels_of
from frelt.core.model.document import Document
from frelt.core.placing.distances import facings
from frelt.drawing.layout import Box
from frelt.drawing.overlay.distances import distances, read
from frelt.drawing.overlay.limits import Spot
from frelt.drawing.shapes import Path as Drawn
from frelt.paint import fonts
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.conftest import wide
from tests.ui.hands import go

PACKED = Path(__file__).parents[1] / "fixtures" / "packed"
Fresh = Callable[[Document], Window]
LEFT = Qt.MouseButton.LeftButton


def opened(fresh: Fresh, name: str) -> Window:
    window = fresh(load(PACKED / f"{name}.frelt.json"))
    window.bench.grab()
    return window


def clicked(window: Window, spot: Spot, across: float = 0.5, down: float = 0.5) -> None:
    at = QPoint(int(spot.box.left + across * spot.box.width), int(spot.box.top + down * spot.box.height))
    QTest.mouseClick(window.bench, LEFT, pos=at)
    QApplication.processEvents()


@pytest.mark.parametrize("name", wide("shelter-van", "barn-closed", "quay-recovery", share=1))
def test_posts_and_bars_are_clicked_anywhere_and_tell_what_makes_their_load(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    spots = [s for s in window.bench.loads.spots if s.check is not None]
    assert len(spots) >= 7
    for n, spot in enumerate(spots):
        for across, down in ((0.06, 0.1), (0.5, 0.5), (0.9, 0.9))[n % 3 :][:1]:  # here and there
            clicked(window, spot, across, down)
            figure = window.figure
            assert figure is not None and figure.isVisible() and spot.check is not None
            assert figure.parts.isVisible() and "in “" in figure.parts.findChildren(type(figure.said))[0].text()
            assert window.bench.rect().contains(figure.geometry())
            QTest.keyClick(figure, Qt.Key.Key_Escape)
            assert not figure.isVisible()
    clicked(window, spots[-1])
    assert window.figure is not None
    thing = next(b for b in window.figure.parts.findChildren(QPushButton) if b.isVisible())
    QTest.mouseClick(thing, LEFT)
    rig = window.desk.rig
    assert (
        rig is not None
        and rig.item(window.desk.in_hand).name.startswith(thing.text().rstrip("…"))
        and not window.figure.isVisible()
    )


def test_the_verdict_leads_to_the_things_or_to_the_load_it_speaks_of(fresh: Fresh, qtbot: QtBot) -> None:
    window = opened(fresh, "barn-closed")
    about = window.desk.worst_check()
    assert about is not None and len(about.items) == 2
    QTest.mouseClick(window.verdict, LEFT, pos=QPoint(30, 20))
    assert set(window.desk.held) == set(about.items)
    window.desk.take("")
    window.desk.show_state(next(s.id for s in window.desk.rig.states if s.name == "Between jobs"))  # type: ignore[union-attr]
    window.bench.grab()
    about = window.desk.worst_check()
    assert about is not None and about.id == "tongue-share"
    QTest.mouseClick(window.verdict.words, LEFT, pos=QPoint(200, 10))
    assert window.figure is not None and window.figure.isVisible() and window.figure.heading.text() == "TONGUE SHARE"
    window.figure.rule.click()
    focus = QApplication.focusWidget()
    assert focus is not None and focus.accessibleName() == "Tongue share, at least"


def test_without_room_for_bars_the_worst_limit_stands_in_a_line_and_can_be_clicked(fresh: Fresh) -> None:
    window = opened(fresh, "quay-recovery")
    window.resize(1024, 700)
    QApplication.processEvents()
    window.bench.grab()
    layout = window.bench.layout_now
    assert layout is not None and layout.limits.width() <= 50
    line = next(s for s in window.bench.loads.spots if s.box.top < layout.side.top() + 4)
    assert line.check is not None and line.check.id == "tongue-share"
    clicked(window, line)
    assert window.figure is not None and window.figure.isVisible()


@pytest.mark.parametrize("name", wide("barn-closed", "hull-open", "ballast-skid", share=1))
def test_a_fill_and_both_ends_of_its_range_are_typed(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    desk, tubes, before = window.desk, window.right.things.tubes, window.desk.session.rig
    assert before is not None
    tank = next(t for t in tubes.tubes() if t.tank.liquid.tint == "water")
    tubes.setFocus()
    tubes.chosen = tubes.tubes().index(tank)
    QTest.keyClick(tubes, Qt.Key.Key_Return)
    card = tubes._card
    assert card is not None and card.isVisible()
    for field, words in ((card.now, "60 %"), (card.low, "25 %"), (card.high, "80 %")):
        field.edit.setFocus()
        field.edit.selectAll()
        QTest.keyClicks(field.edit, words)
        field.edit.clearFocus()
    rig, state = desk.session.rig, desk.state
    assert rig is not None and state is not None
    now = vessels_of(rig).range(next(s for s in rig.states if s.id == state.id), tank.address)
    assert (now.low, now.now, now.high) == (pytest.approx(0.25), pytest.approx(0.6), pytest.approx(0.8))
    card.high.edit.setFocus()
    card.high.edit.selectAll()
    QTest.keyClicks(card.high.edit, "9,000 gal")
    card.high.edit.clearFocus()
    assert "which is all it holds" in card.high.error.text() and desk.session.rig is rig
    for _ in range(3):
        desk.undo()
    assert desk.session.rig is before


def test_what_was_done_and_what_was_refused_are_told_apart_and_lie_over_no_drawing(fresh: Fresh) -> None:
    window = opened(fresh, "harbor-skid")
    window.desk.said.emit("Saved: harbor.frelt.json.")
    said = window.message
    assert said.isVisible() and not said.kind.isVisible()
    assert said.geometry().bottom() <= window.menuBar().geometry().bottom()  # type: ignore[union-attr]
    window.desk.refused.emit("First take a chassis, under Job.")
    assert said.kind.isVisible() and said.kind.text() == "Not done" and said.accessibleName().startswith("Not done: First")
    page = go(window, Step.CHASSIS)
    assert page.isVisible() and said.geometry().bottom() < window.bench.y()


@pytest.mark.parametrize("name", wide("shelter-van", "barn-closed", "harbor-skid", share=1))
def test_one_key_goes_to_the_deck_then_to_the_shelf_and_back_to_the_whole(fresh: Fresh, name: str) -> None:
    window = fresh(load(PACKED / f"{name}.frelt.json"))
    desk, rig = window.desk, window.desk.rig
    assert rig is not None
    shelves = {d.id for i in rig.items for d in i.decks if i.kind == "shelf"}
    thing = next(i for i in rig.items if i.place.deck in shelves)
    desk.take(thing.id)
    been = []
    for _ in range(4):
        window.looking.closely()
        window.bench.grab()
        been.append(desk.close_up.deck if desk.close_up.closely else "")
    assert been[1] == thing.place.deck and been[2] == "" and been[0] == been[3] != been[1]
    window.looking.closely()
    window.bench.grab()
    layout = window.bench.layout_now
    assert layout is not None and layout.plan.contains(window.bench.item_centre(thing.id))


@pytest.mark.parametrize("name", wide("hull-open", "quay-recovery", "tram-tray", share=2))
def test_readings_of_what_is_in_hand_cover_no_name_and_no_other_reading(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    desk, bench, told = window.desk, window.bench, 0
    rig = desk.rig
    assert rig is not None
    for item in rig.items:
        desk.take(item.id)
        bench.grab()
        layout, solved = bench.layout_now, desk.solved
        if layout is None or solved is None or not solved.frames.decks[item.place.deck].level or item.built_in:
            continue
        names = [one.box for one in bench.labels.of.get("plan", ())]
        shapes = read(distances(facings(solved, item.id), layout.sheet, desk.units), names, fonts)
        chips = [s for s in shapes if isinstance(s, Drawn) and s.role == "chip"]
        boxes = [Box(min(s.xy[::2]), min(s.xy[1::2]), max(s.xy[::2]) - min(s.xy[::2]), 20) for s in chips]
        told += len(boxes)
        assert not [1 for b in boxes for n in names if b.grown(1, 1, -1, -1).meets(n)], item.name
        assert not [1 for a, b in combinations(boxes, 2) if a.grown(1, 1, -1, -1).meets(b)], item.name
    assert told  # few, since little is free


def test_a_copy_without_a_free_place_says_so(fresh: Fresh) -> None:
    window = opened(fresh, "quay-recovery")
    cleaner = next(i for i in window.desk.rig.items if i.name == "Surface cleaner")  # type: ignore[union-attr]
    count = len(window.desk.rig.items)  # type: ignore[union-attr]
    window.desk.take(cleaner.id)
    window.work.duplicate()
    assert len(window.desk.rig.items) == count + 1  # type: ignore[union-attr]
    assert window.message.text() == "Its deck has no free place: the copy of Surface cleaner lies on what stands there."
    window = opened(fresh, "shelter-van")
    small = min(window.desk.rig.items, key=lambda i: i.length.value * i.width.value)  # type: ignore[union-attr]
    window.desk.take(small.id)
    window.work.duplicate()
    assert "no free place" not in window.message.text()
