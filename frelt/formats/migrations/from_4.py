"""Version 4 to 5: a threshold says that it is of fuel and SH; what it was called decided it before."""

from . import Raw, step


@step(4)
def from_4(raw: Raw) -> Raw:
    """The raw document with its thresholds; what is of a wrong shape is left for the types to refuse."""
    try:
        return {**raw, "rigs": [_rig(r) for r in raw["rigs"]]} if raw.get("rigs") else raw
    except (TypeError, AttributeError, KeyError, ValueError):
        return raw


def _rig(rig: Raw) -> Raw:
    rules = rig.get("rules", {})
    if "thresholds" not in rules:
        return rig
    made = [{**t, "of": "fuel and SH"} if t.get("name") == "materials of trade" else t for t in rules["thresholds"]]
    return {**rig, "rules": {**rules, "thresholds": made}}
