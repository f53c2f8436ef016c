"""The one gate: what becomes the document, by hand, file, table or code, is held to the same bounds and references."""

import re

from .base.value import BadInput, FreltError
from .kind.bounds import check_parameters
from .model.bounds import check_bounds
from .model.document import Document
from .model.integrity import check_document
from .model.spoken import in_words

_PATH = re.compile(r"\$(?:\.[\w/-]+|\[\d+\])+")


def admit(document: Document) -> None:
    """Hold a document as it was read. Raises BadInput at the first thing that cannot be right, with its path."""
    check_document(document)
    for r, rig in enumerate(document.rigs):
        for n, item in enumerate(rig.items):
            check_parameters(item, f"$.rigs[{r}].items[{n}]")


def admit_edit(document: Document, before: Document) -> None:
    """Hold what an edit made of a document. Raises FreltError with the place in words; nothing of it is kept then."""
    try:
        check_bounds(document, before)
        check_document(document)
        had = {id(i) for rig in before.rigs for i in rig.items}
        for r, rig in enumerate(document.rigs):
            for n, item in enumerate(rig.items):
                if id(item) not in had:
                    check_parameters(item, f"$.rigs[{r}].items[{n}]")
    except BadInput as err:
        raise Refused(err, document) from None


class Refused(FreltError):
    """An edit that was not made: where, what was found and what was expected, in words."""

    def __init__(self, why: BadInput, document: Document) -> None:
        self.why = why
        found = _PATH.sub(lambda m: in_words(m[0], document), why.found)
        super().__init__(f"{in_words(why.where, document)}: {found}; expected {why.expected}")
