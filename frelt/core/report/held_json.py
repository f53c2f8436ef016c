"""What `frelt hold --json` says of how things are held, as plain values: stable names, masses and pulls in kg, pushes in times the weight."""

from math import isfinite

from ..base.units import Units
from ..base.value import Value
from ..solve import Solved
from ..tie_down.held import Held, InWay
from .finding import Finding
from .held import findings


class WayReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A push. wanted, holds_to: times the weight.  share: of what it takes, null where nobody read something or it lets go at once.

    tension: of each strap, or of each bolt [kg].
    """

    way: str
    fill: str
    wanted: float
    holds_to: float | None
    share: float | None
    spread: float | None
    tension: tuple[float | None, ...]


class ThingReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """One thing. least, most: its mass at both ends of its fill, with what stands on it [kg].  needs: of an unread anchor [kg]."""

    id: str
    name: str
    how: str
    status: str
    least: float
    most: float
    straps: tuple[str, ...]
    ways: tuple[WayReport, ...]
    tie_downs: int | None
    tie_downs_wanted: int | None
    limits: float | None
    limits_wanted: float | None
    needs: float
    unread: tuple[str, ...]


class HoldReport(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A rig. findings: the gravest first."""

    rig: str
    name: str
    things: tuple[ThingReport, ...]
    findings: tuple[Finding, ...]
    report: int = 1


def hold_report(solved: Solved, units: Units) -> HoldReport:
    """How everything of a solved rig is held."""
    return HoldReport(
        rig=solved.rig.id,
        name=solved.rig.name,
        things=tuple(_thing(h) for h in solved.held),
        findings=findings(solved.rig, solved.frames, solved.held, units),
    )


def _thing(one: Held) -> ThingReport:
    masses = [x.mass for x in one.body.loads] or [0.0]
    r = one.rule
    return ThingReport(
        id=one.item.id,
        name=one.item.name,
        how=one.how,
        status=one.status,
        least=min(masses),
        most=max(masses),
        straps=tuple(p.strap.id for p in one.body.pulls),
        ways=tuple(_way(w) for w in one.ways),
        tie_downs=r.number if r is not None else None,
        tie_downs_wanted=r.wanted if r is not None else None,
        limits=r.limits if r is not None else None,
        limits_wanted=r.half if r is not None else None,
        needs=one.need,
        unread=one.missing,
    )


def _way(at: InWay) -> WayReport:
    return WayReport(
        way=at.way.words,
        fill=at.load.words,
        wanted=at.way.wanted,
        holds_to=_plain(at.holds_to),
        share=_plain(at.share),
        spread=_plain(at.pm),
        tension=tuple(_plain(t) for t in at.tension),
    )


def _plain(value: float) -> float | None:
    return value if isfinite(value) else None
