"""Reel."""

from ..kind import Kind, rectangle, register

register(Kind("reel", "Reel", rectangle))
