"""The one gate: what passes it can be written and reads back the same; what does not is refused in words and changes nothing."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import Struct
from msgspec.structs import replace

from frelt.app.session import Session
from frelt.core.base.figure import Figure, plate
from frelt.core.edit.items import move, with_item
from frelt.core.edit.ratings import set_rating
from frelt.core.gate import Refused, admit_edit
from frelt.core.model.document import Document
from frelt.core.model.rig import Rig
from frelt.formats.document import decode, encode, read
from tests.conftest import block, demo, examples, rig


def change(r: Rig, item_id: str, **fields: Any) -> Rig:
    return with_item(r, replace(r.item(item_id), **fields))


ODD: tuple[Any, ...] = (
    0, -1, 5.0, -1e-9, 1e9, 1e12, 1e308, float("nan"), float("inf"), 10**30, None, "", "x" * 30_000, "half \ud800 a pair", "water",
    True, (), ("a", "a"), {}, {"\ud800": 1}, (0.0, 0.0, 0.0), Figure(value=0.0), Figure(value=-3.0), plate(1e10), "not rated",
)  # fmt: skip


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every field and member of a document."""
    inner: list[tuple[Any, Any]] = []
    if isinstance(value, Struct):
        inner = [(f, getattr(value, f)) for f in value.__struct_fields__]
    elif isinstance(value, tuple):
        inner = list(enumerate(value))
    return [path, *(p for key, one in inner for p in places(one, (*path, key)))]


def put(value: Any, path: tuple[Any, ...], new: Any) -> Any:
    if not path:
        return new
    key, *rest = path
    if isinstance(value, Struct):
        return replace(value, **{key: put(getattr(value, key), tuple(rest), new)})
    return tuple(put(one, tuple(rest), new) if n == key else one for n, one in enumerate(value))


WHOLE = {name: demo(name) for name in ("barn-wash", "ballast-wash", "shelter-round", "tram-stops")}
PLACES = {name: [p for p in places(one) if p] for name, one in WHOLE.items()}


@examples(150)
@given(st.sampled_from(sorted(WHOLE)), st.data(), st.sampled_from(ODD))
def test_what_passes_the_gate_can_be_written_and_reads_back_the_same(name: str, data: st.DataObject, odd: Any) -> None:
    before = WHOLE[name]
    path = data.draw(st.sampled_from(PLACES[name]))
    made = put(before, path, odd)
    try:
        admit_edit(made, before)
    except Refused as err:
        assert "$" not in str(err) and "expected" in str(err)
    else:
        assert decode(encode(made)) == made


@pytest.mark.parametrize(
    ("edit", "said"),
    [
        (lambda r: move(r, "a", 3930 * 0.0254, 0.0), "“a”, place along its deck: 100.822; expected at most 100 m"),
        (lambda r: change(r, "a", name="n" * 20_001), "name: 20,001 characters beginning .* expected at most 20,000 characters"),
        (lambda r: change(r, "a", note="half \ud83d a smile"), "“a”, note: half of a character; expected text"),
        (lambda r: change(r, "a", mass=Figure(value=-1.0)), "“a”, mass: -1; expected at least 0"),
        (lambda r: set_rating(r, "axles[0].rating", plate(0.0)), "“Axle 1”, rating: 0; expected a rating above 0; “not rated” where"),
        (lambda r: change(r, "a", kind="reel", fields={"flange": Figure(value=1e6)}), "“a”, fields, flange: .* expected .* to .* in"),
    ],
)  # fmt: skip
def test_a_refused_edit_says_where_and_why_and_leaves_all_as_it_was(edit: Any, said: str) -> None:
    s = Session(Document(rigs=(rig(block("a", 10.0, 1.0)),)))
    before = s.document
    with pytest.raises(Refused, match=said):
        s.edit(edit(s.rig), "never")
    assert s.document is before and not s.can_undo
    assert s.edit(change(s.rig, "a", name="b"), "named") == "" and s.can_undo == "named"


def test_a_reel_of_a_million_metres_in_a_file_is_refused_at_its_place() -> None:
    huge = replace(block("a", 10.0, 1.0), kind="reel", fields={"flange": Figure(value=1e6)})
    whole = encode(Document(rigs=(rig(block("a", 10.0, 1.0)),)))
    data = whole.replace(b'"kind": "box"', b'"kind": "reel", "fields": {"flange": {"value": 1e6}}')
    with pytest.raises(Refused):
        admit_edit(Document(rigs=(rig(huge),)), Document())
    with pytest.raises(Exception, match=r"\$\.rigs\[0\]\.items\[0\]\.fields\.flange\.value: .* expected .* to"):
        decode(data)


def test_zeros_on_plates_in_a_file_are_taken_as_unread_and_told() -> None:
    whole = demo("shelter-round")
    data = encode(whole)
    zero = {"value": 0, "source": "plate"}
    import json

    raw = json.loads(data)
    made = raw["rigs"][0]
    made["vehicle"]["ratings"] = dict.fromkeys(("gross", "payload", "tow"), zero)
    made["vehicle"]["front"]["rating"] = made["vehicle"]["front"]["tires"]["rating"] = zero
    made["forklift"] = {"rated": zero}
    found = read(json.dumps(raw).encode())
    one: Rig = found.document.rigs[0]
    assert one.vehicle is not None and one.vehicle.ratings.gross is None and one.vehicle.front.rating is None
    assert one.forklift.rated is None and len(found.told) == 6
    assert any(t.endswith("ratings, payload is 0 in the file, which no plate says: taken as unread") for t in found.told)
    assert read(data).told == ()
