"""Where things stand on the bench: three drawings to one scale, the tape between, the posts below."""

from msgspec import Struct
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QTransform

from ...drawing.views import Scene, View
from ...paint.painter import transform

MARGIN = 16.0
CAPTION = 18.0
TAPE = 20.0
GAP = 8.0
POSTS = 108.0
LIMITS = 236.0
GROUND = 14.0
BARS = 275.0  # down to the last of the whole rig's bars


class Zoom(Struct, frozen=True):
    """How the drawings are looked at: factor 1 fits; x, y, z are the shift of the middle [m]."""

    factor: float = 1.0
    x: float = 0.0
    y: float = 0.0
    z: float = 0.0


class Layout(Struct, frozen=True):
    """Areas in pixels and the scale they share [px/m]."""

    scale: float
    plan: QRectF
    tape: QRectF
    side: QRectF
    rear: QRectF
    limits: QRectF
    posts: QRectF
    origins: dict[View, QPointF]

    def area(self, view: View) -> QRectF:
        """The area of a drawing."""
        return {"plan": self.plan, "side": self.side, "rear": self.rear}[view]

    def view(self, view: View) -> QTransform:
        """Metres to pixels for a drawing."""
        at = self.origins[view]
        return transform(self.scale, at.x(), at.y())

    def to_px(self, view: View, x: float, y: float) -> QPointF:
        """A point of a drawing [m] in pixels."""
        at = self.origins[view]
        return QPointF(at.x() + x * self.scale, at.y() - y * self.scale)

    def to_m(self, view: View, at: QPointF) -> tuple[float, float]:
        """A pixel in metres of a drawing."""
        o = self.origins[view]
        return (at.x() - o.x()) / self.scale, (o.y() - at.y()) / self.scale


def lay_out(width: float, height: float, scenes: dict[View, Scene], zoom: Zoom, whole: bool = False) -> Layout:
    """The largest scale at which plan, side and rear fit, then zoomed and shifted about the middle.

    whole: a pair from end to end takes the full width; the column at the right is folded away.
    """
    px0, py0, px1, py1 = scenes["plan"].extent
    rx0, _, rx1, top = scenes["rear"].extent
    fixed = 2 * CAPTION + TAPE + 3 * GAP + POSTS + GROUND + 8
    tall = height - fixed
    by_height = tall / ((py1 - py0) + top + 0.12)
    right = min(max(LIMITS, (rx1 - rx0) * by_height + 30), width * 0.36) if width > 760 and not whole else 0.0
    wide = width - right - 3 * MARGIN
    fit = min(wide / (px1 - px0), by_height, (right - 10) / (rx1 - rx0) if right else 1e9)
    fit = max(fit, 8.0)
    plan_tall = (py1 - py0) * fit
    side_tall = tall - plan_tall
    y = CAPTION + 8
    plan = QRectF(MARGIN, y, wide, plan_tall)
    tape = QRectF(MARGIN, plan.bottom() + GAP, wide, TAPE)
    side = QRectF(MARGIN, tape.bottom() + GAP + CAPTION - 6, wide, side_tall + GROUND)
    posts = QRectF(MARGIN, height - POSTS, width - 2 * MARGIN, POSTS)
    column = width - right - MARGIN / 2
    if whole:  # a long pair leaves room between: half of it goes above the plan
        down = max(side_tall - (top + 0.12) * fit, 0.0) / 2
        plan.translate(0, down)
        tape.translate(0, down)
        side.setTop(side.top() + down)
        side_tall -= down
    spare = max(side_tall - (top + 0.12) * fit, 0.0)  # of the rear's height, where the width sets the scale
    more = min(spare, max(BARS - tape.bottom(), 0.0)) if right else 0.0
    limits = QRectF(column, 8, right - MARGIN / 2, tape.bottom() - 8 + more)
    rear = QRectF(column, side.top() + more, right - MARGIN / 2, side.height() - more)
    scale = fit * zoom.factor
    mid_x, mid_y, mid_ry, mid_z = (px0 + px1) / 2 + zoom.x, (py0 + py1) / 2 + zoom.y, (rx0 + rx1) / 2 + zoom.y, 0.0
    ground = side.bottom() - GROUND
    centre_z = (ground - side.top()) / 2 / fit if zoom.factor > 1 else 0.0
    base = ground + (centre_z + zoom.z - mid_z) * scale - centre_z * fit if zoom.factor > 1 else ground
    origins: dict[View, QPointF] = {
        "plan": QPointF(plan.center().x() - mid_x * scale, plan.center().y() + mid_y * scale),
        "side": QPointF(side.center().x() - mid_x * scale, base),
        "rear": QPointF(rear.center().x() - mid_ry * scale, base),
    }
    return Layout(scale, plan, tape, side, rear, limits, posts, origins)
