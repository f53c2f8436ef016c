"""What runs beside the window: results come back whole and in order, nothing is shared, and the window goes on."""

import time
from collections.abc import Callable

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPointF, Qt, QThread
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.core.base.value import FreltError
from frelt.core.edit.items import move
from frelt.core.fixes.fix import fixes
from frelt.core.liquids.road_fill import road_fill
from frelt.core.solve import Solved, solve
from frelt.ui.frame.jobs import Jobs, Running
from frelt.ui.frame.window import Window


@pytest.fixture
def jobs(qtbot: QtBot) -> Jobs:
    return Jobs()


def test_a_newer_job_of_a_name_takes_the_place_of_the_older_and_only_its_result_comes(jobs: Jobs, qtbot: QtBot) -> None:
    came: list[object] = []

    def slow(running: Running) -> str:
        while running.still():
            time.sleep(0.002)
        return "dropped"

    jobs.start("a", slow, came.append)
    jobs.start("b", lambda _: "beside", came.append)
    qtbot.waitUntil(lambda: came == ["beside"])
    jobs.start("a", lambda running: (running.share(0.5), "new")[1], came.append)
    qtbot.waitUntil(lambda: came == ["beside", "new"] and not jobs.busy())
    qtbot.wait(20)
    assert came == ["beside", "new"]
    jobs.finish()


def test_of_many_wishes_one_runs_at_a_time_and_the_last_wins_though_none_can_be_stopped(jobs: Jobs, qtbot: QtBot) -> None:
    came: list[int] = []
    begun: list[int] = []
    at_once: list[int] = []

    def work(n: int) -> Callable[[Running], int]:
        def deaf(_: Running) -> int:
            begun.append(n)
            at_once.append(sum(t.isRunning() for t in jobs.findChildren(QThread)))
            time.sleep(0.02)
            return n

        return deaf

    for n in range(40):
        jobs.start("held", work(n), came.append)
        QApplication.processEvents()
    qtbot.waitUntil(lambda: came == [39])
    assert begun[0] == 0 and begun[-1] == 39 and len(begun) < 40 and max(at_once) == 1
    jobs.start("held", work(40), came.append)
    jobs.start("held", work(41), came.append)
    jobs.cancel("held")
    qtbot.wait(60)
    assert came == [39] and 41 not in begun and not jobs.busy()
    jobs.start("held", work(42), came.append)
    jobs.start("held", work(43), came.append)
    jobs.finish()
    assert 43 not in begun


def test_what_a_job_raises_is_told_where_the_window_is_and_progress_is_seen(jobs: Jobs, qtbot: QtBot) -> None:
    errors: list[Exception] = []
    shares: list[float] = []
    jobs.changed.connect(lambda: shares.append(jobs.share("t")))

    def fails(running: Running) -> None:
        running.share(0.25)
        time.sleep(0.02)
        raise FreltError("row 7 is wrong")

    jobs.start("t", fails, lambda _: None, errors.append)
    qtbot.waitUntil(lambda: len(errors) == 1)
    assert str(errors[0]) == "row 7 is wrong" and 0.25 in shares and not jobs.busy("t")
    jobs.finish()


def same(a: Solved, b: Solved) -> bool:
    return [(c.id, c.status, c.margin) for c in a.checks] == [(c.id, c.status, c.margin) for c in b.checks]


def test_two_searches_and_a_dragging_window_each_get_what_they_would_alone(window: Window, qtbot: QtBot) -> None:
    """The water tank is dragged while fixes and road fills are looked for; every result is that of a quiet run."""
    desk, bench = window.desk, window.bench
    rig = desk.session.rig
    assert rig is not None
    quiet = solve(rig)
    check = quiet.checks[0]
    expected = [f.words for f in fixes(quiet, check, desk.units)]
    caps = [round(c.fill, 9) for c in road_fill(quiet).caps]
    found: list[list[str]] = []
    filled: list[list[float]] = []

    def look(_: Running) -> list[str]:
        own = solve(rig)
        return [f.words for f in fixes(own, own.checks[0], desk.units)]

    def fill(_: Running) -> list[float]:
        return [round(c.fill, 9) for c in road_fill(solve(rig)).caps]

    def again(name: str, work: Callable[[Running], list[object]], kept: list[list[object]]) -> None:
        jobs.start(name, work, lambda r: (kept.append(r), again(name, work, kept) if len(kept) < 4 else None))

    jobs = Jobs()
    again("one", look, found)  # type: ignore[arg-type]
    again("two", fill, filled)  # type: ignore[arg-type]
    desk.take("water")
    start = bench.layout_now.to_px("plan", 1.2, 0.0)
    steps = 0
    until = time.monotonic() + 120  # only so that a hang ends; how fast it goes is no matter here
    left, none = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    while steps < 40 or len(found) < 4 or len(filled) < 4:
        trial = move(rig, "water", 0.001 * (steps % 40), 0.0)
        desk.attempt(trial)
        at = start + QPointF(steps % 40, 0)
        bench.mouseMoveEvent(QMouseEvent(QEvent.Type.MouseMove, at, at, left, left, none))
        QApplication.processEvents()
        if steps % 10 == 0:
            assert same(desk.solved, solve(trial)) if desk.solved is not None and desk.solved.rig is trial else True
        steps += 1
        assert time.monotonic() < until
    desk.abandon()
    jobs.finish()
    assert all(f == expected for f in found) and all(c == caps for c in filled)
    assert replace(rig) == desk.session.rig
