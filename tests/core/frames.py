"""Rigs as frames of a finite-element library (PyNite): beams, hinges, springs and couples, for checks from outside.

Loads are in kg, so reactions are too; x is the station, y up, z to the left.
"""

from itertools import pairwise

from Pynite import FEModel3D


class Beam:
    """A stiff model built up of nodes at stations; every member is far stiffer than any spring."""

    def __init__(self) -> None:
        self.model = FEModel3D()
        self.model.add_material("steel", 210e9, 80e9, 0.3, 7850)
        self.model.add_section("stiff", 1.0, 1.0, 1.0, 1.0)
        self._count = 0

    def run(self, name: str, xs: list[float]) -> list[str]:
        """Nodes and members along some stations, in order; returns the nodes' names."""
        nodes = [f"{name}{i}" for i in range(len(xs))]
        for node, x in zip(nodes, xs, strict=True):
            self.model.add_node(node, x, 0, 0)
        for a, b in pairwise(nodes):
            self.model.add_member(f"{a}-{b}", a, b, "steel", "stiff")
        return nodes

    def hold(self, node: str, along: bool = False) -> None:
        """Hold a node up, and against leaving the plane; one node also along x."""
        self.model.def_support(node, along, True, True, True, False, False)

    def load(self, node: str, mass: float) -> None:
        """A mass at a node."""
        self.model.add_node_load(node, "FY", -mass)

    def solve(self, linear: bool = True) -> None:
        """Find the reactions; springs that only push need the other solver."""
        self.model.analyze_linear(check_statics=False) if linear else self.model.analyze(check_statics=False)

    def reaction(self, node: str) -> float:
        """What a held node carries."""
        return float(self.model.nodes[node].RxnFY["Combo 1"])

    def sunk(self, node: str) -> float:
        """How far a node has gone down."""
        return -float(self.model.nodes[node].DY["Combo 1"])


def pair(
    front: float,
    rear: float,
    ball: float,
    axles: float,
    loads: list[tuple[float, float]],
    towed: list[tuple[float, float]],
    couple: float = 0.0,
) -> dict[str, float]:
    """Reactions of a vehicle and the trailer hinged to its ball; stations of both in the vehicle's frame.

    couple: what bars put on the vehicle at the ball, nose down, and on the trailer the other way [kg·m].
    """
    frame = Beam()
    xs = sorted({front, rear, ball, *(x for _, x in loads)})
    nodes = frame.run("v", xs)
    at = dict(zip(xs, nodes, strict=True))
    back = sorted({ball, axles, *(x for _, x in towed)})
    for i, x in enumerate(back[1:], 1):
        frame.model.add_node(f"t{i}", x, -0.3, 0)  # clear of the vehicle's nodes, which it would join
    hitch = at[ball]
    names = [hitch, *(f"t{i}" for i in range(1, len(back)))]
    for a, b in pairwise(names):
        frame.model.add_member(f"T{a}-{b}", a, b, "steel", "stiff")
    frame.model.def_releases(f"T{names[0]}-{names[1]}", Rzi=True)
    behind = dict(zip(back[1:], names[1:], strict=True))
    frame.hold(at[front], along=True)
    frame.hold(at[rear])
    frame.hold(behind[axles])
    for mass, x in loads:
        frame.load(at[x], mass)
    for mass, x in towed:
        frame.load(behind[x], mass)
    if couple:
        frame.model.add_node_load(hitch, "MZ", couple)
        frame.model.add_member_pt_load(f"T{names[0]}-{names[1]}", "Mz", -couple, 0.0)
    frame.solve()
    return {"front": frame.reaction(at[front]), "rear": frame.reaction(at[rear]), "axles": frame.reaction(behind[axles])}
