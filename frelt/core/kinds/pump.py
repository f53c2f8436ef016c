"""Soft-wash pump."""

from ..kind import Kind, rectangle, register

register(Kind("pump", "Soft-wash pump", rectangle))
