"""Mixing station."""

from ..kind import Kind, rectangle, register

register(Kind("mixer", "Mixing station", rectangle))
