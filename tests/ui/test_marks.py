"""Every mark and every figure can be asked what it means: a page of marks and words, and what stands behind a post or a bar."""

from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, QPointF
from PyQt6.QtGui import QEnterEvent
from PyQt6.QtWidgets import QApplication, QLabel

from frelt.app.storage import load
from frelt.core.base.units import METRIC, US
from frelt.core.judge.marks import WORDS
from frelt.drawing.overlay.glossary import CHAPTERS, TALL, WIDE, picture
from frelt.drawing.shapes import Path as Drawn
from frelt.drawing.shapes import Text
from frelt.paint import fonts
from frelt.ui.frame.marks_window import MarksWindow
from frelt.ui.frame.window import Window
from tests.ui.test_cause import Fresh, opened

PACKED = Path(__file__).parents[1] / "fixtures" / "packed"


def test_every_mark_is_explained_and_every_picture_lies_in_its_frame(window: Window) -> None:
    titles = {one.title for chapter in CHAPTERS for one in chapter.listed}
    assert {w.capitalize() for w in WORDS.values()} <= titles
    drawn = [one for chapter in CHAPTERS for one in chapter.listed if one.draw is not None]
    assert len(drawn) >= 20
    for units in (US, METRIC):
        for one in drawn:
            for shape in picture(one, fonts, units):
                xs = (
                    shape.xy[::2]
                    if isinstance(shape, Drawn)
                    else (shape.x,)
                    if isinstance(shape, Text)
                    else (shape.x0, shape.x1)
                )
                ys = (
                    shape.xy[1::2]
                    if isinstance(shape, Drawn)
                    else (shape.y,)
                    if isinstance(shape, Text)
                    else (shape.y0, shape.y1)
                )
                assert min(xs) >= 0 and max(xs) <= WIDE and min(ys) >= 0 and max(ys) <= TALL, one.title


def test_marks_and_words_are_found_from_the_menu_by_typing(window: Window) -> None:
    window.menus.fill()
    window.menus.actions["marks"].trigger()
    (page,) = [w for w in QApplication.topLevelWidgets() if isinstance(w, MarksWindow)]
    page.box.setText("tongue")
    shown = [label.text() for label in page.findChildren(QLabel) if label.isVisible() and label.objectName() == "rigname"]
    assert shown == ["Tongue share", "Payload"]
    page.box.setText("")
    page.grab()
    assert len([1 for label in page.findChildren(QLabel) if label.isVisible()]) > 50


@pytest.mark.parametrize("name", ["solar-gooseneck", "tram-tray", "playground-skid"])
def test_every_post_and_bar_says_what_from_what_and_why_when_the_pointer_rests(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    spots = [s for s in window.bench.loads.spots if s.check is not None]
    assert spots
    for spot in spots:
        words = window.bench.words_at(QPointF(spot.box.mid_x, spot.box.mid_y))
        assert "Source: " in words and " most by " in words and any(w in words for w in WORDS.values())
    for card in window.strip._cards.values():
        QApplication.sendEvent(card, QEnterEvent(QPointF(5, 5), QPointF(5, 5), QPointF(card.mapToGlobal(QPoint(5, 5)))))
        assert any(w in card.toolTip() for w in WORDS.values()), card.toolTip()
    for button in window.path.buttons:
        QApplication.sendEvent(button, QEnterEvent(QPointF(40, 9), QPointF(40, 9), QPointF(button.mapToGlobal(QPoint(40, 9)))))
        assert button.toolTip()
    assert load(PACKED / f"{name}.frelt.json").rigs[0] == window.desk.session.rig
