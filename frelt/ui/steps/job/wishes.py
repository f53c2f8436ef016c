"""The customer's wishes: a rectangle of the deck kept clear, an item that stands in one, room and weight for later."""

from typing import Any

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.edit.around_deck import usual_wish
from ....core.judge.wishes import judged
from ....core.model.wish import Wish
from ...frame.desk import Desk
from ...widgets.fields import column, prose
from ...widgets.parts import Choice, Column, PartsList
from ...widgets.text import Words

KINDS = (
    ("judged by eye", "note"),
    ("keep this clear", "keep clear"),
    ("item stands in it", "stands in"),
    ("room for later", "later"),
)
KEPT = (("by eye: not yet", None), ("by eye: kept", True), ("by eye: broken", False))


class WishesPage(QWidget):
    """Every wish with where it is, and whether it is kept."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.said = Words()
        self.said.setWordWrap(True)
        self.list = PartsList(
            desk,
            "Wishes",
            "wish",
            self._get,
            self._put,
            self._make,
            [
                _figure("u0", "From"),
                _figure("u1", "To"),
                _figure("v0", "Left edge, right of the middle"),
                _figure("v1", "Right edge, right of the middle"),
                Column("Weight, if it comes later", lambda w: w.mass, lambda w, v: replace(w, mass=v), "mass", 0, 20_000),
            ],
            [Choice("Kind", "kind", KINDS), Choice("Item", "item", self._items), Choice("By eye", "kept", KEPT)],
            named="text",
        )
        words = "A wish with a place is drawn on the plan and watched from now on; one for the eye is marked by you."
        box = column(self.said, self.list, prose(words))
        box.addStretch(1)
        self.setLayout(box)

    def _get(self) -> tuple[Wish, ...]:
        rig = self.desk.rig
        return rig.wishes if rig is not None else ()

    def _put(self, entries: tuple[Any, ...], words: str) -> None:
        self.desk.edit(lambda r: replace(r, wishes=entries), words)

    def _make(self) -> Wish:
        carrier = self.desk.carrier
        if carrier is None:
            return Wish(text="A wish")
        return usual_wish(carrier)

    def _items(self) -> list[tuple[str, object]]:
        rig = self.desk.rig
        return [("no item", None), *((i.name, i.id) for i in (rig.items if rig is not None else ()))]

    def refresh(self) -> None:
        """Show the wishes and what became of them."""
        solved = self.desk.solved
        self.list.setEnabled(solved is not None)
        self.list.refresh()
        if solved is None:
            self.said.setText("No rig yet.")
            return
        found = judged(solved.rig, solved.frames, solved.loads)
        words = {True: "kept", False: "broken", None: "open"}
        lines = [f"{v.wish.text}: {words[v.kept]}{f', {v.why}' if v.why else ''}" for v in found]
        self.said.setText("\n".join(lines) if lines else "Nothing is wished yet.")


def _figure(field: str, label: str) -> Column:
    return Column(label, lambda w: getattr(w, field), lambda w, v: replace(w, **{field: v}))
