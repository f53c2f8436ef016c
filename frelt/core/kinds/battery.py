"""Battery."""

from ..kind import Kind, rectangle, register

register(Kind("battery", "Battery", rectangle))
