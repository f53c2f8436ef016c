"""Hot machine."""

from ..kind import Kind, rectangle, register

register(Kind("hot-machine", "Hot machine", rectangle))
