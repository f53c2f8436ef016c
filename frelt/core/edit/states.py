"""Edits of states: fills and their ranges, who is aboard, one like another."""

from msgspec.structs import replace

from ..base.figure import Figure
from ..liquid.vessels import joined_to, vessels_of
from ..model.rig import Rig
from ..model.state import FillRange, Person, State

SAME = 1e-9


def set_fill(rig: Rig, state_id: str, address: str, fill: FillRange) -> Rig:
    """The rig with one state's range of one vessel set, a share of all that is joined to that tank; low ends above high ones are
    pulled down to it."""
    tidy = replace(fill, low=min(fill.low, fill.high))
    together = dict.fromkeys(joined_to(rig, [address]), tidy)
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
    vessels = vessels_of(rig)
    return replace(state, fills={a: vessels.said(state, a) for a, _, _ in rig.tanks()})


def fill_shown(rig: Rig, state_id: str, address: str, fill: float, measure: float) -> Rig:
    """The rig whose state shows a fill, a share, in whole measures [m³] of volume; its range is widened to it."""
    tank = next((t for a, _, t in rig.tanks() if a == address), None)
    if tank is None:
        return rig
    step = measure / tank.capacity.value
    fill = min(max(round(fill / step) * step, 0.0), tank.top)
    old = vessels_of(rig).own(rig.state(state_id))[address]
    return set_tank_fill(rig, state_id, address, replace(old, low=min(old.low, fill), high=max(old.high, fill), now=fill))


def set_tank_fill(rig: Rig, state_id: str, address: str, fill: FillRange) -> Rig:
    """The rig with one state's range of one tank set as it stands in that tank itself; what is joined to it follows its surface."""
    vessels, state = vessels_of(rig), rig.state(state_id)
    vessel = next((v for v in vessels.aboard(state) if address in v.addresses), None)
    if vessel is None or vessel.rise is None:
        return set_fill(rig, state_id, address, fill)
    was, now = vessel.range_in(state), vessels.own(state)[address]

    def whole(new: float, old: float, kept: float) -> float:
        return kept if abs(new - old) < SAME else vessel.share_of(address, new)

    shown = None if fill.now is None else whole(fill.now, now.shown, was.shown)
    made = FillRange(low=whole(fill.low, now.low, was.low), high=whole(fill.high, now.high, was.high), now=shown)
    return set_fill(rig, state_id, address, made)


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
