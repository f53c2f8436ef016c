"""Four things that harm, walked as a person would: a float put in, a tongue accepted, acid at a three-way, a ticket over a plate."""

from PyQt6.QtWidgets import QApplication, QPushButton

from frelt.app.storage import load
from frelt.core.base.units import US
from frelt.core.edit.items import move
from frelt.core.judge.marks import is_open
from frelt.core.judge.words import sentence
from frelt.core.model.document import Document
from frelt.core.planning.accepting import accept
from frelt.core.report.verdict import verdict
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.plumbing.loose import put_in
from tests.conftest import FOUND, demo, found_rig
from tests.ui.hands import press
from tests.ui.test_cause import Fresh
from tests.ui.test_plumbing import click, plumbing


def opened_at(fresh: Fresh, name: str) -> Window:
    window = fresh(load(FOUND / f"{name}.frelt.json"))
    QApplication.processEvents()
    return window


def test_a_float_put_into_the_tap_s_line_fills_and_turned_round_it_says_so(fresh: Fresh) -> None:
    window = opened_at(fresh, "float-backward")
    page, desk = plumbing(window), window.desk
    page.now.take("F1")
    press(page, "Take it out")
    rig = desk.rig
    assert rig is not None
    (of_tap,) = [one for one in rig.plumbing.lines if "W1/out" in (one.start, one.end)]
    put_in(desk, page.now, of_tap.id, "float valve")
    QApplication.processEvents()
    name = page.now.held
    texts = [w.text() for w in page.findChildren(QPushButton) if w.isVisibleTo(page)]
    assert "Turn it round" in texts and not any("stands against" in f.words for f in page.now.found())
    press(page, "Turn it round")
    assert window.message.text().startswith(f"{name} is turned round: it lets through from water to W1")
    assert any(f"{name} stands against the only way" in f.words and f.level == "broken" for f in page.now.found())
    desk.undo()
    QApplication.processEvents()
    assert not any("stands against" in f.words for f in page.now.found())


def test_a_tongue_accepted_as_light_is_red_again_when_the_tank_goes_forward_and_quiet_when_better(
    window: Window,
) -> None:
    """Solar rinse with its water far back: light; a little forward it is better, further back worse, far forward too heavy."""
    desk = window.desk
    desk.session.new(Document(rigs=(move(demo("solar-rinse").rigs[0], "water", 0.3, 0.0),)))
    solved = desk.session.solved
    assert solved is not None
    tongue = solved.check("tongue-share")
    assert tongue is not None and is_open(tongue) and tongue.side == "low"
    desk.edit(lambda _: accept(solved, tongue, "short way, slow", "2026-12-02"), "accepted")
    QApplication.processEvents()
    assert "1 accepted danger" in window.verdict.words.text() and "Tongue" not in window.verdict.words.text()

    def moved(by: float) -> str:
        desk.edit(lambda r: move(r, "water", by, 0.0), "moved")
        now = desk.session.solved
        assert now is not None
        return " ".join(sentence(c, US) for c in now.checks if c.kind == "tongue share" and is_open(c))

    assert not moved(-0.02) and "1 accepted danger" in verdict(desk.session.solved, US)  # type: ignore[arg-type]
    assert moved(0.1).startswith("Tongue too light")
    desk.undo()
    assert not moved(0.0) and any(moved(-0.2).startswith("Tongue too heavy") for _ in range(10))


def test_acid_and_sh_at_the_three_way_stay_red_however_its_handle_is_turned(fresh: Fresh) -> None:
    window = opened_at(fresh, "acid-v4-half")
    page = plumbing(window)
    for _ in range(3):
        click(page, "V4")
        assert any(f.level == "danger" and "can stand together in V4" in f.words for f in page.now.found())
        assert any("can stand together in V4" in c.why for c in window.desk.session.solved.checks)  # type: ignore[union-attr]


def test_a_ticket_over_its_plate_heads_the_window_with_the_switch_off(fresh: Fresh) -> None:
    window = fresh(Document(rigs=(found_rig("barn-use"),)))
    window.desk.go(Step.SCALE)
    QApplication.processEvents()
    words = window.verdict.words.text()
    assert words.startswith(
        "The ticket of 2026-06-11 reads 7,330 lb for the trailer where 7,000 lb is allowed: 330 lb too much."
    )
