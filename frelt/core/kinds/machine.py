"""Cold machine."""

from ..kind import Kind, rectangle, register

register(Kind("machine", "Cold machine", rectangle))
