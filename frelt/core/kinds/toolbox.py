"""Toolbox."""

from ..kind import Kind, rectangle, register

register(Kind("toolbox", "Toolbox", rectangle))
