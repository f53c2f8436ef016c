"""The equipment catalog as CSV: one entry a row, so that a spreadsheet opens it.

`parameters` are the kind's own, `name=value unit` divided by semicolons; sizes, mass and tank are computed from them
where their cells are empty. Sizes in mm, kg, L. What has no column of its own (decks, outlines, fastenings, what stands on
it) is in the last one, as JSON.
"""

from collections.abc import Callable, Iterable

from msgspec.structs import replace

from ..core.base.figure import Basis, Figure, Source
from ..core.base.typed import NotUnderstood, read
from ..core.base.units import METRIC, US
from ..core.base.value import BadInput
from ..core.kind.bounds import check_parameters
from ..core.kind.kind import Kind
from ..core.kind.make import is_computed, made
from ..core.kind.registry import every as every_kind
from ..core.kind.registry import find, kind_of
from ..core.kind.substances import LIQUIDS
from ..core.model.catalog_entry import Entry
from ..core.model.item import Centre, HosePart, Item, Part, Placement, Shape, TankPart
from ..core.model.liquid import Liquid
from .rest import COLUMN, readable, rest_of, with_rest, within_bounds
from .rows import Row, every, rows, table

SHAPES: tuple[Shape, ...] = ("box", "upright cylinder", "lying cylinder", "lying ellipse", "cone bottom")
LISTED = "listed"  # a source in a table: an estimate that follows the kind's parameters
SOURCES: tuple[Source, ...] = ("weighed", "measured", "maker", "plate", "estimate")
REQUIRED = ("id", "name", "kind")
COLUMNS = (
    *REQUIRED,
    "words",
    "parameters",
    *("length_mm", "width_mm", "height_mm", "mass_kg", "mass_pm_kg", "centre_x_mm", "centre_y_mm", "centre_z_mm"),
    *(
        "tank_part",
        "tank_name",
        "tank_shape",
        "tank_length_mm",
        "tank_width_mm",
        "tank_height_mm",
        "tank_x_mm",
        "tank_y_mm",
        "tank_z_mm",
    ),
    *("capacity_L", "capacity_pm_L", "liquid", "heel_percent"),
    *("hoses", "hose_bore_mm", "hose_length_m", "hose_kg_per_m", "hose_holds", "source", "note", COLUMN),
)


def read_catalog(
    data: bytes, file: str = "", tell: Callable[[float], None] = lambda _: None, still: Callable[[], bool] = lambda: True
) -> tuple[Entry, ...]:
    """Every entry of a catalog. tell, still: see `rows.every`. Raises BadInput or BadTable with file, row and column; nothing is half-imported."""
    known: set[str] = set()

    def one(row: Row) -> Entry:
        entry = within_bounds(with_rest(_entry(row), row), row)
        try:
            check_parameters(entry.item)
        except BadInput as err:
            raise row.bad(COLUMN, err.expected) from None
        if entry.item.id in known:
            raise row.bad("id", "an id of its own")
        known.add(entry.item.id)
        return entry

    return every(rows(data, file, REQUIRED, COLUMNS), one, tell, still)


def _entry(row: Row) -> Entry:
    kind = find(row.text("kind").casefold())
    if kind is None:
        raise row.bad("kind", f"one of {', '.join(sorted(every_kind()))}")
    if not row.text("id") or not row.text("name"):
        raise row.bad("name" if row.text("id") else "id", "a name")
    source, basis = _source(row)
    note = row.text("note")
    fields, options = _parameters(row, kind)
    computed = None
    if kind.make is not None and (fields or options or not row.text("mass_kg")):
        computed = made(kind.id, row.text("id"), row.text("name"), fields, options)
    item = computed or _bare(row, kind)
    sizes = {
        name: Figure(value=row.mm(f"{name}_mm"), source=source, basis=basis, note=note)
        for name in ("length", "width", "height")
        if computed is None or row.text(f"{name}_mm")
    }
    item = replace(item, **sizes)
    if computed is None or row.text("mass_kg"):
        mass = row.number("mass_kg", 1, 0, 20_000, None)
        item = replace(
            item,
            mass=Figure(value=mass, plus_minus=row.number("mass_pm_kg", 1, 0, 5000), source=source, basis=basis, note=note),
        )
    if computed is None or row.text("centre_z_mm"):
        centre = Centre(
            x=row.mm("centre_x_mm", -20_000, 0.0),
            y=row.mm("centre_y_mm", -20_000, 0.0),
            z=row.mm("centre_z_mm", 0, round(item.height.value / 2, 4)),
            basis=basis,
            note=note,
        )
        item = replace(item, centre=centre)
    parts = {p.id: p for p in (*item.parts, *_tank(row, source, basis, note), *_hoses(row, source, basis, note))}
    item = replace(item, parts=tuple(_filled(row, p) for p in parts.values()))
    return Entry(item=item, words=row.text("words"))


def _source(row: Row) -> tuple[Source, Basis]:
    """Where an entry's figures come from; what is listed with the kind's parameters is an estimate that follows them."""
    if row.text("source") == LISTED:
        return "estimate", "listed"
    return row.one_of("source", SOURCES, "estimate"), ""


def _bare(row: Row, kind: Kind) -> Item:
    none = Figure(value=0.0)
    return Item(
        id=row.text("id"),
        name=row.text("name"),
        kind=kind.id,
        place=Placement(deck="none", u=0.0, v=0.0),
        length=none,
        width=none,
        height=none,
        mass=none,
    )


def _parameters(row: Row, kind: Kind) -> tuple[dict[str, Figure], dict[str, str]]:
    fields: dict[str, Figure] = {}
    options: dict[str, str] = {}
    params, choices = {p.id: p for p in kind.params}, {c.id: c for c in kind.choices}
    for part in filter(None, (t.strip() for t in row.text("parameters").split(";"))):
        name, _, text = (t.strip() for t in part.partition("="))
        if name in choices and text in choices[name].among:
            options[name] = text
        elif name in choices:
            raise row.bad("parameters", f"{name} as one of {', '.join(choices[name].among)}")
        elif name in params:
            p = params[name]
            try:
                value = read(text, p.quantity, US)
            except NotUnderstood as err:
                raise row.bad("parameters", str(err)) from None
            if not p.low <= value <= p.high:
                low, high = (US.show(v, p.quantity) for v in (p.low, p.high))
                raise row.bad("parameters", f"{name} from {low} to {high}")
            fields[name] = Figure(value=round(value, 9), note=row.text("note"))
        else:
            raise row.bad("parameters", f"for a {kind.title.lower()}: {', '.join([*params, *choices]) or 'nothing'}")
    return fields, options


def _filled(row: Row, part: Part) -> Part:
    """A computed part with the liquid and the name that the row gives it."""
    if (
        isinstance(part, TankPart)
        and part.id == (row.text("tank_part") or "tank")
        and row.text("liquid")
        and not row.text("tank_shape")
    ):
        return replace(part, liquid=_liquid(row, "liquid"), name=row.text("tank_name") or part.name)
    if isinstance(part, HosePart) and row.text("hose_holds") and not row.text("hoses"):
        return replace(part, holds=_liquid(row, "hose_holds"))
    return part


def _tank(row: Row, source: Source, basis: Basis, note: str) -> tuple[Part, ...]:
    if not row.text("tank_shape"):
        return ()
    capacity = row.number("capacity_L", 0.001, 0.01, 50_000, None)
    part = TankPart(
        id=row.text("tank_part") or "tank",
        name=row.text("tank_name") or row.text("name"),
        shape=row.one_of("tank_shape", SHAPES, None),
        length=row.mm("tank_length_mm"),
        width=row.mm("tank_width_mm"),
        height=row.mm("tank_height_mm"),
        capacity=Figure(
            value=capacity, plus_minus=row.number("capacity_pm_L", 0.001, 0, 5000), source=source, basis=basis, note=note
        ),
        liquid=_liquid(row, "liquid"),
        heel=row.number("heel_percent", 0.01, 0, 50, 0.02),
        at=(row.mm("tank_x_mm", -20_000, 0.0), row.mm("tank_y_mm", -20_000, 0.0), row.mm("tank_z_mm", 0, 0.0)),
    )
    return (part,)


def _hoses(row: Row, source: Source, basis: Basis, note: str) -> tuple[Part, ...]:
    count = int(row.number("hoses", 1, 0, 12))
    if not count:
        return ()
    length = row.number("hose_length_m", 1, 0.1, 1000, None)
    mass = row.number("hose_kg_per_m", 1, 0.01, 10, None) * length
    height = row.mm("height_mm")
    holds = _liquid(row, "hose_holds") if row.text("hose_holds") else None
    return tuple(
        HosePart(
            id=f"hose-{n + 1}",
            name=f"Hose {n + 1}" if count > 1 else "Hose",
            mass=Figure(value=round(mass, 2), plus_minus=round(mass * 0.1, 2), source=source, basis=basis, note=note),
            bore=row.mm("hose_bore_mm"),
            length=length,
            holds=holds,
            at=(0.0, 0.0, height * (n + 0.5) / count),
        )
        for n in range(count)
    )


def _liquid(row: Row, column: str) -> Liquid:
    for liquid in LIQUIDS:
        if liquid.name == row.text(column):
            return liquid
    raise row.bad(column, f"one of {', '.join(x.name for x in LIQUIDS)}")


def write_catalog(listed: Iterable[Entry]) -> bytes:
    """Entries as a table from which `read_catalog` reads the same ones; formulas neutralised."""
    return table(COLUMNS, (_told(replace(e, own=False)) for e in listed))


def _told(entry: Entry) -> dict[str, object]:
    """The cells of an entry, and what they do not say."""
    cells, made = readable(_cells(entry), _entry, REQUIRED)
    return cells | {COLUMN: rest_of(entry, made)}


def _cells(entry: Entry) -> dict[str, object]:
    item = entry.item
    kind = kind_of(item)
    cells: dict[str, object] = {
        "id": item.id,
        "name": item.name,
        "kind": kind.id,
        "words": entry.words,
        "parameters": "; ".join(_parameter(kind, item)),
        "source": LISTED if item.mass.basis == "listed" else item.mass.source,
        "note": item.mass.note,
    }
    for name in ("length", "width", "height"):
        figure: Figure = getattr(item, name)
        if not is_computed(figure):
            cells[f"{name}_mm"] = _mm(figure.value)
    if not is_computed(item.mass):
        cells |= {"mass_kg": f"{item.mass.value:.10g}", "mass_pm_kg": f"{item.mass.plus_minus:.10g}"}
        at = item.centre
        cells |= {"centre_x_mm": _mm(at.x), "centre_y_mm": _mm(at.y), "centre_z_mm": _mm(at.z)}
    elif kind.make is not None:
        cells |= {"note": "", "source": ""}
    return cells | _tank_cells(item) | _hose_cells(item)


def _parameter(kind: Kind, item: Item) -> Iterable[str]:
    for p in kind.params:
        if p.id in item.fields:
            unit = METRIC.name(p.quantity)
            yield f"{p.id}={item.fields[p.id].value / METRIC.factor(p.quantity):.12g} {unit}".strip()
    for c in kind.choices:
        if c.id in item.options:
            yield f"{c.id}={item.options[c.id]}"


def _tank_cells(item: Item) -> dict[str, object]:
    listed = sorted(item.tanks, key=lambda t: (is_computed(t.capacity), t.id != "tank"))
    if not listed:
        return {}
    tank = listed[0]
    part = "" if tank.id == "tank" else tank.id
    cells: dict[str, object] = {"tank_part": part, "tank_name": tank.name, "liquid": tank.liquid.name}
    if is_computed(tank.capacity):
        return cells
    cells |= {"tank_shape": tank.shape, "heel_percent": f"{tank.heel * 100:g}"}
    cells |= {f"tank_{n}_mm": _mm(getattr(tank, n)) for n in ("length", "width", "height")}
    cells |= {f"tank_{n}_mm": _mm(v) for n, v in zip("xyz", tank.at, strict=True)}
    return cells | {
        "capacity_L": f"{tank.capacity.value * 1000:.10g}",
        "capacity_pm_L": f"{tank.capacity.plus_minus * 1000:.10g}",
    }


def _hose_cells(item: Item) -> dict[str, object]:
    hoses = [p for p in item.parts if isinstance(p, HosePart)]
    if not hoses:
        return {}
    first = hoses[0]
    cells: dict[str, object] = {"hose_holds": first.holds.name if first.holds is not None else ""}
    if is_computed(first.mass):
        return cells
    return cells | {
        "hoses": len(hoses),
        "hose_bore_mm": _mm(first.bore),
        "hose_length_m": f"{first.length:.10g}",
        "hose_kg_per_m": f"{first.mass.value / first.length:.10g}" if first.length else "",
    }


def _mm(metres: float) -> str:
    return f"{metres * 1000:.10g}"
