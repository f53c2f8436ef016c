"""What is taped, weighed and read off the stickers of a vehicle, and how a trailer is hitched to it."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QCheckBox, QComboBox, QWidget

from ....core.base.figure import Figure
from ....core.edit.carriers import with_axle
from ....core.geometry.measures import alike, with_duals, with_rear_count, with_track, with_wheelbase
from ....core.model.carrier import Carrier, Vehicle
from ....core.model.rig import Bars
from ...frame.desk import Desk
from ...widgets.fields import FigureField, column, heading, link, prose
from ...widgets.mannered import Options
from .form import Form
from .trailer import axle_plates, deck_fields

KINDS = (
    ("Pickup with bed", "pickup"),
    ("Flatbed or tray", "flatbed"),
    ("Service body", "service body"),
    ("Box truck", "box truck"),
    ("Van", "van"),
)


def _v(c: Carrier) -> Vehicle:
    assert isinstance(c, Vehicle)
    return c


def _body(name: str, c: Carrier) -> float:
    found: float = getattr(c.body, name)
    return found


def _with_body(name: str, c: Carrier, v: float) -> Carrier:
    return replace(c, body=replace(c.body, **{name: v}))


def tape(form: Form, vehicle: Vehicle) -> list[QWidget]:
    """Lengths of a vehicle."""
    listed: list[QWidget] = [
        form.choice("Body", KINDS, lambda c: _v(c).body_kind, lambda c, v: replace(c, body_kind=v)),
        form.choice(
            "Rear axles",
            (("Single rear axle", 1), ("Tandem rear", 2)),
            lambda c: len(_v(c).rear),
            lambda c, n: with_rear_count(_v(c), int(str(n))),
        ),
        form.choice(
            "Rear tires",
            (("Single rear tires", 1), ("Dual rear tires", 2)),
            lambda c: c.axles[-1].tires.each_end,
            lambda c, n: with_duals(c, int(str(n))),
        ),
        *deck_fields(form),
        form.length("Wheelbase", "wheelbase", lambda c: _v(c).wheelbase, lambda c, v: with_wheelbase(_v(c), v), 1.0, 9.0),
    ]
    for n, axle in enumerate(vehicle.rear, 1):
        words = f"Front edge of deck to {axle.name.lower()}"
        listed.append(form.length(words, f"axle:{n}", partial(_axle_x, n), partial(_with_axle_x, n), -3.0, 12.0))
    listed += [
        form.length("Track, front wheels", "track:0", lambda c: c.axles[0].track, lambda c, v: with_track(c, v, True), 0.5, 3),
        form.length(
            f"Track, rear wheels{' (middle of the pair)' if vehicle.rear[0].tires.each_end > 1 else ''}",
            "track:1",
            lambda c: c.axles[1].track,
            lambda c, v: with_track(c, v, False),
            0.5,
            3,
        ),
        form.length("Cab, back wall to windshield", "cab", partial(_body, "cab"), partial(_with_body, "cab"), 0.3, 4.0),
        form.length("Hood, windshield to bumper", "hood", partial(_body, "hood"), partial(_with_body, "hood"), 0.0, 3.0),
        form.length(
            "Height of the cab", "cab height", partial(_body, "cab_height"), partial(_with_body, "cab_height"), 1.0, 4.0
        ),
    ]
    return listed


def _axle_x(n: int, c: Carrier) -> float:
    return c.axles[n].x


def _with_axle_x(n: int, c: Carrier, v: float) -> Carrier:
    return with_axle(c, n, x=v)


def hitch(form: Form) -> list[QWidget]:
    """Where the ball stands."""

    def station(c: Carrier) -> float | None:
        ball = _v(c).ball_x
        return None if ball is None else ball - _v(c).rear_x

    def put_station(v: float | None) -> None:
        form.change(lambda c: replace(c, ball_x=None if v is None else _v(c).rear_x + v), "ball")

    def put_height(v: float | None) -> None:
        form.change(lambda c: replace(c, ball_z=v), "ball height")

    return [
        form.field(
            "Rear axle back to the ball",
            "length",
            "ball station",
            station,
            put_station,
            "no ball",
            low=-2.0,
            high=4.0,
            may_be_empty=True,
        ),
        form.field(
            "Ball height", "length", "ball", lambda c: _v(c).ball_z, put_height, "level", low=0.1, high=2.0, may_be_empty=True
        ),
        prose("A gooseneck ball stands over or ahead of the rear axle: type it with a minus."),
    ]


def weigh(form: Form) -> list[QWidget]:
    """Scale readings of the empty vehicle."""

    def roll(v: float | None) -> None:
        if v is not None:
            figure = Figure(value=v, plus_minus=0.1, source="measured")
            form.change(lambda c: replace(c, front_roll_share=figure), "roll share of the front axle")

    return [
        form.weight("On the front axle", "front"),
        form.weight("On the rear axle", "rear"),
        form.weight("Left wheels, if read apart", "left"),
        form.weight("Right wheels", "right"),
        form.field(
            "Front takes of the roll", "share", "roll share", lambda c: _v(c).front_roll_share.value, roll, low=0.0, high=1.0
        ),
    ]


def plates(form: Form, vehicle: Vehicle) -> list[QWidget]:
    """Ratings of a vehicle."""
    rows = (
        ("Gross rating (GVWR)", "gross", "gross"),
        ("Payload placard", "payload", "payload"),
        ("Combination (GCWR)", "combination", "towing"),
        ("Tow rating", "tow", "towing"),
        ("Receiver, trailer weight", "receiver_gross", "hitch"),
        ("Receiver, tongue weight", "receiver_tongue", "hitch"),
        ("… with bars, trailer", "receiver_gross_bars", "hitch"),
        ("… with bars, tongue", "receiver_tongue_bars", "hitch"),
        ("Ball, trailer weight", "ball_gross", "hitch"),
        ("Ball, tongue weight", "ball_tongue", "hitch"),
    )
    listed: list[QWidget] = [form.plate(words, f"ratings.{name}", kind) for words, name, kind in rows]
    listed += axle_plates(form, vehicle)
    if len(vehicle.rear) > 1:
        listed.append(link("Rear axles alike", lambda: form.change(alike, "rear axles alike")))
    return listed


class BarsFields(QWidget):
    """Weight-distributing bars of a pair: how much they restore, and the state they are set in."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.fitted = QCheckBox("Weight-distributing bars")
        self.fitted.clicked.connect(self._fit)
        self.share = FigureField(
            "Restore of the front's loss", "share", lambda: desk.units, self._set_share, high=1.0, name="bars-share"
        )
        self.state = Options()
        self.state.setAccessibleName("State in which the bars are set")
        self.state.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.state.activated.connect(self._set_state)
        self.note = prose(
            "Set as the shown fills of that state ask. In the others both are judged, the couple kept and the share kept; the worse counts. "
            "Follow the maker of hitch and vehicle: some forbid bars."
        )
        box = column(heading("Hitched"), self.fitted, self.share, self.state, self.note)
        self.setLayout(box)

    def refresh(self) -> None:
        """Show the bars as they are."""
        rig = self.desk.rig
        pair = rig is not None and rig.trailer is not None and rig.vehicle is not None
        self.setVisible(pair)
        if rig is None or not pair:
            return
        self.fitted.setChecked(rig.bars is not None)
        for widget in (self.share, self.state, self.note):
            widget.setVisible(rig.bars is not None)
        with QSignalBlocker(self.state):
            self.state.clear()
            for s in (s for s in rig.states if s.condition == "hitched" or (rig.bars is not None and s.id == rig.bars.set_in)):
                self.state.addItem(f"Set in “{s.name}”", s.id)
            if rig.bars is not None:
                self.state.setCurrentIndex(self.state.findData(rig.bars.set_in))
                self.share.show_value(rig.bars.share)

    def _fit(self) -> None:
        rig = self.desk.rig
        if rig is None or not rig.states:
            return
        road = next((s for s in rig.states if s.road and s.condition == "hitched"), rig.states[0])
        bars = Bars(set_in=road.id) if self.fitted.isChecked() else None
        self.desk.edit(lambda r: replace(r, bars=bars), "distributing bars")

    def _set_share(self, value: float | None) -> None:
        if value is not None:
            self.desk.edit(lambda r: replace(r, bars=r.bars and replace(r.bars, share=value)), "what the bars restore")

    def _set_state(self) -> None:
        state = self.state.currentData()
        self.desk.edit(lambda r: replace(r, bars=r.bars and replace(r.bars, set_in=state)), "where the bars are set")
