"""What is drawn, as files that are read back: SVG by an XML parser, DXF by its library, outlines by the core's."""

import io
from collections import Counter
from pathlib import Path
from xml.etree import ElementTree

import pytest
from msgspec.structs import replace

from frelt.app.places import shipped
from frelt.cli import main
from frelt.core.base.units import METRIC, US
from frelt.core.geometry.frames import Frames, opened
from frelt.core.model.carrier import Deck, Hinge
from frelt.core.model.item import Item, Placement
from frelt.core.model.plumbing import Plumbing
from frelt.core.model.rig import Rig
from frelt.core.model.state import State
from frelt.core.solve import solve
from frelt.core.space.solids import solid
from frelt.drawing.page import Drawing, drawing_of
from frelt.formats.dxf import dxf
from frelt.formats.svg import svg
from frelt.paint import fonts
from tests.conftest import block, demo

pytestmark = pytest.mark.usefixtures("qapp")
HOSTILE = "<b>&\"' {x}\\P;%%c \x07"


def ballast() -> Rig:
    """The ballast wash's trailer alone, with a skid a quarter turned, a thing on it, and a box on a door that stands open."""
    one = demo("ballast-wash").rigs[0]
    assert one.trailer is not None
    hinge = Hinge(at=(1.0, 1.0, 0.0), axis=(0.0, 0.0, 1.0), open=90.0)
    door = Deck(id="door", name="Side door", kind="door", on=one.trailer.id, origin=(1.0, 1.0, 1.0), u=(1, 0, 0), v=(0, 0, 1), outline=((0, 0), (1, 0), (1, 1), (0, 1)), hinge=hinge)  # fmt: skip
    skid = next(i for i in demo("playground-rinse").rigs[0].items if i.kind == "skid")
    skid = replace(skid, place=Placement(deck="floor", u=1.4, v=-0.1, turns=1))
    on_it = replace(
        block("pump-box", 12.0, 0.3, 0.15, 0.25), name="Box on the skid", place=Placement(deck="skid-top", u=0.3, v=0.2)
    )
    hung = replace(block("kit", 6.0, 0.0, 0.0, 0.3), name="First aid, on the door", place=Placement(deck="door", u=0.5, v=0.4))
    road = State(id="sidings", name="In the sidings", open=("door",))
    trailer = replace(one.trailer, decks=(*one.trailer.decks, door))
    items = tuple(i for i in one.items if i.id not in ("own-fuel", "water-1", "water-2"))
    return replace(
        one,
        vehicle=None,
        bars=None,
        trailer=trailer,
        items=(*items, skid, on_it, hung),
        states=(road,),
        day=None,
        plumbing=Plumbing(),
    )


def bounds(one: Rig) -> dict[str, tuple[float, float, float, float]]:
    """x0, y0, x1, y1 in plan by item [m], by the core's own solids."""
    frames, found = Frames(one), {}
    for item in one.items:
        frame = frames.items[item.id]
        if item.place.deck == "door":
            frame = opened(frame, next(d for d in one.decks if d.id == "door").hinge)  # type: ignore[arg-type]
        s = solid(item, frame)
        found[item.id] = (s.x0, s.y0, s.x1, s.y1)
    return found


def test_a_dxf_read_back_has_the_cores_outlines_each_name_once_in_its_list_and_a_layer_a_role() -> None:
    """Source: ezdxf reads the file and audits it; its bounding boxes beside the core's solids, 0.1 mm."""
    from ezdxf import bbox
    from ezdxf.filemanagement import read

    one = ballast()
    doc = read(io.StringIO(dxf(drawing_of(solve(one), fonts, US), fonts).decode()))
    assert not doc.audit().errors and doc.units == 4  # millimeters
    space = doc.modelspace()
    inserts = {i.dxf.name: i for i in space.query("INSERT")}
    for item, (x0, y0, x1, y1) in bounds(one).items():
        box = bbox.extents(inserts[f"{item} plan"].virtual_entities())
        assert (box.extmin.x, box.extmin.y) == pytest.approx((x0 * 1000, y0 * 1000), abs=0.1), item
        assert (box.extmax.x, box.extmax.y) == pytest.approx((x1 * 1000, y1 * 1000), abs=0.1), item
    assert bounds(one)["kit"][3] > 1.2  # outside of the wall: the door is open
    count = Counter(t.dxf.text for t in space.query("TEXT") if t.dxf.layer == "list.text")
    assert {i.name: count[i.name] for i in one.items} == {i.name: 1 for i in one.items}
    layers = {layer.dxf.name for layer in doc.layers}
    assert {"body", "carrier", "tape.mark", "post", "names.text"} <= layers and "plate" not in layers
    assert doc.layers.get("carrier").color == 7  # black on white, white on black
    assert doc.layers.get("axis").dxf.linetype == "DASHED"


def _renamed(name: str) -> Drawing:
    one = ballast()
    items: tuple[Item, ...] = tuple(replace(i, name=name) for i in one.items)
    return drawing_of(solve(replace(one, name=name, items=items)), fonts, METRIC)


def test_names_from_a_file_are_only_words_in_both_files() -> None:
    drawing = _renamed(HOSTILE)
    root = ElementTree.fromstring(svg(drawing, fonts))
    said = " ".join(root.itertext())
    assert "<b>&\"'" in said and "{x}" in said and root.find(".//b") is None
    from ezdxf.filemanagement import read

    doc = read(io.StringIO(dxf(drawing, fonts).decode()))
    assert not doc.audit().errors
    words = [" ".join(t.plain_text(split=True)) for t in doc.modelspace().query("MTEXT")]
    words += [t.dxf.text for t in doc.modelspace().query("TEXT")]
    assert any("{x}\\P;" in w for w in words)


def test_an_svg_shows_what_the_bench_shows_in_any_state() -> None:
    one = demo("barn-wash").rigs[0]
    solved = solve(one)
    root = ElementTree.fromstring(svg(drawing_of(solved, fonts, US), fonts))
    worst = solved.checks[0]
    said = " ".join(root.itertext())
    assert "Load posts".upper() in said and "9.0 %, wanted 10.0 to 15.0 %" in said and worst.id == "tongue-share"
    groups = {g.get("data-item") for g in root.iter() if g.get("data-item")}
    assert groups == {i.id for i in one.items if not i.built_in}
    other = next(s for s in one.states if s.id != worst.state)
    assert f"“{other.name}”" in svg(drawing_of(solved, fonts, US, other.id), fonts).decode()


def test_the_command_line_writes_both_and_says_what_it_expects(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "tram.frelt.json"
    file.write_bytes(shipped("demo/tram-stops.frelt.json"))

    def ends(*arguments: object) -> int:
        with pytest.raises(SystemExit) as left:
            main(["drawing", str(file), "-o", *map(str, arguments)])
        return int(left.value.code or 0)

    for name, begin in (("bench.svg", b"<?xml"), ("bench.dxf", b"  0\nSECTION")):
        assert ends(tmp_path / name) == 0 and (tmp_path / name).read_bytes().startswith(begin)
    for arguments, says in (
        ((tmp_path / "bench.bmp",), "expected a name that ends with .svg or .dxf"),
        ((tmp_path / "a.svg", "--state", "moon"), "no state “moon”; expected one of ['depot', 'leaving', 'home']"),
        ((tmp_path / "a.svg", "--carrier", "x"), "no carrier “x”; expected one of ['vehicle']"),
        ((tmp_path / "none" / "a.svg",), "expected a place to write it"),
    ):
        assert ends(*arguments) == 64 and says in capsys.readouterr().err
