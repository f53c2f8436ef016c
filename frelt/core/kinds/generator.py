"""Generator."""

from ..kind import Kind, rectangle, register

register(Kind("generator", "Generator", rectangle))
