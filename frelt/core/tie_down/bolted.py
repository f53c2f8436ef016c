"""What bolts carry: a thing turned about the edge of its base, no rubbing, no preload, as handbooks of machine design have it.

Along each way of the base the load turns the thing about its far edge; a bolt at d from that edge takes its share of the moment,
T = M·d / Σd², and an even share of what pulls it off. Shear is an even share of what lies along the base, and of
the moment about its normal F·e what r/Σr² gives. Each bolt's share of what it may bear is √((T/Ta)² + (V/Va)²).
Source: the elastic method for bolt groups of any handbook of machine design.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..base.figure import Figure
from ..model.tie_down import Bolts
from .body import Body, Load


class OnBolts(Struct, frozen=True, eq=False):
    """What the bolts of a thing carry at a push. tension, shear: of each [kg].  share: of what it may bear, nan where nobody typed that."""

    tension: Array
    shear: Array
    share: float
    worst: int


def bolted(body: Body, bolts: Sequence[Bolts], load: Load, way: tuple[float, float, float], push: float) -> OnBolts:
    """The bolts of a thing pushed along a way so many times its weight; in the frame of its base, whatever way that faces."""
    base = np.array(body.deck_frame.turn)  # columns u, v, n
    points = np.array([body.frame.point(p) for b in bolts for p in b.at])
    each = [b for b in bolts for _ in b.at]
    force = load.mass * (np.array(way) * push + np.array([0.0, 0.0, -1.0])) @ base
    corners = (body.contacts - np.array(load.at)) @ base
    own = (points - np.array(load.at)) @ base
    height = -float(corners[:, 2].mean())  # of the centre over the base
    tension = np.zeros(len(own))
    for k in (0, 1):
        sign = 1.0 if force[k] >= 0 else -1.0
        edge = float((sign * corners[:, k]).max())  # how far ahead of the centre it turns
        moment = abs(force[k]) * height + min(force[2], 0.0) * edge  # what presses holds it down
        arms = edge - sign * own[:, k]
        if moment > 0 and (arms > 0).any():
            arms = np.maximum(arms, 0.0)
            tension += moment * arms / float((arms**2).sum())
    if force[2] > 0:
        tension += force[2] / len(own)
    middle = own[:, :2].mean(axis=0)
    across = np.tile(force[:2] / len(own), (len(own), 1))
    arm = own[:, :2] - middle
    twist = float(-middle[0] * force[1] + middle[1] * force[0])  # of the load about the middle of the bolts
    polar = float((arm**2).sum())
    if polar > 1e-12:
        across += twist / polar * np.stack([-arm[:, 1], arm[:, 0]], axis=1)
    shear = np.linalg.norm(across, axis=1)
    ta = np.array([b.tension.value if isinstance(b.tension, Figure) else np.nan for b in each])
    va = np.array([b.shear.value if isinstance(b.shear, Figure) else np.nan for b in each])
    with np.errstate(divide="ignore", invalid="ignore"):
        share = np.hypot(np.where(tension > 1e-9, tension / ta, 0.0), np.where(shear > 1e-9, shear / va, 0.0))
    worst = int(np.argmax(np.nan_to_num(share, nan=np.hypot(tension, shear).max()))) if len(share) else 0
    return OnBolts(tension, shear, float("nan") if np.isnan(share).any() else float(share.max()), worst)
