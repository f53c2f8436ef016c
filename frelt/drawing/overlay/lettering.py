"""How wide words are, and the small marks and headings that all overlays share."""

from typing import Protocol

from ...core.judge.marks import Mark
from ..shapes import Dimension, Path, Shape, Text, ellipse, line, polygon, rect


class Lettering(Protocol):
    """Measures the type that is drawn with; whoever draws brings its own."""

    def measure(self, words: str, step: str = ..., weight: int = ..., condensed: bool = ...) -> float:
        """Width of one line [px]."""
        ...

    def wrap(self, words: str, width: float, step: str = ..., weight: int = ..., condensed: bool = ...) -> tuple[str, ...]:
        """Words broken at spaces into lines of a width [px]."""
        ...

    def widest_word(self, words: str, step: str = ..., weight: int = ..., condensed: bool = ...) -> float:
        """Width of the widest word [px]."""
        ...


def mark(status: Mark | str, x: float, y: float, size: float) -> tuple[Path, ...]:
    """A mark by shape and color: filled triangle, dashed where only likely, open diamond, tick, dashed square; a page for law, a ring for advice, with a dot for
    a wish and a tick where it is accepted."""
    r = size / 2
    if status == "over":
        sign = line("mark.over.sign", (x, y - r * 0.35), (x, y + r * 0.25))
        dot = line("mark.over.sign", (x, y + r * 0.55), (x, y + r * 0.65))
        return polygon("mark.over", (x, y - r), (x + r * 1.1, y + r * 0.9), (x - r * 1.1, y + r * 0.9)), sign, dot
    if status == "likely":
        return (polygon("mark.likely", (x, y - r), (x + r * 1.1, y + r * 0.9), (x - r * 1.1, y + r * 0.9)),)
    if status == "tight":
        return (polygon("mark.tight", (x, y - r), (x + r, y), (x, y + r), (x - r, y)),)
    if status == "ok":
        return (line("mark.ok", (x - r * 0.9, y), (x - r * 0.25, y + r * 0.65), (x + r, y - r * 0.7)),)
    if status == "law":
        page = rect("mark.law", x - r * 0.7, y - r, x + r * 0.7, y + r)
        return page, *(line("mark.law", (x - r * 0.3, y + n * r), (x + r * 0.3, y + n * r)) for n in (-0.35, 0.2))
    if status == "accepted":
        ring = ellipse("mark.advice", x, y, r * 0.95)
        return ring, line("mark.advice", (x - r * 0.45, y), (x - r * 0.1, y + r * 0.35), (x + r * 0.5, y - r * 0.35))
    if status in ("advice", "wish"):
        ring = ellipse("mark.advice", x, y, r * 0.8)
        return (ring, ellipse("mark.wish", x, y, r * 0.25)) if status == "wish" else (ring,)
    return (rect("mark.unknown", x - r * 0.85, y - r * 0.85, x + r * 0.85, y + r * 0.85),)


def caption(x: float, y: float, words: str) -> Text:
    """A quiet heading in capitals."""
    return Text(x, y, words.upper(), "soft", "small", 600)


def chip(x: float, y: float, words: str, lettering: Lettering) -> tuple[Shape, ...]:
    """A reading on a plate of paper around its middle."""
    wide = lettering.measure(words, "small", 600, False) + 10
    return (
        rect("chip", x - wide / 2, y - 10, x + wide / 2, y + 10, 3),
        Text(x, y + 4.5, words, "hand", "small", 600, False, "middle"),
    )


def parts(d: Dimension, lettering: Lettering) -> tuple[Shape, ...]:
    """A dimension as a line with its ticks and, where it is long enough for it, its reading."""
    tx, ty = (0.0, d.tick) if d.level else (d.tick, 0.0)
    ends = [line(d.role, (x - tx, y - ty), (x + tx, y + ty)) for x, y in ((d.x0, d.y0), (d.x1, d.y1))]
    made: list[Shape] = [line(d.role, (d.x0, d.y0), (d.x1, d.y1)), *ends]
    long = abs(d.x0 - d.x1) + abs(d.y0 - d.y1)
    room = lettering.measure(d.words, "small", 600, False) + 18 if d.level else 24
    if d.words and (long >= room or d.always):
        made += chip((d.x0 + d.x1) / 2, (d.y0 + d.y1) / 2, d.words, lettering)
    return tuple(made)
