"""The yardstick, a fixed scene; and rigs of any size to measure on."""

from math import ceil, sqrt

from msgspec.structs import replace
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QColor, QImage, QPainter, QPainterPath, QPen

from frelt.app.stock import class_of, equipment
from frelt.core.base.figure import plate
from frelt.core.kind.catalog import taken
from frelt.core.model.carrier import TrailerRatings, Vehicle, VehicleRatings
from frelt.core.model.day import Act, Day
from frelt.core.model.item import Placement
from frelt.core.model.rig import Bars, Rig
from frelt.core.model.state import FillRange, Person, State
from frelt.paint.fonts import font

STROKES, TEXTS = 1000, 100


def canvas() -> QImage:
    return QImage(1280, 800, QImage.Format.Format_ARGB32_Premultiplied)


def yardstick(image: QImage) -> None:
    """1,000 antialiased strokes and 100 texts on 1280 x 800. Never change it: every ratio rests on it."""
    image.fill(QColor("#faf8f2"))
    p = QPainter(image)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setPen(QPen(QColor("#16202a"), 1.4))
    for i in range(STROKES):
        x, y = (i * 97) % 1220, (i * 61) % 770
        path = QPainterPath(QPointF(x, y))
        path.cubicTo(x + 20, y - 10, x + 40, y + 30, x + 60, y + 10)
        p.drawPath(path)
    p.setFont(font())
    for i in range(TEXTS):
        p.drawText(QPointF((i * 131) % 1180, (i * 47) % 780 + 14), f"Axle {i}: 3,574 lb")
    p.end()


def pair(one: Rig) -> Rig:
    """The same behind a vehicle, on distributing bars, with two aboard."""
    vehicle = replace(class_of("pickup-1-8-dual").carrier, ratings=VehicleRatings(gross=plate(90_000), payload=plate(90_000)))
    axles = tuple(replace(a, rating=plate(40_000), tires=replace(a.tires, rating=plate(20_000))) for a in vehicle.axles)
    assert isinstance(vehicle, Vehicle)
    vehicle = replace(
        vehicle, front=axles[0], rear=axles[1:], decks=tuple(replace(d, id="bed", on="vehicle") for d in vehicle.decks)
    )
    aboard = tuple(Person(id=f"p{n}", seat=s.id) for n, s in enumerate(vehicle.seats[:2]))
    states = tuple(replace(s, people=aboard) for s in one.states)
    return replace(one, vehicle=vehicle, states=states, bars=Bars(share=0.6, set_in=one.states[0].id))


def rig(items: int = 60, tanks: int = 12, states: int = 6) -> Rig:
    """A big rig: a fifth of its items tanks, all apart from each other, every plate entered."""
    stock = {e.item.id: e for e in equipment()}
    tank_kinds = ("soap-15", "sh-55-upright", "water-60-lying", "fuel-12-narrow")
    other_kinds = ("battery-12v", "pump-12v", "mixer-3", "cleaner-20", "reel-38")
    base = class_of("open-14-tandem").carrier
    columns = ceil(sqrt(items * 2))
    pitch = 0.95
    length, width = columns * pitch, ceil(items / columns) * pitch
    deck = replace(base.main_deck, outline=((0.0, -width / 2), (length, -width / 2), (length, width / 2), (0.0, width / 2)))
    axles = tuple(
        replace(
            a,
            id=f"towed-{i}",
            x=length * 0.55 + i * 0.9,
            track=width + 0.3,
            rating=plate(40_000),
            tires=replace(a.tires, rating=plate(20_000)),
        )
        for i, a in enumerate(base.axles)
    )
    ratings = TrailerRatings(gross=plate(90_000), coupler_gross=plate(90_000), coupler_tongue=plate(9_000))
    trailer = replace(base, decks=(deck,), axles=axles, coupler_x=-1.5, ratings=ratings)
    placed = []
    for n in range(items):
        kind = (
            tank_kinds[n % len(tank_kinds)]
            if n % (items // tanks) == 0 and n // (items // tanks) < tanks
            else other_kinds[n % 5]
        )
        u, v = (n % columns + 0.5) * pitch, (n // columns + 0.5) * pitch - width / 2
        item = taken(stock[kind], f"item-{n}")
        placed.append(replace(item, name=f"{item.name} {n}", place=Placement(deck="floor", u=u, v=v, turns=n % 2)))
    made = Rig(id="bench", name="Benchmark rig", trailer=trailer, items=tuple(placed))
    addresses = [a for a, _, _ in made.tanks()]
    listed = tuple(
        State(
            id=f"s{k}",
            name=f"State {k}",
            fills={a: FillRange(low=0.02, high=max(1 - 0.1 * k, 0.1)) for a in addresses[:: k + 1]},
        )
        for k in range(states)
    )
    return replace(made, states=listed)


def day(count: int) -> Day:
    """A day of so many acts, a tap and a wash overlapping, over two lanes."""
    kinds = ("fill", "wash", "soft wash", "rinse", "drive")
    return Day(
        acts=tuple(
            Act(id=f"act-{n}", kind=kinds[n % 5], start=25_200 + n * 900.0, length=1500.0, lane=n % 2, distance=16_000.0)  # type: ignore[arg-type]
            for n in range(count)
        )
    )
