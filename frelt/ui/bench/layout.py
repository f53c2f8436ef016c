"""The layout of the bench, as Qt counts."""

from functools import cached_property

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QTransform

from ...drawing.layout import Box, Sheet
from ...drawing.views import View


def rect(box: Box) -> QRectF:
    """An area as Qt has it."""
    return QRectF(box.left, box.top, box.width, box.height)


def in_space(view: View, du: float, dv: float) -> tuple[float, float, float]:
    """A way on a drawing [m] as a way along, across and up [m]."""
    return {"plan": (du, dv, 0.0), "side": (du, 0.0, dv), "rear": (0.0, du, dv)}[view]


class Layout:
    """A sheet's areas in pixels and the scale they share [px/m]."""

    def __init__(self, sheet: Sheet) -> None:
        self.sheet, self.scale = sheet, sheet.scale
        self.plan, self.tape, self.side = rect(sheet.plan), rect(sheet.tape), rect(sheet.side)
        self.rear, self.limits, self.posts = rect(sheet.rear), rect(sheet.limits), rect(sheet.posts)

    @cached_property
    def origins(self) -> dict[View, QPointF]:
        """Where the origin of each drawing falls."""
        return {view: QPointF(*at) for view, at in self.sheet.origins.items()}

    def area(self, view: View) -> QRectF:
        """The area of a drawing."""
        return {"plan": self.plan, "side": self.side, "rear": self.rear}[view]

    def view(self, view: View) -> QTransform:
        """Metres to pixels for a drawing."""
        return QTransform(*self.sheet.affine(view))

    def to_px(self, view: View, x: float, y: float) -> QPointF:
        """A point of a drawing [m] in pixels."""
        return QPointF(*self.sheet.px(view, x, y))

    def to_m(self, view: View, at: QPointF) -> tuple[float, float]:
        """A pixel in metres of a drawing."""
        x, y = self.sheet.origins[view]
        return (at.x() - x) / self.sheet.along(view), (y - at.y()) / self.scale

    def step(self, view: View, start: QPointF, end: QPointF) -> tuple[float, float]:
        """The way from one pixel of a drawing to another [m]."""
        return (end.x() - start.x()) / self.sheet.along(view), (start.y() - end.y()) / self.scale
