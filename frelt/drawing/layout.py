"""Where things stand on a sheet or on the bench: three drawings to one scale, the tape between, the posts below.

A sheet counts in px, 96 to the inch, from its upper left corner, the second axis down.
"""

from msgspec import Struct
from msgspec.structs import replace

from .shapes import Affine
from .views import Scene, View

MARGIN = 16.0
CAPTION = 18.0
TAPE = 20.0
GAP = 8.0
POSTS = 108.0
LIMITS = 236.0
GROUND = 14.0
BARS = 275.0  # down to the last of the whole rig's bars
TWO_BARS = 126.0
MORE = 1.15  # times as large a scale, from which plan and side stand beside each other


class Box(Struct, frozen=True):
    """An area of a sheet [px]."""

    left: float
    top: float
    width: float
    height: float

    @property
    def right(self) -> float:
        """Its right edge."""
        return self.left + self.width

    @property
    def bottom(self) -> float:
        """Its lower edge."""
        return self.top + self.height

    @property
    def mid_x(self) -> float:
        """Its middle, across."""
        return self.left + self.width / 2

    @property
    def mid_y(self) -> float:
        """Its middle, down."""
        return self.top + self.height / 2

    def moved(self, dx: float, dy: float) -> "Box":
        """The same area elsewhere."""
        return Box(self.left + dx, self.top + dy, self.width, self.height)

    def grown(self, left: float, top: float, right: float, bottom: float) -> "Box":
        """With each edge moved by so much, as far as it is told."""
        return Box(self.left + left, self.top + top, self.width - left + right, self.height - top + bottom)

    def meets(self, other: "Box") -> bool:
        """Whether they overlap."""
        across = self.left < other.right and other.left < self.right
        return across and self.top < other.bottom and other.top < self.bottom

    def shared(self, other: "Box") -> float:
        """The area where they overlap [px²]."""
        across = min(self.right, other.right) - max(self.left, other.left)
        down = min(self.bottom, other.bottom) - max(self.top, other.top)
        return max(across, 0.0) * max(down, 0.0)

    def holds(self, x: float, y: float) -> bool:
        """Whether a point lies in it."""
        return self.left <= x <= self.right and self.top <= y <= self.bottom


class Zoom(Struct, frozen=True):
    """How the drawings are looked at: factor 1 fits; x, y, z are the shift of the middle [m]."""

    factor: float = 1.0
    x: float = 0.0
    y: float = 0.0
    z: float = 0.0


class Sheet(Struct, frozen=True):
    """Areas in pixels and the scale they share [px/m]."""

    width: float
    height: float
    scale: float
    plan: Box
    tape: Box
    side: Box
    rear: Box
    limits: Box
    posts: Box
    origins: dict[View, tuple[float, float]]
    shown: dict[View, Box]  # what of each area its drawing takes
    mirrored: bool = False  # the side is seen from the right: forward lies to the right

    def along(self, view: View) -> float:
        """px to the right for a metre along the first axis of a drawing."""
        return -self.scale if self.mirrored and view == "side" else self.scale

    def area(self, view: View) -> Box:
        """The area of a drawing."""
        return {"plan": self.plan, "side": self.side, "rear": self.rear}[view]

    def px(self, view: View, x: float, y: float) -> tuple[float, float]:
        """A point of a drawing [m] on the sheet."""
        ox, oy = self.origins[view]
        return ox + x * self.along(view), oy - y * self.scale

    def affine(self, view: View) -> Affine:
        """From a drawing [m] to the sheet."""
        ox, oy = self.origins[view]
        return self.along(view), 0.0, 0.0, -self.scale, ox, oy


def _beside(scenes: dict[View, Scene], wide: float, tall: float, right: float) -> float:
    """The scale at which plan and side of a room that is looked at closely fit beside each other, and the rear, cut above if it must, below two bars."""
    px0, py0, px1, py1 = scenes["plan"].extent
    rx0, low, rx1, high = scenes["rear"].extent
    up = high - low + 0.12
    fits = [(wide - MARGIN) / 2 / (px1 - px0), (tall - TAPE - GAP) / (py1 - py0), (tall - CAPTION) / up]
    if right:
        fits.append((right - 10) / (rx1 - rx0))
    return max(min(fits), 8.0)


def _stacked(
    fit: float, tall: float, plan_tall: float, top: float, wide: float, right: float, column: float, whole: bool
) -> tuple[Box, Box, Box, Box, Box]:
    """Plan, tape and side below each other, so that stations line up; limits and rear beside them."""
    side_tall = tall - plan_tall
    plan = Box(MARGIN, CAPTION + 8, wide, plan_tall)
    tape = Box(MARGIN, plan.bottom + GAP, wide, TAPE)
    side = Box(MARGIN, tape.bottom + GAP + CAPTION - 6, wide, side_tall + GROUND)
    if whole:  # a long pair leaves room between: half of it goes above the plan
        down = max(side_tall - (top + 0.12) * fit, 0.0) / 2
        plan, tape = plan.moved(0, down), tape.moved(0, down)
        side = Box(side.left, side.top + down, side.width, side.height - down)
        side_tall -= down
    spare = max(side_tall - (top + 0.12) * fit, 0.0)  # of the rear's height, where the width sets the scale
    more = min(spare, max(BARS - tape.bottom, 0.0)) if right else 0.0
    limits = Box(column, 8, right - MARGIN / 2, tape.bottom - 8 + more)
    rear = Box(column, side.top + more, right - MARGIN / 2, side.height - more)
    return plan, tape, side, limits, rear


def lay_out(
    width: float,
    height: float,
    scenes: dict[View, Scene],
    zoom: Zoom,
    whole: bool = False,
    mirrored: bool = False,
    alone: View | None = None,
) -> Sheet:
    """The largest scale at which plan, side and rear fit, then zoomed and shifted about the middle.

    whole: a pair from end to end takes the full width; the column at the right is folded away.  alone: the one that is drawn.
    """
    if alone is not None:
        return _alone(width, height, scenes, zoom, alone)
    px0, py0, px1, py1 = scenes["plan"].extent
    rx0, low, rx1, high = scenes["rear"].extent
    top = high - low
    fixed = 2 * CAPTION + TAPE + 3 * GAP + POSTS + GROUND + 8
    tall = height - fixed
    by_height = tall / ((py1 - py0) + top + 0.12)
    right = min(max(LIMITS, (rx1 - rx0) * by_height + 30), width * 0.36) if width > 760 and not whole else 0.0
    wide = width - right - 3 * MARGIN
    fit = min(wide / (px1 - px0), by_height, (right - 10) / (rx1 - rx0) if right else 1e9)
    fit = max(fit, 8.0)
    column = width - right - MARGIN / 2
    y, bottom = CAPTION + 8, height - POSTS - 8
    posts = Box(MARGIN, height - POSTS, width - 2 * MARGIN, POSTS)
    beside = _beside(scenes, wide, bottom - y - GROUND, right) if scenes["plan"].broken else 0.0
    if beside > fit * MORE:
        fit = beside
        half, down = (wide - MARGIN) / 2, max((bottom - y - (py1 - py0) * fit - GAP - TAPE) / 2, 0.0)
        plan = Box(MARGIN, y + down, half, (py1 - py0) * fit)
        tape = Box(MARGIN, plan.bottom + GAP, half, TAPE)
        side = Box(MARGIN * 2 + half, y + CAPTION - 6, half, bottom - y - CAPTION + 6)
        need = (top + 0.12) * fit + GROUND + CAPTION + GAP
        limits = Box(column, 8, right - MARGIN / 2, max(bottom - 8 - need, TWO_BARS))
        rear = Box(column, limits.bottom + GAP + CAPTION - 6, right - MARGIN / 2, bottom - limits.bottom - GAP - CAPTION + 6)
    else:
        plan, tape, side, limits, rear = _stacked(fit, tall, (py1 - py0) * fit, top, wide, right, column, whole)
    scale = fit * zoom.factor
    mid_x, mid_y, mid_ry, mid_z = (px0 + px1) / 2 + zoom.x, (py0 + py1) / 2 + zoom.y, (rx0 + rx1) / 2 + zoom.y, 0.0
    ground = side.bottom - GROUND
    centre_z = (ground - side.top) / 2 / fit if zoom.factor > 1 else 0.0
    base = ground + (centre_z + zoom.z - mid_z) * scale - centre_z * fit if zoom.factor > 1 else ground
    base += low * scale  # of a room that is looked at closely, what is below it is cut off
    origins: dict[View, tuple[float, float]] = {
        "plan": (plan.mid_x - mid_x * scale, plan.mid_y + mid_y * scale),
        "side": (side.mid_x + (mid_x if mirrored else -mid_x) * scale, base),
        "rear": (rear.mid_x - mid_ry * scale, base),
    }
    sheet = Sheet(width, height, scale, plan, tape, side, rear, limits, posts, origins, {}, mirrored)
    return replace(sheet, shown={view: _shown(sheet, scene) for view, scene in scenes.items()})


NOWHERE = Box(-1e4, -1e4, 0.0, 0.0)


def _alone(width: float, height: float, scenes: dict[View, Scene], zoom: Zoom, view: View) -> Sheet:
    """One drawing over the whole room, the plan or the side, with its tape, and nothing else."""
    x0, y0, x1, y1 = scenes[view].extent
    room = Box(MARGIN, CAPTION + 8, width - 2 * MARGIN, max(height - CAPTION - 8 - TAPE - 2 * GAP, 20.0))
    fit = max(min(room.width / (x1 - x0), room.height / (y1 - y0)), 8.0)
    area = Box(room.left, room.top, room.width, min(room.height, (y1 - y0) * fit))
    tape = Box(MARGIN, area.bottom + GAP, room.width, TAPE)
    scale = fit * zoom.factor
    up = zoom.y if view == "plan" else zoom.z
    at = area.mid_x - ((x0 + x1) / 2 + zoom.x) * scale, area.mid_y + ((y0 + y1) / 2 + up) * scale
    plan, side = (area, NOWHERE) if view == "plan" else (NOWHERE, area)
    off = (at[0], -1e4)  # stations stay: the tape is drawn by them
    origins: dict[View, tuple[float, float]] = {"plan": off, "side": off, "rear": off, view: at}
    sheet = Sheet(width, height, scale, plan, tape, side, NOWHERE, NOWHERE, NOWHERE, origins, {})
    return replace(sheet, shown={view: _shown(sheet, scene) for view, scene in scenes.items()})


def _shown(sheet: Sheet, scene: Scene) -> Box:
    """The part of its area that a drawing takes."""
    x0, y0, x1, y1 = scene.extent
    area, (a, top), (b, bottom) = sheet.area(scene.view), sheet.px(scene.view, x0, y1), sheet.px(scene.view, x1, y0)
    left, right = max(min(a, b), area.left), min(max(a, b), area.right)
    top, bottom = max(top, area.top), min(bottom, area.bottom)
    return Box(left, top, max(right - left, 0.0), max(bottom - top, 0.0))
