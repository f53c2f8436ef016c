"""The line plan by mouse and keys: handles turned, lines drawn and parted, and what the page then says."""

from itertools import pairwise

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QDragEnterEvent, QDragMoveEvent, QDropEvent, QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from frelt.core.base.units import INCH
from frelt.core.edit.plumbing import turned
from frelt.core.model.document import Document
from frelt.core.model.plumbing import FittingKind, Plumbing
from frelt.core.report.tips import machines
from frelt.drawing.overlay.lines import runs
from frelt.ui.bench.press_line import pressed
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.plumbing.loose import Loose, carried
from frelt.ui.steps.plumbing.page import PlumbingPage
from tests.conftest import block, rig
from tests.core.test_packed import packed
from tests.ui.hands import typed
from tests.ui.test_cause import Fresh, opened


def plumbing(window: Window) -> PlumbingPage:
    window.desk.go(Step.PLUMBING)
    QApplication.processEvents()
    page = window.right.page(Step.PLUMBING)
    assert isinstance(page, PlumbingPage)
    return page


def click(page: PlumbingPage, block_id: str) -> None:
    QTest.mouseClick(page.plan, Qt.MouseButton.LeftButton, pos=page.plan.place(block_id).toPoint())
    QApplication.processEvents()


def drag(page: PlumbingPage, start: str, end: str) -> None:
    """A line drawn from a port of what is in hand to another, which lights up on the way."""
    page.now.take(start.partition("/")[0])
    a = page.plan.port_place(start)
    QTest.mousePress(page.plan, Qt.MouseButton.LeftButton, pos=a.toPoint())
    for n in range(1, 6):
        at = a + (page.plan.port_place(end) - a) * n / 5
        none = Qt.KeyboardModifier.NoModifier
        move = QMouseEvent(
            QEvent.Type.MouseMove, at, page.plan.mapToGlobal(at), Qt.MouseButton.NoButton, Qt.MouseButton.LeftButton, none
        )
        QApplication.sendEvent(page.plan, move)
    QTest.mouseRelease(page.plan, Qt.MouseButton.LeftButton, pos=page.plan.port_place(end).toPoint())
    QApplication.processEvents()


def facts(page: PlumbingPage) -> dict[str, str]:
    page.show_part(0)
    QApplication.processEvents()
    return {**dict(page.flow.guns.lines), **dict(page.flow.pumps.lines)}


def test_a_handle_turned_in_the_plan_shows_at_once_what_it_costs_and_one_undo_turns_it_back(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    page, desk = plumbing(window), window.desk
    assert page.plan.isVisible() and facts(page)["G1"].startswith("8 gal/min at ")
    click(page, "V2")
    assert desk.rig is not None and desk.rig.plumbing.fitting("V2").stands == 0.0  # type: ignore[union-attr]
    assert any("Cold machine starves" in f.words for f in page.now.found())
    assert facts(page)["G1"] in ("nothing comes", "it only drips")
    desk.undo()
    QApplication.processEvents()
    assert facts(page)["G1"].startswith("8 gal/min at ")


def test_sh_let_into_the_machine_s_water_is_a_danger_that_names_the_handle_s_thing(fresh: Fresh) -> None:
    """The tie between the packed van's water tanks is opened while the dial draws: nothing runs back; a soap line into a lid is said."""
    window = opened(fresh, "shelter-van")
    page = plumbing(window)
    page.now.take("sh")
    rig = window.desk.rig
    assert rig is not None
    page.plan.edits.join("sh/outlet", "water-65-slim-c-16/outlet")
    QApplication.processEvents()
    found = page.now.found()
    assert any(f.level == "danger" and "SH tank runs into" in f.words for f in found) or any(
        "runs into" in f.words for f in found
    )


@pytest.mark.parametrize("name", ["hull-open", "tram-tray", "playground-skid"])
def test_a_packed_rig_is_plumbed_by_mouse(fresh: Fresh, name: str) -> None:
    """From no line at all: tank to machine to reel, a gun on its hose, a valve into the suction, a tap into the lid."""
    bare = packed(name)
    window = fresh(Document(rigs=(replace(bare, plumbing=Plumbing()),)))
    page, desk = plumbing(window), window.desk
    machine = machines(bare)[0].item
    assert page.flow.none.isVisible()
    drag(page, "water/outlet", f"{machine}/inlet")
    drag(page, f"{machine}/outlet", "stack/swivel-1")
    assert desk.rig is not None and len(desk.rig.plumbing.lines) == 2
    page.now.take("stack/hose-1")
    QApplication.processEvents()
    offer = next(b for b in page.hand.findChildren(QComboBox) if b.objectName() == "offer-stack/hose-1")
    offer.setCurrentIndex(offer.findData("~gun"))
    offer.activated.emit(offer.currentIndex())
    QApplication.processEvents()
    drawn = next(d for d in page.plan.laid_out().wires if d.wire.start == "water" and d.wire.end == machine)
    middle = (QPointF(*drawn.points[0]) + QPointF(*drawn.points[1])) / 2 * page.plan._scale + page.plan._off
    QTest.mouseClick(page.plan, Qt.MouseButton.LeftButton, pos=middle.toPoint())
    QApplication.processEvents()
    button = next(b for b in page.hand.findChildren(QPushButton) if b.text() == "Ball valve" and b.isVisible())
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    QApplication.processEvents()
    lines, fittings = desk.rig.plumbing.lines, {f.kind for f in desk.rig.plumbing.fittings}
    assert len(lines) == 4 and fittings == {"gun", "ball valve"}
    click(page, machine)
    click(page, machine)
    assert desk.rig.plumbing.running == (machine,)
    gun = next(f for f in desk.rig.plumbing.fittings if f.kind == "gun")
    said = facts(page)[gun.name]
    assert "gal/min at" in said and not said.startswith("0 ")
    while desk.rig.plumbing.lines:
        desk.undo()
    assert desk.rig == replace(bare, plumbing=Plumbing())


def test_what_does_not_fit_is_refused_in_words_and_nothing_is_kept(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    page, desk = plumbing(window), window.desk
    told: list[str] = []
    desk.refused.connect(told.append)
    before = desk.rig
    page.plan.edits.join("cold/inlet", "hot/inlet")
    page.plan.edits.join("fuel/outlet", "sh/fill")
    page.plan.edits.join("nowhere/in", "sh/fill")
    assert desk.rig == before
    assert "has its line already" in told[0] and "do not go together" in told[1] and "no port" in told[2]
    page.now.take("G1")
    page.show_part(1)
    QApplication.processEvents()
    from PyQt6.QtWidgets import QLineEdit

    tips = next(e for e in page.hand.findChildren(QLineEdit) if e.accessibleName() == "Numbers of its tips")
    tips.setText("five")
    tips.editingFinished.emit()
    assert desk.rig == before and "not understood" in told[-1]


def test_a_line_s_bore_and_length_are_typed_in_any_unit_and_a_fitting_goes_by_delete(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    page, desk = plumbing(window), window.desk
    page.now.take("L2")
    QApplication.processEvents()
    typed(page, "line-bore", "5/8")
    page.now.take("L2")
    typed(page, "line-length", "3 m")
    line = desk.rig.plumbing.line("L2")  # type: ignore[union-attr]
    assert line is not None and line.bore == pytest.approx(5 / 8 * INCH) and line.length == pytest.approx(3.0)
    color = [b for b in page.hand.findChildren(QComboBox) if b.accessibleName() == "Color"][-1]
    color.setCurrentText("blue")
    color.activated.emit(color.currentIndex())
    assert desk.rig.plumbing.line("L2").color == "blue"  # type: ignore[union-attr]
    count = len(desk.rig.plumbing.lines)  # type: ignore[union-attr]
    page.now.take("S1")
    page.plan.setFocus()
    QTest.keyClick(page.plan, Qt.Key.Key_Delete)
    QApplication.processEvents()
    assert desk.rig is not None and desk.rig.plumbing.fitting("S1") is None and len(desk.rig.plumbing.lines) == count - 1
    assert desk.rig.plumbing.fitting("V2") is not None


def test_keys_go_from_handle_to_handle_and_tab_from_open_port_to_open_port(fresh: Fresh) -> None:
    window = opened(fresh, "harbor-skid")
    page = plumbing(window)
    page.plan.setFocus()
    seen = set()
    for _ in range(12):
        QTest.keyClick(page.plan, Qt.Key.Key_Right)
        seen.add(page.now.held)
    assert len(seen) > 8
    page.now.take("V2")
    QTest.keyClick(page.plan, Qt.Key.Key_Space)
    assert window.desk.rig.plumbing.fitting("V2").stands == 0.0  # type: ignore[union-attr]
    ports = set()
    for _ in range(4):
        page.plan.focusNextPrevChild(True)
        ports.add(page.now.port)
    assert len(ports) == 4
    QApplication.processEvents()
    assert any(b.objectName() == f"offer-{page.now.port}" for b in page.hand.findChildren(QComboBox))


def test_without_water_aboard_the_plan_says_what_to_put_there(fresh: Fresh) -> None:
    window = fresh(Document(rigs=(rig(block("box", 20.0, 1.0)),)))
    page = plumbing(window)
    assert page.flow.none.isVisible() and page.plan.laid_out().blocks == ()
    page.plan.grab()


def test_on_the_plan_a_line_is_drawn_from_port_to_port_and_bent_and_undone(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    page, desk, bench = plumbing(window), window.desk, window.bench
    bench.grab()
    page.now.take("sh-jug-1")
    layout = bench.layout_now
    assert layout is not None and desk.rig is not None
    places = {p.at: QPointF(*xy) for p, xy in bench.tools.line_drag._places(layout)}
    count = len(desk.rig.plumbing.lines)
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=places["sh-jug-1/tank"].toPoint())
    assert bench.tools.line_drag.held
    lit = [s for s in bench.tools.line_drag.shapes(layout) if getattr(s, "role", "") == "pipe.port.fits"]
    assert len(lit) > 5
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=places["stack-b/hose-2"].toPoint())
    QApplication.processEvents()
    assert len(desk.rig.plumbing.lines) == count + 1
    drawn = desk.rig.plumbing.lines[-1]
    assert {e.partition("/")[0] for e in (drawn.start, drawn.end)} == {
        "sh-jug-1",
        "stack-b",
    }  # of a stack the first that is free
    page.now.take(drawn.id)
    bench.grab()
    solved = page.now.solved()
    assert solved is not None
    before = solved.piping.routes[drawn.id].length
    a, b = (
        QPointF(*layout.sheet.px("plan", *p[:2]))
        for p in (solved.piping.routes[drawn.id].points[0], solved.piping.routes[drawn.id].points[-1])
    )

    points = dict(runs(desk.rig, solved, desk.carrier.id, layout.sheet))[drawn.id]  # type: ignore[union-attr]
    on = QPointF((points[0][0] + points[1][0]) / 2, (points[0][1] + points[1][1]) / 2)
    to = (a + b) / 2 + QPointF(30, 18)
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=on.toPoint())
    none = Qt.KeyboardModifier.NoModifier
    QApplication.sendEvent(
        bench,
        QMouseEvent(QEvent.Type.MouseMove, to, bench.mapToGlobal(to), Qt.MouseButton.NoButton, Qt.MouseButton.LeftButton, none),
    )
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=to.toPoint())
    QApplication.processEvents()
    bent = desk.rig.plumbing.line(drawn.id)
    assert bent is not None and len(bent.via) == 1
    assert page.now.solved().piping.routes[drawn.id].length != pytest.approx(before)  # type: ignore[union-attr]
    desk.undo()
    desk.undo()
    assert len(desk.rig.plumbing.lines) == count


def test_an_act_of_the_day_turns_valves_and_triggers_by_its_own_lists(fresh: Fresh) -> None:
    window = opened(fresh, "tram-tray")
    desk, page = window.desk, window.right.page(Step.LIQUIDS)
    desk.go(Step.LIQUIDS)
    page.show_part(page.listed.index(page.day))  # type: ignore[attr-defined]
    day = page.day  # type: ignore[attr-defined]
    day.begin.setCurrentIndex(1)
    day.begin.activated.emit(1)
    QApplication.processEvents()
    wash = next(a for a in day.play.day.acts if a.kind == "wash")
    day.plot.act_id = wash.id
    day._choose("")
    more = day.sets.more
    assert more.isVisible() and day.sets.rows == {}
    more.setCurrentIndex(more.findText("V2, ball valve"))
    more.activated.emit(more.currentIndex())
    QApplication.processEvents()
    row = day.sets.rows["V2"]
    assert row.currentText() == "V2, ball valve: shut" and "Hot machine starves" in day.words.text()
    row.setCurrentIndex(row.findText("V2, ball valve: open"))
    row.activated.emit(row.currentIndex())
    QApplication.processEvents()
    assert "starves" not in day.words.text()
    out = next(b for b in day.sets.findChildren(QPushButton) if b.isVisible())
    QTest.mouseClick(out, Qt.MouseButton.LeftButton)
    QApplication.processEvents()
    assert day.sets.rows == {} and desk.rig is not None and desk.rig.day is not None
    assert not any(a.sets for a in desk.rig.day.acts)


def test_on_the_side_a_line_is_drawn_and_bent_in_height_and_the_plan_comes_back(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    page, desk, bench = plumbing(window), window.desk, window.bench
    bench.grab()
    stop = next(box for box, view in bench.headings.others if view == "side")
    QTest.mouseClick(bench, Qt.MouseButton.LeftButton, pos=stop.center().toPoint())
    page.now.take("sh-jug-1")
    bench.grab()
    layout = bench.layout_now
    assert layout is not None and layout.plan.width() == 0 < layout.side.width()
    places = {port.at: QPointF(*xy) for port, xy in bench.tools.line_drag._places(layout)}
    start, end = places["sh-jug-1/tank"], places["stack-b/hose-2"]
    count = len(desk.rig.plumbing.lines)  # type: ignore[union-attr]
    pull(bench, start, end)
    assert len(desk.rig.plumbing.lines) == count + 1  # type: ignore[union-attr]
    drawn = desk.rig.plumbing.lines[-1]  # type: ignore[union-attr]
    page.now.take(drawn.id)
    bench.grab()
    points = dict(runs(desk.rig, page.now.solved(), desk.carrier.id, layout.sheet, "side"))[drawn.id]  # type: ignore[union-attr, arg-type]
    on = QPointF((points[0][0] + points[1][0]) / 2, (points[0][1] + points[1][1]) / 2)
    pull(bench, on, on + QPointF(20, -50))
    bent = desk.rig.plumbing.line(drawn.id)  # type: ignore[union-attr]
    assert bent is not None and bent.via[0][2] == pytest.approx(layout.to_m("side", on + QPointF(20, -50))[1], abs=0.01)
    desk.undo()
    desk.undo()
    assert len(desk.rig.plumbing.lines) == count  # type: ignore[union-attr]
    bench.grab()
    stop = next(box for box, view in bench.headings.others if view == "plan")
    QTest.mouseClick(bench, Qt.MouseButton.LeftButton, pos=stop.center().toPoint())
    bench.grab()
    assert bench.layout_now is not None and bench.layout_now.plan.width() > 0


def pull(bench: QWidget, start: QPointF, end: QPointF) -> None:
    """Press, move and let go, as a hand does."""
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=start.toPoint())
    move = QMouseEvent(
        QEvent.Type.MouseMove, end, bench.mapToGlobal(end), Qt.MouseButton.NoButton, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    )  # fmt: skip
    QApplication.sendEvent(bench, move)
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=end.toPoint())
    QApplication.processEvents()


def test_a_fitting_is_dragged_onto_a_line_of_the_plan_or_of_the_bench_and_it_parts(fresh: Fresh) -> None:
    window = opened(fresh, "hull-open")
    page, desk, bench = plumbing(window), window.desk, window.bench
    bench.grab()
    page.show_part(1)
    QApplication.processEvents()
    assert desk.rig is not None and any(b.isVisible() and b.kind == "check valve" for b in page.hand.findChildren(Loose))
    before, layout = desk.rig, bench.layout_now
    assert layout is not None
    drawn = next(d for d in page.plan.laid_out().wires if d.wire.start == "water")
    middle = (QPointF(*drawn.points[0]) + QPointF(*drawn.points[1])) / 2 * page.plan._scale + page.plan._off
    drop(page.plan, middle, "check valve")
    assert len(desk.rig.plumbing.lines) == len(before.plumbing.lines) + 1
    assert desk.rig.plumbing.fitting(page.now.held).kind == "check valve"  # type: ignore[union-attr]
    desk.undo()
    on = next(
        (QPointF(*a) + QPointF(*b)) / 2
        for line_id, points in runs(before, page.now.solved(), desk.carrier.id, layout.sheet)  # type: ignore[union-attr, arg-type]
        for a, b in pairwise(points)
        if pressed(page.now, desk, layout, (QPointF(*a) + QPointF(*b)) / 2) == line_id
    )
    drop(bench, on, "gauge")
    assert [f.kind for f in desk.rig.plumbing.fittings].count("gauge") == [f.kind for f in before.plumbing.fittings].count(
        "gauge"
    ) + 1
    desk.undo()
    drop(page.plan, QPointF(2, 40), "gauge")
    assert desk.rig.plumbing == before.plumbing


def drop(onto: QWidget, at: QPointF, kind: FittingKind) -> None:
    """A fitting carried over something and let go there."""
    data, button, none = carried(kind), Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    enter = QDragEnterEvent(at.toPoint(), Qt.DropAction.CopyAction, data, button, none)
    QApplication.sendEvent(onto, enter)
    move = QDragMoveEvent(at.toPoint(), Qt.DropAction.CopyAction, data, button, none)
    QApplication.sendEvent(onto, move)
    if move.isAccepted():
        QApplication.sendEvent(onto, QDropEvent(at, Qt.DropAction.CopyAction, data, button, none))
    QApplication.processEvents()


def test_the_step_s_mark_in_the_path_follows_the_lines_from_any_step(fresh: Fresh, qtbot: QtBot) -> None:
    window = opened(fresh, "barn-closed")
    desk, button = window.desk, window.path.buttons[Step.PLUMBING]
    qtbot.waitUntil(lambda: button.status() == "ok" or button.status() == "advice", timeout=5000)
    assert desk.edit(lambda r: turned(r, "V2", 0.0), "turned")
    qtbot.waitUntil(lambda: button.status() == "over", timeout=5000)
    assert desk.edit(lambda r: replace(r, plumbing=Plumbing()), "no lines")
    assert button.status() == ""


def test_lines_follow_a_thing_that_is_dragged_and_flows_are_found_where_it_is_let_go(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    desk, bench = window.desk, window.bench
    desk.lines_shown = True
    desk.take("cold")
    bench.grab()
    now, start = bench.tools.lines, bench.item_centre("cold")
    assert now is not None and now.solved() is not None
    line = next(x.id for x in desk.rig.plumbing.lines if x.end == "cold/inlet")  # type: ignore[union-attr]
    before = now.solved()
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=start.toPoint())
    for n in (10, 30):
        at, none = start + QPointF(n, 0), Qt.KeyboardModifier.NoModifier
        move = QMouseEvent(
            QEvent.Type.MouseMove, at, bench.mapToGlobal(at), Qt.MouseButton.NoButton, Qt.MouseButton.LeftButton, none
        )
        QApplication.sendEvent(bench, move)
    assert desk.dragging
    on_the_way = now.solved()
    assert on_the_way.piping.routes[line] != before.piping.routes[line] and on_the_way.steady is before.steady  # type: ignore[union-attr]
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=(start + QPointF(30, 0)).toPoint())
    QApplication.processEvents()
    assert not desk.dragging and now.solved().steady is not before.steady  # type: ignore[union-attr]
    assert now.solved().piping.routes[line] == on_the_way.piping.routes[line]  # type: ignore[union-attr]
