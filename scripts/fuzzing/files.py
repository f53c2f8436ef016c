"""Damaged documents: each opens or is refused in words; what opens is solved, judged, drawn and written again."""

import json
import random
from functools import cache
from typing import Any

import msgspec

from frelt.app.places import DEMOS, shipped
from frelt.core.base.units import METRIC, US
from frelt.core.base.value import FreltError
from frelt.core.day.play import play
from frelt.core.judge.words import brief, sentence
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.report.report import RigReport, report
from frelt.core.report.verdict import speaking, spoken_state, verdict
from frelt.core.solve import solve
from frelt.drawing.layout import Zoom, lay_out
from frelt.drawing.overlay.limits import limits
from frelt.drawing.overlay.post_shapes import post_shapes
from frelt.drawing.overlay.posts import posts
from frelt.drawing.views import scenes
from frelt.formats.document import decode, encode
from frelt.formats.drawing import drawing_file
from frelt.paint import fonts
from frelt.paint.pdf import application
from frelt.paint.sheet import sheet_pdf

VALUES: tuple[Any, ...] = (
    None, 0, -1, 1, 1e-9, 1e9, -5.0, 1e308, 10**40, "", "x", "water", [], {}, True, False, "<img src=/dev/zero>", "\x1b[31m", 0.5, 3, 100.0,
    99.99, "half \ud800", "n" * 300, "not rated", {"value": 0}, {"value": 1e9}, {"value": 5.0, "plus_minus": 1e9}, [0, 0, 0], "floor", [[0, 0]],
)  # fmt: skip


@cache
def whole() -> tuple[bytes, ...]:
    """The demo's documents."""
    return tuple(shipped(f"demo/{name}.frelt.json") for name in DEMOS)


def places(raw: object, path: tuple[object, ...] = ()) -> list[tuple[object, ...]]:
    """Every place of a JSON value."""
    inner = raw.items() if isinstance(raw, dict) else enumerate(raw) if isinstance(raw, list) else ()
    return [path, *(p for key, one in inner for p in places(one, (*path, key)))]


@cache
def _places_of(n: int) -> list[tuple[object, ...]]:
    return places(json.loads(whole()[n]))[1:]


def damaged(rng: random.Random) -> bytes:
    """A document with one to four of its values replaced, scaled, dropped, doubled or exchanged; or with bytes changed."""
    n = rng.randrange(len(whole()))
    data = whole()[n]
    if rng.random() < 0.1:
        made = bytearray(data)
        for _ in range(rng.randint(1, 4)):
            made[rng.randrange(len(made))] = rng.randrange(256)
        return bytes(made)
    raw = json.loads(data)
    for _ in range(rng.choice((1, 1, 1, 1, 2, 3))):
        path = rng.choice(_places_of(n))
        holder: Any = raw
        try:
            for key in path[:-1]:
                holder = holder[key]
            _damage(holder, path[-1], rng)
        except (KeyError, IndexError, TypeError):  # an earlier change took the place away
            continue
    return json.dumps(raw).encode()


def _damage(holder: Any, key: Any, rng: random.Random) -> None:
    how, old = rng.random(), holder[key]
    if how < 0.15:
        del holder[key]
    elif how < 0.25 and isinstance(holder, list):
        holder.append(old)
    elif how < 0.6 and isinstance(old, int | float) and not isinstance(old, bool):
        holder[key] = old * rng.choice((0, -1, 0.001, 0.1, 0.5, 1.01, 2, 10, 1000))
    else:
        holder[key] = rng.choice(VALUES)


@cache
def screen() -> object:
    """What fonts need."""
    return application()


def use(data: bytes) -> str:
    """Open a document and use it, or say that it was refused."""
    try:
        document = decode(data, "damaged")
    except FreltError as err:
        assert str(err).startswith("damaged: "), str(err)
        return "refused"
    units = METRIC if len(data) % 2 else US
    for rig in document.rigs:
        solved = solve(rig)
        made = report(solved, {c.id: f"{sentence(c, units)} {brief(c, units)} {c.when}" for c in solved.checks}, units)
        again = msgspec.json.decode(msgspec.json.encode(made), type=RigReport)  # no null where a number is promised
        assert again.name == made.name
        verdict(solved, units)
        state, said = spoken_state(solved), speaking(solved)
        for carrier in rig.carriers:
            views = scenes(rig, solved.frames, state, said.fills if said is not None else {}, carrier_id=carrier.id)
            assert not any(scene.failed for scene in views.values()), [s.failed for s in views.values()]
            sheet = lay_out(840, 620, views, Zoom())
            limits(solved, solved.checks, sheet, units, "trailer" if carrier is rig.trailer else "vehicle")
            if state is not None and solved.loads is not None:
                post_shapes(posts(solved, sheet, solved.checks, state.id, {}, carrier, units), sheet, units, Letters())
        if rig.day is not None:
            play(solved, rig.day)
        for item in rig.items[:2]:
            safe_floor(solved, item.id)
        if len(data) % 61 == 0 and screen() is not None:
            sheet_pdf(document, rig, units)
            for kind in (".svg", ".dxf") if rig.carriers else ():
                drawing_file(kind, solved, fonts, units)
    again = decode(encode(document), "again")
    assert again == document
    return "opened"


class Letters:
    """Type of no screen: every sign as wide as any other."""

    def measure(self, words: str, step: str = "", weight: int = 400, condensed: bool = False) -> float:
        """Width of one line [px]."""
        return 7.0 * len(words)

    def wrap(self, words: str, width: float, step: str = "", weight: int = 400, condensed: bool = False) -> tuple[str, ...]:
        """A line as it is."""
        return (words,)

    def widest_word(self, words: str, step: str = "", weight: int = 400, condensed: bool = False) -> float:
        """Width of the widest word [px]."""
        return max((7.0 * len(w) for w in words.split()), default=0.0)


make, run, ending = damaged, use, ".frelt.json"
