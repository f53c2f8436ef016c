"""What hands reach of a rig, and which way one comes onto its floor."""

from msgspec import Struct

from ..model.carrier import Carrier
from ..solve import Solved
from ..space.rooms import rooms
from ..space.walk import entrances, walk


class Reached(Struct, frozen=True):
    """doors: through which one comes in.  services: how many there are on a carrier, and reached: how many of them hands reach."""

    doors: tuple[str, ...]
    services: int
    reached: int


def reached(solved: Solved, carrier: Carrier) -> Reached:
    """Of one carrier, by its checks of service."""
    own = [r for r in rooms(solved.rig, solved.frames) if r.carrier == carrier.id]
    bad = {(c.items[0], c.detail[0]) for c in solved.checks if c.kind == "service" and c.items and c.detail}
    doors = entrances(walk(solved.rig, solved.frames, carrier), carrier)
    return Reached(tuple(doors), len(own), sum((r.item, r.service.what) not in bad for r in own))
