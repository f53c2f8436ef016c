"""Themes and fonts: text can be read, every role has a style, figures stand under each other."""

from collections.abc import Iterator

import pytest
from PyQt6.QtGui import QColor, QFontMetricsF, QRawFont
from pytestqt.qtbot import QtBot

from frelt.app.stock import classes, equipment
from frelt.core.base.kept import Kept
from frelt.drawing import carrier
from frelt.drawing.sketch import SKETCHES
from frelt.drawing.styles import STYLES, TINTS
from frelt.drawing.views import centre_mark, sketch
from frelt.paint import fonts
from frelt.paint.pdf import PAPER
from frelt.paint.theme import THEMES, Theme, on_screen


def luminance(color: str) -> float:
    """Source: WCAG 2.1, relative luminance of sRGB."""
    c = QColor(color)
    parts = [v / 12.92 if v <= 0.04045 else ((v + 0.055) / 1.055) ** 2.4 for v in (c.redF(), c.greenF(), c.blueF())]
    return 0.2126 * parts[0] + 0.7152 * parts[1] + 0.0722 * parts[2]


def contrast(a: str, b: str) -> float:
    high, low = sorted((luminance(a), luminance(b)), reverse=True)
    return (high + 0.05) / (low + 0.05)


GROUNDS = {"bench": ("ink", "soft", "over", "tight", "ok", "hand", "unknown"), "sheet": ("ink", "soft", "over", "tight", "ok", "hand", "unknown"), "bench_deep": ("ink", "soft"), "field": ("ink", "soft"), "hand_fill": ("ink",), "tape": ("tape_ink",)}  # fmt: skip


@pytest.mark.parametrize("name", ["light", "dark"])
def test_every_text_has_a_contrast_of_four_and_a_half(name: str) -> None:
    palette = THEMES[name].palette  # type: ignore[index]
    weak = [
        (text, ground, round(contrast(getattr(palette, text), getattr(palette, ground)), 2))
        for ground, texts in GROUNDS.items()
        for text in texts
        if contrast(getattr(palette, text), getattr(palette, ground)) < 4.5
    ]
    weak += [
        (f"{tint}_edge", "bench", contrast(getattr(palette, f"{tint}_edge"), palette.bench))
        for tint in TINTS
        if contrast(getattr(palette, f"{tint}_edge"), palette.bench) < 4.5
    ]
    assert not weak


def roles() -> Iterator[str]:
    for entry in equipment():
        made = sketch(entry.item, tuple((t.id, 0.5) for t in entry.item.tanks), Kept())
        yield from (p.role for view in (made.plan, made.flank, made.end) for p in view)
    for choice in classes():
        for surface in ("planked", "plate", "coated"):
            yield f"deck.{surface}"
        for draw in (carrier.plan, carrier.side, carrier.rear):
            yield from (p.role for g in draw(choice.carrier, Kept()) for p in g.paths)
    yield from (p.role for p in centre_mark(0, 0, 1).paths)


def test_every_role_that_is_drawn_has_a_style() -> None:
    drawn = set(roles())  # sketches are loaded as they are asked for
    assert SKETCHES and drawn <= set(STYLES)


def test_line_widths_are_those_that_were_settled() -> None:
    """Mounted 1.4 px, carrier 2 px, in hand 3 px."""
    theme: Theme = THEMES["light"]
    assert theme.pen("body").widthF() == 1.4
    assert theme.pen("carrier").widthF() == theme.pen("slab").widthF() == 2.0
    assert theme.pen("body", in_hand=True).widthF() == 3.0
    assert theme.pen("body", in_hand=True).color().name() == theme.palette.hand


@pytest.mark.parametrize("condensed", [False, True])
@pytest.mark.parametrize("weight", [400, 500, 600])
def test_figures_are_tabular_and_signs_exist(qtbot: QtBot, condensed: bool, weight: int) -> None:
    font = fonts.font("text", weight, condensed)
    m = QFontMetricsF(font)
    assert len({round(m.horizontalAdvance(c * 40), 3) for c in "0123456789"}) == 1
    raw = QRawFont.fromFont(font)
    assert raw.familyName().startswith("Barlow")
    missing = [c for c in "0123456789½¼¾⅛⅜⅝⅞±−·×°“”’…–²³" if not raw.supportsCharacter(c)]
    assert not missing


def test_nothing_is_set_below_thirteen_pixels() -> None:
    assert min(fonts.SIZES.values()) == 13


def test_words_wrap_at_spaces_and_never_break(qtbot: QtBot) -> None:
    text = "Second rinse water tank, on loan"
    for width in (40, 80, 160, 900):
        lines = fonts.wrap(text, width)
        assert " ".join(lines) == text
        assert all(fonts.measure(line) <= width or " " not in line for line in lines)


def test_strokes_are_as_wide_in_the_windows_pixels_on_every_screen_and_on_paper_never_wider() -> None:
    try:
        on_screen(2.0)
        light, paper = THEMES["light"].pen("body"), PAPER.pen("body")
        assert light.widthF() == 2 * STYLES["body"].width and paper.widthF() == STYLES["body"].width
    finally:
        on_screen(1.0)
    assert THEMES["light"].pen("body").widthF() == STYLES["body"].width
