"""Looks that follow what a widget has to say: the style sheet names them by a property."""

from PyQt6.QtWidgets import QWidget


def dress(widget: QWidget, look: str, on: bool) -> None:
    """Give a widget a look that the style sheet has under this name, or take it off."""
    if on == bool(widget.property(look)):
        return
    widget.setProperty(look, on)
    for one in (widget, *widget.findChildren(QWidget)):
        if (style := one.style()) is not None:
            style.unpolish(one)
            style.polish(one)
