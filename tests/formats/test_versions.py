"""Documents of the version before: they open, carry what they carried, and what was wrong in them is mended."""

from pathlib import Path
from typing import Any

import msgspec
import pytest
from msgspec.structs import replace

from frelt.core.base.units import US
from frelt.core.base.value import BadInput
from frelt.core.gate import admit_edit
from frelt.core.kind.make import follows
from frelt.core.model.plumbing import Plumbing
from frelt.core.model.tie_down import TieDown
from frelt.core.report.notes import notes
from frelt.core.solve import solve
from frelt.formats.document import decode, encode, read
from tests.conftest import demo, wide

OLD = Path(__file__).parent.parent / "fixtures/version-1"
WHOLE = ("gross", "vehicle:gross", "payload", "combination")
FILES = sorted(OLD.glob("*.frelt.json"))


@pytest.mark.parametrize("file", FILES, ids=lambda f: f.name.partition(".")[0])
def test_a_document_of_version_1_opens_and_weighs_what_it_did(file: Path) -> None:
    """What the demo has said since of axles, acts and lifts does not touch what a whole carrier weighs in its worst state."""
    raw = msgspec.json.decode(file.read_bytes())
    assert raw["version"] == 1
    old, new = decode(file.read_bytes(), file.name), demo(file.name.partition(".")[0])
    assert decode(encode(old), "again") == old and msgspec.json.decode(encode(old))["version"] == 7
    for one, other in zip(old.rigs, new.rigs, strict=True):
        a, b = (
            {c.id: c.load for c in solve(r).checks if c.id in WHOLE}
            for r in (one, replace(other, plumbing=Plumbing(), tie_down=TieDown()))
        )
        assert a == pytest.approx(b) and a
        assert (len(one.links), one.joined, len(one.states)) == (len(other.links), other.joined, len(one.states))
        assert (one.day is None) == (other.day is None)


def raw_of(name: str) -> dict[str, Any]:
    made: dict[str, Any] = msgspec.json.decode((OLD / f"{name}.frelt.json").read_bytes())
    return made


def opened(raw: dict[str, Any]) -> Any:
    return decode(msgspec.json.encode(raw), "old").rigs[0]


def test_ties_that_named_what_was_gone_no_longer_cap_the_others() -> None:
    raw = raw_of("tram-stops")
    tie = {"factors": {"water/tank": 1.0, "gone/tank": 1.0}, "low": 0.0, "high": 0.3, "states": []}
    stale = {"factors": {"water/tank": 1.0}, "low": 0.0, "high": 0.9, "states": ["no-such-state"]}
    turned = {"factors": {"water/tank": 1.0}, "low": 0.9, "high": 0.1, "states": []}
    good = {"factors": {"water/tank": 1.0}, "low": 0.0, "high": 0.9, "states": ["leaving", "no-such-state"]}
    raw["rigs"][0]["links"] = [tie, stale, turned, good]
    (left,) = opened(raw).links
    assert left.states == ("leaving",) and left.high == 0.9


def test_open_pipes_that_shared_a_tank_are_one() -> None:
    raw = raw_of("ballast-wash")
    rig = raw["rigs"][0]
    soap = next(i for i in rig["items"] if i["id"] == "water-2")
    rig["items"].append({**soap, "id": "water-3", "name": "Third"})
    rig["joined"] = [{"tanks": ["water-1/tank", "water-2/tank"]}, {"tanks": ["water-2/tank", "water-3/tank", "water-3/tank"]}]
    (one,) = opened(raw).joined
    assert sorted(one.tanks) == ["water-1/tank", "water-2/tank", "water-3/tank"]


def test_a_liquid_has_the_strength_that_its_name_said_and_a_sprung_trailer_the_jack_it_had() -> None:
    raw = raw_of("barn-wash")
    sh = next(p for i in raw["rigs"][0]["items"] for p in i["parts"] if p.get("liquid", {}).get("tint") == "sh")
    sh["liquid"]["name"] = "SH, 10 %"
    found = next(t.liquid for _, _, t in opened(raw).tanks() if t.liquid.tint == "sh")
    assert (found.substance, found.strength) == ("SH", 0.1)
    old = raw_of("solar-rinse")["rigs"][0]["trailer"]
    assert opened(raw_of("solar-rinse")).trailer.parked_z == old.get("coupler_z", 0.45)


@pytest.mark.parametrize("name", ["barn-wash", "solar-rinse"])
def test_a_document_of_version_2_follows_and_stays_as_it_did(name: str) -> None:
    """Computed and listed figures said so in their notes; what somebody typed stays."""
    raw = msgspec.json.decode((OLD.parent / f"version-2/{name}.frelt.json").read_bytes())
    assert raw["version"] == 2
    items = {i["id"]: i for i in raw["rigs"][0]["items"]}
    for item in opened(raw).items:
        for field in ("length", "mass"):
            old, new = items[item.id][field], getattr(item, field)
            said = old.get("note", "")
            wanted = "computed" if said.startswith("computed") else "listed" if "from memory" in said else ""
            assert new.basis == (wanted if old.get("source", "estimate") == "estimate" else ""), (item.id, field)
            assert follows(new) == bool(new.basis)
    assert decode(encode(decode(msgspec.json.encode(raw)))) == decode(msgspec.json.encode(raw))


def test_open_pipes_of_version_3_are_lines_from_each_tank_to_the_next() -> None:
    raw = msgspec.json.decode((OLD.parent / "version-3/tram-stops.frelt.json").read_bytes())
    assert raw["version"] == 3
    rig = raw["rigs"][0]
    water = next(i for i in rig["items"] if i["id"] == "water")
    rig["items"].append({**water, "id": "water-2", "name": "Second"})
    rig["joined"] = [{"tanks": ["water/tank", "water-2/tank"], "bore": 0.05}]
    new = opened(raw)
    (line,) = new.plumbing.lines
    assert (line.start, line.end, line.bore) == ("water/tank", "water-2/tank", 0.05)
    (group,) = new.joined
    assert set(group.tanks) == {"water/tank", "water-2/tank"} and group.bore == 0.05
    assert decode(encode(decode(msgspec.json.encode(raw)))) == decode(msgspec.json.encode(raw))


def test_a_threshold_of_version_4_is_of_what_its_name_meant() -> None:
    raw = msgspec.json.decode((OLD.parent / "version-4/shelter-round.frelt.json").read_bytes())
    assert raw["version"] == 4
    old = {t["name"]: t["of"] for t in raw["rigs"][0]["rules"]["thresholds"]}
    new = opened(raw)
    assert {t.name: t.of for t in new.rules.thresholds} == old | {"materials of trade": "fuel and SH"}
    assert old["materials of trade"] == "laden rig" and encode(decode(msgspec.json.encode(raw))) == encode(
        demo("shelter-round")
    )
    called = replace(new, rules=replace(new.rules, thresholds=tuple(replace(t, name="x") for t in new.rules.thresholds)))
    assert notes(solve(called), US) == notes(solve(new), US)


EVERY = sorted((OLD.parent).glob("version-*/*.frelt.json"))


@pytest.mark.parametrize("version", [int(v) for v in wide("1", "5", "2", "3", "4", share=2)])
def test_every_extreme_that_an_earlier_version_let_in_opens_is_told_and_can_be_saved(version: int) -> None:
    """Each parameter of each thing at and beyond both its bounds: nothing held a file to them before version 6 from first to last."""
    from frelt.core.kind.bounds import FAR
    from frelt.core.kind.registry import kind_of

    file = next((f for f in EVERY if f.parent.name == f"version-{version}"), OLD.parent / "found/barn-use.frelt.json")
    raw = msgspec.json.decode(file.read_bytes())
    assert raw["version"] == version
    opened_as = decode(file.read_bytes()).rigs[0]
    for n, item in enumerate(opened_as.items):
        for p in kind_of(item).params:
            if p.id not in raw["rigs"][0]["items"][n].get("fields", {}):
                continue
            for value in (p.low, p.high, p.low / 3, p.high * 1.02, min(p.high * 50, 1e9), 1e9):
                made = msgspec.json.decode(file.read_bytes())
                made["rigs"][0]["items"][n]["fields"][p.id]["value"] = value
                found = read(msgspec.json.encode(made), "old")
                own = found.document.rigs[0].items[n]
                far = 1.0 if p.quantity == "number" else FAR
                outside = value < p.low * (1 - 1e-6) or value > p.high * (1 + 1e-6)
                assert (own.let_in == (p.id,)) == outside and any(own.name in t for t in found.told) == outside, (
                    item.id,
                    p.id,
                    value,
                )
                assert own.fields[p.id].value == pytest.approx(min(max(value, p.low / far), p.high * far) if outside else value)
                if outside:
                    assert decode(encode(found.document)) == found.document
                    assert far == 1.0 or any(
                        c.kind == "let in" and c.level == "advice" for c in solve(found.document.rigs[0]).checks
                    )


def test_the_shelf_of_version_1_that_is_48_in_deep_opens_and_one_of_today_is_refused() -> None:
    raw = raw_of("tram-stops")
    shelf = {
        **raw["rigs"][0]["items"][0],
        "id": "deep",
        "name": "Deep shelf",
        "kind": "shelf",
        "parts": [],
        "decks": [],
        "options": {},
    }
    raw["rigs"][0]["items"].append({**shelf, "fields": {"deep": {"value": 1.2192}}})
    found = read(msgspec.json.encode(raw), "old")
    item = found.document.rigs[0].items[-1]
    assert item.fields["deep"].value == 1.2192 and item.let_in == ("deep",)
    assert found.told[0].startswith("Deep shelf: deep 48 in is beyond 3⅞ in to 47¼ in")
    rig = found.document.rigs[0]
    moved = replace(rig, items=(*rig.items[:-1], replace(item, name="Moved")))
    admit_edit(replace(found.document, rigs=(moved,)), found.document)
    today = replace(rig, items=(*rig.items[:-1], replace(item, let_in=())))
    with pytest.raises(BadInput, match="deep 48 in"):
        encode(replace(found.document, rigs=(today,)))


def test_figures_below_0_which_version_1_took_are_0_and_told() -> None:
    raw = raw_of("barn-wash")
    raw["rigs"][0]["items"][0]["mass"]["value"] = -4.0
    found = read(msgspec.json.encode(raw), "old")
    assert found.document.rigs[0].items[0].mass.value == 0.0 and found.told == ("1 figure below 0 in the file: taken as 0",)
