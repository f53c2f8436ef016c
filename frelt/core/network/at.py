"""Where ports and fittings are: in the frame of their carrier, by what they are part of; a fitting without a place is between its lines' ends."""

from math import dist

from ..geometry.frames import Frames
from ..model.item import HosePart, PortPart, TankPart
from ..model.rig import Rig

Vec = tuple[float, float, float]
ROUNDS = 60


class Places:
    """The places of all ports and fittings of a rig, found once."""

    def __init__(self, rig: Rig, frames: Frames) -> None:
        self._ports: dict[str, tuple[str, Vec]] = {}
        for item in rig.items:
            frame = frames.items.get(item.id)
            if frame is None:
                continue
            carrier = frames.carrier_of[item.id]
            for part in item.parts:
                if isinstance(part, PortPart | HosePart | TankPart):
                    self._ports[f"{item.id}/{part.id}"] = (carrier, frame.point(part.at))
        self.fittings: dict[str, tuple[str, Vec]] = {}
        for fitting in rig.plumbing.fittings:
            place = fitting.place
            if place is not None and place.deck in frames.decks:
                at = frames.decks[place.deck].point((place.u, place.v, place.off))
                self.fittings[fitting.id] = (frames.carrier_of[place.deck], at)
        self._spread(rig)

    def at(self, port: str) -> tuple[str, Vec] | None:
        """The carrier and place of a port or a fitting's way [m], None where nothing says."""
        found = self._ports.get(port)
        return found if found is not None else self.fittings.get(port.split("/")[0])

    def _spread(self, rig: Rig) -> None:
        """Fittings without a place: each in the middle of what its lines go to, over and over until they no longer move.

        All on one string between two ports so part it evenly; on a branch without an end they gather at its beginning.
        """
        loose = [f.id for f in rig.plumbing.fittings if f.id not in self.fittings]
        if not loose:
            return
        beside: dict[str, list[str]] = {f: [] for f in loose}
        for line in rig.plumbing.lines:
            for one, other in ((line.start, line.end), (line.end, line.start)):
                if (own := one.split("/")[0]) in beside:
                    beside[own].append(other)
        known: dict[str, tuple[str, Vec]] = {}
        for _ in range(ROUNDS):
            moved = 0.0
            for one in loose:
                around = [
                    w
                    for o in beside[one]
                    if (w := self._ports.get(o) or self.fittings.get(o.split("/")[0]) or known.get(o.split("/")[0])) is not None
                ]
                if not around:
                    continue
                carrier = around[0][0]
                near = [w[1] for w in around if w[0] == carrier]
                middle = tuple(sum(p[k] for p in near) / len(near) for k in range(3))
                at = (middle[0], middle[1], middle[2])
                moved = max(moved, dist(at, known[one][1]) if one in known else 1.0)
                known[one] = (carrier, at)
            if moved < 1e-3:
                break
        self.fittings |= known
