"""Version 3 to 4: an open pipe that makes tanks one is a line from each to the next."""

from itertools import pairwise

from . import Raw, step


@step(3)
def from_3(raw: Raw) -> Raw:
    """The raw document with its open pipes as lines; what is of a wrong shape is left for the types to refuse."""
    try:
        return {**raw, "rigs": [_rig(r) if "joined" in r else r for r in raw["rigs"]]} if raw.get("rigs") else raw
    except (TypeError, AttributeError, KeyError, ValueError):
        return raw


def _rig(rig: Raw) -> Raw:
    made = {k: v for k, v in rig.items() if k != "joined"}
    lines: list[Raw] = []
    for group in rig["joined"]:
        for a, b in pairwise(dict.fromkeys(group["tanks"])):
            name = f"L{len(lines) + 1}"
            lines.append({"id": name, "start": a, "end": b, "bore": group.get("bore", 0.038), "name": "open pipe"})
    return {**made, "plumbing": {"lines": lines}} if lines else made
