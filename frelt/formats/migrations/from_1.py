"""Version 1 to 2: what was written by a name has a field of its own, and ties name only what is there.

Version 1 let a tie, an open pipe or an exception go on naming what was gone; such a tie capped the other tanks without a word.
"""

import re
from typing import Any

from . import Raw, step

NUMBER = re.compile(r"\d+(?:\.\d+)?")
USUAL_STRENGTH = 0.125
COUPLER = 0.45  # height of a coupler where version 1 said none [m]
WALL = 0.03  # the strength on the wall that version 1 left out where it was the usual one


@step(1)
def from_1(raw: Raw) -> Raw:
    """The raw document with rigs and records as version 2 has them; what is of a wrong shape is left for the types to refuse."""
    rigs = raw.get("rigs", [])
    if not isinstance(rigs, list) or not all(isinstance(r, dict) for r in rigs):
        return raw
    try:
        made = {**raw, "rigs": [_rig(r) for r in rigs]}
        names = {i: n for r in made["rigs"] for i, n in _names(r)}
        for records in ("tickets", "log"):
            if records in raw:
                made[records] = [_record(e, names) for e in raw[records]]
    except (TypeError, AttributeError, KeyError, ValueError):
        return raw
    return made


def _rig(rig: Raw) -> Raw:
    items = [item_from_1(i) for i in rig.get("items", [])]
    made = {**rig, "items": items} if "items" in rig else dict(rig)
    tanks = {f"{i['id']}/{p['id']}" for i in items for p in i.get("parts", []) if p.get("part") == "tank"}
    hoses = {f"{i['id']}/{p['id']}" for i in items for p in i.get("parts", []) if p.get("part") == "hose"}
    states = {s["id"] for s in rig.get("states", [])}
    decks = {d["id"] for holder in (rig.get("trailer"), rig.get("vehicle"), *items) for d in (holder or {}).get("decks", [])}
    names = {i["id"] for i in items}
    if "links" in rig:
        made["links"] = [k for one in rig["links"] if (k := _link(one, states, tanks)) is not None]
    if "joined" in rig:
        made["joined"] = _joined(rig["joined"])
    if "states" in rig:
        made["states"] = [_state(s, hoses, decks) for s in rig["states"]]
    if (rig.get("day") or {}).get("acts"):
        acts = [{"strength": WALL, **a} if a.get("kind") == "soft wash" else a for a in rig["day"]["acts"]]
        made["day"] = {**rig["day"], "acts": acts}
    if "wishes" in rig:
        made["wishes"] = [{**w, "item": None} if w.get("item") not in names else w for w in rig["wishes"]]
    for name in ("trailer", "vehicle"):
        if rig.get(name):
            made[name] = _carrier(rig[name], names)
    return made


def _carrier(carrier: Raw, items: set[str]) -> Raw:
    """A carrier whose walls, doors and roof say which side they are, and whose weighing names items there are."""
    doors = carrier.get("body", {}).get("doors", [])
    made = {**carrier, "decks": [{**d, "face_of": _face(d, doors)} for d in carrier.get("decks", [])]}
    if carrier.get("sharing") == "independent":
        made.setdefault("parked_z", carrier.get("coupler_z", COUPLER))  # version 1 knew no other
    empty = carrier.get("empty") or {}
    if "aboard" in empty:
        aboard = [{**a, "item": a.get("item") if a.get("item") in items else None} for a in empty["aboard"]]
        made["empty"] = {**empty, "aboard": aboard}
    return made


SIDES = {(-1.0, 0.0): "left", (1.0, 0.0): "right", (0.0, -1.0): "rear", (0.0, 1.0): "front"}  # by which way u runs


def _face(deck: Raw, doors: list[Raw]) -> str:
    kind, name = deck.get("kind", "floor"), str(deck.get("name", ""))
    if kind == "roof":
        return "roof"
    if kind == "door":
        own = [d["id"] for d in doors if name.startswith(f"{d['name']},")]
        return own[0] if own else ""
    u = deck.get("u", [1.0, 0.0, 0.0])
    return SIDES.get((float(u[0]), float(u[1])), "") if kind in ("wall", "bed side") else ""


def item_from_1(item: Raw) -> Raw:
    """Liquids with the strength that their names said."""
    parts = []
    for part in item.get("parts", []):
        own = dict(part)
        for field in ("liquid", "holds"):
            if isinstance(own.get(field), dict):
                own[field] = _liquid(own[field])
        parts.append(own)
    return {**item, "parts": parts} if "parts" in item else item


SUBSTANCES = {"water": "water", "sh": "SH", "soap": "soap", "antifreeze": "antifreeze", "fuel": "gasoline"}


def _liquid(liquid: Raw) -> Raw:
    name = str(liquid.get("name", ""))
    if name == "diesel" or name.startswith("acid"):
        return {**liquid, "substance": "diesel" if name == "diesel" else "acid"}
    substance = SUBSTANCES.get(str(liquid.get("tint")), "other")
    strength = {"strength": _strength(name)} if substance == "SH" else {}
    return {**liquid, "substance": substance, **strength}


def _strength(name: str) -> float:
    """The percent a name of SH says, as a share; 12.5 % where it says none that can be one."""
    said = [float(n) / 100 for n in NUMBER.findall(name) if 0 < float(n) <= 20]
    return said[0] if "%" in name and said else USUAL_STRENGTH


def _link(link: Raw, states: set[str], tanks: set[str]) -> Raw | None:
    """A tie in the states there are; None where they or one of its tanks are gone, or its bounds contradict each other."""
    named = link.get("states", [])
    left = [s for s in named if s in states]
    if (named and not left) or link["low"] > link["high"] or not set(link["factors"]) <= tanks:
        return None
    return {**link, "states": left} if named else link


def _joined(groups: list[Raw]) -> list[Raw]:
    """Groups that share a tank made one, each tank once."""
    made: list[Raw] = []
    for group in groups:
        tanks = list(dict.fromkeys(group["tanks"]))
        touching = [m for m in made if set(m["tanks"]) & set(tanks)]
        made = [m for m in made if m not in touching]
        first: Any = touching[0] if touching else group
        made.append({**first, "tanks": list(dict.fromkeys([*(t for m in touching for t in m["tanks"]), *tanks]))})
    return [m for m in made if len(m["tanks"]) > 1]


def _state(state: Raw, hoses: set[str], decks: set[str]) -> Raw:
    made = dict(state)
    for name, have in (("dry", hoses), ("open", decks)):
        if name in state:
            made[name] = [one for one in state[name] if one in have]
    return made


def _names(rig: Raw) -> list[tuple[str, str]]:
    carriers = [rig[n] for n in ("trailer", "vehicle") if rig.get(n)]
    axles = [a for c in carriers for a in (*c.get("axles", []), *c.get("rear", []), *([c["front"]] if "front" in c else []))]
    return [(one["id"], one["name"]) for one in (rig, *carriers, *axles)]


def _record(entry: Raw, names: dict[str, str]) -> Raw:
    """A record with the names of the rig and axles it names by id."""
    stood = [s for reading in entry.get("readings", []) for s in reading.get("stood", [])]
    wanted = {entry.get("rig"), *(s.split("/")[0] for s in stood)}
    return {**entry, "names": {i: n for i, n in names.items() if i in wanted}}
