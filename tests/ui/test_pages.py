"""Every control of the right column does what it says, on the document, and can be undone."""

from collections.abc import Callable

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QLabel, QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from frelt.app import stock
from frelt.app.places import own_demo
from frelt.app.session import new_id
from frelt.core.base.figure import NOT_RATED
from frelt.core.base.units import GALLON, INCH, LB
from frelt.core.model.item import Item
from frelt.core.model.rig import Rig
from frelt.core.planning.new_rig import new_rig
from frelt.drawing.overlay.limits import bars
from frelt.ui.frame.window import Window
from tests.ui.hands import go, typed


def rig_of(window: Window) -> Rig:
    rig = window.desk.session.rig
    assert rig is not None and rig.trailer is not None
    return rig


Read = Callable[[Rig], object]
CHASSIS: list[tuple[str, str, Read, float]] = [
    ("chassis-length", "15 ft", lambda r: r.trailer.main_deck.outline[1][0], 180 * INCH),
    ("chassis-width", "6 ft 8 in", lambda r: r.trailer.main_deck.outline[2][1] * 2, 80 * INCH),
    ("chassis-height", "24", lambda r: r.trailer.main_deck.origin[2], 24 * INCH),
    ("chassis-coupler", "50 1/2", lambda r: -r.trailer.coupler_x, 50.5 * INCH),
    ("chassis-coupler height", "18", lambda r: r.trailer.coupler_z, 18 * INCH),
    ("chassis-axle:1", "3.3 m", lambda r: r.trailer.axles[1].x, 3.3),
    ("chassis-track", "7 ft 6 in", lambda r: r.trailer.axles[0].track, 90 * INCH),
    ("chassis-tongue", "290", lambda r: r.trailer.empty.tongue.value, 290 * LB),
    ("chassis-axles", "1,000 kg", lambda r: r.trailer.empty.axles.value, 1000),
    ("chassis-jack", "14 in", lambda r: r.trailer.jack_x - r.trailer.coupler_x, 14 * INCH),
    ("chassis-plate:jack", "1,500", lambda r: r.trailer.ratings.jack.value, 1500 * LB),
    ("rule-Who may step on the tail", "300 lb", lambda r: r.rules.person, 300 * LB),
    ("chassis-left", "1,120", lambda r: r.trailer.empty.left.value, 1120 * LB),
    ("chassis-right", "1,090", lambda r: r.trailer.empty.right.value, 1090 * LB),
    ("chassis-… read behind the coupler", "12", lambda r: r.trailer.empty.tongue_at - r.trailer.coupler_x, 12 * INCH),
    ("chassis-plate:gross", "7,200", lambda r: r.trailer.ratings.gross.value, 7200 * LB),
    ("chassis-plate:axle:1", "3,700", lambda r: r.trailer.axles[1].rating.value, 3700 * LB),
    ("chassis-plate:tire:0", "LI 108", lambda r: r.trailer.axles[0].tires.rating.value, 1000),
    ("rule-Tongue share, at least", "9", lambda r: r.rules.tongue_ball[0], 0.09),
    ("rule-Tongue share, at most", "16 %", lambda r: r.rules.tongue_ball[1], 0.16),
    ("rule-Left to right, within", "4", lambda r: r.rules.side_difference, 0.04),
    ("rule-Reserve below a limit", "10", lambda r: r.rules.reserve, 0.10),
]  # fmt: skip


def test_every_measure_weight_plate_and_rule_is_typed_and_undone(window: Window) -> None:
    page = go(window, 1)
    before = rig_of(window)
    for name, text, read, wanted in CHASSIS:
        typed(page, name, text)
        assert read(rig_of(window)) == pytest.approx(wanted), name
        window.desk.undo()
        assert rig_of(window) == before, name


def test_a_plate_can_be_made_unknown_again_and_axles_alike(window: Window) -> None:
    page = go(window, 1)
    edit = page.findChild(QLineEdit, "chassis-plate:axle:1")
    assert edit is not None
    edit.setFocus()
    edit.selectAll()
    QTest.keyClick(edit, Qt.Key.Key_Delete)
    QTest.keyClick(edit, Qt.Key.Key_Return)
    assert rig_of(window).trailer.axles[1].rating is None  # type: ignore[union-attr]
    assert window.desk.solved is not None and window.desk.solved.known == (13, 14)
    (same,) = [b for b in page.findChildren(QPushButton) if b.text() == "All axles like the first"]
    same.click()
    axles = rig_of(window).trailer.axles  # type: ignore[union-attr]
    assert axles[0].rating == axles[1].rating and window.desk.solved.known == (14, 14)


@pytest.mark.parametrize("count", [1, 3])
def test_the_number_of_axles_is_chosen_and_they_share(window: Window, count: int) -> None:
    page = go(window, 1)
    mean = rig_of(window).trailer.axle_x  # type: ignore[union-attr]
    combo = page.axles  # type: ignore[attr-defined]
    combo.setCurrentIndex(count - 1)
    combo.activated.emit(count - 1)
    QApplication.processEvents()
    trailer = rig_of(window).trailer
    assert trailer is not None and len(trailer.axles) == count and trailer.axle_x == pytest.approx(mean)
    assert page.findChild(QLineEdit, f"chassis-axle:{count - 1}") is not None
    loads = window.desk.solved.loads  # type: ignore[union-attr]
    assert loads is not None and len(loads.supports.ids) == 1 + 2 * count


def test_torsion_axles_ask_for_their_sag_and_the_balls_height(window: Window) -> None:
    page = go(window, 1)
    combo = page.sharing  # type: ignore[attr-defined]
    combo.setCurrentIndex(1)
    combo.activated.emit(1)
    QApplication.processEvents()
    assert window.desk.solved is not None and window.desk.solved.loads is None
    assert "how far each axle sags" in window.verdict.words.text().lower()
    for n in (0, 1):
        fields = [
            f for f in page.findChildren(QLineEdit, f"chassis-axle:{n}") if f.accessibleName().endswith("sag at its rating")
        ]
        fields[0].setFocus()
        QTest.keyClicks(fields[0], "3 in")
        QTest.keyClick(fields[0], Qt.Key.Key_Return)
    solved = window.desk.solved
    assert solved.loads is not None and solved.check("lift:axle-1") is not None
    rate = rig_of(window).trailer.axles[0].rate  # type: ignore[union-attr]
    assert rate is not None and rate.value == pytest.approx(3500 * LB / (3 * INCH))
    before = solved.check("axle:axle-2").load  # type: ignore[union-attr]
    typed(page, "chassis-ball", "22")
    assert window.desk.solved.check("axle:axle-2").load > before  # type: ignore[union-attr, operator]


def test_a_wheel_off_the_ground_marks_the_road_step(window: Window) -> None:
    window.files.open_path(own_demo()[2])
    page = go(window, 1)
    assert window.path.buttons[4].status() == "ok"
    typed(page, "chassis-ball", "34")
    window.desk.edit(lambda r: replace(r, rules=r.rules.with_tongue("ball", 0.0, 1.0)), "any tongue will do")
    solved = window.desk.solved
    assert solved is not None and solved.worst is not None and solved.worst.kind in ("lift", "axle")
    assert window.path.buttons[4].status() == "over"


def test_a_gooseneck_has_its_own_window_shown_and_typed(window: Window, qtbot: QtBot) -> None:
    neck = stock.class_of("gooseneck-24-tandem")
    window.desk.session.add_rig(new_rig(neck, "Long trailer", new_id), "new")
    page = go(window, 1)
    typed(page, "rule-Tongue share, at least", "17")
    assert rig_of(window).rules.tongue_gooseneck == (0.17, 0.25) and rig_of(window).rules.tongue_ball == (0.10, 0.15)
    assert window.desk.solved is not None
    (bar,) = [b for b in bars(window.desk.solved, window.desk.solved.checks, window.desk.units) if b.title == "Tongue share"]
    assert bar.words.endswith("wanted 17.0 to 25.0 %")


def test_a_rule_is_typed_after_a_click_on_its_bar(window: Window, qtbot: QtBot) -> None:
    window.bench.grab()
    spot = next(s for s in window.bench.loads.spots if s.field == "rules.tongue")
    qtbot.mouseClick(window.bench, Qt.MouseButton.LeftButton, pos=QPoint(int(spot.box.mid_x), int(spot.box.mid_y)))
    assert window.figure is not None
    window.figure.rule.click()
    focus = QApplication.focusWidget()
    assert isinstance(focus, QLineEdit) and focus.accessibleName() == "Tongue share, at least"
    area = window.right._areas[1]
    qtbot.waitUntil(lambda: area.verticalScrollBar().value() > 0 and not focus.visibleRegion().isEmpty())


def test_an_unlikely_plate_is_questioned_where_it_is_typed(window: Window) -> None:
    page = go(window, 1)
    assert not page.again.isVisible()  # type: ignore[attr-defined]
    typed(page, "chassis-plate:gross", "9,000")
    assert page.again.isVisible() and "less than 85 % of the gross rating" in page.again.text()  # type: ignore[attr-defined]
    window.desk.undo()
    assert not page.again.isVisible()  # type: ignore[attr-defined]


def test_a_coupler_behind_the_axles_is_refused(window: Window) -> None:
    page = go(window, 1)
    before = rig_of(window)
    for name in ("chassis-axle:0", "chassis-axle:1"):
        typed(page, name, "0.1 m")
    edit = typed(page, "chassis-coupler", "0")
    assert rig_of(window).trailer.coupler_x <= rig_of(window).trailer.axle_x - 0.1  # type: ignore[union-attr]
    assert edit.parentWidget() is not None
    while window.desk.session.can_undo:
        window.desk.undo()
    assert rig_of(window) == before


def held(window: Window, item: str) -> QWidget:
    window.desk.take(item)
    hand = window.right.things.hand
    if hand.sheet is None or not hand.sheet.isVisible():
        hand.more.click()
    QApplication.processEvents()
    return hand


ITEM: list[tuple[str, str, Callable[[Item], object], float]] = [
    ("size-length", "50", lambda i: i.length.value, 50 * INCH),
    ("size-width", "49", lambda i: i.width.value, 49 * INCH),
    ("size-height", "3 ft", lambda i: i.height.value, 36 * INCH),
    ("off", "2", lambda i: i.place.off, 2 * INCH),
    ("centre-z", "20", lambda i: i.centre.z, 20 * INCH),
    ("centre-x", "-1", lambda i: i.centre.x, -INCH),
    ("capacity", "205", lambda i: i.tanks[0].capacity.value, 205 * GALLON),
    ("heel", "4", lambda i: i.tanks[0].heel, 0.04),
    ("density", "8.4", lambda i: i.tanks[0].liquid.density.value, 8.4 * LB / GALLON),
    ("empty-mass", "110", lambda i: i.mass.value, 110 * LB),
]


def test_every_figure_of_the_item_in_hand_can_be_typed(window: Window) -> None:
    hand = held(window, "water")
    before = rig_of(window)
    for name, text, read, wanted in ITEM:
        typed(hand, name, text)
        assert read(rig_of(window).item("water")) == pytest.approx(wanted), name
        window.desk.undo()
        assert rig_of(window) == before, name


def test_name_liquid_lock_and_note_of_the_item_in_hand(window: Window) -> None:
    hand = held(window, "sh")
    sheet = hand.sheet  # type: ignore[attr-defined]
    sheet.name.setText("Bleach drum")
    sheet.name.editingFinished.emit()
    combo: QComboBox = sheet.contents.liquid
    combo.setCurrentIndex(combo.findData("antifreeze"))
    combo.activated.emit(combo.currentIndex())
    sheet.locked.click()
    sheet.note.setFocus()
    QTest.keyClicks(sheet.note, "lid sticks")
    held(window, "water")  # with another thing in hand the note stays with the one it was typed for
    held(window, "sh")
    item = rig_of(window).item("sh")
    assert (item.name, item.tanks[0].liquid.tint, item.locked, item.note) == ("Bleach drum", "antifreeze", True, "lid sticks")
    combo.setCurrentIndex(combo.count() - 1)
    combo.activated.emit(combo.currentIndex())
    assert rig_of(window).item("sh").tanks[0].liquid.name == "other liquid"


def test_states_are_renamed_changed_added_and_removed(window: Window) -> None:
    page = go(window, 4).states  # type: ignore[attr-defined]
    window.desk.show_state("leaving")
    QApplication.processEvents()
    page.name.setText("Out of the yard")
    page.name.editingFinished.emit()
    page.kind.setCurrentIndex(1)
    page.kind.activated.emit(1)
    state = rig_of(window).state("leaving")
    assert (state.name, state.condition, state.road) == ("Out of the yard", "hitched", False)
    for n, fill in ((2, "drained"), (1, "full"), (0, "any")):
        page.fill.setCurrentIndex(n)
        page.fill.activated.emit(n)
        assert rig_of(window).state("leaving").fills == {} and rig_of(window).state("leaving").fill == fill
        assert page.water.isEnabled() == (fill != "drained")
    page.water.setCurrentIndex(1)
    page.water.activated.emit(1)
    water = next(a for a, _, p in rig_of(window).tanks() if p.liquid.tint == "water")
    low, high = (window.desk.solved.loads.table.low, window.desk.solved.loads.table.high)  # type: ignore[union-attr]
    at = [t.address for t in window.desk.solved.loads.table.tanks].index(water)  # type: ignore[union-attr]
    assert low[1, at] == 0.0 and high[1, at] < 0.2  # what a drain leaves, at most
    page.copy.click()
    assert len(rig_of(window).states) == 6 and window.desk.state_id == rig_of(window).states[-1].id
    page.drop.click()
    assert len(rig_of(window).states) == 5
    page.kind.setCurrentIndex(2)
    window.desk.show_state("leaving")
    page.kind.activated.emit(2)


def test_job_rig_and_side_of_the_curb(window: Window) -> None:
    page = go(window, 0)
    for key, text in (("name", "Spring round"), ("customer", "Four Ponds"), ("washes", "bus shelters")):
        page.fields[key].setText(text)  # type: ignore[attr-defined]
        page.fields[key].editingFinished.emit()  # type: ignore[attr-defined]
    job = window.desk.session.document.job
    assert (job.name, job.customer, job.washes) == ("Spring round", "Four Ponds", "bus shelters")
    page.rig_name.setText("<i>Shelter</i> rig")  # type: ignore[attr-defined]
    page.rig_name.editingFinished.emit()  # type: ignore[attr-defined]
    page.serial.setText("TH-0099")  # type: ignore[attr-defined]
    page.serial.editingFinished.emit()  # type: ignore[attr-defined]
    page.curb.setCurrentIndex(1)  # type: ignore[attr-defined]
    page.curb.activated.emit(1)  # type: ignore[attr-defined]
    rig = rig_of(window)
    assert (rig.name, rig.serial, rig.curb_side) == ("<i>Shelter</i> rig", "TH-0099", "left")
    assert window.verdict.name.text() == "<i>Shelter</i> rig"
    assert window.verdict.name.textFormat() == Qt.TextFormat.PlainText
    window.desk.take("water")
    labels = [f.label.text() for f in window.right.things.hand.sides.values()]
    assert any("curb edge" in t and t.startswith("Left") for t in labels) or "Left to Surface cleaner" in labels


def test_two_rigs_are_shown_beside_each_other(window: Window, qtbot: QtBot) -> None:
    from frelt.ui.frame.beside import Beside

    qtbot.keyClick(window, Qt.Key.Key_F3)
    assert "copy it under Job" in window.message.text()
    window.files.open_path(own_demo()[2])
    qtbot.keyClick(window, Qt.Key.Key_F3)
    beside = window.findChild(Beside)
    assert beside is not None and beside.isVisible()
    rows = [[beside.table.item(r, c).text() for c in range(6)] for r in range(beside.table.rowCount())]
    assert rows[0][0] == "Tongue share" and (rows[0][2], rows[0][4]) == ("within", "over") and rows[0][5].startswith("−")
    assert "the ball stands at another height" in beside.verdicts.text()
    assert beside.halves[0].scale_for == beside.halves[1].scale_for > 10
    beside.grab()


def test_a_rating_can_be_answered_with_not_rated(window: Window) -> None:
    window.ask_figure(next(s for s in window.bench.loads.spots if s.field == "ratings.coupler_tongue"))
    assert window.figure is not None
    window.figure.none.click()
    assert rig_of(window).trailer.ratings.coupler_tongue == NOT_RATED  # type: ignore[union-attr]
    assert window.desk.solved is not None and window.desk.solved.check("coupler:tongue") is None
    page = go(window, 1)
    edit = page.findChild(QLineEdit, "chassis-plate:gross")
    typed(page, "chassis-plate:gross", "not rated")
    assert rig_of(window).trailer.ratings.gross == NOT_RATED  # type: ignore[union-attr]
    assert edit is not None and edit.text() == "not rated"


def test_the_load_sheet_is_written_from_hand_over(window: Window, tmp_path: object) -> None:
    page = go(window, 9)
    words = " ".join(x.text() for x in page.findChildren(QLabel))
    assert "planning aid" in words
    out = tmp_path / "sheet.pdf"  # type: ignore[operator]
    window.papers.sheet_to(out)
    assert out.read_bytes().startswith(b"%PDF") and "Load sheet written" in window.message.text()
    window.papers.sheet_to(tmp_path / "no/where.pdf")  # type: ignore[operator]
    assert "No such file" in window.message.text()


def test_what_is_not_as_usual_in_a_state_is_ticked_and_every_tie_and_threshold_has_a_control(window: Window) -> None:
    page = go(window, 4).states  # type: ignore[attr-defined]
    window.desk.show_state("leaving")
    QApplication.processEvents()
    unusual = page.unusual
    unusual.more.click()
    assert unusual.list.isVisible() and unusual.list.count() == len(unusual.listed) > 5
    before = window.desk.solved.check("gross").load  # type: ignore[union-attr]
    for what, field in (("absent", "absent"), ("dry", "dry")):
        n, one = next((n, e) for n, e in enumerate(unusual.listed) if e.what == what and not e.on)
        unusual.list.item(n).setCheckState(Qt.CheckState.Checked)
        assert one.id in getattr(rig_of(window).state("leaving"), field)
    n = next(n for n, e in enumerate(unusual.listed) if e.what == "absent" and e.on)
    assert n < 2 and "(2)" in unusual.more.text()  # what is so stands first
    gone = unusual.listed[n].id
    later = next(m for m, e in enumerate(unusual.listed) if e.what == "later" and e.id == gone)
    unusual.list.item(later).setCheckState(Qt.CheckState.Checked)
    state = rig_of(window).state("leaving")
    assert gone in state.later and gone not in state.absent
    for _ in range(3):
        window.desk.undo()
    assert window.desk.solved.check("gross").load == before  # type: ignore[union-attr]
    page.tied.others.more.click()
    (tie,) = rig_of(window).links
    assert tie.high == 0.75 and len(tie.factors) == 2
    field = page.tied.others.findChild(QLineEdit, "sum of tanks 1: … at most")
    typed(window, "sum of tanks 1: … at most", "60 %")
    assert rig_of(window).links[0].high == pytest.approx(0.6)
    (said,) = [w.text() for w in page.tied.others.findChildren(QLabel) if " × " in w.text()]
    assert "+" in said
    rules = go(window, 1).rules  # type: ignore[attr-defined]
    words = [t.words for t in rig_of(window).rules.thresholds]
    rules.thresholds.more.click()
    assert [t.words for t in rig_of(window).rules.thresholds] == [*words, "look up what applies"]
