"""The catalog of pictures: found by figures, walked by arrows, shown on the deck before it is put, carried there by a drag."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import QMimeData, QPointF, Qt
from PyQt6.QtGui import QDragLeaveEvent, QDragMoveEvent, QDropEvent, QImage
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.app.storage import load
from frelt.core.model.document import Document
from frelt.core.solve import solve
from frelt.ui.frame.desk import ENTRY
from frelt.ui.frame.putting import put
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.conftest import LONG, wide

PACKED = Path(__file__).parents[1] / "fixtures" / "packed"
Fresh = Callable[[Document], Window]
LEFT, NONE = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier


def opened(fresh: Fresh, name: str, qtbot: QtBot, **looks: str) -> Window:
    window = fresh(load(PACKED / f"{name}.frelt.json"))
    window.desk.set_looks(**looks)  # type: ignore[arg-type]
    qtbot.waitUntil(lambda: window.right.things.catalog.list.count() > 5)
    qtbot.waitUntil(lambda: bool(window.menus.actions))
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)
    window.bench.setFocus()
    QTest.keyClick(window.bench, Qt.Key.Key_I, Qt.KeyboardModifier.ControlModifier)
    QApplication.processEvents()
    return window


def seen(window: Window) -> QImage:
    return window.bench.grab().toImage()


@pytest.mark.parametrize(
    ("name", "looks", "nearest"),
    [
        ("tram-tray", {"length": "mm", "mass": "kg", "volume": "L"}, ["568 L", "625 L"]),
        ("harbor-skid", {}, ["150 gal", "165 gal"]),
        ("solar-gooseneck", {"theme": "dark"}, ["150 gal", "165 gal"]),
    ][: 3 if LONG > 1 else 1],
)
def test_what_comes_nearest_is_shown_as_pictures_and_as_a_ghost_and_put_there_by_keys(
    fresh: Fresh, qtbot: QtBot, name: str, looks: dict[str, str], nearest: list[str]
) -> None:
    window = opened(fresh, name, qtbot, **looks)
    desk, bench, catalog = window.desk, window.bench, window.right.things.catalog
    assert catalog.box.hasFocus()
    QTest.keyClicks(catalog.box, "160 gal")
    assert catalog.list.item(0).text() == f"None of 160 gal: the nearest have {' and '.join(nearest)}."  # type: ignore[union-attr]
    cards = [catalog.list.item(n).text() for n in range(catalog.list.count()) if catalog.list.key_at(n)]  # type: ignore[union-attr]
    assert len(cards) == 2 and all(size in card for size, card in zip(nearest, cards, strict=True))
    before, without = desk.session.rig, None
    QTest.keyClick(catalog.box, Qt.Key.Key_Down)
    QTest.keyClick(catalog.list, Qt.Key.Key_Right)
    assert catalog.list.hasFocus() and nearest[1] in catalog.list.currentItem().text()  # type: ignore[union-attr]
    qtbot.waitUntil(lambda: bool(bench.ghost.shown) and desk.offered == catalog.list.key)
    qtbot.wait(150)
    with_ghost = seen(window)
    ghost = {view: groups[0].at for view, groups in bench.ghost.shown.items()}
    desk.offer("")
    without = seen(window)
    assert with_ghost != without, "the ghost is not seen"
    QTest.keyClick(catalog.list, Qt.Key.Key_Return)
    rig = desk.session.rig
    assert rig is not None and before is not None and len(rig.items) == len(before.items) + 1
    assert rig.item(desk.in_hand).name.startswith(cards[1].split(",")[0]) and nearest[1] in rig.item(desk.in_hand).name
    bench.grab()
    assert {v: next(g.at for g in bench._scenes[v].items if g.item == desk.in_hand) for v in ghost} == ghost
    desk.undo()
    assert desk.session.rig is before


@pytest.mark.parametrize("name", wide("shelter-van", "hull-open", "ballast-skid", share=1))
def test_an_entry_is_carried_over_the_drawings_with_every_load_it_makes(fresh: Fresh, qtbot: QtBot, name: str) -> None:
    window = opened(fresh, name, qtbot)
    desk, bench, before = window.desk, window.bench, window.desk.session.rig
    layout, carrier = bench.layout_now, desk.carrier
    assert layout is not None and carrier is not None and before is not None
    data = QMimeData()
    data.setData(ENTRY, b"battery-12v")
    x, y, _ = carrier.main_deck.origin
    way = [layout.to_px("plan", x + 0.6 + 0.05 * n, y) for n in range(4)]

    def over(at: QPointF) -> None:
        bench.dragMoveEvent(QDragMoveEvent(at.toPoint(), Qt.DropAction.CopyAction, data, LEFT, NONE))
        QApplication.processEvents()

    for at in way:
        over(at)
    carried = desk.solved
    assert desk.dragging and carried is not None and len(carried.rig.items) == len(before.items) + 1
    assert carried.loads is not None and desk.session.rig is before and bench.item_drag.under_way
    bench.dragLeaveEvent(QDragLeaveEvent())
    assert not desk.dragging and desk.solved is not None and desk.solved.rig is before
    for at in way:
        over(at)
    bench.dropEvent(QDropEvent(way[-1], Qt.DropAction.CopyAction, data, LEFT, NONE))
    rig = desk.session.rig
    assert rig is not None and rig.items[-1].id == desk.in_hand and rig.items[-1].name.startswith("Battery, 12 V")
    at = solve(rig).frames.items[desk.in_hand].at
    assert abs(layout.to_px("plan", at[0], at[1]).x() - way[-1].x()) < 12  # snapping may draw it to a neighbor
    desk.undo()
    assert desk.session.rig is before and not desk.dragging


def test_on_the_elevation_of_a_door_leaf_a_tank_is_offered_shown_and_hung_there(fresh: Fresh, qtbot: QtBot) -> None:
    """From the curb side, a rack on each leaf of a pair of doors, the right one looked at closely."""
    window = fresh(Document())
    window.desk.go(Step.JOB)
    chassis = window.right.page(Step.JOB).chassis  # type: ignore[attr-defined]
    chassis.box.setText("enclosed 6 10")
    chassis.start()
    desk, bench, catalog = window.desk, window.bench, window.right.things.catalog
    racks = {}
    for leaf in ("left", "right"):
        put(desk, "rack-door")
        QApplication.processEvents()
        choice = window.right.things.hand.deck
        n = next(i for i in range(choice.count()) if f"{leaf} leaf" in choice.itemText(i))
        choice.setCurrentIndex(n)
        choice.activated.emit(n)
        racks[leaf] = desk.in_hand
    rig = desk.session.rig
    assert rig is not None and rig.item(racks["left"]).place.deck != rig.item(racks["right"]).place.deck
    window.looking.closely()
    window.looking.other_side()
    bench.grab()
    assert desk.close_up.closely and desk.close_up.deck == rig.item(racks["right"]).place.deck and bench.right_side
    window.looking.to_catalog()
    catalog.box.setText("160 gal")
    qtbot.waitUntil(lambda: bool(bench.ghost.shown.get("rear")))
    qtbot.wait(120)
    bench.grab()
    layout = bench.layout_now
    assert layout is not None
    at = layout.to_px("rear", *bench.ghost.shown["rear"][0].at[4:])
    data = QMimeData()
    data.setData(ENTRY, catalog.list.key.encode())
    for step in (QPointF(0, 0), QPointF(0, -8)):
        bench.dragMoveEvent(QDragMoveEvent((at + step).toPoint(), Qt.DropAction.CopyAction, data, LEFT, NONE))
        QApplication.processEvents()
    bench.dropEvent(QDropEvent(at, Qt.DropAction.CopyAction, data, LEFT, NONE))
    now = desk.session.rig
    assert now is not None and now.item(desk.in_hand).place.deck == desk.close_up.deck
    assert now.item(desk.in_hand).kind == "tank" and len(now.items) == len(rig.items) + 1
    desk.undo()
    assert desk.session.rig is rig


def test_chassis_are_chosen_from_pictures_by_length_in_any_units(fresh: Fresh, qtbot: QtBot) -> None:
    window = fresh(Document())
    window.desk.set_looks(length="m", mass="kg", volume="L")
    window.desk.go(Step.JOB)
    chassis = window.right.page(Step.JOB).chassis  # type: ignore[attr-defined]
    QTest.keyClicks(chassis.box, "trailer 16 ft")
    qtbot.waitUntil(lambda: chassis.list.key != "")
    names = [chassis.list.item(n).text() for n in range(chassis.list.count()) if chassis.list.key_at(n)]
    assert names and all("4.9 m" in name for name in names)
    QTest.keyClick(chassis.box, Qt.Key.Key_Return)
    rig = window.desk.rig
    assert rig is not None and rig.trailer is not None and "4.9 m" in rig.name


def test_what_is_in_hand_is_dragged_from_below_what_lies_over_it_and_a_click_takes_that(fresh: Fresh, qtbot: QtBot) -> None:
    """Harbor skid, 1024 by 700: the pump from below the ladder; everything else keeps its place, and so do the numbers."""
    window = fresh(load(PACKED / "harbor-skid.frelt.json"))
    window.resize(1024, 700)
    window.desk.set_looks(theme="dark", length="mm", mass="kg", volume="L")
    window.right.things.show_catalog(False)
    QApplication.processEvents()
    aboard, desk, bench = window.right.things.aboard, window.desk, window.bench
    QTest.keyClicks(aboard.box, "pump")
    QTest.keyClick(aboard.box, Qt.Key.Key_Return)
    QApplication.processEvents()
    bench.grab()
    pump, before = desk.in_hand, desk.session.rig
    assert desk.close_up.closely and before is not None and before.item(pump).kind == "pump"
    start = bench.item_centre(pump)
    over = bench.item_at(start)
    tags = {one.items: one.box for one in bench.labels.of["plan"] if pump not in one.items}
    QTest.mousePress(bench, LEFT, pos=start.toPoint())
    for n in range(1, 8):
        QTest.mouseMove(bench, (start + QPointF(-2 * n, 6 * n)).toPoint())
        QApplication.processEvents()
        bench.grab()
        assert desk.in_hand == pump
        now = {one.items: one.box for one in bench.labels.of["plan"] if pump not in one.items}
        assert now == tags, "a number left its spot"
    QTest.mouseRelease(bench, LEFT, pos=(start + QPointF(-14, 42)).toPoint())
    rig = desk.session.rig
    assert rig is not None and rig is not before
    moved = [i.id for i, was in zip(rig.items, before.items, strict=True) if i != was]
    assert moved == [pump]
    desk.undo()
    QApplication.processEvents()
    bench.grab()
    if over and over != pump:
        QTest.mouseClick(bench, LEFT, pos=start.toPoint())
        assert desk.in_hand == over and desk.session.rig == before
