"""Free items: a box and a mass."""

from ..kind.kind import Kind, rectangle, register

register(Kind("box", "Free item", rectangle, "anything custom other"))
