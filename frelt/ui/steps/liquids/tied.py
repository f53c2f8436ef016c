"""Ranges tied to each other, as a builder says it: when one tank is full, another holds at most so much."""

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.model.ties import Link
from ...frame.desk import Desk
from ...widgets.parts import Choice, Column, PartsList


class Tied(Struct, frozen=True):
    """When `full` is full, `other` holds at most the share `most`; in between in proportion."""

    full: str
    other: str
    most: float


def tied_of(link: Link) -> Tied | None:
    """A condition as a builder says it, or None for one that is of another form."""
    whole = [a for a, f in link.factors.items() if f == 1.0]
    rest = [a for a in link.factors if a not in whole[:1]]
    if len(link.factors) != 2 or not whole or link.high != 1.0 or link.low > 0.0 or link.states or len(rest) != 1:
        return None
    most = 1.0 - link.factors[rest[0]]
    return Tied(rest[0], whole[0], most) if 0.0 <= most < 1.0 else None


def link_of(tied: Tied) -> Link:
    """other + (1 - most)·full ≤ 1."""
    return Link(factors={tied.other: 1.0, tied.full: 1.0 - tied.most}, low=0.0, high=1.0)


def tied_list(desk: Desk) -> PartsList:
    """The list of what is tied; conditions of another form stay as they are."""

    def get() -> tuple[Tied, ...]:
        rig = desk.rig
        return tuple(t for k in rig.links if (t := tied_of(k)) is not None) if rig is not None else ()

    def put(entries: tuple[Tied, ...], words: str) -> None:
        def change(links: tuple[Link, ...]) -> tuple[Link, ...]:
            return (*(k for k in links if tied_of(k) is None), *map(link_of, entries))

        if all(e.full != e.other for e in entries):
            desk.edit(lambda r: replace(r, links=change(r.links)), words)
        else:
            desk.said.emit("A tank cannot be tied to itself: choose two.")
            desk.changed.emit()

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
