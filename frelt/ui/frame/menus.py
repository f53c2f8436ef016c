"""The menus with their keys, made from the one list of actions."""

from operator import attrgetter
from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMenu

if TYPE_CHECKING:
    from .actions import Action
    from .window import Window


MENUS = ("Rig", "Edit", "Look", "Units and look", "Help")


class Menus:
    """The menus by name; what is in them is made when the bench has been painted, or first asked for."""

    def __init__(self, window: "Window") -> None:
        bar = window.menuBar()
        assert bar is not None
        self.window = window
        self.actions: dict[str, QAction] = {}
        self._menus: dict[str, QMenu] = {}
        for name in MENUS:
            made = bar.addMenu(f"&{name}")
            assert made is not None
            self._menus[name] = made

    def fill(self) -> None:
        """Make every action with its keys, once."""
        if not self.actions:
            from .actions import ACTIONS

            for action in ACTIONS:
                if action.run:
                    self._add(self._menus[action.menu], action)

    def _add(self, menu: QMenu, action: "Action") -> None:
        if action.run.endswith("_menu"):
            sub = menu.addMenu(action.text)
            assert sub is not None
            sub.aboutToShow.connect(lambda s=sub, run=action.run: attrgetter(run)(self.window)(s))
            return
        made = QAction(action.text, self.window)
        made.setShortcuts([QKeySequence(k) for k in action.keys.split("|") if k])
        made.setShortcutContext(Qt.ShortcutContext.WindowShortcut)
        given = () if action.value is None else (action.value,)
        made.triggered.connect(lambda _, run=action.run, v=given: attrgetter(run)(self.window)(*v))
        menu.addAction(made)
        self.actions[action.id] = made
