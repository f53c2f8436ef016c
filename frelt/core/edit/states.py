"""Edits of states: fills and their ranges, who is aboard, one like another."""

from msgspec.structs import replace

from ..base.figure import Figure
from ..model.rig import Rig, fill_range
from ..model.state import FillRange, Person, State


def set_fill(rig: Rig, state_id: str, address: str, fill: FillRange) -> Rig:
    """The rig with one state's range of one tank set, and of those joined to it; low ends above high ones are pulled down to it."""
    low = min(fill.low, fill.high)
    tidy = replace(fill, low=low)
    together = dict.fromkeys([address, *(t for j in rig.joined if address in j.tanks for t in j.tanks)], tidy)
    states = tuple(replace(s, fills={**s.fills, **together}) if s.id == state_id else s for s in rig.states)
    return replace(rig, states=states)


def with_state(rig: Rig, state: State) -> Rig:
    """The rig with the state of that id so."""
    return replace(rig, states=tuple(state if s.id == state.id else s for s in rig.states))


def state_like(rig: Rig, like: State | None, new_id: str) -> Rig:
    """The rig with one more state, like another one, or the first one there is."""
    made = State(id=new_id, name="On the road") if like is None else replace(like, id=new_id, name=f"{like.name}, again")
    return replace(rig, states=(*rig.states, made))


def fills_of_its_own(rig: Rig, state: State) -> State:
    """The state with a range of its own for every tank, the one it has by what the state says of all."""
    return replace(state, fills={a: fill_range(state, a, t) for a, _, t in rig.tanks()})


def fill_shown(rig: Rig, state_id: str, address: str, fill: float, measure: float) -> Rig:
    """The rig whose state shows a fill, a share, in whole measures [m³] of volume; its range is widened to it."""
    tank = next((t for a, _, t in rig.tanks() if a == address), None)
    if tank is None:
        return rig
    step = measure / tank.capacity.value
    fill = min(max(round(fill / step) * step, 0.0), tank.top)
    old = fill_range(rig.state(state_id), address, tank)
    return set_fill(rig, state_id, address, replace(old, low=min(old.low, fill), high=max(old.high, fill), now=fill))


def seated(state: State, seat: str, name: str, person_id: str) -> State:
    """The state with someone in a seat; with nobody there where no id is given."""
    others = tuple(p for p in state.people if p.seat != seat)
    someone = (Person(id=person_id, name=name, seat=seat),) if person_id else ()
    return replace(state, people=(*others, *someone))


PERSON = 5.0  # ± of a person's weight as it is said, in clothes and with pockets full [kg]; common practice, no source


def person_weighs(state: State, seat: str, mass: float) -> State:
    """The state in which whoever is in a seat weighs so much [kg]."""
    said = Figure(value=mass, plus_minus=PERSON, source="measured")
    return replace(state, people=tuple(replace(p, mass=said) if p.seat == seat else p for p in state.people))
