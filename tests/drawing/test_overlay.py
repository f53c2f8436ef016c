"""What lies over the drawings, looked at as shapes: the same that screen, SVG and DXF are made of. Words are measured by a ruler."""

import re
from collections.abc import Sequence
from itertools import pairwise

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import NOT_RATED
from frelt.core.base.kept import Kept
from frelt.core.base.units import METRIC, US
from frelt.core.geometry.frames import Frames
from frelt.core.placing.distances import facings
from frelt.core.placing.room import middle_of
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.report.aboard import numbers
from frelt.core.solve import Solved, solve
from frelt.core.space.solids import solids
from frelt.drawing.layout import Box, Sheet, Zoom, lay_out
from frelt.drawing.overlay.asked import asked_about
from frelt.drawing.overlay.distances import distances
from frelt.drawing.overlay.floor import floor, floor_edge, floor_readings, floor_words
from frelt.drawing.overlay.labels import number_words, place
from frelt.drawing.overlay.lettering import mark, parts
from frelt.drawing.overlay.limits import limits
from frelt.drawing.overlay.names import taken, things
from frelt.drawing.overlay.post_shapes import post_shapes
from frelt.drawing.overlay.posts import posts
from frelt.drawing.overlay.tape import tape
from frelt.drawing.page import drawing_of
from frelt.drawing.shapes import Dimension, Path, Shape, Text
from frelt.drawing.views import Scene, View, scenes
from tests.conftest import demo


class Ruler:
    """Every letter is half as wide as its type is tall."""

    def measure(self, words: str, step: str = "small", weight: int = 600, condensed: bool = True) -> float:
        return 6.5 * len(words)

    def wrap(self, words: str, width: float, step: str = "small", weight: int = 600, condensed: bool = True) -> tuple[str, ...]:
        lines: list[str] = []
        for word in words.split():
            if lines and self.measure(f"{lines[-1]} {word}") <= width:
                lines[-1] += f" {word}"
            else:
                lines.append(word)
        return tuple(lines)

    def widest_word(self, words: str, step: str = "small", weight: int = 600, condensed: bool = True) -> float:
        return max((self.measure(w) for w in words.split()), default=0.0)


RULER = Ruler()


def drawn(name: str = "barn-wash", width: float = 1280.0) -> tuple[Solved, dict[View, Scene], Sheet]:
    solved = solve(demo(name).rigs[0])
    made = scenes(solved.rig, solved.frames, solved.rig.states[0])
    return solved, made, lay_out(width, 900.0, made, Zoom())


@pytest.mark.parametrize("width", [900.0, 1280.0, 2400.0])
def test_the_tape_lies_as_long_as_the_drawing_and_its_feet_are_feet(width: float) -> None:
    _, made, sheet = drawn(width=width)
    shapes = tape(made["plan"], sheet, US)
    band = shapes[0]
    assert isinstance(band, Path) and (min(band.xy[::2]), max(band.xy[::2])) == pytest.approx(
        (sheet.px("plan", made["plan"].extent[0], 0)[0], sheet.px("plan", made["plan"].extent[2], 0)[0])
    )
    figures = [s for s in shapes if isinstance(s, Text)]
    for one in figures:
        feet = float(one.words.removesuffix(" ft").replace("−", "-"))
        assert one.x - 4 == pytest.approx(sheet.px("plan", feet * 0.3048, 0)[0])
    assert len(figures) > 3 and all(b.x - a.x >= 46 - 1e-6 for a, b in pairwise(figures))
    metric = [s.words for s in tape(made["plan"], sheet, METRIC) if isinstance(s, Text)]
    assert any(w.endswith(" m") or w.replace(",", "").replace("−", "").isdigit() for w in metric)


def test_posts_stand_where_the_load_goes_to_the_ground_and_fill_to_their_share() -> None:
    solved, _, sheet = drawn()
    carrier = solved.rig.carriers[0]
    made = posts(solved, sheet, solved.checks, solved.rig.states[0].id, {}, carrier, US)
    assert [p.x for p in made[:3]] == pytest.approx(
        [sheet.px("side", x, 0)[0] for x in (carrier.coupler_x, *(a.x for a in carrier.axles))]
    )  # type: ignore[union-attr]
    shapes, spots = post_shapes(made, sheet, US, RULER)
    assert [(s.field, s.check) for s in spots] == [(p.field, p.check) for p in made]
    fills = [s for s in shapes if isinstance(s, Path) and s.role.startswith("post.fill")]
    frames = [s for s in shapes if isinstance(s, Path) and s.role == "post"]
    line = next(s for s in shapes if isinstance(s, Path) and s.role == "post.rating").xy[1]
    for post, fill, frame in zip(made, fills, frames, strict=True):
        bottom = max(frame.xy[1::2])
        assert post.rating and (bottom - min(fill.xy[1::2])) / (bottom - line) == pytest.approx(post.now / post.rating)
    blank = replace(
        solved.rig, trailer=replace(solved.rig.trailer, axles=tuple(replace(a, rating=None) for a in carrier.axles))
    )
    unread = solve(blank)
    again = posts(unread, sheet, unread.checks, blank.states[0].id, {}, blank.carriers[0], US)
    words = [s.words for s in post_shapes(again, sheet, US, RULER)[0] if isinstance(s, Text)]
    assert (
        sum(w.startswith("typical ") for w in words) == 2
        and sum(w.startswith("needs ") for w in words) == 2
        and "click one to type its rating" in words
    )
    assert "click one to type its rating" not in [
        s.words for s in post_shapes(again, sheet, US, RULER, hint=False)[0] if isinstance(s, Text)
    ]
    bare = tuple(replace(a, rating=NOT_RATED) for a in carrier.axles)
    decided = solve(replace(solved.rig, trailer=replace(solved.rig.trailer, axles=bare)))
    told = post_shapes(
        posts(decided, sheet, decided.checks, blank.states[0].id, {}, decided.rig.carriers[0], US), sheet, US, RULER
    )
    words = [s.words for s in told[0] if isinstance(s, Text)]
    assert (
        words.count("not rated") == 2
        and not any(w.startswith("needs") for w in words)
        and "click one to type its rating" not in words
    )
    assert not [s for s in told[0] if isinstance(s, Path) and s.role == "post.unknown"]


def test_bars_of_limits_lie_below_each_other_in_their_column() -> None:
    solved, _, sheet = drawn()
    shapes, spots = limits(solved, solved.checks, sheet, US, "trailer")
    tops = [s.box.top for s in spots]
    assert len(tops) >= 4 and all(b - a == pytest.approx(47.0) for a, b in pairwise(tops))
    known = next(s for s in shapes if isinstance(s, Text) and "limits known" in s.words)
    assert known.words == f"{solved.known[0]} of {solved.known[1]} limits known"
    at = [s for s in shapes if isinstance(s, Path) and s.role.startswith("at.")]
    assert all(sheet.limits.left - 2 <= min(s.xy[::2]) and max(s.xy[::2]) <= sheet.limits.right + 2 for s in at)


@pytest.mark.parametrize("name", ["barn-wash", "hull-rinse", "tram-stops", "ballast-wash"])
def test_every_thing_is_named_once_inside_it_or_by_a_number(name: str) -> None:
    solved, _, sheet = drawn(name)
    carrier = solved.rig.trailer or solved.rig.vehicle
    assert carrier is not None
    room = {i: s for i, s in solids(solved.rig, Frames(solved.rig)).items() if s.carrier == carrier.id}
    numbered = numbers(solved.rig, Kept())
    assert sorted(numbered.values()) == list(range(1, len(solved.rig.items) + 1))
    plan = scenes(solved.rig, solved.frames, None, carrier_id=carrier.id)["plan"]
    made = place(things(solved.rig, plan, sheet, room, numbered), sheet.plan, taken("plan", sheet, None), RULER)
    said = [i for label in made for i in label.items]
    assert sorted(said) == sorted(i.id for i in solved.rig.items if i.id in room and not i.built_in)
    for label in made:
        words = " ".join(label.lines)
        if label.kind == "name":
            assert words == solved.rig.item(label.items[0]).name
        else:
            assert words == number_words([numbered[i] for i in label.items])
    boxes = [label.box for label in made]
    assert not [(a, b) for n, a in enumerate(boxes) for b in boxes[:n] if a.meets(b)]
    drawing = drawing_of(solved, RULER, US)
    listed = [s.words for layer in drawing.layers if layer.name == "list" for s in layer.shapes if isinstance(s, Text)]
    assert all(item.name in listed and str(numbered[item.id]) in listed for item in solved.rig.items)


def _chip(made: Sequence[Shape]) -> Box:
    words = next(s for s in made if isinstance(s, Text))
    wide = RULER.measure(words.words, "small", 600, False) + 10
    return Box(words.x - wide / 2, words.y - 14.5, wide, 20)


def test_the_safe_floor_tells_loads_from_room_and_what_the_tape_reads_at_the_front_edge() -> None:
    solved, _, sheet = drawn()
    whole = safe_floor(solved, "water")
    assert {s.role for s in floor(whole, sheet)} == {"floor.loads", "floor.free"} and "limits" not in floor_words(whole)[0]  # type: ignore[union-attr]
    trailer, own = solved.rig.trailer, solids(solved.rig, solved.frames)["water"]
    assert trailer is not None
    unread = solve(replace(solved.rig, trailer=replace(trailer, ratings=replace(trailer.ratings, gross=None))))
    unsure = safe_floor(unread, "water")
    assert "floor.unsure" in {s.role for s in floor(unsure, sheet)} and "by 13 of 14 limits" in floor_words(unsure)[0]  # type: ignore[union-attr]
    middle = middle_of(solved, "water")
    made = (*floor_edge(whole, sheet), *floor_readings(whole, middle, own, sheet, METRIC, RULER, ()))
    edge = next(s for s in made if isinstance(s, Path) and s.role == "floor.edge")
    assert edge.xy[:2] == pytest.approx(sheet.px("plan", *whole.polygon[0]))
    said = next(s.words for s in made if isinstance(s, Text))
    low, high = (int(w.replace(",", "")) / 1000 for w in re.findall(r"[\d,]+", said))
    ahead = own.x0 - middle[0]
    assert whole.allows(low - ahead + 0.002, middle[1]) and not whole.allows(low - ahead - 0.002, middle[1])
    assert whole.allows(high - ahead - 0.002, middle[1]) and not whole.allows(high - ahead + 0.002, middle[1])
    off = floor_readings(whole, (middle[0] + 9.0, middle[1]), own, sheet, US, RULER, ())
    assert "floor.middle.off" in {s.role for s in off if isinstance(s, Path)}
    plan = sheet.plan
    crowd = [
        Box(x, y, 26, 16)
        for x in range(int(plan.left), int(plan.right), 30)
        for y in range(int(plan.top), int(plan.bottom), 34)
    ]
    first = _chip(floor_readings(whole, middle, own, sheet, METRIC, RULER, ()))
    found = _chip(floor_readings(whole, middle, own, sheet, METRIC, RULER, crowd))  # nowhere is clear
    assert sum(map(found.shared, crowd)) < sum(map(first.shared, crowd))


def test_a_dimension_is_as_long_as_it_says_and_tells_it_only_where_there_is_room() -> None:
    solved, _, sheet = drawn("hull-rinse")
    for one, facing in zip(
        distances(facings(solved, "water"), sheet, US), [f for f in facings(solved, "water") if f.distance >= 0.01], strict=True
    ):
        long = ((one.x0 - one.x1) ** 2 + (one.y0 - one.y1) ** 2) ** 0.5
        assert long / sheet.scale == pytest.approx(facing.distance, abs=1e-6) and one.words == US.show(
            facing.distance, "length"
        )
    short, wide = Dimension("distance", 0, 0, 20, 0, "12 in"), Dimension("distance", 0, 0, 90, 0, "12 in")
    assert not any(isinstance(s, Text) for s in parts(short, RULER)) and any(isinstance(s, Text) for s in parts(wide, RULER))
    trailer = solved.rig.trailer
    assert trailer is not None
    told = asked_about("axle:1", trailer, sheet, METRIC)
    assert {d.words for d in told} == {METRIC.show(trailer.axles[1].x, "length")}
    assert all(not d.words for d in asked_about("plate:axle:0", trailer, sheet, METRIC))


def test_marks_differ_by_shape_and_not_only_by_color() -> None:
    assert len({tuple(p.ops for p in mark(s, 0, 0, 12)) for s in ("over", "tight", "ok")}) == 3
    assert [p.role for p in mark("unknown", 0, 0, 12)] == ["mark.unknown"]


def test_a_drawing_shows_hidden_things_dashed_and_is_of_the_fills_that_are_spoken_of() -> None:
    solved = solve(demo("barn-wash").rigs[0])
    spoken, chosen = drawing_of(solved, RULER, US), drawing_of(solved, RULER, US, solved.checks[0].state)
    hidden = [layer for layer in spoken.layers if layer.name == "side.hidden"]
    assert hidden and all(p.role == "hidden" for layer in hidden for g in layer.groups for p in g.paths)
    tongue = [
        next(
            s.words
            for layer in d.layers
            if layer.name == "posts"
            for s in layer.shapes
            if isinstance(s, Text) and s.step == "figure"
        )
        for d in (spoken, chosen)
    ]
    worst = solved.checks[0]
    assert solved.loads is not None and tongue[0] != tongue[1]  # at its worst fills, and at those the state shows
    s = solved.rig.state_number(worst.state)
    limit = next(n for n, m in enumerate(solved.loads.limits) if m.id == "coupler:tongue")
    at = solved.loads.load_at(limit, s, solved.loads.fills_shown(s, worst.fills))
    assert tongue[0] == US.show(at, "mass", unit=False)
