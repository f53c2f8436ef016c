"""Where ports and fittings are: in the frame of their carrier, by what they are part of; a fitting without a place is between its lines' ends."""

import numpy as np

from ..geometry.frames import Frames
from ..model.item import HosePart, PortPart, TankPart
from ..model.rig import Rig

Vec = tuple[float, float, float]


class Places:
    """The places of all ports and fittings of a rig, found once."""

    def __init__(self, rig: Rig, frames: Frames) -> None:
        self._ports: dict[str, tuple[str, Vec]] = {}
        used = {e.partition("/")[0] for x in rig.plumbing.lines for e in (x.start, x.end)}
        for item in rig.items:
            frame = frames.items.get(item.id)
            if frame is None or item.id not in used:
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
        """Fittings without a place: each in the middle of what its lines go to.

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
        number = {f: n for n, f in enumerate(loose)}
        rows: list[tuple[int, int]] = []  # loose beside loose
        fixed: dict[int, list[tuple[str, Vec]]] = {}
        for one in loose:
            for other in beside[one]:
                owner = other.partition("/")[0]
                found = self._ports.get(other) or self.fittings.get(owner)
                if found is not None:
                    fixed.setdefault(number[one], []).append(found)
                elif owner in number:
                    rows.append((number[one], number[owner]))
        self._settle(loose, rows, fixed)

    def _settle(self, loose: list[str], rows: list[tuple[int, int]], fixed: dict[int, list[tuple[str, Vec]]]) -> None:
        """The middles, all at once: each is the mean of what it is beside. What hangs on nothing that is placed has no place."""
        reached, frontier = set(fixed), set(fixed)
        carrier = {n: places[0][0] for n, places in fixed.items()}
        while frontier:
            following = {(a, b) for a, b in rows if b in frontier and a not in reached}
            for a, b in sorted(following):
                carrier.setdefault(a, carrier[b])
            frontier = {a for a, _ in following}
            reached |= frontier
        keep = sorted(reached)
        column = {n: k for k, n in enumerate(keep)}
        matrix = np.zeros((len(keep), len(keep)))
        right = np.zeros((len(keep), 3))
        for n in keep:
            k = column[n]
            matrix[k, k] += 1e-9
            for on, at in fixed.get(n, ()):
                if on == carrier[n]:
                    matrix[k, k] += 1.0
                    right[k] += at
        for one, other in rows:
            if one in column and other in column:
                matrix[column[one], column[one]] += 1.0
                matrix[column[one], column[other]] -= 1.0
        for n, place in zip(keep, np.linalg.solve(matrix, right).tolist(), strict=True) if keep else ():
            self.fittings[loose[n]] = (carrier[n], (place[0], place[1], place[2]))
