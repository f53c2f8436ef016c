"""Starting the window."""

import atexit
import gc
import os
import sys
from functools import cache
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import QEvent, Qt, QTimer
from PyQt6.QtGui import QGuiApplication, QIcon, QPixmap
from PyQt6.QtWidgets import QApplication

from ...app.autosave import Autosave
from ...app.places import own_demo, shipped
from ...app.session import Session
from ...app.settings import SettingsStore
from ...core.base.text import capital, plain
from ...core.base.value import FreltError
from ...paint.fonts import font
from .desk import Desk
from .step import Step
from .window import Window


def build(file: Path | None = None, demo: bool = False) -> Window:
    """The window on a fresh session, with a file on the bench if one is given; needs an application object."""
    _let_go_at_the_end()
    session, settings = Session(), SettingsStore()
    if demo:
        file = own_demo()[0]
    wrong = ""
    if file is not None:
        try:
            session.open(file)
        except FreltError as err:
            wrong = str(err)
    desk = Desk(session, settings)
    if session.rig is None:
        desk.step = Step.JOB
    window = Window(desk)
    window.bench.setFocus()
    if wrong:
        window.message.refuse(f"{capital(wrong)}.")
    else:
        window.files.tell_opened()
    return window


@cache
def _let_go_at_the_end() -> None:
    """Widgets go before the interpreter does: what they still have to answer is Python."""
    atexit.register(_let_go)


def _let_go() -> None:
    for widget in QApplication.topLevelWidgets():
        widget.deleteLater()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)


def no_motion() -> None:
    """Menus, lists and tips stand there at once: nothing fades or rolls, for anybody."""
    for effect in Qt.UIEffect:
        QApplication.setEffectEnabled(effect, False)


def collect_seldom() -> None:
    """Garbage is looked for seldom, and never among what was made while starting: rigs are values without rings, and go by themselves."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(100_000, 50, 100)
    gc.enable()


def start(file: Path | None, demo: bool = False) -> int:
    """Open the window and run until it is closed; 64 where there is no screen to open it on."""
    screen = os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or os.environ.get("QT_QPA_PLATFORM")
    if not screen:
        print("frelt: no screen here; for pictures type ./run shots, for numbers frelt check FILE", file=sys.stderr)
        return 64
    app = QApplication.instance() or QApplication(sys.argv[:1])
    assert isinstance(app, QApplication)
    app.setApplicationName("Frelt")
    QGuiApplication.setDesktopFileName("org.frelt.Frelt")
    app.setFont(font())
    no_motion()
    window = build(file, demo)
    sys.excepthook = Faults(window)
    window.show()
    QTimer.singleShot(1000, collect_seldom)
    window.bench.first_painted.connect(lambda: _after_first_frame(app, window))
    return app.exec()


def _after_first_frame(app: QApplication, window: Window) -> None:
    """What nobody waits for when the window opens."""
    icon = QPixmap()
    icon.loadFromData(shipped("icons/frelt-128.png"))
    app.setWindowIcon(QIcon(icon))
    session = window.desk.session
    if session.path is not None:
        window.desk.settings.opened(session.path)
    window.files.offer(Autosave().found())
    _in_the_menu(window)


def _in_the_menu(window: Window) -> None:
    """Installed for one user alone, it puts itself into the desktop's menu, once, and says how to take it out."""
    from ...app import desktop_entry

    command, settings = desktop_entry.program(), window.desk.settings
    if command is None or not settings.value.menu or desktop_entry.system_wide():
        return
    try:
        if desktop_entry.install(command):
            window.message.say("Frelt is in the desktop's menu now and opens its files; frelt desktop --remove takes it out.")
    except OSError:
        return  # a home that cannot be written to has no menu of its own


class Faults:
    """What answers for unexpected errors: the unsaved work is written first, then it is told, once each; nothing ends."""

    def __init__(self, window: Window) -> None:
        self._window = window
        self._known: set[tuple[str, str, int]] = set()

    def __call__(self, kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        """To be put in place of `sys.excepthook`."""
        import traceback

        if issubclass(kind, KeyboardInterrupt):
            self._window.close()
            return
        last = traceback.extract_tb(trace)[-1:] or [traceback.FrameSummary("?", 0, "?")]
        where = (kind.__name__, last[0].filename, last[0].lineno or 0)
        if where in self._known:
            return
        self._known.add(where)
        failed = self._window.desk.session.keep_safe()
        traceback.print_exception(kind, error, trace)
        kept = f"It could not be kept safe ({failed}): save it under another name" if failed else "Your work is kept"
        self._window.message.refuse(
            f"Something went wrong in Frelt ({kind.__name__}: {plain(str(error))}). {kept}; what you did last may be missing."
        )
