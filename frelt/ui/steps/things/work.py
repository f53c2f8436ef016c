"""What is done with the things in hand: one place for menus, keys and buttons."""

from collections.abc import Callable

from msgspec.structs import replace

from ....app.session import new_id
from ....core.base.text import capital, joined
from ....core.base.value import FreltError
from ....core.edit.copies import duplicate
from ....core.edit.items import turn, with_item
from ....core.edit.removal import without_items
from ....core.edit.ties import are_joined, joined_or_parted
from ....core.geometry.measures import along
from ....core.model.rig import Rig
from ....core.placing import arrange
from ....core.placing.arrange import Line
from ....core.placing.free_spot import to_free_spot
from ....core.solve import Solved
from ....core.space.moving_along import roots
from ...frame.desk import Desk


class Work:
    """Edits of what is in hand; each says why where it cannot be done."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk

    def _held(self, least: int = 1) -> tuple[str, ...]:
        held = self.desk.held
        if len(held) < least:
            how = "Take an item in hand first: click it, or press Tab on the bench."
            self.desk.refused.emit(
                how if least == 1 else "Take more in hand: hold Shift and click, or drag a frame around them."
            )
            return ()
        return held

    def _try(self, make: Callable[[Solved], Rig], words: str) -> bool:
        solved = self.desk.session.solved
        if solved is None:
            return False
        try:
            rig = make(solved)
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return False
        return self.desk.edit(lambda _: rig, words)

    def _names(self) -> str:
        rig = self.desk.session.rig
        held = self.desk.held
        if rig is None or not held:
            return ""
        return rig.item(held[0]).name if len(held) == 1 else f"{len(held)} things"

    def turn(self, quarters: int = 1) -> None:
        """Turn what is in hand about each one's own middle."""
        held = self._held()
        if held:

            def make(solved: Solved) -> Rig:
                rig = solved.rig
                for one in held:
                    rig = turn(rig, one, quarters)
                return rig

            self._try(make, f"{self._names()} turned by a quarter")

    def duplicate(self) -> None:
        """A copy of what is in hand behind it or where there is room, in hand."""
        held, rig = self._held(), self.desk.session.rig
        if not held or rig is None:
            return
        boxes = [rig.item(i) for i in roots(rig, held)]
        shift = max(map(along, boxes))
        copies = []
        for one in boxes:
            rig, copy = duplicate(rig, one.id, shift, 0.0, new_id)
            copies.append(copy)
        room = True
        if len(copies) == 1:
            rig, room = to_free_spot(rig, copies[0])
        names = self._names()
        if self.desk.edit(lambda _: rig, f"{names} duplicated"):
            self.desk.take_all(copies)
            if not room:
                self.desk.said.emit(f"Its deck has no free place: the copy of {names} lies on what stands there.")

    def repeat(self, count: int, gap: float, across: bool) -> None:
        """A row of copies of the item in hand, with gaps [m]."""
        held, rig = self._held(), self.desk.session.rig
        if held and rig is not None:
            made, copies = arrange.row(rig, held[0], count, gap, new_id, across)
            if self.desk.edit(lambda _: made, f"{self._names()} repeated"):
                self.desk.take_all((held[0], *copies))

    def remove(self) -> None:
        """Take what is in hand off the rig; what stands on it goes to the deck below, and what names it goes along."""
        if any(remove() for remove in self.desk.removes):
            return
        held = self._held()
        if held:
            self.desk.edit(lambda r: without_items(r, held), f"{self._names()} removed")

    def lock(self) -> None:
        """Lock what is in hand in place, or unlock it."""
        held, rig = self._held(), self.desk.session.rig
        if held and rig is not None:
            on = not rig.item(held[0]).locked
            words = f"{self._names()} {'locked' if on else 'unlocked'}"

            def make(solved: Solved) -> Rig:
                made = solved.rig
                for one in held:
                    made = with_item(made, replace(made.item(one), locked=on))
                return made

            if self._try(make, words):
                self.desk.said.emit(f"{capital(words)}.")

    def take_all(self) -> None:
        """Everything that stands on the carrier drawn, in hand."""
        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is not None and carrier is not None:
            on = solved.frames.carrier_of
            self.desk.take_all([i.id for i in solved.rig.items if on.get(i.id) == carrier.id and not i.built_in])

    def align(self, line: Line) -> None:
        """Line what is in hand up with the first of it."""
        held = self._held(2)
        if held:
            self._try(lambda s: arrange.aligned(s, held, line), "lined up")

    def distribute(self, axis: int) -> None:
        """Even gaps, along the deck (0) or across it (1)."""
        held = self._held(3)
        if held:
            self._try(lambda s: arrange.distributed(s, held, axis), "spread evenly")

    def mirror(self) -> None:
        """What is in hand to the other side."""
        held = self._held()
        if held:
            self._try(lambda s: arrange.mirrored(s, held), f"{self._names()} mirrored to the other side")

    def mirror_station(self) -> None:
        """The same once more on the other side: a second operator's station."""
        held, solved = self._held(), self.desk.session.solved
        if not held or solved is None:
            return
        try:
            rig, copies = arrange.station_mirrored(solved, held, new_id)
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return
        if self.desk.edit(lambda _: rig, f"{self._names()} on the other side, too"):
            self.desk.take_all(copies)

    def exchange(self) -> None:
        """The places of two things in hand exchanged."""
        held = self._held(2)
        if held:
            self._try(lambda s: arrange.exchanged(s.rig, held), "places exchanged")

    def group(self) -> None:
        """What is in hand moves together from now on, or no longer."""
        held, rig = self._held(2), self.desk.session.rig
        if held and rig is not None:
            names = {rig.item(i).group for i in held}
            name = "" if len(names) == 1 and names != {""} else new_id("group")
            self._try(lambda s: arrange.grouped(s.rig, held, name), "one group" if name else "group taken apart")

    def joined_now(self) -> bool:
        """Whether the tanks in hand are joined already."""
        rig = self.desk.session.rig
        return rig is not None and are_joined(rig, self.desk.held)

    def join(self) -> None:
        """The tanks in hand made one by an open pipe, or parted again."""
        held = self._held(2)
        if held:
            words = "tanks parted" if self.joined_now() else "tanks joined"
            self._try(lambda s: joined_or_parted(s.rig, held), words)

    def evenness_words(self) -> str:
        """How even what stands on the carrier is, and how much of it is free, in words."""
        solved, carrier, units = self.desk.solved, self.desk.carrier, self.desk.units
        if solved is None or carrier is None or not solved.rig.items:
            return ""
        left, right = arrange.evenness(solved, carrier.id)
        a, b = arrange.length_free(solved, carrier.id)
        sides = [f"{units.show(m, 'mass')} {units.side(s)}" for m, s in ((left, "left"), (right, "right"))]
        free = f"; {units.show(b - a, 'length')} of the deck's length is free" if b - a > 0.05 else ""
        return f"On this deck: {joined(sides)}{free}."

    def walk_words(self) -> str:
        """Which way one comes onto the floor, and how many of the services are reached from it or from outside."""
        from ....core.report.reached import reached

        solved, carrier = self.desk.solved, self.desk.carrier
        if solved is None or carrier is None:
            return "No rig is on the bench yet."
        found = reached(solved, carrier)
        way = f", in through {joined([d.lower() for d in found.doors])}" if found.doors else " from outside"
        count = f" {found.reached} of {found.services} services are reached." if found.services else ""
        return f"Hatched: where a person can walk{way}.{count}"
