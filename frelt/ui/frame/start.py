"""Starting the window."""

import gc
import os
import sys
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import QTimer
from PyQt6.QtGui import QGuiApplication, QIcon, QPixmap
from PyQt6.QtWidgets import QApplication

from ...app.autosave import Autosave
from ...app.places import own_demo, shipped
from ...app.session import Session
from ...app.settings import SettingsStore
from ...core.base.text import capital
from ...core.base.value import FreltError
from ...paint.fonts import font
from .desk import Desk
from .step import Step
from .window import Window


def build(file: Path | None = None, demo: bool = False) -> Window:
    """The window on a fresh session, with a file on the bench if one is given; needs an application object."""
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
        window.message.say(f"{capital(wrong)}.")
    return window


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
    window = build(file, demo)
    sys.excepthook = lambda kind, error, trace: _caught(window, kind, error, trace)
    window.show()
    QTimer.singleShot(1000, gc.enable)
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


def _caught(window: Window, kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
    """A fault of ours: write it out, keep the document safe, say so, go on."""
    import traceback

    traceback.print_exception(kind, error, trace)
    if issubclass(kind, KeyboardInterrupt):
        window.close()
        return
    window.desk.session.keep_safe()
    window.message.say(
        f"Something went wrong in Frelt ({kind.__name__}: {error}). Your rig is kept; what you did last may be missing."
    )
