"""The one gate: what becomes the document, by hand, file, table or code, is held to the same bounds and references."""

import re
from collections.abc import Sequence

from msgspec.structs import replace

from .base.figure import NOT_RATED
from .base.value import BadInput, FreltError
from .kind.bounds import check_parameters
from .model.document import Document
from .model.integrity import check_document, check_item
from .model.item import Item


def admit(document: Document) -> None:
    """Hold a document as it was read, without zeros (see `without_zeros`). Raises BadInput at the first thing that cannot be right, with its path."""
    check_document(document)
    for r, rig in enumerate(document.rigs):
        for n, item in enumerate(rig.items):
            check_parameters(item, f"$.rigs[{r}].items[{n}]")


def admit_edit(document: Document, before: Document) -> None:
    """Hold what an edit made of a document. Raises FreltError with the place in words; nothing of it is kept then."""
    from .model.bounds import check_bounds
    from .model.zeros import without_zeros

    try:
        check_bounds(document, before)
        had = {id(i) for rig in before.rigs for i in rig.items}
        changed = [(r, n) for r, rig in enumerate(document.rigs) for n, item in enumerate(rig.items) if id(item) not in had]
        if _only_figures(document, before, changed):
            for r, n in changed:
                check_item(document.rigs[r].items[n], f"$.rigs[{r}].items[{n}]")
        else:
            check_document(document)
            for zero in without_zeros(document)[1]:
                raise BadInput(
                    zero, "0", f"a rating above 0; “{NOT_RATED}” where there is no plate, nothing while it is unread"
                )
        for r, n in changed:
            check_parameters(document.rigs[r].items[n], f"$.rigs[{r}].items[{n}]")
    except BadInput as err:
        raise Refused(err, document) from None


def _only_figures(document: Document, before: Document, changed: Sequence[tuple[int, int]]) -> bool:
    """Whether items differ in figures alone, as in a nudge: then every name still leads where it led."""
    if replace(document, rigs=before.rigs) != before or len(document.rigs) != len(before.rigs):
        return False
    for rig, was in zip(document.rigs, before.rigs, strict=True):
        if rig is was:
            continue
        if len(rig.items) != len(was.items) or any(
            getattr(rig, f) is not getattr(was, f) for f in rig.__struct_fields__ if f != "items"
        ):
            return False
    return all(_same_names(document.rigs[r].items[n], before.rigs[r].items[n]) for r, n in changed)


def _same_names(item: Item, was: Item) -> bool:
    same = item.id == was.id and item.kind == was.kind and item.place.deck == was.place.deck
    return same and item.parts is was.parts and item.decks is was.decks


class Refused(FreltError):
    """An edit that was not made: where, what was found and what was expected, in words."""

    def __init__(self, why: BadInput, document: Document) -> None:
        from .model.spoken import in_words

        self.why = why
        found = re.sub(r"\$(?:\.[\w/-]+|\[\d+\])+", lambda m: in_words(m[0], document), why.found)
        super().__init__(f"{in_words(why.where, document)}: {found}; expected {why.expected}")
