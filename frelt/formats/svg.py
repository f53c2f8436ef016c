"""A drawing as SVG 1.1: one group a layer, roles as classes, one style sheet. Source: W3C, Scalable Vector Graphics 1.1."""

import re
from xml.sax.saxutils import escape, quoteattr

from ..drawing.overlay.lettering import Lettering, parts
from ..drawing.page import Drawing, Layer
from ..drawing.shapes import Affine, Dimension, Path, Shape, Text
from ..drawing.styles import LIGHT, SIZES, STYLES, Palette, Style

UNPRINTED = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\ud800-\udfff\ufffe\uffff]")  # not allowed in XML 1.0


def svg(drawing: Drawing, lettering: Lettering, palette: Palette = LIGHT) -> bytes:
    """The bytes of an SVG file, in UTF-8; its unit is the px of the sheet, 96 to the inch."""
    sheet = drawing.sheet
    made = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{sheet.width:g}" height="{sheet.height:g}" '
        f'viewBox="0 0 {sheet.width:g} {sheet.height:g}">',
        f"<title>{_words(drawing.title)}</title>",
        f"<style>{_sheet(drawing, palette)}</style>",
        f'<rect width="{sheet.width:g}" height="{sheet.height:g}" fill="{palette.sheet}"/>',
    ]
    for n, layer in enumerate(drawing.layers):
        made += _layer(layer, n, lettering, palette)
    return "\n".join([*made, "</svg>", ""]).encode()


def _words(words: str) -> str:
    return escape(UNPRINTED.sub("\N{REPLACEMENT CHARACTER}", words))


def _class(role: str) -> str:
    return role.replace(".", "-").replace(" ", "-")


def _sheet(drawing: Drawing, palette: Palette) -> str:
    """Rules for the roles that are drawn."""
    roles = {p.role for layer in drawing.layers for g in layer.groups for p in g.paths}
    roles |= {s.role for layer in drawing.layers for s in layer.shapes if not isinstance(s, Text)} | {"chip"}
    rules = [f".{_class(role)}{{{_style(STYLES[role], palette)}}}" for role in sorted(roles)]
    return "".join(rules)


def _style(style: Style, palette: Palette) -> str:
    fill = f"fill:{getattr(palette, style.fill)};fill-rule:evenodd" if style.fill else "fill:none"
    if style.alpha < 1:
        fill += f";fill-opacity:{style.alpha:g}"
    if style.hatched:
        fill += ";fill-opacity:0.35"
    if not style.stroke:
        return fill + ";stroke:none"
    line = f";stroke:{getattr(palette, style.stroke)};stroke-width:{style.width:g};stroke-linejoin:round"
    if style.dash:
        line += ";stroke-dasharray:" + ",".join(f"{d * style.width:g}" for d in style.dash)
    return f"{fill}{line};vector-effect:non-scaling-stroke"


def _layer(layer: Layer, n: int, lettering: Lettering, palette: Palette) -> list[str]:
    clip = ""
    made = []
    if layer.clip is not None:
        c = layer.clip
        made.append(
            f'<defs><clipPath id="clip{n}"><rect x="{c.left:g}" y="{c.top:g}" width="{c.width:g}" height="{c.height:g}"/>'
            "</clipPath></defs>"
        )
        clip = f' clip-path="url(#clip{n})"'
    made.append(f"<g data-layer={quoteattr(layer.name)}{clip}>")
    for shape in layer.shapes:
        made += _shape(shape, lettering, palette)
    if layer.groups:
        made.append(f'<g transform="{_matrix(layer.at)}">')
        for group in layer.groups:
            item = f" data-item={quoteattr(UNPRINTED.sub('', group.item))}" if group.item else ""
            made.append(f'<g transform="{_matrix(group.at)}"{item}>')
            made += [_path(p) for p in group.paths]
            made.append("</g>")
        made.append("</g>")
    return [*made, "</g>"]


def _matrix(at: Affine) -> str:
    return "matrix(" + " ".join(f"{v:.9g}" for v in at) + ")"


def _path(path: Path) -> str:
    out, i = [], 0
    for op in path.ops:
        count = {"M": 2, "L": 2, "C": 6, "Z": 0}[op]
        out.append(op + " ".join(f"{v:.6g}" for v in path.xy[i : i + count]))
        i += count
    return f'<path class="{_class(path.role)}" d="{"".join(out)}"/>'


def _shape(shape: Shape, lettering: Lettering, palette: Palette) -> list[str]:
    if isinstance(shape, Path):
        return [_path(shape)]
    if isinstance(shape, Dimension):
        return [line for part in parts(shape, lettering) for line in _shape(part, lettering, palette)]
    family = "Barlow Condensed, Barlow, sans-serif" if shape.condensed else "Barlow, sans-serif"
    look = f'font-size="{SIZES[shape.step]}" font-weight="{shape.weight}" fill="{getattr(palette, shape.color)}"'
    anchor = "" if shape.anchor == "start" else f' text-anchor="{shape.anchor}"'
    made = []
    for n, words in enumerate(shape.words.split("\n")):
        long = lettering.measure(words, shape.step, shape.weight, shape.condensed)  # kept where the fonts are not to be had
        made.append(
            f'<text x="{shape.x:.6g}" y="{shape.y + n * shape.leading:.6g}" font-family="{family}" {look}{anchor} '
            f'textLength="{long:.5g}" lengthAdjust="spacingAndGlyphs">{_words(words)}</text>'
        )
    return made
