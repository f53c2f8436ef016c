"""Which nodes hang together."""

from collections.abc import Iterable


def roots(count: int, pairs: Iterable[tuple[int, int]]) -> list[int]:
    """For each of so many nodes one that stands for all it hangs together with."""
    parent = list(range(count))

    def root(n: int) -> int:
        while parent[n] != n:
            parent[n] = parent[parent[n]]
            n = parent[n]
        return n

    for a, b in pairs:
        parent[root(a)] = root(b)
    return [root(n) for n in range(count)]
