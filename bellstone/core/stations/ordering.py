"""Order and windows: between which stations a thing without footage lies, from all that was said, solved together.

What was told in one pass of one run lies in its travel direction; that is all that telling says. Nothing is ordered by
its number in a list of another pass: two things with no footage, told in two passes, may lie either way round.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from heapq import heapify, heappop, heappush
from math import inf

Window = tuple[float, float]
ANYWHERE: Window = (-inf, inf)
MOST_ROUNDS = 50  # of passing windows on between passes; each round settles one more shared thing on the way


@dataclass(frozen=True)
class Ordering:
    """Nodes in ``chains``, each one pass read from house to main; where they lie; and where they may [ft].

    A node is a thing: one sighting, several of one item, or an access that runs share. ``fixed`` nodes have a
    station, the others a window ``low`` to ``high``; a window with low above high is a contradiction.
    """

    chains: tuple[tuple[str, ...], ...]
    fixed: Mapping[str, float]
    bounds: Mapping[str, Window] = field(default_factory=dict)

    @cached_property
    def windows(self) -> dict[str, Window]:
        """Each node's window [ft]: what bounds it, and the bounds of what was told before and after it.

        low(x) = max(own low, low(y) for y told upstream of x in one pass), high likewise: passed along every chain
        until nothing changes. A bound taken out never narrows a window.

        >>> Ordering((("a", "b", "c"),), {"a": 10.0, "c": 30.0}).windows["b"]
        (10.0, 30.0)
        """
        low = {n: self.bounds.get(n, ANYWHERE)[0] for chain in self.chains for n in chain} | dict(self.fixed)
        high = {n: self.bounds.get(n, ANYWHERE)[1] for chain in self.chains for n in chain} | dict(self.fixed)
        for _ in range(MOST_ROUNDS):
            changed = False
            for chain in self.chains:
                changed |= self._pass_on(chain, low, 1.0) | self._pass_on(chain[::-1], high, -1.0)
            if not changed:
                break
        return {n: (low[n], high[n]) for n in low}

    def _pass_on(self, chain: Sequence[str], edge: dict[str, float], sign: float) -> bool:
        changed, reach = False, -inf
        for n in chain:
            if n not in self.fixed and sign * edge[n] < reach:
                edge[n], changed = sign * reach, True
            reach = max(reach, sign * edge[n])
        return changed

    @cached_property
    def _links(self) -> tuple[dict[str, list[str]], dict[str, list[str]]]:
        """What follows each node, and what each follows, along the chains; never against two stations."""
        down: dict[str, list[str]] = {n: [] for n in self.windows}
        up: dict[str, list[str]] = {n: [] for n in self.windows}
        for chain in (*self.chains, tuple(sorted(self.fixed, key=lambda n: self.fixed[n]))):
            for a, b in zip(chain, chain[1:], strict=False):
                if a != b and not (a in self.fixed and b in self.fixed and self.fixed[a] > self.fixed[b]):
                    down[a].append(b)
                    up[b].append(a)
        return down, up

    @cached_property
    def sequence(self) -> tuple[str, ...]:
        """All nodes from house to main: one order that keeps every pass's own, and every station."""
        rank = {
            n: (chain_no, i) for chain_no, chain in reversed(list(enumerate(self.chains))) for i, n in enumerate(chain)
        }
        key = {n: (low, n not in self.fixed, rank.get(n, (0, 0)), n) for n, (low, _) in self.windows.items()}
        down, up = self._links
        waits = {n: len(before) for n, before in up.items()}
        ready = [key[n] for n, count in waits.items() if count == 0]
        left = sorted(key.values(), reverse=True)
        heapify(ready)
        out: dict[str, None] = {}
        while len(out) < len(key):
            if not ready:  # passes that contradict each other: the earliest goes first
                while left[-1][3] in out:
                    left.pop()
                ready.append(left.pop())
            n = heappop(ready)[3]
            if n in out:
                continue
            out[n] = None
            for after in down[n]:
                waits[after] -= 1
                if waits[after] == 0:
                    heappush(ready, key[after])
        return tuple(out)

    @cached_property
    def slots(self) -> dict[str, tuple[float, int]]:
        """Where each node sorts: the last station before it [ft], and how many without one come between.

        >>> Ordering((("a", "b", "c"),), {"a": 10.0, "c": 30.0}).slots
        {'a': (10.0, 0), 'b': (10.0, 1), 'c': (30.0, 0)}
        """
        if all(n in self.fixed for chain in self.chains for n in chain) and self.bounds.keys() <= self.fixed.keys():
            return {n: (station, 0) for n, station in self.fixed.items()}
        at, count, slots = -inf, 0, dict[str, tuple[float, int]]()
        for n in self.sequence:
            at, count = (max(at, self.fixed[n]), 0) if n in self.fixed else (at, count + 1)
            slots[n] = (self.fixed.get(n, at), count)
        return slots

    def side(self, x: str, of: str) -> int:
        """+1 where ``x`` certainly lies downstream of ``of``, -1 upstream, 0 where it may be either.

        >>> two = Ordering((("cleanout", "change", "main"), ("roots", "main")), {"cleanout": 0.0})
        >>> two.side("roots", of="change"), two.side("main", of="change"), two.side("cleanout", of="change")
        (0, 1, -1)
        """
        (low, high), (of_low, of_high) = self.windows[x], self.windows[of]
        if low >= of_high and low > of_low:
            return 1
        if high <= of_low and high < of_high:
            return -1
        return 1 if x in self._reach(of, 0) else -1 if x in self._reach(of, 1) else 0

    @cached_property
    def _reached(self) -> dict[tuple[str, int], frozenset[str]]:
        return {}

    def _reach(self, start: str, way: int) -> frozenset[str]:
        """All that certainly lies downstream (way 0) or upstream (1) of a node, along the chains."""
        if (start, way) not in self._reached:
            links, seen, queue = self._links[way], {start}, [start]
            while queue:
                new = [n for n in links[queue.pop()] if n not in seen]
                seen.update(new)
                queue += new
            self._reached[start, way] = frozenset(seen - {start})
        return self._reached[start, way]

    @property
    def contradictions(self) -> list[str]:
        """Nodes that what was told before and after them leaves no room for."""
        return [n for n, (low, high) in self.windows.items() if low > high]
