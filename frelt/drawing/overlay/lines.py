"""The lines of a rig along its plan or its side: where they run, in the colors of what they carry, and fittings where a hand finds them."""

from collections.abc import Iterator

from ...core.fitting.registry import type_of
from ...core.model.rig import Rig
from ...core.network.lines import LinesSolved
from ...core.network.reading import FLOWS
from ..layout import Sheet
from ..line_plan.seen import tint_at
from ..shapes import Path, Shape, ellipse, line
from ..views import View

LANE = 3.0  # by which lines that run along one wall are set apart [px]
WIDTHS = (1.2e-4, 3.5e-4)


def on_sheet(sheet: Sheet, view: View, at: tuple[float, float, float]) -> tuple[float, float]:
    """A point of a carrier [m] on one of its drawings [px]."""
    return sheet.px(view, *{"plan": (at[0], at[1]), "side": (at[0], at[2]), "rear": (at[1], at[2])}[view])


def runs(
    rig: Rig, solved: LinesSolved, carrier: str, sheet: Sheet, view: View = "plan"
) -> Iterator[tuple[str, tuple[tuple[float, float], ...]]]:
    """Every line on a carrier with its corners on the sheet [px], set apart where several run along one wall."""
    n = 0
    for one in rig.plumbing.lines:
        route = solved.piping.routes.get(one.id)
        if route is None or route.carrier != carrier or len(route.points) < 2:
            continue
        off = LANE * ((n % 5) - 2)
        n += 1
        points = [on_sheet(sheet, view, p) for p in route.points]
        kept = [points[0]]
        for k, (x, y) in enumerate(points[1:], 1):
            along = 0 < k < len(points) - 1 and _wall_run(points, k)
            p = (x, y + off) if along else (x, y)
            if abs(p[0] - kept[-1][0]) + abs(p[1] - kept[-1][1]) > 0.5:
                kept.append(p)
        if len(kept) > 1:
            yield one.id, tuple(kept)


def _wall_run(points: list[tuple[float, float]], k: int) -> bool:
    """Whether a corner is an end of a run that lies along the carrier, away from both ends of the line."""
    y = points[k][1]
    level = abs(points[k - 1][1] - y) < 0.1 or abs(points[k + 1][1] - y) < 0.1
    return level and abs(y - points[0][1]) > 0.1 and abs(y - points[-1][1]) > 0.1


def lines_over(
    rig: Rig, solved: LinesSolved | None, carrier: str, sheet: Sheet, held: str, view: View = "plan"
) -> tuple[Shape, ...]:
    """The lines as shapes, those that stand still below."""
    if solved is None:
        return ()
    still: dict[str, tuple[str, list[float]]] = {}  # one path for all that is drawn alike
    flowing: list[Shape] = []
    below = {x.id for x in rig.plumbing.lines if x.below}
    for line_id, points in runs(rig, solved, carrier, sheet, view):
        ops, xy = "M" + "L" * (len(points) - 1), tuple(v for p in points for v in p)
        if line_id == held:
            flowing.append(Path("pipe.held", ops, xy))
        e = solved.piping.branch.get(line_id)
        flow = 0.0 if e is None else abs(float(solved.steady.found.flow[e]))
        if not flow > FLOWS:
            role = "pipe.under" if line_id in below else "pipe.still.plan"
            before, corners = still.get(role, ("", []))
            still[role] = (before + ops, [*corners, *xy])
            continue
        tint, step = tint_at(solved, line_id), sum(flow >= w for w in WIDTHS)
        flowing += [Path(f"pipe.edge.{tint}.{step}", ops, xy), Path(f"pipe.fill.{tint}.{step}", ops, xy)]
    made: list[Shape] = [*(Path(role, ops, tuple(corners)) for role, (ops, corners) in still.items()), *flowing]
    places = solved.piping.fittings
    for f in rig.plumbing.fittings:
        at = places.get(f.id)
        if at is None or at[0] != carrier or not type_of(f).dot:
            continue
        x, y = on_sheet(sheet, view, at[1])
        made.append(ellipse("valve" if f.id != held else "pipe.port.fits", x, y, 4.5))
        if type_of(f).lever:
            dx, dy = (7.0, 0.0) if f.stands >= 0.5 else (0.0, 7.0)
            made.append(line("lever", (x, y), (x + dx, y + dy)))
    return tuple(made)
