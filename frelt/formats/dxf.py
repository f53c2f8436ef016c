"""A drawing as DXF R2010: true size in millimetres, a layer a role, a block an item and view.

The three views stand as on the sheet: plan above side, rear at the right, each the origin of its own (0, 0) by the sheet's.
Source of the format: DXF Reference, AC1024; written by ezdxf.
"""

import io
import re
from collections.abc import Iterable, Iterator

from ..drawing.layout import Sheet
from ..drawing.overlay.lettering import Lettering, parts
from ..drawing.page import Drawing, Layer
from ..drawing.shapes import SAME, Affine, Dimension, Path, Shape, Text, mapped
from ..drawing.styles import LIGHT, STYLES

FINE = 0.02  # how far a run of straight lines may lie beside a curve [mm]
SIZES = {"small": 13, "text": 14, "strong": 16, "figure": 20, "title": 24}
CAPITAL = 0.7  # height of a capital, of the size of the type
FORBIDDEN = re.compile(r'[<>/\\":;?*|=`,\x00-\x1f]')  # in names of layers and blocks
UNPRINTED = re.compile("[\x00-\x1f\ud800-\udfff]")

Point = tuple[float, float]


def dxf(drawing: Drawing, lettering: Lettering) -> bytes:
    """The bytes of a DXF file, in UTF-8; one unit is a millimetre of the rig."""
    from ezdxf import units
    from ezdxf.colors import int2rgb
    from ezdxf.enums import TextEntityAlignment
    from ezdxf.filemanagement import new

    align = {"start": TextEntityAlignment.LEFT, "middle": TextEntityAlignment.CENTER, "end": TextEntityAlignment.RIGHT}
    doc = new("R2010")
    doc.units = units.MM
    space = doc.modelspace()
    place = _Place(drawing.sheet)

    def layer(name: str, color: str = "") -> str:
        name = FORBIDDEN.sub("-", name)
        if name not in doc.layers:
            doc.layers.add(name).rgb = int2rgb(int((color or LIGHT.ink)[1:], 16))
        return name

    def role(name: str) -> str:
        style = STYLES[name]
        return layer(name, getattr(LIGHT, style.stroke or style.fill or "ink"))

    def runs(target: object, paths: Iterable[Path], at: Affine) -> None:
        for path in paths:
            for points, closed in flattened(path, at, place):
                target.add_lwpolyline(points, close=closed, dxfattribs={"layer": role(path.role)})  # type: ignore[attr-defined]

    def put(shape: Shape, name: str) -> None:
        if isinstance(shape, Path):
            runs(space, (shape,), SAME)
        elif isinstance(shape, Dimension):
            for part in parts(shape, lettering):
                put(part, name)
        else:
            _write(shape, layer(f"{name}.text"))

    def _write(text: Text, name: str) -> None:
        size = SIZES[text.step] * CAPITAL
        lines = [UNPRINTED.sub(" ", words) for words in text.words.split("\n")]
        if len(lines) == 1:
            made = space.add_text(lines[0], height=size * place.mm, dxfattribs={"layer": name})
            made.set_placement(place(text.x, text.y), align=align[text.anchor])
            return
        words = "\\P".join(re.sub(r"([\\{}])", r"\\\1", line) for line in lines)  # \P parts lines; \, { and } mean something
        attributes = {"layer": name, "char_height": size * place.mm, "insert": place(text.x, text.y - size)}
        space.add_mtext(words, dxfattribs={**attributes, "attachment_point": ("start", "middle", "end").index(text.anchor) + 1})

    for one in drawing.layers:
        if one.clip is not None:  # what is broken off would run over the other views
            continue
        for group in one.groups:
            both = _joined(one.at, group.at)
            if not group.item:
                runs(space, group.paths, both)
                continue
            block = _block_name(one, group.item)
            number = 2
            while block in doc.blocks:
                block, number = f"{_block_name(one, group.item)} {number}", number + 1
            runs(doc.blocks.new(block), group.paths, both)
            space.add_blockref(block, (0, 0), dxfattribs={"layer": layer(one.name)})
        for shape in one.shapes:
            put(shape, one.name)
    text = io.StringIO()
    doc.write(text)
    return text.getvalue().encode("utf-8", "replace")


def _block_name(layer: Layer, item: str) -> str:
    return FORBIDDEN.sub("-", f"{item} {layer.name.partition('.')[0]}")


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
