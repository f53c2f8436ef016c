"""Ranges tied to each other, as a builder says it: when one tank is full, another holds at most so much."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.edit.tied import Tied, tied, with_tied
from ...frame.desk import Desk
from ...widgets.parts import Choice, Column, PartsList


def tied_list(desk: Desk) -> PartsList:
    """The list of what is tied; conditions of another form stay as they are."""

    def get() -> tuple[Tied, ...]:
        rig = desk.rig
        return tied(rig) if rig is not None else ()

    def put(entries: tuple[Tied, ...], words: str) -> None:
        desk.edit(lambda r: with_tied(r, entries), words)

    def tanks() -> list[tuple[str, str]]:
        rig = desk.rig
        return [(i.name, a) for a, i, t in rig.tanks() if t.liquid.tint != "fuel"] if rig is not None else []

    def make() -> Tied:
        listed = tanks()
        return Tied(listed[0][1], listed[1][1], 0.5)

    made = PartsList(
        desk,
        "Tied to each other",
        "tie",
        get,
        put,
        make,
        [Column("… holds at most", lambda t: t.most, lambda t, v: replace(t, most=v), "share", 0.0, 0.99)],
        [Choice("When full", "full", tanks), Choice("the other", "other", tanks)],
        named="",
    )
    made.more.setText("Tie two tanks …")
    return made


class TiedPart(QWidget):
    """The list, there when two tanks are."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        from ...widgets.fields import column

        self.desk = desk
        self.list = tied_list(desk)
        self.setLayout(column(self.list))

    def refresh(self) -> None:
        """Show what is tied."""
        rig = self.desk.rig
        count = sum(t.liquid.tint != "fuel" for _, _, t in rig.tanks()) if rig is not None else 0
        self.setVisible(count > 1)
        if count > 1:
            self.list.refresh()
