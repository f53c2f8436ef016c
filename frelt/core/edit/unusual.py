"""What is not as usual in a state: things that stay behind or come later, dry hoses, doors that stand open."""

from collections.abc import Iterator
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from ..model.item import HosePart
from ..model.rig import Rig
from ..model.state import State

What = Literal["absent", "later", "dry", "open"]
WORDS: dict[What, str] = {
    "absent": "{} stays behind",
    "later": "{} comes later",
    "dry": "The hose of {} is dry",
    "open": "{} stands open",
}


class Unusual(Struct, frozen=True):
    """One thing that may be otherwise in a state. id: of the item, hose or deck.  on: whether it is."""

    what: What
    id: str
    words: str
    on: bool


def exceptions(rig: Rig, state: State) -> tuple[Unusual, ...]:
    """Everything that may be otherwise in a state, what is so first; then hoses and doors, then things."""
    found = list(_possible(rig, state))
    order: dict[What, int] = {"open": 0, "dry": 1, "absent": 2, "later": 3}
    return tuple(sorted(found, key=lambda e: (not e.on, order[e.what])))


def _possible(rig: Rig, state: State) -> Iterator[Unusual]:
    for item in rig.items:
        if item.built_in:
            continue
        for what, ids in (("absent", state.absent), ("later", state.later)):
            said: What = what  # type: ignore[assignment]
            yield Unusual(said, item.id, WORDS[said].format(item.name), item.id in ids)
        wet = [p for p in item.parts if isinstance(p, HosePart) and p.holds is not None]
        for part in wet:
            address = f"{item.id}/{part.id}"
            words = WORDS["dry"].format(item.name) if len(wet) == 1 else f"{part.name} of {item.name} is dry"
            yield Unusual("dry", address, words, address in state.dry)
    for deck in rig.decks:
        if deck.hinge is not None:
            yield Unusual("open", deck.id, WORDS["open"].format(deck.name), deck.id in state.open)


def with_exception(rig: Rig, state_id: str, what: What, of: str, on: bool) -> Rig:
    """The rig whose state has one exception more, or less. What stays behind is not what comes later, too."""
    state = rig.state(state_id)
    own = tuple(i for i in getattr(state, what) if i != of)
    made = replace(state, **{what: (*own, of) if on else own})
    if on and what in ("absent", "later"):
        other = "later" if what == "absent" else "absent"
        made = replace(made, **{other: tuple(i for i in getattr(made, other) if i != of)})
    return replace(rig, states=tuple(made if s.id == state_id else s for s in rig.states))
