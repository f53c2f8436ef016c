"""Widgets that go: out of sight at once, and gone when what they are just answering has been answered."""

from collections.abc import Collection

from PyQt6.QtWidgets import QLayout, QWidget


def let_go(*widgets: QWidget) -> None:
    """They are not seen any more, and go later: one of them may be what was just pressed."""
    for widget in widgets:
        widget.hide()
        widget.deleteLater()


def emptied(layout: QLayout, but: Collection[QWidget] = ()) -> None:
    """Take every widget out of a layout and let it go. but: those that are put in again."""
    while (item := layout.takeAt(0)) is not None:
        widget = item.widget()
        if widget is not None and widget not in but:
            let_go(widget)
