"""The speed ratios, measured in one run: `ratio NAME VALUE LIMIT ok|short`, one line each.

Usage: ./run bench. Everything is compared with painting a fixed scene in the same run, so that
the figures mean the same on a slow machine as on a fast one.
"""

import gc
import os
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["FRELT_HOME"] = tempfile.mkdtemp(prefix="frelt-bench-")

from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QImage, QMouseEvent, QPainter
from PyQt6.QtWidgets import QApplication
from scene import canvas, day, pair, rig, yardstick

from frelt.app.library import Library
from frelt.core.base.kept import Kept
from frelt.core.base.units import US
from frelt.core.day.play import play
from frelt.core.edit.items import move
from frelt.core.edit.plumbing import turned
from frelt.core.liquids.fill_order import fill_order
from frelt.core.liquids.road_fill import road_fill
from frelt.core.liquids.two_tanks import two_tanks
from frelt.core.model.day import Day
from frelt.core.model.document import Document
from frelt.core.model.rig import Rig
from frelt.core.model.ticket import Reading, Weighing
from frelt.core.network.lines import lines_solved
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.planning.weigh_in import plates, ticket
from frelt.core.planning.weigh_next import weigh_next
from frelt.core.scale.fits import fit
from frelt.core.scale.told import evidence
from frelt.core.solve import Solved, solve
from frelt.core.statics.worst import highest, lowest
from frelt.core.tie_down.held import held
from frelt.drawing.line_plan.graph import graph_of
from frelt.drawing.line_plan.layout import lay_out
from frelt.formats.document import decode
from frelt.paint.fonts import font
from frelt.ui.frame.start import build, collect_seldom
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window

ROOT = Path(__file__).resolve().parent.parent
HELD = "item-25"
BARE = """
import sys, numpy
from PyQt6.QtWidgets import QApplication, QMainWindow
app = QApplication([])
class W(QMainWindow):
    def paintEvent(self, e):
        super().paintEvent(e); print("painted", flush=True); sys.stdout.flush(); import os; os._exit(0)
w = W(); w.resize(1280, 800); w.show(); app.exec()
"""
WORDS = BARE.replace("QMainWindow\n", "QMainWindow\nfrom PyQt6.QtGui import QColor, QPainter\n").replace(
    "super().paintEvent(e);", "p = QPainter(self); p.setPen(QColor(0, 0, 0)); p.drawText(20, 20, 'Axle 1'); p.end();"
)
FRELT = """
import sys
from frelt.cli import begin
begin()  # as the command does before it loads the window
from pathlib import Path
from frelt.ui.frame import start
from frelt.ui.bench.bench import Bench
painted = Bench.paintEvent
def first(self, e):
    painted(self, e); print("painted", flush=True); import os; os._exit(0)
Bench.paintEvent = first
start.start(Path(sys.argv[1]))
"""


def timed(what: Callable[[], object]) -> float:
    """Time of one run [s]."""
    start = time.perf_counter()
    what()
    return time.perf_counter() - start


def ratio(what: Callable[[], object], base: Callable[[], object], runs: int) -> float:
    """Median of what over base, taken in turn, so that a machine whose speed drifts does both alike."""
    what()
    base()
    gc.collect()
    return statistics.median(timed(what) / timed(base) for _ in range(runs))


def say(name: str, value: float, limit: float) -> None:
    """One ratio against its limit."""
    print(f"ratio {name} {value:.3f} {limit:g} {'ok' if value <= limit else 'short'}", flush=True)


def compute(base: Rig, step: list[int], kept: Kept) -> None:
    """One edit judged in full: checks, worst cases, heights, safe floor."""
    step[0] += 1
    solved = solve(move(base, HELD, 0.001 * (step[0] % 7), 0.0), kept)
    safe_floor(solved, HELD)
    assert solved.loads is not None
    lowest(solved.loads.table, "trailer", kept)
    highest(solved.loads.table, "trailer", kept)


def taken_in(count: int) -> None:
    """A table of so many boxes into a shop's library that has another already."""
    head = "id,name,kind,length_mm,width_mm,height_mm,mass_kg"
    table = "\n".join([head, *(f"box-{n},Box {n},box,400,300,200,5" for n in range(count))]).encode()
    begin = time.perf_counter()
    assert Library().take_equipment(table, "parts.csv") == count
    print(f"library of {count:,} taken in in {time.perf_counter() - begin:.2f} s")


def starts() -> tuple[float, float]:
    """Process start to first painted frame, as a ratio to a bare window, and to one that paints a word; medians of 15, taken in turn.

    All run from byte code, as what is installed does: the first run of each writes it. The word costs what nothing that paints can
    do without: the list of the system's fonts, and the 1,100 names of Qt's namespace, which the binding makes all at once.
    """
    from frelt.app.places import own_demo

    file = str(own_demo()[0])
    ours, bare, words = [], [], []
    not_theirs = ("PYTHONDONTWRITEBYTECODE", "OPENBLAS_NUM_THREADS")  # the latter is set by frelt, for itself
    env = {k: v for k, v in os.environ.items() if k not in not_theirs}
    for code, extra in ((BARE, []), (WORDS, []), (FRELT, [file])):
        subprocess.run([sys.executable, "-c", code, *extra], check=False, capture_output=True, env=env)
    for _ in range(15):
        for code, taken, extra in ((BARE, bare, []), (WORDS, words, []), (FRELT, ours, [file])):
            begin = time.perf_counter()
            done = subprocess.run([sys.executable, "-c", code, *extra], check=False, capture_output=True, text=True, env=env)
            if "painted" not in done.stdout:
                sys.exit(f"nothing was painted: {done.stderr}")
            taken.append(time.perf_counter() - begin)
    beside_bare, beside_words = (statistics.median(a / b for a, b in zip(ours, other, strict=True)) for other in (bare, words))
    return beside_bare, beside_words


def main() -> None:
    """Measure everything."""
    app = QApplication([])
    app.setFont(font())
    collect_seldom()  # as in a window that has been open for a second
    image = canvas()

    def yard() -> None:
        yardstick(image)

    print(f"yardstick {statistics.median(timed(yard) for _ in range(9)) * 1e3:.1f} ms")
    base, step, kept = rig(), [0], Kept()

    def edit() -> None:
        compute(base, step, kept)

    say("edit-to-checks", ratio(edit, yard, 31), 0.25)

    towed = pair(base)
    say("pair-edit-to-checks", ratio(lambda: compute(towed, step, kept), yard, 31), 0.28)

    solved = solve(base)
    water = [a for a, _, t in base.tanks() if t.liquid.tint == "water"][:2]
    road_fill(solved)  # loads the solver
    say("road-fill-12-tanks", ratio(lambda: fill_order(solved, road_fill(solved).caps), yard, 15), 2)
    say("two-tank-map", ratio(lambda: two_tanks(solved, 0, water[0], water[1]), yard, 31), 1)
    acts = day(40)
    say("library-of-5000", ratio(lambda: taken_in(5000), yard, 3), 60)
    say("day-of-40-acts", ratio(lambda: play(solved, acts), yard, 31), 1)

    held_and_weighed(base, solved, yard)

    window = build()
    window.resize(1280, 800)
    window.show()
    for name, one in (("", base), ("pair-", towed)):
        on_the_bench(app, window, one, name, image, yard)
    say("catalog-opened", catalog(app, window, yard), 2)
    big = rig(600, 120, 6)
    say("growth-60-to-600", ratio(lambda: compute(big, step, kept), edit, 9), 7)
    usable(app, window, rig(600, 120, 20), yard)
    lines(app, window, image, yard)
    window.close()
    bare, words = starts()
    say("start", bare, 1.9)
    say("start-beside-a-window-with-a-word", words, 1.65)


def held_and_weighed(base: Rig, solved: Solved, yard: Callable[[], None]) -> None:
    """Everything that is tied on a packed rig; a ticket on 60 things held against the prediction; what to weigh next."""
    packed = decode((ROOT / "tests/fixtures/packed/hull-closed.frelt.json").read_bytes()).rigs[0]
    frames = solve(packed).frames
    say("tie-downs-of-a-packed-rig", ratio(lambda: held(packed, frames), yard, 7), 10)
    stood = plates(base, "each wheel", True)
    blank = tuple(Reading(stood=s, value=500.0) for s in stood)
    fills = {a: 0.5 * t.top for a, _, t in base.tanks()}
    one = ticket(base, solved.frames, base.states[0], fills, blank, id="t", when="2026-11-28")
    say("ticket-on-60-things", ratio(lambda: fit(evidence(base, (Weighing(ticket=one),))), yard, 15), 1)
    say("weigh-next", ratio(lambda: weigh_next(solved, US), yard, 7), 10)


def on_the_bench(app: QApplication, window: Window, one: Rig, name: str, image: QImage, yard: Callable[[], None]) -> None:
    """A drag and a whole frame of a rig, as ratios to the yardstick."""
    window.desk.session.new(Document(rigs=(one,)))
    window.desk.take(HELD)
    app.processEvents()
    bench = window.bench
    drag = dragged(app, window, HELD)
    for what, walking, limit in (("drag-step", False, 0.8), ("drag-step-with-walkable-floor", True, 2)):
        window.desk.walking = walking
        drag()
        steps, yards = [], []
        for _ in range(60):
            steps.append(timed(drag))
            yards.append(timed(yard))
        say(f"{name}{what}", statistics.median(a / b for a, b in zip(steps, yards, strict=True)), limit)
        steps.sort()
        print(f"{name}{what} {statistics.median(steps) * 1e3:.1f} ms median, {steps[56] * 1e3:.1f} ms 95th percentile")
    window.desk.walking = False
    bench.item_drag.drop()
    window.desk.abandon()

    def whole() -> None:
        window.desk.kept.forget()
        p = QPainter(image)
        bench.paint_on(p)
        p.end()

    say(f"{name}whole-frame", ratio(whole, yard, 9), 2)


def dragged(app: QApplication, window: Window, held: str) -> Callable[[], None]:
    """A thing pressed on the plan; what is returned moves it on by a step and paints it."""
    bench = window.bench
    start = bench.item_centre(held)
    left, none = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    bench.mousePressEvent(QMouseEvent(QEvent.Type.MouseButtonPress, start, start, left, left, none))
    n = [0]

    def drag() -> None:
        n[0] += 1
        at = start + QPointF(10 + (n[0] * 3) % 60, 6 + n[0] % 9)
        bench.mouseMoveEvent(QMouseEvent(QEvent.Type.MouseMove, at, at, left, left, none))
        app.processEvents()

    return drag


def catalog(app: QApplication, window: Window, yard: Callable[[], None]) -> float:
    """The catalog of pictures opened over a packed rig until its cards are painted, as a ratio to the yardstick."""
    opened = []
    for _ in range(15):
        window.right.things.show_catalog(False)
        app.processEvents()
        window.bench.ghost.look()
        app.processEvents()
        opened.append(timed(lambda: (window.looking.to_catalog(), app.processEvents())) / timed(yard))
    return statistics.median(opened)


def packed(name: str) -> Rig:
    """A packed rig, plumbed."""
    return decode((ROOT / f"tests/fixtures/packed/{name}.frelt.json").read_bytes(), name).rigs[0]


def lines(app: QApplication, window: Window, image: QImage, yard: Callable[[], None]) -> None:
    """A handle turned to where it never was, the plan laid out, a day of lines with an end dragged, a drag with the lines shown."""
    one = packed("barn-closed")
    solved, n = solve(one, Kept()), [0]
    full = {a: t.top for a, _, t in one.tanks()}

    def turn() -> None:
        n[0] += 1
        lines_solved(turned(one, "M2", 0.2 + 0.0013 * n[0]), solved.frames, full, kept=solved.frames.kept)

    say("handle-turned-of-70-elements", ratio(turn, yard, 31), 0.3)
    say("line-plan", ratio(lambda: lay_out(graph_of(one), 840.0, 380.0), yard, 31), 1)
    acts = tuple(replace(a, uses=("cold",) if a.kind == "wash" else ()) for a in day(40).acts)
    whole = Day(acts=acts, begins=full)
    play(solved, whole)

    def drag_end() -> None:
        n[0] += 1
        longer = replace(acts[7], length=acts[7].length + 60.0 * (n[0] % 9))
        play(solved, replace(whole, acts=(*acts[:7], longer, *acts[8:])))

    say("day-of-lines-end-dragged", ratio(drag_end, yard, 15), 3)
    window.desk.session.new(Document(rigs=(one,)))
    window.desk.go(Step.BIG_THINGS)
    window.desk.lines_shown = True
    window.desk.take("toolbox-24-20" if any(i.id == "toolbox-24-20" for i in one.items) else "cold")
    app.processEvents()
    say("packed-drag-with-lines", ratio(dragged(app, window, window.desk.in_hand), yard, 40), 1.2)
    window.bench.item_drag.drop()
    window.desk.abandon()
    window.desk.lines_shown = False


def usable(app: QApplication, window: Window, big: Rig, yard: Callable[[], None]) -> None:
    """A nudge, a zoom and the next state of a rig of 600 items and 20 states, to the last pixel."""
    window.desk.session.new(Document(rigs=(big,)))
    window.desk.take(HELD)
    app.processEvents()

    def nudge() -> None:
        window.bench.nudge(1, 0, 1)
        app.processEvents()

    def zoom() -> None:
        window.bench.zoom_by(1.25 if window.bench.zoom.factor < 3 else 0.4)
        app.processEvents()

    def state() -> None:
        window.looking.state_by(1)
        app.processEvents()

    for name, what in (("nudge", nudge), ("zoom", zoom), ("next-state", state)):
        say(f"600-items-{name}", ratio(what, yard, 11), 6)


if __name__ == "__main__":
    main()
