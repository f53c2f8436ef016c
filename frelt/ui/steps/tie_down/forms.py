"""What can be said of a strap, an anchor, bolts, a block, a lock: fields, each an edit."""

from collections.abc import Callable, Sequence
from functools import partial
from typing import get_args, get_type_hints

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QPushButton, QVBoxLayout, QWidget

from ....core.base.figure import Figure, Rating, plate
from ....core.edit.tie_down import loosened, with_held, without_held
from ....core.kind.holding import STRAPS, limit_of
from ....core.model.rig import Rig
from ....core.model.tie_down import Anchor, AnchorKind, Block, BoltKind, Bolts, Lock, LockKind, Strap, StrapKind
from ...frame.desk import Desk
from ...widgets.fields import FigureField, heading, link, prose, title
from ...widgets.mannered import Options
from ...widgets.text import literal
from .now import HoldNow

Put = Callable[[float | None], None]


class Forms:
    """Fields put into a column; `box` is the column."""

    def __init__(self, desk: Desk, now: HoldNow, box: QVBoxLayout) -> None:
        self.desk, self.now, self.box = desk, now, box
        self.fields: dict[str, FigureField] = {}

    def add(self, *widgets: QWidget) -> None:
        """Put widgets below what is there."""
        for widget in widgets:
            self.box.addWidget(widget)

    def figure(
        self, name: str, label: str, quantity: str, value: float | None, put: Put, hint: str = "", **limits: object
    ) -> None:
        """A field for a figure."""
        field = FigureField(label, quantity, lambda: self.desk.units, put, name=name, **limits)  # type: ignore[arg-type]
        field.show_value(value, hint)
        self.fields[name] = field
        self.add(field)

    def rating(self, name: str, label: str, now: Rating, put: Callable[[Rating], None], hint: str = "unread") -> None:
        """A field for a working load limit: a figure, not rated, or unread."""
        field = FigureField(
            label, "mass", lambda: self.desk.units, lambda v: put(plate(v) if v is not None else None), low=1, high=1e5, may_be_empty=True, name=name
        )  # fmt: skip
        field.answers["not rated"] = lambda: put("not rated")
        if isinstance(now, Figure):
            field.show_value(now.value, hint)
        else:
            field.show_text("not rated" if now == "not rated" else "", hint)
        self.fields[name] = field
        self.add(field)

    def choice(self, label: str, among: Sequence[str], now: str, put: Callable[[str], object]) -> None:
        """One of some words."""
        box = Options()
        box.setAccessibleName(label)
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        with QSignalBlocker(box):
            box.addItems(among)
            box.setCurrentText(now)
        box.activated.connect(lambda _: put(box.currentText()))
        self.add(prose(label), box)

    def button(self, words: str, done: Callable[[], object], name: str = "") -> QPushButton:
        """A button."""
        made = QPushButton(words)
        made.setObjectName(name)
        made.clicked.connect(lambda: done())
        self.add(made)
        return made

    # each sort of thing that holds

    def strap(self, s: Strap) -> None:
        """A strap."""
        rig = self.desk.session.rig
        assert rig is not None
        self.add(
            heading("Strap"), title(s.name or s.id), link(literal(f"on {rig.item(s.item).name}"), lambda: self.now.take(s.item))
        )

        def put(**fields: object) -> None:
            self.desk.edit(lambda r: with_held(r, replace(r.tie_down.strap(s.id) or s, **fields)), f"strap {s.id} changed")

        self.choice(
            "What it is",
            get_args(StrapKind),
            s.kind,
            lambda w: put(kind=w, material="polyester" if "strap" in w else "galvanized steel"),
        )
        self.choice("Made of", get_args(get_type_hints(Strap)["material"]), s.material, lambda w: put(material=w))
        self.figure(
            "strap-width", "Width, or size of its links", "length", s.width, lambda v: put(width=v), low=0.002, high=0.2
        )
        known = limit_of(replace(s, holds=None))
        table = self.desk.units.show(known.value, "mass") if known is not None else "unread"
        self.rating("strap-holds", "Marked limit", s.holds, lambda v: put(holds=v), f"{table} by table")
        usual = self.desk.units.show(STRAPS[s.kind].pre, "mass")
        self.figure(
            "strap-pre", "Drawn to", "mass", s.pre, lambda v: put(pre=v), f"{usual} by hand", low=0, high=2e4, may_be_empty=True
        )
        if not s.end:
            self.rating("strap-eye", "Eye on the thing", s.eye, lambda v: put(eye=v))
        for name in (s.start, s.end):
            if name:
                self.add(link(f"anchor {name}", partial(self.now.take, s.item, name)))
        self.button("Take this strap off", self.remove)

    def anchor(self, a: Anchor) -> None:
        """An anchor."""
        rig = self.desk.session.rig
        assert rig is not None
        self.add(heading("Anchor"), title(a.name or a.id), prose(f"on {rig.deck(a.deck).name.lower()}"))

        def put(**fields: object) -> None:
            self.desk.edit(lambda r: with_held(r, replace(r.tie_down.anchor(a.id) or a, **fields)), f"anchor {a.id} changed")

        self.choice("What it is", get_args(AnchorKind), a.kind, lambda w: put(kind=w))
        self.rating("anchor-holds", "Its limit", a.holds, lambda v: put(holds=v))
        unread = [x for x in rig.tie_down.anchors if x.holds is None and x.kind == a.kind and x.id != a.id]
        if a.holds is not None and unread:
            self.button(f"The same for the {len(unread)} unread of its kind", lambda: self._same(a, unread))
        self.figure("anchor-u", "Along its deck", "length", a.u, lambda v: put(u=v or 0.0), low=-50, high=50)
        self.figure("anchor-v", "Across it", "length", a.v, lambda v: put(v=v or 0.0), low=-50, high=50)
        self.add(prose("On a drawing, drag with Shift to move it; drag from it over a thing to another anchor to lay a strap."))
        self.button("Take this anchor out", self.remove)

    def _same(self, a: Anchor, unread: Sequence[Anchor]) -> None:
        made = [replace(x, holds=a.holds) for x in unread]
        self.desk.edit(lambda r: with_held(r, *made), f"{len(made)} anchors as {a.id}")

    def bolts(self, b: Bolts) -> None:
        """Bolts; what one may bear is said once for all that are alike."""
        self.add(heading("Bolts"))

        def put(alike: bool, **fields: object) -> None:
            def edit(r: Rig) -> Rig:
                listed = [x for x in r.tie_down.bolts if x.id == b.id or (alike and (x.kind, x.size) == (b.kind, b.size))]
                return with_held(r, *(replace(x, **fields) for x in listed))

            self.desk.edit(edit, "bolts changed")

        self.choice("What they are", get_args(BoltKind), b.kind, lambda w: put(False, kind=w, tension=None, shear=None))
        self.figure("bolt-size", "Size", "length", b.size, lambda v: put(False, size=v), low=0.003, high=0.05)
        self.rating("bolt-tension", "One may bear, pulled", b.tension, lambda v: put(True, tension=v))
        self.rating("bolt-shear", "One may bear, sheared", b.shear, lambda v: put(True, shear=v))
        self.add(
            prose(
                "The same is taken for all of this kind and size. By its maker's table for the deck it is in; wood gives way before steel."
            )
        )

    def block(self, b: Block) -> None:
        """A block."""
        where = {"front": "ahead", "rear": "behind", "left": "at its left", "right": "at its right"}[b.side]
        self.add(heading(f"{b.name or 'Block'} {where}"))

        def put(**fields: object) -> None:
            self.desk.edit(lambda r: with_held(r, replace(b, **fields)), "block changed")

        self.rating(f"block-holds-{b.id}", "It takes", b.holds, lambda v: put(holds=v))
        self.figure(
            f"block-height-{b.id}", "It bears at a height of", "length", b.height, lambda v: put(height=v), low=0.0, high=3.0
        )
        self.add(link("take it away", lambda: self.desk.edit(lambda r: without_held(r, (b.id,)), "block taken away")))

    def lock(self, item_id: str, what: str, now: Lock | None, new_id: str) -> None:
        """What keeps a drum or a door still."""
        words = {"its drum": "What locks its drum", "its doors and drawers": "What keeps its doors shut"}.get(what, what)
        among = ("not said", *get_args(LockKind))

        def put(kind: str) -> None:
            def edit(r: Rig) -> Rig:
                if kind == "not said":
                    return without_held(r, (now.id,)) if now is not None else r
                return with_held(r, Lock(id=now.id if now is not None else new_id, item=item_id, kind=kind))  # type: ignore[arg-type]

            self.desk.edit(edit, "lock said")

        self.choice(words, among, now.kind if now is not None else "not said", put)

    def remove(self) -> bool:
        """Take the strap or anchor in hand away; says whether there was one."""
        one = self.now.strap
        if not one:
            return False
        item = self.now.held
        told = self.desk.edit(lambda r: without_held(r, (one,)), f"{one} taken off")
        if told:
            self.now.take(item, "")
        return True

    def loosen(self, item_id: str, name: str) -> None:
        """Take all that holds a thing off."""
        self.desk.edit(lambda r: loosened(r, item_id), f"{name} loosened")
