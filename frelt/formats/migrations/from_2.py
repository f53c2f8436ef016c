"""Version 2 to 3: whether a figure follows from what a thing is known by has a field of its own; its note said so before."""

from typing import Any

from . import Raw, step

FIGURES = ("length", "width", "height", "mass", "centre")
OF_PARTS = ("capacity", "mass", "rate")


@step(2)
def from_2(raw: Raw) -> Raw:
    """The raw document with the basis of its things' figures; what is of a wrong shape is left for the types to refuse."""
    rigs = raw.get("rigs", [])
    if not isinstance(rigs, list) or not all(isinstance(r, dict) for r in rigs):
        return raw
    try:
        return {**raw, "rigs": [{**r, "items": [item_from_2(i) for i in r["items"]]} if "items" in r else r for r in rigs]}
    except (TypeError, AttributeError, KeyError, ValueError):
        return raw


def item_from_2(item: Raw) -> Raw:
    """An item with the basis of each of its figures."""
    made = {**item, **{n: _with_basis(item[n]) for n in FIGURES if n in item}}
    if "parts" in item:
        made["parts"] = [{**p, **{n: _with_basis(p[n]) for n in OF_PARTS if n in p}} for p in item["parts"]]
    return made


def _with_basis(figure: Any) -> Any:
    """A figure as it was taken: computed where its note began so, listed where it was an estimate from memory."""
    if not isinstance(figure, dict) or figure.get("source", "estimate") != "estimate":
        return figure
    note = str(figure.get("note", ""))
    basis = "computed" if note.startswith("computed") else "listed" if "from memory" in note else ""
    return {**figure, "basis": basis} if basis else figure
