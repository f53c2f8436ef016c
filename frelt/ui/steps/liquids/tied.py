"""Ranges tied to each other, as a builder says it: when one tank is full, another holds at most so much."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.base.text import joined
from ....core.edit.tied import Tied, first_two, tied, tied_of, with_tied
from ....core.model.rig import Rig
from ....core.model.tank_names import tank_names
from ....core.model.ties import Link
from ...frame.desk import Desk
from ...widgets.parts import Choice, Column, PartsList


def tied_list(desk: Desk) -> PartsList:
    """The list of what is tied in the form a builder says it; conditions of another form have a list of their own."""

    def get() -> tuple[Tied, ...]:
        rig = desk.rig
        return tied(rig) if rig is not None else ()

    def put(entries: tuple[Tied, ...], words: str) -> None:
        desk.edit(lambda r: with_tied(r, entries), words)

    def tanks() -> list[tuple[str, str]]:
        rig = desk.rig
        if rig is None:
            return []
        names = tank_names(rig)
        return [(names[a], a) for a, _, t in rig.tanks() if not t.liquid.is_fuel]

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


def other_ties(desk: Desk) -> PartsList:
    """Conditions of another form: what two or more tanks hold together, each with its ends; a new one holds three quarters of both."""

    def mine(rig: Rig) -> list[Link]:
        return [k for k in rig.links if tied_of(k) is None]

    def get() -> tuple[Link, ...]:
        return tuple(mine(desk.rig)) if desk.rig is not None else ()

    def put(entries: tuple[Link, ...], words: str) -> None:
        desk.edit(lambda r: replace(r, links=(*(k for k in r.links if tied_of(k) is not None), *entries)), words)

    def make() -> Link:
        rig = desk.rig
        assert rig is not None
        return first_two(rig)

    def words_of(link: Link) -> str:
        names = tank_names(desk.rig) if desk.rig is not None else {}
        said = joined([f"{f:.3g} × {names.get(a, a)}" for a, f in link.factors.items()], "+")
        return f"{said}, in {len(link.states)} states" if link.states else said

    return PartsList(
        desk,
        "Together",
        "sum of tanks",
        get,
        put,
        make,
        [
            Column("… at least", lambda k: k.low, lambda k, v: replace(k, low=min(v, k.high)), "share", -1e4, 1e4),
            Column("… at most", lambda k: k.high, lambda k, v: replace(k, high=max(v, k.low)), "share", -1e4, 1e4),
        ],
        named="",
        told=words_of,
    )


class TiedPart(QWidget):
    """The lists, there when two tanks are."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        from ...widgets.fields import column

        self.desk = desk
        self.list = tied_list(desk)
        self.others = other_ties(desk)
        self.others.more.setText("Two tanks together at most …")
        self.setLayout(column(self.list, self.others))

    def refresh(self) -> None:
        """Show what is tied."""
        rig = self.desk.rig
        count = sum(not t.liquid.is_fuel for _, _, t in rig.tanks()) if rig is not None else 0
        self.setVisible(count > 1)
        if count > 1:
            self.list.refresh()
            self.others.refresh()
