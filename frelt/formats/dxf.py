"""A drawing as DXF R2010: true size in millimetres, a layer a role, a block an item and view.

The three views stand as on the sheet: plan above side, rear at the right, each the origin of its own (0, 0) by the sheet's.
Source of the format: DXF Reference, AC1024; written by ezdxf.
"""

import io
import re
from collections.abc import Iterable, Iterator
from typing import TYPE_CHECKING

from ..drawing.layout import Sheet
from ..drawing.overlay.lettering import Lettering, parts
from ..drawing.page import Drawing, Layer
from ..drawing.shapes import SAME, Affine, Dimension, Path, Shape, Text, mapped
from ..drawing.styles import LIGHT, SIZES, STYLES

if TYPE_CHECKING:
    from ezdxf.layouts.base import BaseLayout

FINE = 0.02  # how far a run of straight lines may lie beside a curve [mm]
CAPITAL = 0.7  # height of a capital, of the size of the type
BY_GROUND = 7  # the color that is black on white and white on black
QUIET = {
    "ink": 7,
    "tape_ink": 7,
    "soft": 8,
    "hairline": 9,
    "steel": 9,
    "steel_light": 9,
    "steel_dark": 8,
    "sheet": 9,
    "field": 9,
    "ground": 7,
}  # grays
PAPER = ("plate", "centre.light")  # only there to cover what lies below
DASHES = 40.0  # scale of dashed lines, whose patterns are counted in inches [mm]
FORBIDDEN = re.compile(r'[<>/\\":;?*|=`,\x00-\x1f]')  # in names of layers and blocks
UNPRINTED = re.compile("[\x00-\x1f\ud800-\udfff]")

Point = tuple[float, float]


def dxf(drawing: Drawing, lettering: Lettering) -> bytes:
    """The bytes of a DXF file, in UTF-8; one unit is a millimetre of the rig."""
    writer = _Writer(drawing.sheet, lettering)
    for layer in drawing.layers:
        if layer.clip is None:  # what is broken off would run over the other views
            writer.add(layer)
    text = io.StringIO()
    writer.doc.write(text)
    return text.getvalue().encode("utf-8", "replace")


class _Writer:
    """A document of the library, to which layers of a drawing are added."""

    def __init__(self, sheet: Sheet, lettering: Lettering) -> None:
        from ezdxf import units
        from ezdxf.filemanagement import new

        self.doc = new("R2010", setup=["linetypes"])
        self.doc.units = units.MM
        self.doc.header["$LTSCALE"] = DASHES
        self._space, self._place, self._lettering = self.doc.modelspace(), _Place(sheet), lettering

    def add(self, layer: Layer) -> None:
        """Add what is drawn together: every thing as a block of its own, the rest as it stands."""
        for group in layer.groups:
            both = _joined(layer.at, group.at)
            if not group.item:
                self._runs(self._space, group.paths, both)
                continue
            first = name = FORBIDDEN.sub("-", f"{group.item} {layer.name.partition('.')[0]}")
            number = 2
            while name in self.doc.blocks:
                name, number = f"{first} {number}", number + 1
            self._runs(self.doc.blocks.new(name), group.paths, both)
            self._space.add_blockref(name, (0, 0), dxfattribs={"layer": self._layer(layer.name)})
        for shape in layer.shapes:
            self._put(shape, layer.name)

    def _layer(self, name: str, color: str = "ink", dashed: bool = False) -> str:
        from ezdxf.colors import int2rgb

        name = FORBIDDEN.sub("-", name)
        if name not in self.doc.layers:
            made = self.doc.layers.add(name, color=QUIET.get(color, BY_GROUND), linetype="DASHED" if dashed else "CONTINUOUS")
            if color not in QUIET:
                made.rgb = int2rgb(int(getattr(LIGHT, color)[1:], 16))
        return name

    def _runs(self, target: "BaseLayout", paths: Iterable[Path], at: Affine) -> None:
        for path in paths:
            if path.role in PAPER:
                continue
            style = STYLES[path.role]
            layer = self._layer(path.role, style.stroke or style.fill or "ink", bool(style.dash))
            for points, closed in flattened(path, at, self._place):
                target.add_lwpolyline(points, close=closed, dxfattribs={"layer": layer})

    def _put(self, shape: Shape, name: str) -> None:
        if isinstance(shape, Path):
            self._runs(self._space, (shape,), SAME)
        elif isinstance(shape, Dimension):
            for part in parts(shape, self._lettering):
                self._put(part, name)
        else:
            self._write(shape, f"{name}.text" if shape.color == "ink" else f"{name}.text.{shape.color}")

    def _write(self, text: Text, layer: str) -> None:
        from ezdxf.enums import TextEntityAlignment

        attributes: dict[str, object] = {"layer": self._layer(layer, text.color)}
        size, mm, anchor = SIZES[text.step] * CAPITAL, self._place.mm, ("start", "middle", "end").index(text.anchor)
        lines = [UNPRINTED.sub(" ", words) for words in text.words.split("\n")]
        if len(lines) == 1:
            align = (TextEntityAlignment.LEFT, TextEntityAlignment.CENTER, TextEntityAlignment.RIGHT)[anchor]
            made = self._space.add_text(lines[0], height=size * mm, dxfattribs=attributes)
            made.set_placement(self._place(text.x, text.y), align=align)
            return
        words = "\\P".join(re.sub(r"([\\{}])", r"\\\1", line) for line in lines)  # \P parts lines; \, { and } mean something
        attributes |= {"char_height": size * mm, "insert": self._place(text.x, text.y - size), "attachment_point": anchor + 1}
        self._space.add_mtext(words, dxfattribs=attributes)


class _Place:
    """From the sheet [px, second axis down] to the rig's size [mm, second axis up]."""

    def __init__(self, sheet: Sheet) -> None:
        self.mm = 1000.0 / sheet.scale
        self._x, self._y = sheet.origins["plan"]

    def __call__(self, x: float, y: float) -> Point:
        return (x - self._x) * self.mm, (self._y - y) * self.mm


def _joined(outer: Affine, inner: Affine) -> Affine:
    """One affine map after another."""
    origin = mapped(outer, *mapped(inner, 0.0, 0.0))
    one, two = mapped(outer, *mapped(inner, 1.0, 0.0)), mapped(outer, *mapped(inner, 0.0, 1.0))
    return one[0] - origin[0], one[1] - origin[1], two[0] - origin[0], two[1] - origin[1], *origin


def flattened(path: Path, at: Affine, place: _Place) -> Iterator[tuple[list[Point], bool]]:
    """Runs of straight lines of a path [mm], and whether each is closed."""
    from ezdxf.math import Bezier4P, Vec2

    points: list[Point] = []
    i = 0
    for op in path.ops:
        count = {"M": 2, "L": 2, "C": 6, "Z": 0}[op]
        xy = [place(*mapped(at, path.xy[k], path.xy[k + 1])) for k in range(i, i + count, 2)]
        i += count
        if op == "M":
            if len(points) > 1:
                yield points, False
            points = xy
        elif op == "L":
            points = [*points, *xy]
        elif op == "C":
            curve = Bezier4P([Vec2(q) for q in (points[-1], *xy)])
            points = [*points, *((v.x, v.y) for v in list(curve.flattening(FINE))[1:])]
        elif len(points) > 1:
            yield points, True
            points = points[:1]
    if len(points) > 1:
        yield points, False
