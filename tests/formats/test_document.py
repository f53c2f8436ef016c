"""The document file: what it keeps, what it refuses and how it says so."""

import json
from typing import Any

import jsonschema
import msgspec
import pytest
from hypothesis import given
from hypothesis import strategies as st

from frelt.app.places import shipped
from frelt.core.base.figure import Figure
from frelt.core.base.value import BadInput
from frelt.core.model.document import VERSION, Document
from frelt.formats.document import decode, encode, schema
from frelt.formats.migrations import STEPS, every, migrate, step
from tests.conftest import block, demo, rig, tank

DEMO = "barn-wash"


def raw(name: str = DEMO) -> dict[str, Any]:
    found: dict[str, Any] = json.loads(shipped(f"demo/{name}.frelt.json"))
    return found


def packed(value: object) -> bytes:
    return json.dumps(value).encode()


@pytest.mark.parametrize("name", ["barn-wash", "hull-rinse", "solar-rinse"])
def test_a_document_reads_back_the_same_and_byte_for_byte(name: str) -> None:
    document = demo(name)
    assert decode(encode(document)) == document
    assert encode(document) == shipped(f"demo/{name}.frelt.json")


def test_the_shipped_schema_is_the_one_of_the_types_and_validates_the_demo() -> None:
    """Source: jsonschema, an independent validator of JSON Schema 2020-12."""
    made = json.loads(schema())
    assert json.loads(shipped("document.schema.json")) == made
    jsonschema.Draft202012Validator.check_schema(made)
    validator = jsonschema.Draft202012Validator(made)
    for name in ("barn-wash", "hull-rinse", "solar-rinse"):
        validator.validate(raw(name))
    wrong = raw()
    wrong["rigs"][0]["trailer"]["axles"][0]["track"] = "wide"
    assert not validator.is_valid(wrong)


def put(document: dict[str, Any], path: list[Any], value: object) -> dict[str, Any]:
    at: Any = document
    for key in path[:-1]:
        at = at[key]
    at[path[-1]] = value
    return document


RIG = ["rigs", 0]


@pytest.mark.parametrize(
    ("path", "value", "where", "expected"),
    [
        (["version"], 8, "$.version", "a newer Frelt"),
        (["version"], "1", "$.version", "a version this program reads"),
        (["format"], "other", "$.format", '"frelt"'),
        ([*RIG, "colour"], 1, "$.rigs[0].colour", "only the keys of docs/file-format.md"),
        ([*RIG, "items", 2, "mass", "value"], 1e308, "$.rigs[0].items[2].mass.value", "at most 1e+09"),
        ([*RIG, "items", 2, "mass", "value"], "heavy", "$.rigs[0].items[2].mass.value", "a number"),
        ([*RIG, "items", 2, "mass", "value"], None, "$.rigs[0].items[2].mass.value", "a number"),
        ([*RIG, "items", 2, "mass", "value"], -5, "$.rigs[0].items[2].mass.value", "at least 0"),
        ([*RIG, "items", 2, "place", "deck"], "roof", "$.rigs[0].items[2].place.deck", "the id of a deck of this rig"),
        ([*RIG, "items", 2, "id"], "sh", "$.rigs[0].items[2].id", "an id of its own"),
        ([*RIG, "items", 2, "place", "turns"], 9, "$.rigs[0].items[2].place.turns", "at most 3"),
        ([*RIG, "trailer", "coupler_x"], 50, "$.rigs[0].trailer.coupler_x", "ahead of the axles"),
        ([*RIG, "trailer", "axles"], [], "$.rigs[0].trailer.axles", "at least 1"),
        ([*RIG, "states", 0, "fills"], {"x/tank": {"low": 0, "high": 1}}, "$.rigs[0].states[0].fills.x/tank", "a tank of this rig"),
        ([*RIG, "states", 1, "fills"], {"sh/tank": {"low": 0.9, "high": 0.1}}, "$.rigs[0].states[1].fills.sh/tank", "low at most high"),
        ([*RIG, "trailer", "decks", 0, "outline"], [[0, 0], [1, 1], [1, 0]], "$.rigs[0].trailer.decks[0].outline[0]", "convex"),
        ([*RIG, "trailer", "decks", 0, "u"], [1, 1, 0], "$.rigs[0].trailer.decks[0]", "unit vectors"),
        ([*RIG, "rules"], {"id": "own", "tongue_ball": [0.2, 0.1]}, "$.rigs[0].rules.tongue_ball", "least share"),
        (["rigs"], {}, "$.rigs", "a list"),
    ],
)  # fmt: skip
def test_what_cannot_be_right_is_refused_with_its_path(path: list[Any], value: object, where: str, expected: str) -> None:
    with pytest.raises(BadInput) as refused:
        decode(packed(put(raw(), path, value)), "rig.frelt.json")
    said = str(refused.value)
    assert said.startswith(f"rig.frelt.json: {where}: ")
    assert expected in said.split("; expected ")[1]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "line 1, column 1"),
        (shipped(f"demo/{DEMO}.frelt.json")[:5000], "the file may be cut short"),
        (b"\xff\xfe{}", "not UTF-8"),
        (b"[]", "$.format"),
        (b'{"format": "frelt", "version": NaN}', r"$.version: the number NaN"),
        (
            b'{"format": "frelt", "version": 1, "rigs": [{"id": "r", "bars": {"share": -Infinity}}]}',
            "$.rigs[0].bars.share: the",
        ),
        (b'{"format": "frelt", "version": 1, "rigs": [{"later": [0, 1e999]}]}', "$.rigs[0].later[1]: the number inf"),
        (b'{"format": "frelt", "format": "frelt"}', "the key “format” twice"),
        (b"[" * 200_000, "nested too deeply"),
        (b" " * 40_000_001, "40.0 MB; expected a rig document of at most 40 MB"),
    ],
)
def test_bytes_that_are_no_document_are_refused_in_one_line(data: bytes, says: str) -> None:
    with pytest.raises(BadInput) as refused:
        decode(data, "f")
    assert says in str(refused.value) and "\n" not in str(refused.value)


def test_a_ring_of_decks_and_ten_thousand_items_are_refused() -> None:
    ring = raw()
    deck = dict(ring["rigs"][0]["trailer"]["decks"][0], id="own", on="sh")
    ring["rigs"][0]["items"][0]["decks"] = [deck]
    ring["rigs"][0]["items"][0]["place"]["deck"] = "own"
    with pytest.raises(BadInput, match="stands on itself"):
        decode(packed(ring))
    many = raw()
    many["rigs"][0]["items"] = [dict(many["rigs"][0]["items"][1], id=f"i{n}", parts=[]) for n in range(10_000)]
    with pytest.raises(BadInput, match=r"10,000 items; expected at most 2,000"):
        decode(packed(many))


def test_a_figure_that_is_not_finite_is_never_written() -> None:
    """msgspec writes NaN as null silently; the round trip notices."""
    item = block("a", 1.0, 1.0)
    broken = msgspec.structs.replace(item, mass=Figure(value=float("nan")))
    with pytest.raises(BadInput):
        encode(Document(rigs=(rig(broken),)))


@given(st.binary(max_size=200) | st.text(max_size=200).map(str.encode))
def test_any_bytes_are_refused_with_bad_input_and_nothing_else(data: bytes) -> None:
    with pytest.raises(BadInput):
        decode(data)


@given(st.integers(0, 10_000), st.integers(0, 255))
def test_a_flipped_byte_never_brings_anything_but_a_document_or_bad_input(at: int, byte: int) -> None:
    data = bytearray(encode(Document(rigs=(rig(tank("w", 100.0, 2.0)),))))
    data[at % len(data)] = byte
    try:
        decode(bytes(data))
    except BadInput as err:
        assert err.where and err.expected


def test_older_versions_would_migrate_step_by_step() -> None:
    """The hook itself, with steps of its own: none is needed yet."""
    steps: dict[int, Any] = {}

    @step(1, steps)
    def rename(document: dict[str, Any]) -> dict[str, Any]:
        return {"job": document["task"], "version": document["version"]}

    @step(2, steps)
    def wrap(document: dict[str, Any]) -> dict[str, Any]:
        return {**document, "job": {"name": document["job"]}}

    assert migrate({"version": 1, "task": "wash"}, 3, steps) == {"version": 3, "job": {"name": "wash"}}
    with pytest.raises(ValueError, match="has a step already"):
        step(2, steps)(wrap)


def test_every_version_up_to_the_present_has_its_step() -> None:
    every()
    assert set(STEPS) == set(range(1, VERSION))


def test_the_example_in_the_docs_is_a_whole_document() -> None:
    from pathlib import Path

    page = (Path(__file__).parents[2] / "docs/file-format.md").read_text()
    example = page.split("```json\n")[1].split("```")[0]
    document = decode(example.encode())
    assert document.rigs[0].items and document.rigs[0].states
