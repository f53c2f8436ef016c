"""Rules of the road and of the shop: a set to choose, and every figure of it to change, with where it comes from."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QCheckBox, QComboBox, QWidget

from ....app import stock
from ....core.base.text import capital
from ....core.base.units import Quantity
from ....core.model.carrier import Coupling
from ....core.model.rules import APART, RuleSet, Threshold
from ....core.report.notes import notes
from ...frame.desk import Desk
from ...widgets.fields import FigureField, column, heading, prose
from ...widgets.mannered import Options
from ...widgets.parts import Choice, Column, PartsList
from ...widgets.text import tip

OWN = "set by the shop"


class RulesFields(QWidget):
    """The rules the rig on the bench is judged by."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.sets = Options()
        self.sets.setAccessibleName("Rule set")
        self.sets.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.sets.activated.connect(self._choose)
        self.fields: dict[str, FigureField] = {
            "rules.tongue": self._figure("Tongue share, at least", "tongue", self._least),
            "rules.tongue, most": self._figure("Tongue share, at most", "tongue", self._most),
            "rules.side_difference": self._share("Left to right, within", "side_difference"),
            "rules.side_most": self._share("Left to right, told from", "side_most"),
            "rules.front_share": self._share("Front axle keeps at least", "front_share"),
            "rules.brakes_from": self._plain("Trailer brakes from", "brakes_from", "mass", 20_000),
            "rules.width": self._plain("Greatest width", "width", "length", 5),
            "rules.height": self._plain("Greatest height", "height", "length", 6),
            "rules.length": self._plain("Greatest length, hitched", "length", "length", 60),
            "rules.reserve": self._share("Reserve below a limit", "reserve"),
            "rules.person": self._plain("Who may step on the tail", "person", "mass", 300, needed=True),
            "rules.walk_width": self._plain("A person walking is wide", "walk_width", "length", 1.5, needed=True, low=0.2),
            "rules.arm": self._plain("The crew reaches in", "arm", "length", 1.5, needed=True, low=0.3),
            "rules.reach_up": self._plain("The crew reaches up to", "reach_up", "length", 3.0, needed=True, low=1.0),
        }
        self.apart = [self._distance(n) for n in range(len(APART))]
        self.bridge = QCheckBox("US bridge formula")
        self.bridge.clicked.connect(
            lambda: self._put(lambda r: replace(r, bridge=self.bridge.isChecked()), "bridge", "bridge formula")
        )
        self.thresholds = self._thresholds()
        self.source = prose("")
        self.notes = prose("")
        box = column(
            heading("Your shop's rules"),
            self.sets,
            *self.fields.values(),
            self.bridge,
            heading("Kept apart, at least"),
            *self.apart,
            self.thresholds,
            self.source,
            self.notes,
        )
        self.setLayout(box)

    def _coupling(self) -> Coupling:
        rig = self.desk.rig
        return rig.trailer.coupler if rig is not None and rig.trailer is not None else "ball"

    def _put(self, make: Callable[[RuleSet], RuleSet], field: str, words: str) -> None:
        def edit(rules: RuleSet) -> RuleSet:
            sources = rules.sources | ({field: OWN} if field in rules.sources else {})
            return replace(make(rules), id="own", source=OWN if rules.id == "common" else rules.source, sources=sources)

        self.desk.edit(lambda r: replace(r, rules=edit(r.rules)), f"rule: {words}")

    def _figure(
        self,
        label: str,
        field: str,
        put: Callable[[RuleSet, float], RuleSet],
        quantity: Quantity = "share",
        high: float = 0.5,
        empty: bool = False,
        low: float = 0.0,
    ) -> FigureField:
        def typed(v: float | None) -> None:
            if v is not None:
                self._put(lambda r: put(r, v), field, label.lower())
            elif empty:
                self._put(lambda r: replace(r, **{field: None}), field, label.lower())

        return FigureField(
            label, quantity, lambda: self.desk.units, typed, low=low, high=high, may_be_empty=empty, name=f"rule-{label}"
        )

    def _share(self, label: str, field: str) -> FigureField:
        return self._figure(label, field, lambda r, v: replace(r, **{field: v}))

    def _plain(
        self, label: str, field: str, quantity: Quantity, high: float, needed: bool = False, low: float = 0.0
    ) -> FigureField:
        return self._figure(label, field, lambda r, v: replace(r, **{field: v}), quantity, high, not needed, low)

    def _distance(self, n: int) -> FigureField:
        """A distance of things kept apart, by its place in the shipped list."""
        rule = APART[n]

        def put(r: RuleSet, v: float) -> RuleSet:
            return r.with_apart(replace(r.kept_apart(rule.a, rule.b) or rule, distance=v))

        made = self._figure(f"{capital(rule.a)} to {rule.b}", "apart", put, "length", 5.0)
        tip(made, f"{capital(rule.why)}. Source: {rule.source}")
        return made

    def _least(self, r: RuleSet, v: float) -> RuleSet:
        kind = self._coupling()
        return r.with_tongue(kind, v, max(v, r.tongue(kind)[1]))

    def _most(self, r: RuleSet, v: float) -> RuleSet:
        kind = self._coupling()
        return r.with_tongue(kind, min(v, r.tongue(kind)[0]), v)

    def _choose(self) -> None:
        chosen = next((s for s in stock.rule_sets() if s.id == self.sets.currentData()), None)
        if chosen is not None:
            self.desk.edit(lambda r: replace(r, rules=chosen), f"rules: {chosen.name}")
            self.desk.settings.change(rules=chosen.id)

    def _thresholds(self) -> PartsList:
        """The weights from which other rules may apply, to be looked up; they are the shop's to change."""

        def get() -> tuple[Threshold, ...]:
            return self.desk.rig.rules.thresholds if self.desk.rig is not None else ()

        def put(entries: tuple[Threshold, ...], words: str) -> None:
            self._put(lambda r: replace(r, thresholds=entries), "thresholds", words)

        weights = (
            ("gross ratings added up", "ratings"),
            ("laden trailer", "laden trailer"),
            ("laden vehicle", "laden vehicle"),
            ("laden rig", "laden rig"),
            ("fuel and SH, tanks full", "fuel and SH"),
        )
        return PartsList(
            self.desk,
            "To be looked up from a weight on",
            "threshold",
            get,
            put,
            lambda: Threshold(name="From here on", mass=3500.0, of="laden rig", words="look up what applies", source=OWN),
            [Column("From", lambda t: t.mass, lambda t, v: replace(t, mass=v), "mass", 0.0, 60_000.0)],
            [Choice("Of", "of", weights)],
            named="words",
            longest=400,
        )

    def refresh(self) -> None:
        """Show the rules of the rig on the bench."""
        rig, solved = self.desk.rig, self.desk.solved
        if rig is None or solved is None:
            return
        rules, kind = rig.rules, self._coupling()
        with QSignalBlocker(self.sets):
            self.sets.clear()
            for one in stock.rule_sets():
                self.sets.addItem(one.name, one.id)
            if all(one.id != rules.id for one in stock.rule_sets()):
                self.sets.addItem(f"{rules.name}, changed" if rules.id == "own" else rules.name, rules.id)
            self.sets.setCurrentIndex(self.sets.findData(rules.id))
        low, high = rules.tongue(kind)
        shown: tuple[float | None, ...] = (low, high, rules.side_difference, rules.side_most, rules.front_share)
        shown += (rules.brakes_from,)
        shown += (rules.width, rules.height, rules.length, rules.reserve, rules.person)
        shown += (rules.walk_width, rules.arm, rules.reach_up)
        for rule, field in zip(APART, self.apart, strict=True):
            own = rules.kept_apart(rule.a, rule.b)
            field.show_value(own.distance if own is not None else None, "no rule")
        for (name, field), value in zip(self.fields.items(), shown, strict=True):
            field.show_value(value, "no rule")
            tip(field, f"Source: {rules.source_of(name.removeprefix('rules.').partition(',')[0])}")
        self.bridge.setChecked(rules.bridge)
        self.thresholds.refresh()
        self.source.setText(
            f"{rules.name}: {rules.source}. Rest on a field for its own source; check with your local authority."
        )
        said = notes(solved, self.desk.units)
        self.notes.setText("\n".join(said))
        self.notes.setVisible(bool(said))
