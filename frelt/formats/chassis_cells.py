"""What stands in the row of a chassis."""

from ..core.base.figure import NOT_RATED, Figure, Rating, rated
from ..core.geometry.measures import deck_length, deck_width
from ..core.masses.bare import on_axles
from ..core.model.carrier import Stand, Trailer
from ..core.model.catalog_entry import Chassis
from .chassis_columns import LIMITS


def cells_of(one: Chassis) -> dict[str, object]:
    """Each column's text or number, as far as the columns say it; the rest is told beside (see `rest`)."""
    c = one.carrier
    if isinstance(c, Stand):
        cells: dict[str, object] = {
            "id": one.id,
            "name": one.name,
            "words": one.words,
            "carrier": "stand",
            "surface": c.main_deck.surface,
        }
        cells |= {"deck_length_mm": _show(deck_length(c)), "deck_width_mm": _show(deck_width(c))}
        return cells | {"deck_height_mm": _show(c.main_deck.origin[2]), "note": c.note}
    tires = c.axles[-1].tires
    duals = "all" if all(a.tires.each_end > 1 for a in c.axles) else "rear" if tires.each_end > 1 else ""
    body = c.body
    cells = {
        "id": one.id,
        "name": one.name,
        "words": one.words,
        "deck_length_mm": _show(deck_length(c)),
        "deck_width_mm": _show(deck_width(c)),
        "deck_height_mm": _show(c.main_deck.origin[2]),
        "surface": c.main_deck.surface,
        "axles_mm": ";".join(_show(a.x) for a in c.axles),
        "track_mm": ";".join(_show(a.track) for a in c.axles),
        "duals": duals,
        "tire_diameter_mm": _show(tires.diameter),
        "tire_width_mm": _show(tires.width),
        "body": body.kind,
        "rack": "yes" if body.rack else "no",
        "doors": "; ".join(
            f"{d.name.replace(',', '').replace(';', '')}, {d.side}, {_show(d.start)}, {_show(d.end)}, {_show(d.height)}, {d.kind}"
            for d in body.doors
        ),
        "wells": "; ".join(
            f"{w.side}, {_show(w.start)}, {_show(w.end)}, {_show(w.inward)}, {_show(w.height)}" for w in body.wells
        ),
        "zones": "; ".join(
            f"{z.below.replace(',', '').replace(';', '')}, {_show(z.x0)}, {_show(z.y0)}, {_show(z.x1)}, {_show(z.y1)}"
            for z in body.zones
        ),
        "load_index": ";".join(str(a.tires.load_index) for a in c.axles) if all(a.tires.load_index for a in c.axles) else "",
        "axle_kg": _ratings([a.rating for a in c.axles]),
        "tire_kg": _ratings([a.tires.rating for a in c.axles]),
        "ratings_source": _source([c.ratings.gross, *(a.rating for a in c.axles)]),
        "note": c.note,
    }
    for name in ("wall", "rail", "nose", "cab", "hood", "cab_height"):
        cells[f"{name}_mm"] = _show(getattr(body, name))
    weights: tuple[Figure, ...] = ()
    if isinstance(c, Trailer):
        cells |= {"carrier": "trailer", "coupler": c.coupler, "sharing": c.sharing, "coupler_mm": _show(-c.coupler_x)}
        sags = [rated(a.rating) / a.rate.value for a in c.axles if a.rate is not None and rated(a.rating)]  # type: ignore[operator]
        cells["sag_mm"] = _show(sags[0]) if sags else ""
        cells |= {"coupler_height_mm": _show(c.coupler_z), "jack_mm": "" if c.jack_x is None else _show(c.jack_x - c.coupler_x)}
        cells |= {column: _ratings([getattr(c.ratings, name)]) for name, column in LIMITS["trailer"].items()}
        cells["brakes"] = c.brakes or ""
        if c.empty is not None:
            read = on_axles(c.empty)
            weights = (c.empty.tongue, *(c.empty.each or ((read,) if read is not None else ())))
            cells["empty_gross_kg"] = "" if c.empty.gross is None else f"{c.empty.gross.value:.10g}"
    else:
        cells |= {"carrier": c.body_kind, "ball_mm": "" if c.ball_x is None else _show(c.ball_x)}
        cells |= {"ball_height_mm": "" if c.ball_z is None else _show(c.ball_z)}
        cells["seats"] = "; ".join(f"{s.name.replace(',', '').replace(';', '')}, {_show(s.x)}, {_show(s.y)}" for s in c.seats)
        cells |= {column: _ratings([getattr(c.ratings, name)]) for name, column in LIMITS["vehicle"].items()}
        weights = () if c.empty is None else (c.empty.front, c.empty.rear)
    if weights and c.empty is not None:
        share = weights[1].plus_minus / weights[1].value if weights[1].value else 0.0
        cells |= {"empty_kg": ";".join(f"{f.value:.10g}" for f in weights), "empty_pm_percent": f"{share * 100:.10g}"}
        cells |= {"empty_source": weights[1].source, "height_mm": _show(c.empty.height.value)}
        cells["height_pm_mm"] = _show(c.empty.height.plus_minus)
    return cells


def _show(metres: float) -> str:
    return f"{metres * 1000:.10g}"


def _ratings(listed: list[Rating]) -> str:
    if listed == [NOT_RATED]:
        return NOT_RATED
    values = [rated(r) for r in listed]
    return "" if None in values else ";".join(f"{v:.10g}" for v in values)


def _source(listed: list[Rating]) -> str:
    return next((r.source for r in listed if isinstance(r, Figure)), "estimate")
