"""How long a tank runs out before the rig leaves: by its lines where they lead to a drain, else by its own valve and hose."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from ....core.base.text import duration, uncapital
from ....core.day.emptied import Emptied, emptied
from ....core.day.piped import drains_of
from ....core.edit.drains import drawn_drain
from ....core.edit.items import with_item
from ....core.liquid.vessels import vessels_of
from ....core.liquids.drain import drain_time, valve_of
from ....core.model.item import Item, TankPart
from ....core.model.tank_names import tank_names
from ....core.solve import Solved, solve
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...widgets.fields import FigureField, heading, prose
from ...widgets.mannered import Options
from ...widgets.text import tip

EMPTY = "drain"  # the job that lets it run out
CAUTION = "Where the water may go is for the site and the local authority: SH, soap and wash water never to a storm drain."


class DrainPart(QWidget):
    """One tank, how it is drained, and how long that takes, full and as it stands."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._for: tuple[object, ...] = ()
        units = lambda: desk.units  # noqa: E731
        self.tank = Options()
        self.tank.setAccessibleName("Tank to drain")
        self.tank.activated.connect(lambda _: self._show())
        self.valve = FigureField("Drain valve, bore", "length", units, self._set_valve, low=0.005, high=0.2, name="drain-valve")
        self.hose = FigureField("Hose on it", "distance", units, self._set_hose, high=100, name="drain-hose")
        self.draw = QPushButton("Draw this drain as a line")
        tip(
            self.draw,
            "Its valve becomes a drain of the plan and its hose a line: both can be moved, and valves put before them",
        )
        self.draw.clicked.connect(self._draw)
        self.time = prose("")
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        for widget in (heading("Drain before you leave"), self.tank, self.valve, self.hose, self.draw, self.time):
            box.addWidget(widget)

    def refresh(self) -> None:
        """Show the rig's tanks and the drain of the one that is chosen."""
        rig = self.desk.rig
        called = tank_names(rig) if rig is not None else {}
        names = [(a, called[a]) for a, i, _ in rig.tanks() if not i.built_in] if rig is not None else []
        if [(self.tank.itemData(i), self.tank.itemText(i)) for i in range(self.tank.count())] != names:
            now = self.tank.currentData()
            self.tank.clear()
            for address, name in names:
                self.tank.addItem(name, address)
            self.tank.setCurrentIndex(max(self.tank.findData(now), 0))
        for widget in (self.tank, self.valve, self.hose, self.draw):
            widget.setEnabled(bool(names))
        self._show()

    def _chosen(self) -> tuple[Item, TankPart] | None:
        rig = self.desk.rig
        if rig is None:
            return None
        return next(((i, t) for a, i, t in rig.tanks() if a == self.tank.currentData()), None)

    def _show(self) -> None:
        found, rig = self._chosen(), self.desk.rig
        piped = rig is not None and found is not None and bool(drains_of(rig, self.tank.currentData()))
        for widget in (self.valve, self.hose, self.draw):
            widget.setVisible(not piped)
        if found is None or rig is None:
            self.time.setText("")
        elif piped:
            self._let_run()
        else:
            self._own(*found)

    def _own(self, item: Item, tank: TankPart) -> None:
        """By the valve and hose of the tank itself."""
        bore = valve_of(item, tank)
        self.valve.show_value(bore)
        self.hose.show_value(tank.drain_hose)
        state, units = self.desk.state, self.desk.units
        rig = self.desk.rig
        start = vessels_of(rig).shown(state)[f"{item.id}/{tank.id}"] if state is not None and rig is not None else 1.0
        full, now = (drain_time(tank, f, 0.0, bore, tank.drain_hose) for f in (min(tank.top, 1.0), start))
        words = f"Full it drains in {duration(full)}"
        if start < tank.top - 1e-6 and start > 0:
            words += f", from {units.show(tank.capacity.value * start, 'volume')} in {duration(now)}"
        self.time.setText(f"{words}. {CAUTION}")

    def _let_run(self) -> None:
        """By the lines, worked out beside the window."""
        solved, state, address = self.desk.session.solved, self.desk.state, self.tank.currentData()
        if solved is None or self.desk.dragging:
            return
        vessels = vessels_of(solved.rig, solved.frames)
        shown = vessels.shown(state) if state is not None else {a: t.top for a, _, t in solved.rig.tanks()}
        if self._for and self._for[0] is solved and self._for[1:] == (address, shown):
            return
        self._for = (solved, address, shown)
        self.time.setText("Letting it run out …")
        top = next(t.top for a, _, t in solved.rig.tanks() if a == address)

        def look(_: Running) -> tuple[Emptied | None, Emptied | None]:
            own = solve(solved.rig)
            full = emptied(own, address, shown | {address: top})
            return full, emptied(own, address, shown) if shown[address] < top - 1e-6 else None

        self.desk.jobs.start(EMPTY, look, lambda got: self._arrived(solved, address, shown[address], *got))

    def _arrived(self, solved: Solved, address: str, start: float, full: Emptied | None, now: Emptied | None) -> None:
        tank = next((t for a, _, t in solved.rig.tanks() if a == address), None)
        if full is None or tank is None:
            return
        units, capacity = self.desk.units, tank.capacity.value
        if full.left >= tank.top - 1e-6:
            self.time.setText(
                f"Through {full.drains} nothing runs out: a valve before it is shut, or it lies too high. {CAUTION}"
            )
            return
        words = [f"Through {full.drains}, as it is piped, full it drains in {duration(full.seconds)}"]
        if now is not None and start > now.left + 1e-6:
            words.append(f", from {units.show(capacity * start, 'volume')} in {duration(now.seconds)}")
        words.append(".")
        if full.left > 1e-3:
            words.append(f" {units.show(capacity * full.left, 'volume')} stay in it.")
        words.append(self._road(now or full))
        self.time.setText(f"{''.join(words)} {CAUTION}")

    @staticmethod
    def _road(found: Emptied) -> str:
        """From when on the rig may go, counted from what stands in it now."""
        if found.road is None:
            return f" Even then the rig may not go on the road: {uncapital(found.passed)} is passed." if found.passed else ""
        return f" {found.passed} is right for the road after {duration(found.road)} of it." if found.road > 0 else ""

    def _put_tank(self, words: str, **fields: float | None) -> None:
        found = self._chosen()
        if found is not None:
            item, tank = found
            parts = tuple(replace(tank, **fields) if p is tank else p for p in item.parts)
            self.desk.edit(lambda r: with_item(r, replace(item, parts=parts)), words)

    def _set_valve(self, value: float | None) -> None:
        self._put_tank("drain valve", valve=value)

    def _set_hose(self, value: float | None) -> None:
        self._put_tank("hose on the drain valve", drain_hose=value or 0.0)

    def _draw(self) -> None:
        found, address = self._chosen(), self.tank.currentData()
        if found is not None:
            bore = valve_of(*found)
            self.desk.edit(lambda r: drawn_drain(r, address, bore), "drain drawn as a line")
