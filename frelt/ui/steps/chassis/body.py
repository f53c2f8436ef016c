"""What stands around the deck of a carrier: walls, doors, wheel wells, zones without bolts, seats, and what was weighed along."""

from typing import Any

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....app.session import new_id
from ....core.base.figure import Figure, plate, rated
from ....core.base.text import capital
from ....core.edit.around_deck import usual_deck, usual_door, usual_well, usual_zone, with_dovetail, with_platform, with_roof
from ....core.edit.weights import with_aboard
from ....core.geometry import deck_sizes
from ....core.masses.fit_out import COVERS, EACH, Placed, covered, placed_fit_out
from ....core.model.carrier import Aboard, Carrier, Deck, Door, Seat, Stand, Trailer, Vehicle
from ....core.model.fit_out import FitOut
from ...widgets.fields import link
from ...widgets.parts import Choice, Column, PartsList
from .form import Form

SIDES = (("Right", "right"), ("Left", "left"), ("Rear", "rear"), ("Front", "front"))
OPENINGS = (
    ("Door", "door"),
    ("Ramp", "ramp"),
    ("Barn doors", "barn doors"),
    ("Lifting door", "lift door"),
    ("Tailgate", "tailgate"),
    ("Lift gate", "lift gate"),
    ("Opening", "gap"),
)


STAYS = (("Stays: not said", None), ("Stays open", True), ("Swings back", False))
LOCKS = (
    ("Lock: not said", ""),
    ("Cam bar", "cam bar"),
    ("Latch", "latch"),
    ("Hook", "hook"),
    ("Pin", "pin"),
    ("No lock", "none"),
)

SEEN = Choice("Known", "seen", (("taped", True), ("usual for its class", False)))


def _figure(field: str, label: str, low: float = -20.0, high: float = 20.0) -> Column:
    def typed(e: Any, v: float) -> Any:
        own = {field: v}  # what somebody types he has taped
        return replace(e, **own, seen=True) if hasattr(e, "seen") else replace(e, **own)

    return Column(label, lambda e: getattr(e, field), typed, low=low, high=high)


def around(form: Form, carrier: Carrier) -> list[QWidget]:
    """Body, walls, rails, rack and nose."""

    def length(label: str, name: str, high: float) -> QWidget:
        return form.length(
            label,
            "wall",
            lambda c: getattr(c.body, name),
            lambda c, v: replace(c, body=replace(c.body, **{name: v})),
            0.0,
            high,
        )

    listed: list[QWidget] = []
    if isinstance(carrier, Trailer):
        kinds = (("Open, or rails", "open"), ("Enclosed", "enclosed"))
        listed.append(
            form.choice(
                "Sides of the trailer", kinds, lambda c: c.body.kind, lambda c, v: replace(c, body=replace(c.body, kind=v))
            )
        )
    if isinstance(carrier, Stand):
        return []
    walled = carrier.body.kind == "enclosed" if isinstance(carrier, Trailer) else carrier.body_kind in ("van", "box truck")
    listed.append(length("Walls above the deck", "wall", 4.0) if walled else length("Rails or bed sides", "rail", 2.0))
    if walled:
        listed.append(length("Roof lower in front", "lower_front", 1.5))
        listed.append(length("Roof lower at walls", "lower_sides", 1.0))
    if isinstance(carrier, Trailer) and walled:
        listed.append(length("Nose ahead of the deck", "nose", 3.0))
    racks = (("No rack", False), ("Roof or ladder rack", True))
    listed.append(
        form.choice("Rack", racks, lambda c: c.body.rack, lambda c, v: replace(c, body=replace(c.body, rack=bool(v))))
    )
    kinds_there = {d.kind for d in carrier.decks}
    if isinstance(carrier, Trailer) and "dovetail" not in kinds_there:
        listed.append(_dovetail(form))
    above = "tongue platform" if isinstance(carrier, Trailer) and not walled else "roof"
    if above not in kinds_there:
        listed.append(_more_decks(form, above))
    return listed


def _dovetail(form: Form) -> QWidget:
    """A floor that drops at the back, as a deck of its own that tilts what stands on it."""

    def add() -> None:
        form.change(lambda c: with_dovetail(c, new_id("deck")), "dovetail added")

    return link("Add a dovetail behind the deck", add)


def _more_decks(form: Form, kind: str) -> QWidget:
    """A platform on the tongue, or the roof, on which things stand."""

    def add() -> None:
        form.change(
            lambda c: with_roof(c, new_id("deck")) if kind == "roof" else with_platform(c, new_id("deck")), f"{kind} added"
        )

    return link("Things stand on its roof, too" if kind == "roof" else "Add a platform on the tongue", add)


def lists(form: Form, carrier: Carrier) -> list[PartsList]:
    """Doors, wheel wells, zones without bolts, seats, and what was aboard on the scale."""
    desk = form.desk
    if isinstance(carrier, Stand):
        return [fit_out(form)]

    def of_body(field: str) -> tuple[Any, Any]:
        def get() -> tuple[Any, ...]:
            found: tuple[Any, ...] = getattr(desk.carrier.body, field) if desk.carrier is not None else ()
            return found

        def put(entries: tuple[Any, ...], words: str) -> None:
            form.change(lambda c: replace(c, body=replace(c.body, **{field: entries})), words)

        return get, put

    doors = PartsList(
        desk,
        "Doors",
        "door",
        *of_body("doors"),
        lambda: usual_door(carrier, new_id("door")),
        [_figure("start", "From"), _figure("end", "To"), _figure("height", "Height", 0.1, 4.0), *_leaf_figures()],
        [
            Choice("Side", "side", SIDES),
            Choice("Kind", "kind", OPENINGS),
            Choice("Open", "stays", STAYS),
            Choice("Lock", "lock", LOCKS),
        ],
        asked="door",
    )
    wells = PartsList(
        desk,
        "Wheel wells",
        "wheel well",
        *of_body("wells"),
        lambda: usual_well(carrier, new_id("well")),
        [
            _figure("start", "From"),
            _figure("end", "To"),
            _figure("inward", "Inward from the side", 0.0, 1.5),
            _figure("height", "Height", 0.0, 1.5),
        ],
        [Choice("Side", "side", SIDES[:2]), SEEN],
        named="",
        asked="well",
    )
    zones = PartsList(
        desk,
        "No bolts through the floor",
        "zone",
        *of_body("zones"),
        lambda: usual_zone(carrier, new_id("zone")),
        [
            _figure("x0", "From"),
            _figure("x1", "To"),
            _figure("y0", "Left edge, right of the middle"),
            _figure("y1", "Right edge, right of the middle"),
        ],
        [SEEN],
        named="below",
        asked="zone",
    )
    found = [doors, _decks(form), wells, zones, fit_out(form)]
    if isinstance(carrier, Vehicle):
        found.append(_seats(form))
    found.append(_aboard(form))
    return found


def _leaf_figures() -> list[Column]:
    """How far a leaf swings and what its hinges bear; 0 where that is not said."""

    def bears(door: Door, value: float) -> Door:
        return replace(door, carries=plate(value) if value > 0 else None)

    swing = Column(
        "Swings open by, degrees (0: as usual)",
        lambda d: d.swing or 0.0,
        lambda d, v: replace(d, swing=v or None),
        "number",
        0.0,
        270.0,
    )
    hinges = Column("Hinges of a leaf bear (0: not read)", lambda d: rated(d.carries) or 0.0, bears, "mass", 0.0, 2000.0)
    return [swing, hinges]


def _decks(form: Form) -> PartsList:
    """The decks of a carrier besides its main one: platforms, dovetail, roof, and the walls and doors on which things hang."""

    def get() -> tuple[Deck, ...]:
        carrier = form.desk.carrier
        return carrier.decks[1:] if carrier is not None else ()

    def put(entries: tuple[Deck, ...], words: str) -> None:
        form.change(lambda c: replace(c, decks=(c.main_deck, *entries)), words)

    def make() -> Deck:
        carrier = form.desk.carrier
        assert carrier is not None
        return usual_deck(carrier, new_id("deck"))

    def column(label: str, get: Any, put: Any, low: float, high: float, shown: Any = deck_sizes.has_sizes) -> Column:
        return Column(label, get, put, "length", low, high, shown)

    return PartsList(
        form.desk,
        "Further decks",
        "deck",
        get,
        put,
        make,
        [
            column("From", deck_sizes.start, deck_sizes.with_start, -20.0, 20.0),
            column("Long", deck_sizes.long, deck_sizes.with_long, 0.05, 15.0),
            column("Wide", deck_sizes.wide, deck_sizes.with_wide, 0.05, 3.0),
            column("Above the ground", deck_sizes.height, deck_sizes.with_height, 0.0, 5.0),
            column("Drops by", deck_sizes.drop, deck_sizes.with_drop, 0.01, 1.0, deck_sizes.drops),
        ],
    )


def fit_out(form: Form) -> PartsList:
    """What covers the carrier's decks and walls, and the allowances for what is mounted."""
    desk = form.desk

    def own(entry: FitOut) -> bool:
        solved, carrier = desk.solved, desk.carrier
        return solved is not None and carrier is not None and solved.frames.carrier_of.get(entry.deck) == carrier.id

    def get() -> tuple[FitOut, ...]:
        return tuple(f for f in desk.rig.fit_out if own(f)) if desk.rig is not None else ()

    def put(entries: tuple[FitOut, ...], words: str) -> None:
        desk.edit(lambda r: replace(r, fit_out=(*(f for f in r.fit_out if not own(f)), *map(usual, entries))), words)

    def usual(entry: FitOut) -> FitOut:
        """A cover has a thickness; an allowance has none, nor an area."""
        if entry.what not in COVERS:
            return replace(entry, thickness=0.0, area=None)
        return entry if entry.thickness > 0 else replace(entry, thickness=COVERS[entry.what].thickness)

    def make() -> FitOut:
        assert desk.carrier is not None
        return FitOut(
            id=new_id("fit-out"), what="plywood", deck=desk.carrier.main_deck.id, thickness=COVERS["plywood"].thickness
        )

    def decks() -> list[tuple[str, str]]:
        solved, carrier = desk.solved, desk.carrier
        if solved is None or carrier is None:
            return []
        return [(d.name, d.id) for d in solved.rig.decks if solved.frames.carrier_of.get(d.id) == carrier.id]

    def placed(entry: FitOut) -> Placed | None:
        solved = desk.solved
        if solved is None:
            return None
        return next(placed_fit_out(replace(solved.rig, fit_out=(entry,)), solved.frames), None)

    def area(entry: FitOut) -> float:
        rig = desk.rig
        known = rig is not None and entry.what in COVERS and any(d.id == entry.deck for d in rig.decks)
        return covered(entry, rig.deck(entry.deck)) if known and rig is not None else 0.0

    def weight(entry: FitOut) -> float:
        at = placed(entry)
        return at.mass.value if at is not None else 0.0

    def weighed(entry: FitOut, value: float) -> FitOut:
        return replace(entry, mass=Figure(value=value, plus_minus=0.02 * value, source="weighed") if value > 0 else None)

    def covers(entry: FitOut) -> bool:
        return entry.what in COVERS

    words = [(capital(w), w) for w in (*COVERS, *EACH)]
    return PartsList(
        desk,
        "Fit-out",
        "cover or allowance",
        get,
        put,
        make,
        [
            Column("Area", area, lambda e, v: replace(e, area=v), "area", 0.0, 500.0, covers),
            Column("Thickness", lambda e: e.thickness, lambda e, v: replace(e, thickness=v), high=0.2, low=0.0, shown=covers),
            Column("Weight (0: reckoned)", weight, weighed, "mass", 0.0, 5000.0),
        ],
        [Choice("What", "what", words), Choice("Deck", "deck", decks)],
        named="",
    )


def _seats(form: Form) -> PartsList:
    def get() -> tuple[Seat, ...]:
        carrier = form.desk.carrier
        return carrier.seats if isinstance(carrier, Vehicle) else ()

    def put(entries: tuple[Seat, ...], words: str) -> None:
        form.change(lambda c: replace(c, seats=entries), words)

    return PartsList(
        form.desk,
        "Seats",
        "seat",
        get,
        put,
        lambda: Seat(id=new_id("seat"), name="Passenger", x=-0.8, y=0.4),
        [_figure("x", "From the deck's front edge"), _figure("y", "Right of the middle")],
    )


def _aboard(form: Form) -> PartsList:
    def get() -> tuple[Aboard, ...]:
        carrier = form.desk.carrier
        return carrier.empty.aboard if carrier is not None and carrier.empty is not None else ()

    def put(entries: tuple[Aboard, ...], words: str) -> None:
        form.change(lambda c: with_aboard(c, entries), words)

    mass = Column("Weight", lambda e: e.mass.value, lambda e, v: replace(e, mass=replace(e.mass, value=v)), "mass", 0.0, 20_000)
    return PartsList(
        form.desk,
        "Aboard when it was weighed",
        "thing aboard",
        get,
        put,
        lambda: Aboard(what="Driver", mass=Figure(value=80.0, plus_minus=5.0), x=0.0),
        [mass, _figure("x", "From the deck's front edge"), _figure("y", "Right of the middle")],
        named="what",
    )
