"""Marks and words explained, each drawn by the shapes and roles that the bench itself is drawn by."""

from collections.abc import Callable

from msgspec import Struct

from ...core.base.units import Units
from ...core.judge.marks import WORDS, Mark
from ..shapes import Path, Shape, Text, ellipse, line, polygon, rect
from .lettering import Lettering, chip, mark

WIDE, TALL = 120.0, 58.0  # of a picture [px]
MID = TALL / 2

Draw = Callable[[Lettering, Units], tuple[Shape, ...]]


class Explained(Struct, frozen=True):
    """A mark or a word, what it means, and its picture; a word has none."""

    title: str
    words: str
    draw: Draw | None = None


class Chapter(Struct, frozen=True):
    """Some of them under a heading."""

    title: str
    listed: tuple[Explained, ...]


MEANING: dict[Mark, str] = {
    "over": "It breaks, or somebody can be hurt: a rating is passed, things stand in each other, liquids may not meet.",
    "likely": "Over only with what nobody counted, or only against what its class usually has: read the plate, or weigh.",
    "unknown": "No plate was read, so nothing is proved. It shows what the plate would have to say.",
    "law": "A rule of the road asks for something: a permit, a brake, a lamp. The law where you drive holds, not this page.",
    "tight": "It holds, with less to spare than the shop's reserve or than its own ±.",
    "advice": "Worth a look: reach, order, room to work. Nothing breaks.",
    "wish": "Somebody's wish, kept or not.",
    "accepted": "Somebody looked at it and said why it may stay. It comes back when it gets worse.",
    "ok": "Within, with its reserve, in every state and every fill that is judged.",
}


def _mark(which: Mark) -> Draw:
    return lambda _l, _u: mark(which, WIDE / 2, MID, 24)


def _tag(x: float, y: float, words: str, lettering: Lettering, below: bool = False) -> tuple[Shape, ...]:
    wide = max(lettering.measure(words, "small", 600, True) + 9, 17)
    return (
        rect("tag.below" if below else "tag", x - wide / 2, y - 8.5, x + wide / 2, y + 8.5, 8.5),
        Text(x, y + 4.5, words, "ink", "small", 600, True, "middle"),
    )


def _thing(x0: float, y0: float, x1: float, y1: float) -> Path:
    return rect("body", x0, y0, x1, y1, 4)


def _named(lettering: Lettering, _: Units) -> tuple[Shape, ...]:
    return (
        _thing(6, 8, 74, 50),
        rect("plate", 18, 20, 62, 38),
        Text(40, 33, "Pump", "ink", "small", 600, True, "middle"),
        _thing(82, 14, 112, 44),
        *_tag(97, 29, "7", lettering),
    )


def _hidden(lettering: Lettering, _: Units) -> tuple[Shape, ...]:
    return (
        _thing(20, 8, 100, 50),
        Path("hidden", "MLLLZ", (40, 18, 80, 18, 80, 42, 40, 42)),
        *_tag(60, 30, "8", lettering, below=True),
    )


def _pile(lettering: Lettering, _: Units) -> tuple[Shape, ...]:
    return (
        _thing(30, 20, 60, 52),
        _thing(36, 26, 66, 54),
        line("leader", (62, 28), (84, 16)),
        *_tag(98, 14, "7-9", lettering),
    )


def _middle(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    k, r, x, y = 0.5522847498 * 15, 15.0, WIDE / 2, MID
    return (
        ellipse("centre.light", x, y, r),
        Path("centre.dark", "MLCZ", (x, y, x + r, y, x + r, y - k, x + k, y - r, x, y - r)),
        Path("centre.dark", "MLCZ", (x, y, x - r, y, x - r, y + k, x - k, y + r, x, y + r)),
        ellipse("centre.edge", x, y, r),
    )


def _floor(lettering: Lettering, _: Units) -> tuple[Shape, ...]:
    ring = ((8.0, 8.0), (104.0, 4.0), (114.0, 50.0), (14.0, 54.0))
    return (
        polygon("floor.free", (26, 14), (96, 12), (100, 46), (28, 48)),
        polygon("floor.halo", *ring),
        polygon("floor.edge", *ring),
        ellipse("floor.middle", 62, 30, 4.5),
    )


def _unsure(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    return rect("floor.unsure", 20, 8, 100, 50), ellipse("floor.middle.off", 60, 29, 4.5)


def _tape(_l: Lettering, units: Units) -> tuple[Shape, ...]:
    feet = units.name("distance") == "ft"
    marks = [line("tape.mark", (x, 20), (x, 26 if n % 4 else 38)) for n, x in enumerate(range(8, 118, 9))]
    words = ("0 ft", "2 ft", "4 ft") if feet else ("0", "500", "1,000")
    return (
        rect("tape.band", 4, 20, 116, 38),
        *marks,
        *(Text(11 + 36 * n, 36, w, "tape_ink", "small", 600, True) for n, w in enumerate(words)),
    )


def _post(known: bool) -> Draw:
    def draw(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
        at = "ok" if known else "unknown"
        rating = line("post.rating", (34, 18), (72, 18)) if known else line("post.typical", (34, 18), (72, 18))
        return (
            rect("post", 40, 4, 66, 54),
            rect(f"post.fill.{at}", 40, 30, 66, 54),
            line(f"post.now.{at}", (40, 30), (66, 30)),
            rating,
            line(f"post.span.{at}", (72, 24), (72, 38)),
            line(f"post.span.{at}", (68, 24), (76, 24)),
            line(f"post.span.{at}", (68, 38), (76, 38)),
            *(() if known else (line("post.beyond", (72, 10), (72, 24)),)),
        )

    return draw


def _bar(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    return (
        rect("track", 8, 24, 112, 33),
        rect("track.window", 44, 24.5, 80, 32.5),
        rect("at.ink", 58, 21, 61, 36),
    )


def _tube(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    return (
        rect("liquid.water", 14, 20, 66, 34, 7),
        line("surface.water", (66, 21), (66, 33)),
        Path("bar", "MLLLZ", (14, 20, 106, 20, 106, 34, 14, 34)),
        line("bar", (30, 41), (90, 41)),
        line("bar", (30, 37), (30, 45)),
        line("bar", (90, 37), (90, 45)),
        polygon("mark.over", (96, 20), (92, 13), (100, 13)),
        line("mark.likely", (96, 18), (96, 36)),
    )


def _distance(lettering: Lettering, units: Units) -> tuple[Shape, ...]:
    return (
        line("distance", (10, 29), (110, 29)),
        line("distance", (10, 24), (10, 34)),
        line("distance", (110, 24), (110, 34)),
        *chip(60, 29, units.show(0.6096, "length"), lettering),
    )


def _kept(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    return (Path("kept", "MLLLZ", (14, 8, 106, 8, 106, 50, 14, 50)),)


def _broken(_l: Lettering, _u: Units) -> tuple[Shape, ...]:
    teeth = [(60 + (0, 5, 0, -5)[n % 4], 6 + 4 * n) for n in range(12)]
    return line("frame", (6, 12), (58, 12)), line("frame", (6, 46), (58, 46)), line("break", *teeth)


CHAPTERS: tuple[Chapter, ...] = (
    Chapter(
        "Marks, from the gravest to none",
        tuple(Explained(w.capitalize(), MEANING[m], _mark(m)) for m, w in WORDS.items()),
    ),
    Chapter(
        "On the drawings",
        (
            Explained(
                "Name or number",
                "A thing bears its name where there is room, else its number in the list at the right.",
                _named,
            ),
            Explained("Dashed number and outline", "It stands behind or below what is drawn over it.", _hidden),
            Explained(
                "7-9, or 7 +2", "Several in one spot. Rest the pointer there for their names; each click takes the next.", _pile
            ),
            Explained("Quartered disk", "The centre of gravity of all that is drawn, at the fills shown.", _middle),
            Explained(
                "Line and wash",
                "Line: where the loads let the middle of what is in hand stand. Filled: where it also has room. Dot: its middle now.",
                _floor,
            ),
            Explained("Hatched", "Loads hold here only by figures that nobody read. Ring: the middle is outside.", _unsure),
            Explained("Dashed frame", "Kept free for somebody or for what comes later.", _kept),
            Explained("Zigzag", "The carrier goes on beyond what is looked at closely.", _broken),
            Explained("Tape", "Stations from the front edge of the deck, as they are read on a tape laid along it.", _tape),
            Explained("Reading", "Clear room to what is faced; drag or type it.", _distance),
        ),
    ),
    Chapter(
        "Loads and fills",
        (
            Explained(
                "Load post",
                "How full a support is. Thick line: its rating. Bracket: from least to most over every state and fill. Figure: now.",
                _post(True),
            ),
            Explained(
                "Post without a plate",
                "Dotted: what its class usually has. Dashed on top: what nobody counted. Click it to type the plate.",
                _post(False),
            ),
            Explained("Bar of a limit", "Green: where it should lie. Upright stroke: where the worst case lies.", _bar),
            Explained(
                "Sight tube",
                "What is in a tank, the range in which every fill is judged, and the most that ratings allow. Click the figure to type.",
                _tube,
            ),
        ),
    ),
    Chapter(
        "Words",
        (
            Explained("Plate, rating", "What a maker allows, read on the vehicle itself; never guessed, never 0."),
            Explained(
                "GVWR, GAWR, GCWR",
                "Most the whole vehicle, one axle, or vehicle and trailer together may weigh, by their plates.",
            ),
            Explained(
                "Tongue share",
                "Part of the laden trailer that rests on the hitch. Too little and it sways, too much and the rear axle is over.",
            ),
            Explained(
                "Payload", "All that is put on a vehicle, people and tongue included; on the placard in the driver's door."
            ),
            Explained(
                "State", "A way the rig is used: leaving full, between jobs, coming home. Each has its fills and its people."
            ),
            Explained("Worst of all", "Of every state the case that is nearest to breaking, at the fills where it is so."),
            Explained("Heel", "What a tank never gives: it stays below the outlet."),
            Explained("Road fill", "The most that every tank may hold on the road so that every fill below it is right, too."),
            Explained(
                "What nobody counted",
                "Fittings, tools, hoses that are always there and never listed: a rate with its ±, until you count them.",
            ),
            Explained("±", "Nineteen times in twenty the truth lies within it. Weigh, and it shrinks."),
            Explained("SH", "Sodium hypochlorite, the bleach of soft washing. Never near acid, fuel or metal that matters."),
            Explained("Safe floor", "Every place where the thing in hand may stand so that all loads hold."),
        ),
    ),
)


def picture(one: Explained, lettering: Lettering, units: Units) -> tuple[Shape, ...]:
    """The picture of a mark, within (0, 0) to (WIDE, TALL) [px]."""
    return one.draw(lettering, units) if one.draw is not None else ()
