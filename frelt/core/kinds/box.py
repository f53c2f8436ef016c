"""Free item."""

from ..kind import Kind, rectangle, register

register(Kind("box", "Free item", rectangle))
