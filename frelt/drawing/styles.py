"""Roles meet colors and widths here and nowhere else. Two palettes, each designed for its light."""

from msgspec import Struct


class Palette(Struct, frozen=True):
    """Named colors of a theme, as #rrggbb."""

    bench: str
    bench_deep: str
    sheet: str
    field: str
    ink: str
    soft: str
    hairline: str
    tape: str
    tape_ink: str
    hand: str
    hand_fill: str
    over: str
    over_fill: str
    tight: str
    tight_fill: str
    ok: str
    ok_fill: str
    unknown: str
    steel: str
    steel_light: str
    steel_dark: str
    wood: str
    seam: str
    water: str
    water_edge: str
    sh: str
    sh_edge: str
    soap: str
    soap_edge: str
    fuel: str
    fuel_edge: str
    antifreeze: str
    antifreeze_edge: str
    other: str
    other_edge: str
    ground: str
    tire: str


LIGHT = Palette(
    bench="#f2efe6",
    bench_deep="#e4e0d4",
    sheet="#fbfaf5",
    field="#fffefb",
    ink="#17222c",
    soft="#55606a",
    hairline="#cfc9ba",
    tape="#f4c430",
    tape_ink="#2a2410",
    hand="#0b6b68",
    hand_fill="#cfe6df",
    over="#a61b1b",
    over_fill="#f6d5d1",
    tight="#8a5a00",
    tight_fill="#f7e2b8",
    ok="#1f5d3f",
    ok_fill="#cfe5d6",
    unknown="#5b6670",
    steel="#d5dae1",
    steel_light="#eef1f4",
    steel_dark="#4a5763",
    wood="#f0e6d2",
    seam="#e0d3b8",
    water="#b9d9ea",
    water_edge="#1f6ea6",
    sh="#ecdf9f",
    sh_edge="#7d6500",
    soap="#e2d1e9",
    soap_edge="#74438a",
    fuel="#f2cfbd",
    fuel_edge="#a34a24",
    antifreeze="#cbe5c2",
    antifreeze_edge="#3c7130",
    other="#dedbd2",
    other_edge="#5d584c",
    ground="#17222c",
    tire="#4a5763",
)

DARK = Palette(
    bench="#1f282f",
    bench_deep="#141a1f",
    sheet="#1a2229",
    field="#12181d",
    ink="#f3efe4",
    soft="#a3adb5",
    hairline="#3a454e",
    tape="#d9ab22",
    tape_ink="#1d1804",
    hand="#62d3cd",
    hand_fill="#1f4a4a",
    over="#ff8f86",
    over_fill="#63221f",
    tight="#f2bd5b",
    tight_fill="#5a4212",
    ok="#86d0a4",
    ok_fill="#20452f",
    unknown="#a3adb5",
    steel="#43505b",
    steel_light="#2b363f",
    steel_dark="#aab4bd",
    wood="#2b2820",
    seam="#3a352a",
    water="#23506b",
    water_edge="#7cc4ee",
    sh="#544a16",
    sh_edge="#e6cd61",
    soap="#4a3357",
    soap_edge="#d3a7e6",
    fuel="#5f3120",
    fuel_edge="#f0a27f",
    antifreeze="#2f4f2a",
    antifreeze_edge="#9cd48c",
    other="#45433c",
    other_edge="#c9c3b3",
    ground="#f3efe4",
    tire="#37424b",
)

SIZES = {"small": 13, "text": 14, "strong": 16, "figure": 20, "title": 24}  # of the type, by step [px]
TINTS = ("water", "sh", "soap", "fuel", "antifreeze", "other")


class Style(Struct, frozen=True):
    """How a role is drawn: colors by palette name, width in px; `dash` in widths.

    alpha: how much the fill covers, a share.  hatched: the fill is strokes.
    """

    stroke: str = ""
    width: float = 1.0
    fill: str = ""
    dash: tuple[float, ...] = ()
    alpha: float = 1.0
    hatched: bool = False


STYLES: dict[str, Style] = {
    "body": Style("ink", 1.4, "steel"),
    "part": Style("ink", 1.0, "steel"),
    "light": Style("ink", 1.0, "steel_light"),
    "dark": Style("", 0, "steel_dark"),
    "fork": Style("ink", 1.6, "steel_dark"),
    "open": Style("steel_dark", 1.0),
    "bar": Style("ink", 1.6),
    "kept": Style("hand", 1.2, "", (6, 4)),
    "kept.corner": Style("hand", 2.0),
    "detail": Style("steel_dark", 1.0),
    "carrier": Style("ink", 2.0),
    "frame": Style("ink", 2.0),
    "frame.solid": Style("ink", 1.6, "steel"),
    "slab": Style("ink", 2.0, "steel"),
    "coupler": Style("ink", 2.0, "sheet"),
    "coupler.eye": Style("", 0, "ink"),
    "tire": Style("ink", 2.0, "tire"),
    "wheel": Style("ink", 1.4, "steel_light"),
    "fender": Style("ink", 1.0, "bench_deep"),
    "rail": Style("steel_dark", 1.4),
    "wall": Style("ink", 1.0, "steel_dark"),
    "wall.nose": Style("ink", 1.4, "steel"),
    "shell": Style("steel_dark", 1.4, "bench"),
    "cab": Style("ink", 2.0, "steel_light"),
    "hood": Style("ink", 2.0, "steel_light"),
    "glass": Style("steel_dark", 1.0, "steel"),
    "seat": Style("steel_dark", 1.0, "bench_deep"),
    "boxes": Style("ink", 1.4, "steel"),
    "well": Style("ink", 1.4, "bench_deep"),
    "zone": Style("fuel_edge", 1.2, "", (4, 3)),
    "zone.hatch": Style("fuel_edge", 0.8),
    "break": Style("ink", 1.4),
    "door": Style("steel_dark", 1.4),
    "door.outline": Style("steel_dark", 1.0, "", (4, 4)),
    "deck.planked": Style("ink", 2.0, "wood"),
    "deck.plate": Style("ink", 2.0, "steel_light"),
    "deck.coated": Style("ink", 2.0, "bench_deep"),
    "seam": Style("seam", 1.0),
    "ground": Style("ground", 2.0),
    "axis": Style("soft", 1.0, "", (5, 4)),
    "below": Style("soft", 1.2, "", (3, 3)),
    "held": Style("hand", 3.0),
    "room": Style("hand", 1.3, "hand", (3, 3), 0.10),
    "room.blocked": Style("soft", 1.3, "soft", (3, 3), 0.10),
    "column": Style("fuel_edge", 1.3, "fuel_edge", (3, 3), 0.10),
    "walk": Style("", 0, "ok", alpha=0.10),
    "walk.hatch": Style("", 0, "ok", alpha=0.45, hatched=True),
    "wish": Style("soft", 1.4, "", (2, 2.5)),
    "wish.broken": Style("over", 1.4, "", (2, 2.5)),
    "hidden": Style("soft", 1.0, "", (3, 3)),
    "centre.light": Style("", 0, "sheet"),
    "centre.dark": Style("", 0, "ink"),
    "centre.edge": Style("ink", 1.4),
    "floor.safe": Style("hand", 2.0, "hand_fill", (5, 3)),
    "distance": Style("hand", 1.4),
    "asked": Style("hand", 3.0),
    "asked.line": Style("hand", 1.4),
    "floor.free": Style("", 0, "hand_fill", alpha=0.55),
    "floor.unsure": Style("", 0, "hand", hatched=True),
    "floor.loads": Style("", 0, "hand_fill", alpha=0.35),
    "floor.halo": Style("sheet", 6.0),
    "floor.edge": Style("hand", 2.6),
    "floor.middle": Style("sheet", 1.6, "hand"),
    "floor.middle.off": Style("hand", 2.2, "sheet"),
    "chip.worst": Style("ink", 1.2, "sheet"),
    "tag": Style("ink", 1.0, "sheet"),
    "tag.below": Style("soft", 1.2, "sheet", (2.5, 2)),
    "stop": Style("hairline", 1.0, "field"),
    "stop.chosen": Style("ink", 1.6, "sheet"),
    "leader": Style("ink", 0.8),
    "plate": Style("", 0, "sheet", alpha=0.86),
    "chip": Style("hand", 1.4, "sheet"),
    "post": Style("hairline", 1.0, "field"),
    "post.unknown": Style("unknown", 1.6, "", (3, 2.4)),
    "post.rating": Style("ink", 2.0),
    "post.typical": Style("unknown", 2.0, "", (1, 2)),
    "post.beyond": Style("soft", 1.2, "", (2, 2)),
    "post.between": Style("hairline", 1.0),
    "post.hair": Style("soft", 1.0),
    "track": Style("hairline", 1.0, "field"),
    "track.window": Style("", 0, "ok_fill"),
    "mark.over": Style("", 0, "over"),
    "mark.over.sign": Style("sheet", 1.5),
    "mark.likely": Style("over", 1.7, "", (2.2, 1.4)),
    "mark.tight": Style("tight", 1.8),
    "mark.ok": Style("ok", 2.0),
    "mark.unknown": Style("unknown", 1.6, "", (2.2, 1.6)),
    "mark.law": Style("tight", 1.7),
    "mark.advice": Style("unknown", 1.7),
    "mark.wish": Style("", 0, "unknown"),
    "tape.band": Style("", 0, "tape"),
    "tape.mark": Style("tape_ink", 1.2),
} | {
    f"{part}.{tint}": style
    for tint in TINTS
    for part, style in {
        "liquid": Style("", 0, tint),
        "surface": Style(f"{tint}_edge", 2.0),
        "hose": Style("ink", 1.0, tint),
    }.items()
}

PIPES = (2.6, 4.0, 5.6, 7.4)  # widths of what flows in a line plan, by how much [px]
STYLES |= {
    "pipe.still": Style("hairline", 4.0),
    "pipe.still.plan": Style("soft", 2.0),
    "pipe.under": Style("soft", 1.6, "", (3, 2)),
    "strap.halo": Style("sheet", 5.4),
    "strap": Style("steel_dark", 2.6),
    "strap.back.halo": Style("sheet", 3.2),
    "strap.back": Style("steel_dark", 1.4),
    "strap.bad": Style("over", 3.0),
    "strap.held": Style("hand", 3.4),
    "strap.new": Style("hand", 2.0, "", (4, 3)),
    "anchor": Style("ink", 1.8, "sheet"),
    "anchor.unread": Style("unknown", 1.6, "sheet", (2, 2)),
    "anchor.held": Style("hand", 2.4, "hand_fill"),
    "bolt": Style("ink", 1.0, "steel_dark"),
    "block": Style("ink", 1.2, "wood"),
    "plate.empty": Style("ink", 1.2, "", (4, 3)),
    "plate.read": Style("ink", 1.6, "steel_light", alpha=0.25),
    "plate.now": Style("hand", 2.6, "hand_fill", alpha=0.35),
    "walk.way": Style("soft", 1.2, "", (3, 3)),
    "walk": Style("ink", 1.4, "sheet"),
    "walk.done": Style("ok", 1.4, "ok_fill"),
    "walk.now": Style("hand", 2.6, "hand_fill"),
    "pipe.held": Style("hand", 10.0),
    "pipe.bad": Style("over", 10.0),
    "pipe.doubt": Style("sheet", 2.0, "", (2, 2)),
    "pipe.ring": Style("hand", 2.4),
    "pipe.ring.bad": Style("over", 1.8),
    "pipe.port": Style("hand", 1.6, "sheet"),
    "pipe.port.fits": Style("hand", 1.6, "hand"),
    "pipe.new": Style("hand", 3.0, "", (3, 2)),
    "valve": Style("ink", 1.6, "sheet"),
    "valve.way": Style("", 0, "ink"),
    "lever": Style("ink", 3.4),
    "lever.pin": Style("", 0, "ink"),
    "tee": Style("", 0, "ink"),
    "strainer": Style("ink", 1.4, "sheet"),
    "strainer.mesh": Style("ink", 1.0),
    "float.ball": Style("ink", 1.2, "steel"),
    "tap": Style("ink", 1.6, "sheet"),
    "gun": Style("", 0, "ink"),
    "gun.bar": Style("ink", 3.0),
    "gun.spray": Style("soft", 1.4),
}
for _tint in TINTS:
    STYLES[f"wound.{_tint}"] = Style(f"{_tint}_edge", 3.0)
    STYLES[f"pipe.head.{_tint}"] = Style("", 0, f"{_tint}_edge")
    for _n, _wide in enumerate(PIPES):
        STYLES[f"pipe.edge.{_tint}.{_n}"] = Style(f"{_tint}_edge", _wide + 2.0)
        STYLES[f"pipe.fill.{_tint}.{_n}"] = Style(_tint, _wide)

COLORS = {
    "likely": "over",
    "accepted": "unknown",
    "law": "tight",
    "advice": "unknown",
    "wish": "unknown",
}  # of marks that have no color of their own
STATUS_FILL: dict[str, str] = {"over": "over_fill", "tight": "tight_fill", "ok": "steel", "unknown": "sheet"}
STYLES |= {f"post.fill.{status}": Style("", 0, fill) for status, fill in STATUS_FILL.items()}
STYLES |= {f"post.now.{status}": Style("ink" if status == "ok" else status, 2.4) for status in STATUS_FILL}
STYLES |= {f"post.span.{status}": Style("soft" if status == "ok" else status, 2.0) for status in STATUS_FILL}
STYLES |= {f"at.{color}": Style("", 0, color) for color in ("ink", "over", "tight")}
