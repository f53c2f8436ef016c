"""Rigs small enough to check by hand, and a home of its own for every test."""

import gc
import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from pathlib import Path

import pytest
from hypothesis import settings
from msgspec.structs import replace

from frelt.app.places import shipped
from frelt.core.base.figure import Figure, plate
from frelt.core.kind.substances import WATER
from frelt.core.model.carrier import Axle, Deck, Tires, Trailer, TrailerEmpty, TrailerRatings
from frelt.core.model.document import Document
from frelt.core.model.item import Centre, Item, Placement, TankPart
from frelt.core.model.plumbing import Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.formats.document import decode

gc.set_threshold(100_000, 50, 100)  # as the window has it
LONG = int(os.environ.get("FRELT_LONG", "1"))  # how many times as many examples, at random, under ./run check-long
settings.register_profile("frelt", deadline=None, max_examples=40 * LONG, derandomize=LONG == 1)
settings.load_profile("frelt")


slow = pytest.mark.skipif(LONG == 1, reason="under ./run check-long")


def examples(count: int) -> settings:
    """So many examples of a test that is slow or wide; more in a long run."""
    return settings(max_examples=count * LONG)


def wide(*names: str, share: int) -> tuple[str, ...]:
    """The first of some rigs, each as good as another; all of them in a long run."""
    return names if LONG > 1 else names[:share]


@pytest.fixture(autouse=True)
def home(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.setenv("FRELT_HOME", str(tmp_path / "home"))
    return tmp_path / "home"


def demo(name: str) -> Document:
    return decode(shipped(f"demo/{name}.frelt.json"), name)


FOUND = Path(__file__).parent / "fixtures/found"


def found_rig(name: str) -> Rig:
    """The rig of a document that once showed a fault."""
    return decode((FOUND / f"{name}.frelt.json").read_bytes(), name).rigs[0]


def trailer(axles: tuple[float, ...] = (3.0,), coupler: float = -1.0, tongue: float = 50.0, on_axles: float = 450.0) -> Trailer:
    deck = Deck(id="floor", name="Deck", on="t", origin=(0, 0, 0.6), outline=((0, -1), (5, -1), (5, 1), (0, 1)))
    listed = tuple(
        Axle(id=f"a{i}", name=f"Axle {i + 1}", x=x, track=2.0, rating=plate(1500.0), tires=Tires(rating=plate(800.0)))
        for i, x in enumerate(axles)
    )
    return Trailer(
        id="t",
        name="Test trailer",
        coupler_x=coupler,
        axles=listed,
        decks=(deck,),
        empty=TrailerEmpty(tongue=Figure(value=tongue), axles=Figure(value=on_axles), height=Figure(value=0.5)),
        ratings=TrailerRatings(
            gross=plate(3000.0), coupler_gross=plate(3500.0), coupler_tongue=plate(350.0), safety_chain=plate(4000.0)
        ),
    )


def block(item_id: str, mass: float, u: float, v: float = 0.0, size: float = 0.4, **more: object) -> Item:
    figure = Figure(value=size)
    centre = Centre(z=size / 2, plus_minus=0.0)
    return Item(
        id=item_id, name=item_id, kind="box", place=Placement(deck="floor", u=u, v=v),
        length=figure, width=figure, height=figure, mass=Figure(value=mass), centre=centre, **more,
    )  # fmt: skip


def tank(item_id: str, litres: float, u: float, v: float = 0.0, shape: str = "box", size: float = 0.4, **more: object) -> Item:
    part = TankPart(
        id="tank", name=item_id, shape=shape, length=size, width=size, height=size,
        capacity=Figure(value=litres / 1000), liquid=WATER, heel=0.0,
    )  # fmt: skip
    return replace(block(item_id, 20.0, u, v, size), kind="tank", parts=(part,), **more)


def rig(*items: Item, states: tuple[State, ...] = (State(id="road", name="On the road"),), **more: object) -> Rig:
    fields = {"trailer": trailer(), **more}
    return Rig(id="r", name="Test rig", items=items, states=states, **fields)


def piped(*pairs: tuple[str, str], bore: float = 0.038) -> Plumbing:
    """Open pipes from port to port."""
    return Plumbing(lines=tuple(Line(id=f"L{n}", start=a, end=b, bore=bore) for n, (a, b) in enumerate(pairs, 1)))


def at_fill(one: Rig, fill: float | dict[str, float]) -> Rig:
    """The rig with every tank at exact fills in its first state."""
    fills = {a: fill if isinstance(fill, float) else fill[a] for a, _, _ in one.tanks()}
    exact = {a: FillRange(low=f, high=f) for a, f in fills.items()}
    return replace(one, states=(replace(one.states[0], fills=exact), *one.states[1:]))
