"""The chassis: every length, empty weight and plate typed, while the drawing shows which one is meant."""

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QLabel, QPushButton, QVBoxLayout, QWidget

from ..core.carrier import Deck, Trailer, TrailerEmpty
from ..core.check import KINDS
from ..core.edit import rating_at, set_rating
from ..core.figure import NOT_RATED, Figure, Rating, plate, rated
from ..core.questions import questions
from ..core.rig import Rig, RuleSet
from ..core.supports import springs
from ..core.units import Quantity
from ..core.value import FreltError
from .desk import Desk
from .fields import FigureField, column, heading, prose
from .page import Page

PLATES = (
    ("ratings.gross", "Gross rating (GVWR)", "gross"),
    ("ratings.coupler_gross", "Coupler, trailer weight", "coupler"),
    ("ratings.coupler_tongue", "Coupler, tongue weight", "coupler"),
    ("ratings.jack", "Jack", "jack"),
)


class ChassisPage(Page):
    """Fields of the trailer on the bench, made anew when its number of axles changes."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self._box = QVBoxLayout(self)
        self._box.setContentsMargins(0, 0, 0, 0)
        self._box.setSpacing(6)
        self._content: QWidget | None = None
        self._made_for: tuple[str, int, str, str] | None = None
        self._fields: list[tuple[FigureField, Callable[[Trailer], float | str | None], str]] = []

    def refresh(self) -> None:
        """Show the trailer as it stands."""
        rig = self.desk.session.rig
        trailer = rig.trailer if rig is not None else None
        key = (trailer.id, len(trailer.axles), trailer.sharing, trailer.coupler) if trailer is not None else None
        if key != self._made_for or self._content is None:
            self._rebuild(trailer)
            self._made_for = key
        if rig is not None and trailer is not None:
            for field, value, hint in self._fields:
                shown = value(trailer)
                if isinstance(shown, str):
                    field.show_text(shown)
                else:
                    field.show_value(shown, hint)
            self._show_rules(rig.rules, trailer)
            asked = questions(trailer, self.desk.units)
            self.again.setText("\n".join(f"Look again: {q.words}" for q in asked))
            self.again.setVisible(bool(asked))
            self.axles.setCurrentIndex(len(trailer.axles) - 1)
            self.sharing.setCurrentIndex(self.sharing.findData(trailer.sharing))

    def _rebuild(self, trailer: Trailer | None) -> None:
        if self._content is not None:
            self._box.removeWidget(self._content)
            self._content.deleteLater()
        self._fields = []
        self._content = QWidget()
        if trailer is None:
            layout = column(
                heading("Chassis"), prose("No trailer yet. Take a class under Job, then tape it and read its plates here.")
            )
            layout.addStretch(1)
        else:
            layout = self._trailer_fields(trailer)
        self._content.setLayout(layout)
        self._box.addWidget(self._content, 1)

    def _trailer_fields(self, trailer: Trailer) -> QVBoxLayout:
        self.axles = QComboBox()
        self.axles.setAccessibleName("Axles")
        for n, words in ((1, "One axle"), (2, "Two axles"), (3, "Three axles")):
            self.axles.addItem(words, n)
        self.axles.activated.connect(self._set_axles)
        self.sharing = QComboBox()
        self.sharing.setAccessibleName("How the axles carry")
        self.sharing.addItem("that share (equalizer)", "equaliser")
        self.sharing.addItem("each on its own (torsion)", "independent")
        self.sharing.activated.connect(self._set_sharing)
        self.again = QLabel()
        self.again.setObjectName("again")
        self.again.setWordWrap(True)
        self.again.setTextFormat(Qt.TextFormat.PlainText)
        widgets: list[QWidget] = [self.again, heading("Tape it"), self.axles]
        if len(trailer.axles) > 1:
            widgets.append(self.sharing)
        widgets += [
            self._length("Deck length", "length", _deck_length, _set_deck_length, 0.5, 20),
            self._length("Deck width", "width", _deck_width, _set_deck_width, 0.5, 3.5),
            self._length("Deck height", "height", lambda t: t.main_deck.origin[2], _set_deck_height, 0.1, 2),
            self._length("Coupler to deck", "coupler", lambda t: -t.coupler_x, lambda t, v: replace(t, coupler_x=-v), 0.0, 8),
            self._length(
                "Coupler height", "coupler height", lambda t: t.coupler_z, lambda t, v: replace(t, coupler_z=v), 0.1, 2
            ),
        ]
        widgets.append(self._jack())
        for n, axle in enumerate(trailer.axles):
            words = f"Front edge to {axle.name.lower()}"
            widgets.append(self._length(words, f"axle:{n}", partial(_axle_x, n), partial(_set_axle_x, n), 0.1, 20))
        if springs(trailer):
            widgets.append(self._ball())
        widgets.append(self._length("Track, wheel to wheel", "track", lambda t: t.axles[0].track, _set_track, 0.5, 3))
        widgets += [*self._weight_fields(), *self._plate_fields(trailer), *self._rule_fields(trailer)]
        layout = column(*widgets)
        layout.addStretch(1)
        return layout

    def _weight_fields(self) -> list[QWidget]:
        widgets: list[QWidget] = [heading("Weigh it, empty")]
        widgets.append(self._weight("On the coupler", "tongue"))
        widgets.append(self._weight("On the axles", "axles"))
        widgets.append(self._read_at())
        widgets.append(self._weight("Left wheels, if read apart", "left"))
        widgets.append(self._weight("Right wheels", "right"))
        self.empty_note = QLabel("Scale figures, with nothing aboard.")
        self.empty_note.setObjectName("quiet")
        self.empty_note.setWordWrap(True)
        widgets.append(self.empty_note)
        return widgets

    def _plate_fields(self, trailer: Trailer) -> list[QWidget]:
        widgets: list[QWidget] = [heading("Read its plates")]
        for field, words, kind in PLATES:
            widgets.append(self._plate(words, field, kind))
        for n, axle in enumerate(trailer.axles):
            widgets.append(self._plate(f"{axle.name} (GAWR)", f"axles[{n}].rating", "axle"))
        for n, axle in enumerate(trailer.axles):
            widgets.append(self._plate(f"{axle.name}, each tire", f"axles[{n}].tires.rating", "tire"))
        if springs(trailer):
            for n, axle in enumerate(trailer.axles):
                widgets.append(self._sag(f"{axle.name}, sag at its rating", n))
        if len(trailer.axles) > 1:
            same = QPushButton("All axles like the first")
            same.setObjectName("link")
            same.clicked.connect(self._all_alike)
            widgets.append(same)
        return widgets

    def _rule_fields(self, trailer: Trailer) -> list[QWidget]:
        kind = trailer.coupler

        def least(r: RuleSet, v: float) -> RuleSet:
            return r.with_tongue(kind, v, max(v, r.tongue(kind)[1]))

        def most(r: RuleSet, v: float) -> RuleSet:
            return r.with_tongue(kind, min(v, r.tongue(kind)[0]), v)

        widgets: list[QWidget] = [heading("Your shop's rules")]
        self._rules = {
            "rules.tongue": self._rule("Tongue share, at least", least),
            "rules.tongue, most": self._rule("Tongue share, at most", most),
            "rules.side_difference": self._rule("Left to right, within", lambda r, v: replace(r, side_difference=v)),
            "rules.reserve": self._rule("Reserve below a limit", lambda r, v: replace(r, reserve=v)),
            "rules.person": self._rule("Who may step on the tail", lambda r, v: replace(r, person=v), "mass", 300),
        }
        widgets += self._rules.values()
        self.rules_source = prose("")
        widgets.append(self.rules_source)
        return widgets

    def _field(
        self,
        label: str,
        quantity: Quantity,
        asked: str,
        value: Callable[[Trailer], float | str | None],
        put: Callable[[float | None], None],
        hint: str = "",
        low: float = 0.0,
        high: float = 1e6,
        may_be_empty: bool = False,
    ) -> FigureField:
        field = FigureField(
            label,
            quantity,
            lambda: self.desk.units,
            put,
            low=low,
            high=high,
            may_be_empty=may_be_empty,
            name=f"chassis-{asked or label}",
        )
        field.focused.connect(lambda on: self.desk.asked.emit(asked if on else ""))
        self._fields.append((field, value, hint))
        return field

    def _length(
        self,
        label: str,
        asked: str,
        value: Callable[[Trailer], float],
        put: Callable[[Trailer, float], Trailer],
        low: float,
        high: float,
    ) -> FigureField:
        def typed(v: float | None) -> None:
            if v is not None:
                self._change(lambda t: put(t, v), label.lower())

        return self._field(label, "length", asked, value, typed, low=low, high=high)

    def _jack(self) -> FigureField:
        def value(t: Trailer) -> float | None:
            return None if t.jack_x is None else t.jack_x - t.coupler_x

        def typed(v: float | None) -> None:
            self._change(lambda t: replace(t, jack_x=None if v is None else t.coupler_x + v), "jack")

        return self._field("Coupler to jack", "length", "jack", value, typed, "unknown", low=0.0, high=6.0, may_be_empty=True)

    def _ball(self) -> FigureField:
        def typed(v: float | None) -> None:
            self._change(lambda t: replace(t, ball_z=v), "ball height")

        return self._field(
            "Ball height", "length", "ball", lambda t: t.ball_z, typed, "level", low=0.1, high=2.0, may_be_empty=True
        )

    def _sag(self, label: str, n: int) -> FigureField:
        """A spring by how far it gives way under the axle's rating, as makers print it."""

        def value(t: Trailer) -> float | None:
            limit, rate = rated(t.axles[n].rating), t.axles[n].rate
            return None if limit is None or rate is None else limit / rate.value

        def typed(v: float | None) -> None:
            trailer = self.desk.rig.trailer if self.desk.rig is not None else None
            limit = rated(trailer.axles[n].rating) if trailer is not None else None
            if v is not None and limit is None:
                raise FreltError("the axle's rating comes first: type it above, then how far it sags under it")
            rate = None if v is None or limit is None else Figure(value=limit / v, source="maker", plus_minus=0.15 * limit / v)
            self._change(lambda t: _with_axle(t, n, rate=rate), label.lower())

        return self._field(label, "length", f"axle:{n}", value, typed, "unknown", low=0.005, high=0.5, may_be_empty=True)

    def _set_sharing(self) -> None:
        sharing = self.sharing.currentData()
        self._change(lambda t: replace(t, sharing=sharing), "how the axles carry")

    def _weight(self, label: str, name: str) -> FigureField:
        def value(t: Trailer) -> float | None:
            figure = getattr(t.empty, name) if t.empty is not None else None
            return figure.value if figure is not None else None

        def typed(v: float | None) -> None:
            if v is None:
                self._change(lambda t: _without_weight(t, name), "empty weights unknown")
                return
            figure = Figure(value=v, source="weighed", plus_minus=max(v * 0.02, 5.0), origin="scale")

            def put(t: Trailer) -> Trailer:
                old = t.empty or TrailerEmpty(tongue=Figure(value=0.0), axles=Figure(value=0.0))
                return replace(t, empty=replace(old, **{name: figure}))

            self._change(put, f"empty weight {label.lower()}")

        return self._field(label, "mass", name, value, typed, "unknown", high=20_000, may_be_empty=True)

    def _read_at(self) -> FigureField:
        """A tongue is often read under the jack, not at the coupler."""

        def value(t: Trailer) -> float | None:
            return None if t.empty is None or t.empty.tongue_at is None else t.empty.tongue_at - t.coupler_x

        def typed(v: float | None) -> None:
            def put(t: Trailer) -> Trailer:
                at = None if v is None else t.coupler_x + v
                return t if t.empty is None else replace(t, empty=replace(t.empty, tongue_at=at))

            self._change(put, "where the tongue was read")

        return self._field("… read behind the coupler", "length", "", value, typed, "at it", low=0, high=6, may_be_empty=True)

    def _plate(self, label: str, field: str, kind: str) -> FigureField:
        def typed(v: float | None) -> None:
            self.desk.edit(lambda r: set_rating(r, field, None if v is None else plate(v)), f"plate: {label.lower()}")

        number = "".join(c for c in field if c.isdigit())
        asked = f"plate:{kind}:{number}" if number else f"plate:{kind}"
        made = self._field(
            label, "mass", asked, lambda t: _rating_shown(rating_at(t, field)), typed, "unknown", high=50_000, may_be_empty=True
        )
        made.setToolTip(f"Where to look: {KINDS[kind].plate}. Without a plate, type “not rated”.")

        def none() -> None:
            self.desk.edit(lambda r: set_rating(r, field, NOT_RATED), f"not rated: {label.lower()}")

        made.answers = {NOT_RATED: none, "none": none}
        return made

    def _rule(
        self, label: str, put: Callable[[RuleSet, float], RuleSet], quantity: Quantity = "share", high: float = 0.5
    ) -> FigureField:
        def typed(v: float | None) -> None:
            if v is not None:
                own = "set by the shop"
                self.desk.edit(
                    lambda r: replace(r, rules=replace(put(r.rules, v), id="own", source=own)), f"rule: {label.lower()}"
                )

        return FigureField(label, quantity, lambda: self.desk.units, typed, high=high, name=f"rule-{label}")

    def rule(self, field: str) -> FigureField:
        """The field of a rule a limit names, such as `rules.person`."""
        return self._rules[field]

    def _show_rules(self, rules: RuleSet, trailer: Trailer) -> None:
        low, high = rules.tongue(trailer.coupler)
        shown = (low, high, rules.side_difference, rules.reserve, rules.person)
        for field, value in zip(self._rules.values(), shown, strict=True):
            field.show_value(value)
        self.rules_source.setText(f"{rules.name}: {rules.source}.")

    def _change(self, make: Callable[[Trailer], Trailer], words: str) -> None:
        def edit(rig: Rig) -> Rig:
            assert rig.trailer is not None
            return replace(rig, trailer=make(rig.trailer))

        if not self.desk.edit(edit, words):
            raise FreltError("that cannot be: the coupler must lie ahead of the axles")

    def _set_axles(self) -> None:
        count = self.axles.currentData()
        self._change(lambda t: _with_axles(t, count), "number of axles")

    def _all_alike(self) -> None:
        def put(t: Trailer) -> Trailer:
            first = t.axles[0]
            return replace(t, axles=tuple(replace(a, rating=first.rating, tires=first.tires, rate=first.rate) for a in t.axles))

        self._change(put, "all axles like the first")


def _rating_shown(rating: Rating) -> float | str | None:
    """What a plate's field shows: a limit, “not rated”, or nothing."""
    return NOT_RATED if rating == NOT_RATED else rated(rating)


def _without_weight(t: Trailer, name: str) -> Trailer:
    """The trailer without one of its empty weights; without the tongue's or the axles' none is known."""
    if t.empty is None or name in ("tongue", "axles"):
        return replace(t, empty=None)
    return replace(t, empty=replace(t.empty, **{name: None}))


def _main(t: Trailer, **fields: object) -> Trailer:
    return replace(t, decks=(replace(t.main_deck, **fields), *t.decks[1:]))


def _box(deck: Deck) -> tuple[float, float]:
    us, vs = [p[0] for p in deck.outline], [p[1] for p in deck.outline]
    return max(us) - min(us), max(vs) - min(vs)


def _deck_length(t: Trailer) -> float:
    return _box(t.main_deck)[0]


def _deck_width(t: Trailer) -> float:
    return _box(t.main_deck)[1]


def _set_deck_length(t: Trailer, v: float) -> Trailer:
    k = v / _deck_length(t)
    return _main(t, outline=tuple((a * k, b) for a, b in t.main_deck.outline))


def _set_deck_width(t: Trailer, v: float) -> Trailer:
    k = v / _deck_width(t)
    return _main(t, outline=tuple((a, b * k) for a, b in t.main_deck.outline))


def _set_deck_height(t: Trailer, v: float) -> Trailer:
    x, y, _ = t.main_deck.origin
    return _main(t, origin=(x, y, v))


def _axle_x(n: int, t: Trailer) -> float:
    return t.axles[n].x


def _set_axle_x(n: int, t: Trailer, v: float) -> Trailer:
    return _with_axle(t, n, x=v)


def _with_axle(t: Trailer, n: int, **fields: object) -> Trailer:
    return replace(t, axles=tuple(replace(a, **fields) if i == n else a for i, a in enumerate(t.axles)))


def _set_track(t: Trailer, v: float) -> Trailer:
    return replace(t, axles=tuple(replace(a, track=v) for a in t.axles))


def _with_axles(t: Trailer, count: int) -> Trailer:
    """The trailer with one to three axles about the same middle, the new ones like the first."""
    first, mid = t.axles[0], t.axle_x
    gap = t.axles[1].x - t.axles[0].x if len(t.axles) > 1 else 0.86
    axles = []
    for n in range(count):
        known = t.axles[n] if n < len(t.axles) else None
        name = f"Axle {n + 1}" if count > 1 else "Axle"
        new_id = known.id if known is not None else f"{first.id}-{n + 1}"
        axles.append(replace(known or first, id=new_id, name=name, x=mid + (n - (count - 1) / 2) * gap))
    return replace(t, axles=tuple(axles))
