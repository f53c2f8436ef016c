"""Free items: a box and a mass."""

from ..kind.kind import Kind
from ..kind.outlines import rectangle
from ..kind.registry import register

register(Kind("box", "Free item", rectangle, "anything custom other", can=frozenset({"bear on top"})))
