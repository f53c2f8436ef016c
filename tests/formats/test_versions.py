"""Documents of the version before: they open, carry what they carried, and what was wrong in them is mended."""

from pathlib import Path
from typing import Any

import msgspec
import pytest
from msgspec.structs import replace

from frelt.core.base.units import US
from frelt.core.kind.make import follows
from frelt.core.model.plumbing import Plumbing
from frelt.core.model.tie_down import TieDown
from frelt.core.report.notes import notes
from frelt.core.solve import solve
from frelt.formats.document import decode, encode
from tests.conftest import demo

OLD = Path(__file__).parent.parent / "fixtures/version-1"
WHOLE = ("gross", "vehicle:gross", "payload", "combination")
FILES = sorted(OLD.glob("*.frelt.json"))


@pytest.mark.parametrize("file", FILES, ids=lambda f: f.name.partition(".")[0])
def test_a_document_of_version_1_opens_and_weighs_what_it_did(file: Path) -> None:
    """What the demo has said since of axles, acts and lifts does not touch what a whole carrier weighs in its worst state."""
    raw = msgspec.json.decode(file.read_bytes())
    assert raw["version"] == 1
    old, new = decode(file.read_bytes(), file.name), demo(file.name.partition(".")[0])
    assert decode(encode(old), "again") == old and msgspec.json.decode(encode(old))["version"] == 6
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
