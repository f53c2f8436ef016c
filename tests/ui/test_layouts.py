"""Six rigs laid out from an empty carrier with mouse and keys alone; each says how many gestures a thing took."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QPushButton

from frelt.app.storage import load
from frelt.commands.check import judge_file
from frelt.core.base.units import US
from frelt.core.judge.words import sentence
from frelt.core.model.document import Document
from frelt.core.model.item import Item
from frelt.core.space.solids import solids
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.conftest import slow
from tests.ui.hands import typed

LEFT = Qt.MouseButton.LeftButton
SHIFT, NONE = Qt.KeyboardModifier.ShiftModifier, Qt.KeyboardModifier.NoModifier
Fresh = Callable[[Document], Window]


class Hand:
    """A person at the window, who counts what he does: a word typed, a key, a click, a drag is a gesture."""

    def __init__(self, window: Window) -> None:
        self.window, self.gestures = window, 0

    def chassis(self, words: str) -> None:
        """Take a chassis under Job."""
        self.window.desk.go(Step.JOB)
        page = self.window.right.page(Step.JOB)
        page.chassis.box.setText(words)  # type: ignore[attr-defined]
        page.chassis.new.click()  # type: ignore[attr-defined]
        QApplication.processEvents()

    def key(self, key: Qt.Key, modifier: Qt.KeyboardModifier = NONE) -> None:
        """A key on the bench."""
        self.gestures += 1
        assert self.window.isActiveWindow(), "a person's keys would go elsewhere"
        self.window.bench.setFocus()
        QTest.keyClick(self.window.bench, key, modifier)
        QApplication.processEvents()

    def put(self, words: str) -> str:
        """Search and Return."""
        self.key(Qt.Key.Key_I, Qt.KeyboardModifier.ControlModifier)
        box = self.window.right.things.catalog.box
        self.gestures += 1
        QTest.keyClicks(box, words)
        QTest.keyClick(box, Qt.Key.Key_Return)
        QApplication.processEvents()
        assert self.window.desk.in_hand, words
        return self.window.desk.in_hand

    def drag(self, item: str, x: float, y: float) -> None:
        """Drag an item in the plan to a point of its carrier [m]."""
        self.gestures += 1
        bench = self.window.bench
        bench.grab()
        layout = bench.layout_now
        assert layout is not None
        start, end = bench.item_centre(item), layout.to_px("plan", x, y)
        QTest.mousePress(bench, LEFT, pos=start.toPoint())
        for n in range(1, 9):
            at = QPointF(start.toPoint()) + (end - start) * n / 8
            event = QMouseEvent(QEvent.Type.MouseMove, at, bench.mapToGlobal(at), LEFT, LEFT, NONE)
            QApplication.sendEvent(bench, event)
        QTest.mouseRelease(bench, LEFT, pos=end.toPoint())
        QApplication.processEvents()

    def at(self, words: str, x: float, y: float, turns: int = 0) -> str:
        """Put a thing on the deck, turn it, and drag it to its place."""
        item = self.put(words)
        for _ in range(turns):
            self.key(Qt.Key.Key_R)
        self.drag(item, x, y)
        return item

    def type(self, field: str, text: str) -> None:
        """Type a figure of what is in hand."""
        self.gestures += 1
        typed(self.window.right.things.hand, field, text)
        QApplication.processEvents()

    def choose(self, name: str, words: str) -> None:
        """Choose from a list of what is in hand."""
        self.gestures += 1
        boxes = self.window.right.things.findChildren(QComboBox)
        box = next(b for b in boxes if b.accessibleName() == name)
        n = next(i for i in range(box.count()) if words in box.itemText(i))
        box.setCurrentIndex(n)
        box.activated.emit(n)
        QApplication.processEvents()

    def click(self, item: str, modifier: Qt.KeyboardModifier = NONE) -> None:
        """Click an item in the plan."""
        self.gestures += 1
        self.window.bench.grab()
        QTest.mouseClick(self.window.bench, LEFT, modifier, self.window.bench.item_centre(item).toPoint())
        QApplication.processEvents()

    def press(self, words: str) -> None:
        """Press a button of the column."""
        self.gestures += 1
        button = next(b for b in self.window.right.things.findChildren(QPushButton) if b.text() == words and b.isVisible())
        button.click()
        QApplication.processEvents()

    def more(self) -> None:
        """Open the sheet of the thing in hand."""
        self.gestures += 1
        self.window.right.things.hand.more.setChecked(True)
        QApplication.processEvents()

    def item(self, item: str) -> Item:
        """An item as it is now."""
        assert self.window.desk.rig is not None
        return self.window.desk.rig.item(item)

    def done(self, name: str, tmp_path: Path, allowed: tuple[str, ...] = ()) -> None:
        """Save, open again, check from the shell's code; nothing overlaps, hangs over or runs into a wall."""
        session = self.window.desk.session
        path = tmp_path / f"{name}.frelt.json"
        session.save(path)
        assert load(path) == session.document
        solved = self.window.desk.solved
        assert solved is not None and solved.loads is not None
        placing = ("overlap", "off deck", "wheel well", "headroom", "door load", "pull-off", "vents", "level", "forks")
        bad = [
            (c.id, sentence(c, US)) for c in solved.checks if c.kind in placing and c.status == "over" and c.kind not in allowed
        ]
        assert not bad, bad
        assert not judge_file(str(path), None, US).error
        count = len([i for i in solved.rig.items if not i.built_in])
        print(f"{name}: {count} things, {self.gestures / count:.1f} gestures each")
        assert self.gestures / count < 4.5


@pytest.fixture
def hand(fresh: Fresh) -> Hand:
    return Hand(fresh(Document()))


def room(hand: Hand, item: str) -> tuple[float, float, float, float]:
    solved = hand.window.desk.solved
    assert solved is not None
    s = solids(solved.rig, solved.frames)[item]
    return s.x0, s.y0, s.x1, s.y1


def test_an_enclosed_trailer_with_reels_at_the_side_door_and_racks_on_doors(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("enclosed 6 10")
    reel = hand.at("reel 12 100", 0.9, 0.6, turns=1)
    assert 0.5 < (room(hand, reel)[0] + room(hand, reel)[2]) / 2 < 1.3
    hand.at("water 100 upright", 1.7, 0.4)
    hand.at("cold 4 direct", 1.6, -0.5)
    hand.at("sh 15", 0.4, -0.6)
    rack = hand.put("door rack")
    hand.choose("Stands on", "Barn doors, left leaf")
    frame = hand.window.desk.solved.frames.items[rack]  # type: ignore[union-attr]
    assert frame.at[0] == pytest.approx(3.05, abs=0.05)
    cleaner = hand.put("surface 16 hung")
    assert hand.item(cleaner).place.deck == hand.item(rack).decks[0].id
    hand.put("wall rack")
    hand.choose("Stands on", "Left wall")
    hand.done("enclosed", tmp_path)


def test_a_pickup_skid_with_joined_slim_tanks_and_four_reels(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("one ton 8")
    skid = hand.put("skid 8 ft")
    first = hand.at("water 50 slim", 0.27, 0.0, turns=1)
    second = hand.at("water 50 slim", 0.70, 0.0, turns=1)
    deck = hand.item(skid).decks[0].id
    assert hand.item(first).place.deck == deck == hand.item(second).place.deck
    hand.click(first, SHIFT)
    hand.press("Join the tanks")
    assert len(hand.window.desk.solved.loads.table.tanks) == 2  # type: ignore[union-attr]  # the joined ones, and the truck's own
    reel = hand.at("reel 12 100", 2.15, -0.3)
    hand.key(Qt.Key.Key_M, SHIFT)
    third = hand.at("reel 12 100", 1.6, -0.3)
    hand.key(Qt.Key.Key_M, SHIFT)
    names = [i for i in hand.window.desk.rig.items if i.kind == "reel"]  # type: ignore[union-attr]
    assert len(names) == 4 and room(hand, reel)[1] < 0 and third
    hand.done("pickup", tmp_path, allowed=("pull-off",))  # the front pair stands behind the rear one on so short a bed


@slow
def test_a_van_with_three_reels(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("van long high")
    hand.at("water 100 slim", 0.9, -0.4)
    hand.at("cold 4 direct", 2.0, -0.1)
    hand.at("reel 12 100", 3.0, -0.5)
    hand.at("pole hose reel", 3.0, 0.0)
    hand.at("air reel", 3.0, 0.5)
    rig = hand.window.desk.rig
    assert rig is not None and sum(i.kind == "reel" for i in rig.items) == 3
    hand.done("van", tmp_path)


@slow
def test_an_open_trailer_with_a_strapped_tank_and_three_machines(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("open 7 16")
    tank = hand.at("water 525 legs", 1.6, 0.0)
    hand.more()
    hand.choose("How it is held", "straps")
    hand.type("held-mass", "14")
    assert hand.item(tank).held == "straps" and hand.item(tank).held_mass is not None
    machine = hand.at("cold 8 gear", 4.2, 0.0)
    hand.key(Qt.Key.Key_D, Qt.KeyboardModifier.ControlModifier)
    hand.drag(hand.window.desk.in_hand, 4.2, -0.7)
    hand.click(machine)
    hand.key(Qt.Key.Key_M, SHIFT)
    hand.drag(hand.window.desk.in_hand, 4.2, 0.7)
    rig = hand.window.desk.rig
    assert rig is not None and sum(i.kind == "machine" for i in rig.items) == 3
    hand.done("open", tmp_path)


def test_a_tray_truck_with_a_cage_tank_and_a_chemical_tank(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("tray")
    hand.at("cage 1,000", 0.8, 0.0)
    hand.at("chemical 300", 1.85, -0.5)
    hand.at("reel 18 300", 2.8, 0.4)
    hand.at("cold 5.5 beside", 2.3, -0.0)
    hand.type("station", "60 in")
    assert room(hand, hand.window.desk.in_hand)[0] == pytest.approx(60 * 0.0254, abs=1e-6)
    hand.drag(hand.window.desk.in_hand, 1.9, 0.45)
    hand.done("tray", tmp_path)


@slow
def test_a_recovery_trailer(hand: Hand, tmp_path: Path) -> None:
    hand.chassis("enclosed 8.5 20")
    hand.at("water 275 upright", 2.0, -0.55)
    hand.at("water 275 upright", 3.5, -0.55)
    hand.at("recovery vacuum engine", 4.6, -0.7)
    hand.at("settling box", 1.1, 0.85)
    hand.at("filter housings", 2.0, 0.95, turns=3)
    hand.at("vacuum reel", 5.5, 0.6)
    hand.at("cold 8 gear", 5.7, -0.5, turns=1)
    hand.done("recovery", tmp_path)
