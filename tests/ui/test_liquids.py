"""Liquids and the road by mouse and keys: road fill and placard, draining, two tanks, the day."""

from pathlib import Path

import pdfplumber
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.core.base.units import INCH
from frelt.core.day.piped import drains_of
from frelt.ui.frame.window import Window
from frelt.ui.steps.liquids.mixes import MixBlock
from frelt.ui.steps.liquids.page import LiquidsPage
from tests.ui.hands import go, press, typed

LEFT = Qt.MouseButton.LeftButton


def page_of(window: Window, part: int) -> LiquidsPage:
    page = go(window, 4)
    assert isinstance(page, LiquidsPage)
    page.tabs[part].click()
    QApplication.processEvents()
    return page


def searched(page: LiquidsPage, qtbot: QtBot) -> None:
    qtbot.waitUntil(lambda: page.road.found is not None and not page.desk.jobs.busy("road fill"), timeout=20_000)
    QApplication.processEvents()


def test_the_road_fill_is_shown_set_and_the_rig_is_right_then(window: Window, qtbot: QtBot) -> None:
    page = page_of(window, 1)
    searched(page, qtbot)
    assert "Held back by: tongue share" in page.road.words.text() and "any order" in page.road.words.text()
    words = {c.tank.name: page.road.rows.words(c) for c in page.road.found.caps}  # type: ignore[union-attr]
    assert words["Water tank"][0] == "32 gal of 210 gal" and words["SH tank"][0] == "full, 55 gal"
    page.road.put.click()
    rig, solved = window.desk.session.rig, window.desk.session.solved
    assert rig is not None and solved is not None
    for state in (s for s in rig.states if s.road):
        assert state.fills["water/tank"].high * 210 == pytest.approx(32, rel=1e-3)
        assert all(c.status != "over" for c in solved.by_state[state.id])
    window.desk.undo()
    assert window.desk.session.rig.states[2].fills != rig.states[2].fills  # type: ignore[union-attr]


def test_one_exact_fill_is_labelled_and_has_no_placard(window: Window, qtbot: QtBot) -> None:
    page = page_of(window, 1)
    searched(page, qtbot)
    page.road.found = None
    page.road.exact.click()
    searched(page, qtbot)
    assert "exactly these fills" in page.road.words.text()
    assert not page.road.placard.isEnabled() and not page.road.put.isEnabled()


def test_the_placard_says_how_far_in_both_units(window: Window, qtbot: QtBot, tmp_path: Path) -> None:
    page = page_of(window, 1)
    searched(page, qtbot)
    assert page.road.found is not None
    window.papers.placard_to(tmp_path / "road.pdf", page.road.found, page.road.order)
    with pdfplumber.open(tmp_path / "road.pdf") as pdf:
        assert len(pdf.pages) == 1 and pdf.pages[0].width > pdf.pages[0].height
        text = pdf.pages[0].extract_text()
    for words in (
        "ROAD FILL",
        "Poultry barn wash",
        "32 gal",
        "121 L",
        "TH-0034",
        "any order",
        "Tight even drawn down: tongue share",
    ):
        assert words in text, words


def test_the_valve_is_typed_and_the_minutes_follow_then_the_drain_is_drawn_and_the_lines_say_them(
    window: Window, qtbot: QtBot
) -> None:
    page = page_of(window, 1)
    page.road.drain.tank.setCurrentIndex(page.road.drain.tank.findText("Water tank"))
    page.road.drain.refresh()
    typed(page.road, "drain-valve", "1 1/2 in")
    slow = page.road.drain.time.text()
    typed(page.road, "drain-valve", "2 in")
    tank = window.desk.session.rig.item("water").tanks[0]  # type: ignore[union-attr]
    assert tank.valve == pytest.approx(2 * INCH) and page.road.drain.time.text() != slow and "storm drain" in slow
    page.road.drain.draw.click()  # from now on it is the lines that say how long
    qtbot.waitUntil(lambda: page.road.drain.time.text().startswith("Through D"), timeout=20_000)
    rig = window.desk.rig
    assert rig is not None and drains_of(rig, "water/tank") and page.road.drain.valve.isHidden()
    assert "as it is piped" in page.road.drain.time.text() and "storm drain" in page.road.drain.time.text()
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    QApplication.processEvents()
    assert page.road.drain.time.text() != slow and not page.road.drain.valve.isHidden()


def test_todays_point_is_dragged_over_the_map(window: Window) -> None:
    page = page_of(window, 2)
    window.desk.show_state("between")
    two = page.two
    two.across.setCurrentIndex(two.across.findText("Water tank"))
    two.up.setCurrentIndex(two.up.findText("SH tank"))
    two._show()
    assert "Tongue share" in two.words.text() and two.map.region is not None
    assert not two.map.region.holds(1.0, 0.02) and two.map.region.holds(0.0, 0.5)
    start, end = two.map.spot(0.9, 0.2), two.map.spot(0.3, 0.6)
    QTest.mousePress(two.map, LEFT, pos=start.toPoint())
    QTest.mouseMove(two.map, end.toPoint())
    QTest.mouseRelease(two.map, LEFT, pos=end.toPoint())
    fills = window.desk.session.rig.state("between").fills  # type: ignore[union-attr]
    assert fills["water/tank"].shown == pytest.approx(0.3, abs=0.02) and fills["sh/tank"].shown == pytest.approx(0.6, abs=0.03)


def begun(window: Window) -> LiquidsPage:
    page = page_of(window, 3)
    page.day.begin.setCurrentIndex(1)
    page.day.begin.activated.emit(1)
    QApplication.processEvents()
    return page


def test_a_day_is_begun_scrubbed_and_the_bench_follows(window: Window) -> None:
    page = begun(window)
    plot = page.day.plot
    assert plot.isVisible() and not window.strip.isVisible()
    assert "At " in page.day.words.text() and "uses" in page.day.sums.text()
    assert plot.picture is not None
    _, loads = plot.picture.bands()
    QTest.mouseClick(plot, LEFT, pos=QPointF(plot.picture.px(8.0 * 3600), loads.center().y()).toPoint())
    QTest.keyClick(plot, Qt.Key.Key_Down)
    assert page.day.name.text() == "Drive to the job" and page.day.act.isVisible()
    early = dict(window.desk.fills)
    plot.setFocus()
    for _ in range(12):
        QTest.keyClick(plot, Qt.Key.Key_Right)
    later = dict(window.desk.fills)
    assert early != later and plot.time == pytest.approx(9.0 * 3600, abs=400)
    page.tabs[0].click()
    QApplication.processEvents()
    assert not plot.isVisible() and window.strip.isVisible() and window.desk.fills != later


def test_an_act_is_dragged_typed_added_and_removed(window: Window, tmp_path: Path) -> None:
    page = begun(window)
    plot, day = page.day.plot, page.day
    wash = next(a for a in day.play.day.acts if a.kind == "wash")  # type: ignore[union-attr]
    assert plot.picture is not None
    box = plot.picture.act_box(wash)
    start, end = QPointF(box.right() - 2, box.center().y()), QPointF(plot.picture.px(wash.end + 1800), box.center().y())
    QTest.mousePress(plot, LEFT, pos=start.toPoint())
    QTest.mouseMove(plot, ((start + end) / 2).toPoint())
    QTest.mouseMove(plot, end.toPoint())
    QTest.mouseRelease(plot, LEFT, pos=end.toPoint())
    rig = window.desk.session.rig
    assert rig is not None and rig.day is not None
    longer = next(a for a in rig.day.acts if a.id == wash.id)
    assert longer.length == pytest.approx(wash.length + 1800, abs=301) and longer.start == wash.start
    typed(day, "act-start", "9:15")
    typed(day, "act-length", "25 min")
    typed(day, "act-duty", "50")
    now = next(a for a in window.desk.session.rig.day.acts if a.id == wash.id)  # type: ignore[union-attr]
    assert (now.start, now.length, now.duty) == (9.25 * 3600, 1500.0, 0.5)
    field = typed(day, "act-start", "soon")
    assert "no time of day" in field.parent().error.text()  # type: ignore[union-attr]
    count = len(window.desk.session.rig.day.acts)  # type: ignore[union-attr]
    day.more.click()
    assert len(window.desk.session.rig.day.acts) == count + 1  # type: ignore[union-attr]
    day.drop.click()
    day.write_to(tmp_path / "day.csv")
    rows = (tmp_path / "day.csv").read_text().splitlines()
    assert rows[0].startswith("time_s,fill ") and len(rows) > 8


def test_running_dry_says_what_would_have_done(window: Window, qtbot: QtBot) -> None:
    page = begun(window)
    typed_flow = next(a for a in page.day.play.day.acts if a.kind == "fill")  # type: ignore[union-attr]
    page.day.plot.act_id = typed_flow.id
    page.day._show()
    typed(page.day, "act-flow", "1 gal/min")
    assert "runs dry at" in page.day.words.text() and "starves" in page.day.words.text()
    qtbot.waitUntil(
        lambda: "would do" in page.day.words.text(), timeout=30_000
    )  # found beside the window, by playing the day again
    assert "a tank of" in page.day.words.text() and "a tap of" in page.day.words.text()
    assert "The day uses" in page.day.sums.text() and "not solved yet" not in page.day.sums.text()


def test_two_tanks_are_tied_and_the_worst_case_heeds_it(window: Window) -> None:
    """When water is full, SH holds at most a tenth: the laden trailer gets lighter by the SH that cannot be there."""
    page = page_of(window, 0)
    heaviest = lambda: next(c.load for c in window.desk.session.solved.checks if c.id == "gross")  # type: ignore[union-attr]  # noqa: E731
    before = heaviest()
    tied = page.states.tied.list
    tied.more.click()
    assert len(window.desk.session.rig.links) == 1  # type: ignore[union-attr]
    typed(tied, "tie 1: … holds at most", "10")
    (link,) = window.desk.session.rig.links  # type: ignore[union-attr]
    assert sorted(link.factors.values()) == pytest.approx([0.9, 1.0])
    assert heaviest() < before - 1 and "not solved" not in window.desk.session.solved.why  # type: ignore[union-attr, operator]
    window.desk.undo()
    window.desk.undo()
    assert heaviest() == pytest.approx(before) and window.desk.session.rig.links == ()  # type: ignore[union-attr]


def test_slopes_and_mixes_answer_as_they_are_typed(window: Window) -> None:
    page = page_of(window, 4)
    window.desk.show_state("leaving")
    more = page.more
    facts = dict(more.figures.lines)
    assert facts["Tips sideways, were it stiff"].endswith(" g") and facts["Weight sits above the ground"].endswith(" in")
    assert "safe" in more.figures.lines[-1][0]
    typed(more, "slope-along", "5")
    assert window.desk.session.rig.state("leaving").slope_along == pytest.approx(0.05)  # type: ignore[union-attr]
    assert any("stays behind its outlet" in words for words, _ in more.slopes.lines)
    press(more, "Add mix")
    typed(more, "mix-stock", "12")
    typed(more, "mix-target", "6")
    typed(more, "mix-volume", "50 gal")
    (block,) = more.mixes.findChildren(MixBlock)
    assert block.said.text() == "25 gal of what is bought and 25 gal of water."
    typed(more, "mix-steps", "1:2, 15:1")
    rig = window.desk.session.rig
    assert rig is not None and rig.mixes[0].steps == (2.0, 15.0) and "On the wall 0.12%" in block.said.text()
    typed(more, "mix-steps", "soap")
    assert "is no ratio" in block.steps.error.text()
    typed(more, "mix-target", "15")
    assert "cannot be mixed" in block.said.text()
    for _ in range(6):
        window.desk.undo()
    assert not more.mixes.findChildren(MixBlock) or window.desk.session.rig.mixes == ()  # type: ignore[union-attr]


def test_sh_of_some_age_is_weaker_and_lasts_less_until_it_is_measured(window: Window) -> None:
    rig = window.desk.session.rig
    assert rig is not None
    item = next(i for i in rig.items if i.tanks and i.tanks[0].liquid.substance == "SH")
    window.desk.take(item.id)
    window.right.things.hand.more.click()
    sheet = window.right.things.hand.sheet
    assert sheet is not None
    typed(sheet, "sh-age", "60")
    assert "Now about 10." in sheet.contents.now.text()
    sheet.contents.tested.click()
    assert sheet.contents.now.text() == "As measured"
    liquid = window.desk.session.rig.item(item.id).tanks[0].liquid  # type: ignore[union-attr]
    assert liquid.age == 60 and liquid.tested


def test_the_tightest_hour_is_shown_on_the_bench(window: Window) -> None:
    page = begun(window)
    page.day.tightest.click()
    made = page.day.play
    assert made is not None and made.tightest is not None and page.day.plot.time == made.tightest.at
    assert window.desk.fills == pytest.approx(made.at(made.tightest.at))
