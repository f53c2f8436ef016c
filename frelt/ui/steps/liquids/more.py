"""How a state leans against others, what a slope leaves in the tanks, and mixes: figures to compare and to measure by."""

from functools import partial
from itertools import pairwise

from msgspec.structs import replace
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from ....core.base.constants import TRIGGER_SHARE, WALL_STRENGTH
from ....core.base.text import capital, duration
from ....core.base.units import Quantity
from ....core.base.value import FreltError
from ....core.kind.capability import can
from ....core.kind.registry import given
from ....core.liquid.vessels import joined_groups
from ....core.liquids.aging import strength_now
from ....core.liquids.drain import level_time
from ....core.liquids.mixing import antifreeze, drawable, hold_up, lasts
from ....core.liquids.on_slope import on_slope
from ....core.liquids.stability import BRAKING, CORNERING, lean
from ....core.model.tank_names import tank_names
from ....core.statics.worst import highest, lowest
from ...frame.desk import Desk
from ...widgets.facts import Facts
from ...widgets.fields import FigureField, heading
from .mixes import Mixes

MIX: tuple[tuple[str, str, Quantity, float, float], ...] = (
    ("wall", "SH on the wall", "share", WALL_STRENGTH, 0.2),
    ("trigger", "Trigger open", "share", TRIGGER_SHARE, 1.0),
    ("cold", "Antifreeze down to, °C", "number", -20.0, 60.0),
)


class MorePart(QWidget):
    """Compare, slope, mix."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        units = lambda: desk.units  # noqa: E731
        self.figures, self.slopes, self.mixed = Facts(desk), Facts(desk), Facts(desk)
        self.along = FigureField(
            "Ground rises to the rear", "share", units, self._set_along, low=-0.4, high=0.4, name="slope-along"
        )
        self.across = FigureField("… to the right", "share", units, self._set_across, low=-0.4, high=0.4, name="slope-across")
        self.values = {name: value for name, _, _, value, _ in MIX}
        self.fields: dict[str, FigureField] = {}
        for name, words, quantity, _, high in MIX:
            low = -60.0 if name == "cold" else 0.0
            put = partial(self._set, name)
            self.fields[name] = FigureField(words, quantity, units, put, low=low, high=high, name=f"mix-{name}")
        self.mixes = Mixes(desk)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(5)
        for widget in (
            heading("To compare rigs and states by"),
            self.figures,
            heading("Standing on a slope"),
            self.along,
            self.across,
            self.slopes,
            self.mixes,
            heading("SH aboard, and the cold"),
            *self.fields.values(),
            self.mixed,
        ):
            box.addWidget(widget)
        box.addStretch(1)

    def refresh(self) -> None:
        """Show the state's figures."""
        state = self.desk.state
        for field, value in ((self.along, "slope_along"), (self.across, "slope_across")):
            field.setEnabled(state is not None)
            field.show_value(getattr(state, value) if state is not None else 0.0)
        for name, field in self.fields.items():
            field.show_value(self.values[name])
        self.figures.show_facts(self._lean())
        self.slopes.show_facts([*self._slope(), *self._joined()])
        self.mixes.refresh()
        self.mixed.show_facts(self._mix())

    def _lean(self) -> list[tuple[str, str]]:
        solved, state, carrier, units = self.desk.solved, self.desk.state, self.desk.carrier, self.desk.units
        if solved is None or state is None or carrier is None or solved.loads is None:
            return [("Loads are not known yet.", "")]
        n = solved.rig.state_number(state.id)
        found = lean(solved, n, self.desk.fills, carrier.id)
        if found is None:
            return [("Nothing is known of its weight yet.", "")]
        low = float(lowest(solved.loads.table, carrier.id, solved.loads.kept).value[n])
        high = float(highest(solved.loads.table, carrier.id, solved.loads.kept).value[n])
        what = "front axle" if carrier is solved.rig.vehicle else "coupler"
        span = f"{units.show(low, 'length', unit=False)} to {units.show(high, 'length')}"
        said = [
            (f"In “{state.name}”", ""),
            ("Weight sits above the ground", units.show(found.height, "length")),
            ("… over all fills", span),
            ("Tips sideways, were it stiff", f"{found.rollover:.2f} g"),
            ("… with its liquids gone over", f"{found.rollover_wet:.2f} g"),
            (f"Braking at {BRAKING:g} g, more on the {what}", units.show(found.front, "mass")),
            ("… by liquids alone", units.show(found.liquid, "mass")),
            (f"Cornering at {CORNERING:g} g, to the outer wheels", units.show(found.side, "mass")),
        ]
        if found.sway == found.sway:
            said.append(("Spread about the axles (less follows better)", f"{found.sway:.2f}"))
        said.append(("A stiff rig, liquids come to rest. These compare; they do not say that anything is safe.", ""))
        return said

    def _slope(self) -> list[tuple[str, str]]:
        solved, rig, state, units = self.desk.solved, self.desk.rig, self.desk.state, self.desk.units
        if solved is None or rig is None or state is None or (not state.slope_along and not state.slope_across):
            return [("Type how the yard or street slopes; 2 % is a drained pavement.", "")]
        said = []
        for one in on_slope(rig, solved.frames, state):
            said.append((f"{one.name}, stays behind its outlet", units.show(one.behind, "volume")))
            said.append(("… surface higher at the low end", units.show(one.rise, "length")))
            if one.early:
                words = "… its float shuts with less" if one.early > 0 else "… its float shuts with more"
                said.append((words, units.show(abs(one.early), "volume")))
        return said or [("There is no tank that feels it.", "")]

    def _joined(self) -> list[tuple[str, str]]:
        """How long joined tanks take to stand level again, from a hand's breadth apart."""
        rig, units = self.desk.rig, self.desk.units
        said: list[tuple[str, str]] = []
        names = tank_names(rig) if rig is not None else {}
        tanks = {a: (names[a], t) for a, _, t in rig.tanks()} if rig is not None else {}
        for group in joined_groups(rig) if rig is not None else ():
            own = [tanks[a] for a in group.tanks if a in tanks]
            for (name, one), (other, two) in pairwise(own):
                words = f"{name} and {other} stand level again, from {units.show(0.1, 'length')} apart through {units.show(group.bore, 'length')}"
                said.append((words, duration(level_time(one, two, 0.1, group.bore))))
        return said

    def _mix(self) -> list[tuple[str, str]]:
        rig, units, v = self.desk.rig, self.desk.units, self.values
        said: list[tuple[str, str]] = []
        if rig is None:
            return said
        pump = next((i for i in rig.items if can(i, "soft wash")), None)
        tanks = [t for _, _, t in rig.tanks() if t.liquid.role == "SH"]
        if pump is not None and tanks:
            volume = drawable(tanks)
            now = strength_now(tanks[0].liquid)
            time = lasts(volume, now.value, v["wall"], given(pump)["flow"] * max(v["trigger"], 0.01))
            said.append((f"SH aboard is about {now.value:.1%} ± {now.plus_minus:.1%}", (now.note and "by age") or now.source))
            said.append((f"… and lasts, {v['wall']:.1%} on the wall, trigger {v['trigger']:.0%}", duration(time)))
        try:
            share, held = antifreeze(v["cold"]), hold_up(rig)
            said.append(
                (f"Glycol for hoses and pumps, {share:.0%} of {units.show(held, 'volume')}", units.show(share * held, "volume"))
            )
        except FreltError as err:
            said.append((f"{capital(str(err))}.", ""))
        said.append(("The label of SH and antifreeze comes first.", ""))
        return said

    def _set(self, name: str, value: float | None) -> None:
        if value is not None:
            self.values[name] = value
            self.refresh()

    def _put(self, **fields: float) -> None:
        state = self.desk.state
        if state is not None:
            new = replace(state, **fields)
            self.desk.edit(
                lambda r: replace(r, states=tuple(new if s.id == state.id else s for s in r.states)), "slope of the ground"
            )

    def _set_along(self, value: float | None) -> None:
        self._put(slope_along=value or 0.0)

    def _set_across(self, value: float | None) -> None:
        self._put(slope_across=value or 0.0)
