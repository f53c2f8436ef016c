"""Mixes that are kept with a rig: a batch of a target strength, and the dilutions it goes through to the wall."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from ....app.session import new_id
from ....core.base.text import capital
from ....core.base.value import FreltError
from ....core.liquids.mixing import batch, on_the_wall, steps_of
from ....core.model.mix import Mix
from ...frame.desk import Desk
from ...widgets.fields import Field, FigureField, heading, link, prose
from ...widgets.let_go import emptied
from ...widgets.mannered import Entry
from ...widgets.text import Words

FIRST = Mix(id="first", name="House wash", stock=0.125, target=0.06, volume=0.2)


class Mixes(QWidget):
    """One block a mix: its figures above, what they come to below."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._blocks: list[MixBlock] = []
        self._rows = QVBoxLayout()
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(5)
        box.addWidget(heading("Mixes"))
        box.addLayout(self._rows)
        self.none = prose("Keep a mix with its strength, its amount and the dilutions after it, such as 1:2, 15:1.")
        box.addWidget(self.none)
        box.addWidget(link("Add mix", self.add))

    def refresh(self) -> None:
        """Show the mixes of the rig on the bench."""
        rig = self.desk.rig
        mixes = rig.mixes if rig is not None else ()
        self.none.setVisible(not mixes)
        if [b.mix_id for b in self._blocks] != [m.id for m in mixes]:
            emptied(self._rows)
            self._blocks = [MixBlock(self.desk, m.id) for m in mixes]
            for block in self._blocks:
                self._rows.addWidget(block)
        for block, mix in zip(self._blocks, mixes, strict=True):
            block.show_mix(mix)

    def add(self) -> None:
        """One more mix, with the usual figures."""
        if self.desk.session.rig is not None:
            made = replace(FIRST, id=new_id("mix"))
            self.desk.edit(lambda r: replace(r, mixes=(*r.mixes, made)), "mix added")


class MixBlock(QWidget):
    """The fields of one mix."""

    def __init__(self, desk: Desk, mix_id: str) -> None:
        super().__init__()
        self.desk, self.mix_id = desk, mix_id
        units = lambda: desk.units  # noqa: E731
        self.name = Entry()
        self.name.setAccessibleName("Name of the mix")
        self.name.setMaxLength(80)
        self.name.editingFinished.connect(lambda: self._put(name=self.name.text().strip() or "Mix"))
        self.stock = FigureField(
            "Strength as bought", "share", units, lambda v: self._share("stock", v), high=1.0, name="mix-stock"
        )
        self.target = FigureField("Wanted", "share", units, lambda v: self._share("target", v), high=1.0, name="mix-target")
        self.volume = FigureField("How much of it", "volume", units, self._volume, high=50.0, name="mix-volume")
        self.steps = Field("Then diluted", self._steps, "mix-steps")
        self.said = Words()
        self.said.setWordWrap(True)
        top = QHBoxLayout()
        top.addWidget(self.name, 1)
        top.addWidget(link("Remove", self._remove))
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 6)
        box.setSpacing(3)
        box.addLayout(top)
        for widget in (self.stock, self.target, self.volume, self.steps, self.said):
            box.addWidget(widget)

    def show_mix(self, mix: Mix) -> None:
        """Show a mix and what it comes to."""
        if not self.name.hasFocus():
            self.name.setText(mix.name)
        self.stock.show_value(mix.stock)
        self.target.show_value(mix.target)
        self.volume.show_value(mix.volume)
        self.steps.show_text(", ".join(f"1:{s:g}" for s in mix.steps), "1:2, 15:1")
        units = self.desk.units
        try:
            stock, water = batch(mix.stock, mix.target, mix.volume)
            said = [f"{units.show(stock, 'volume')} of what is bought and {units.show(water, 'volume')} of water."]
        except FreltError as err:
            said = [f"{capital(str(err))}."]
        if mix.steps:
            said.append(f"On the wall {on_the_wall(mix):.2%}.")
        self.said.setText(" ".join(said))

    def _share(self, field: str, value: float | None) -> None:
        if value is not None:
            self._put(**{field: value})

    def _volume(self, value: float | None) -> None:
        if value is not None:
            self._put(volume=value)

    def _steps(self, text: str) -> None:
        self._put(steps=steps_of(text))

    def _put(self, **fields: object) -> None:
        rig = self.desk.session.rig
        old = next((m for m in rig.mixes if m.id == self.mix_id), None) if rig is not None else None
        if old is None or all(getattr(old, f) == v for f, v in fields.items()):
            return
        new = replace(old, **fields)
        self.desk.edit(lambda r: replace(r, mixes=tuple(new if m.id == old.id else m for m in r.mixes)), f"mix {old.name}")

    def _remove(self) -> None:
        self.desk.edit(lambda r: replace(r, mixes=tuple(m for m in r.mixes if m.id != self.mix_id)), "mix removed")
