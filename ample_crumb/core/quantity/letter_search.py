"""Names by some letters of them, as people type while a name is not yet a word.

All names of a layer stand in one text, so that thousands cost one search of that text and not one each.
"""

from bisect import bisect_right
from collections.abc import Callable, Iterator, Mapping, Sequence
from itertools import chain, islice
from operator import attrgetter


class LetterSearch:
    """Known names by key, several a key, the first of which is what it is called.

    `upon` another search the names are looked for in both, here first, and none of its keys in `hidden` is found.
    """

    def __init__(
        self,
        names: Mapping[str, Sequence[str]],
        upon: "LetterSearch | None" = None,
        hidden: frozenset[str] = frozenset(),
    ) -> None:
        self._upon, self._hidden = upon, hidden
        self._called = _Text({key: known[:1] for key, known in names.items()})
        self._known = _Text(names)

    def find(self, letters: str, most: int) -> list[str]:
        """Up to so many keys with these letters in a name: those first in which they begin what it is called, then
        those in which they begin a word of that; none without letters."""
        folded = _folded(letters)
        if not folded:
            return []
        called, known = attrgetter("_called"), attrgetter("_known")
        nearest_first = chain(
            self._keys(f"\n {folded}", called), self._keys(f" {folded}", called), self._keys(folded, known)
        )
        # A key comes three times at most.
        return list(islice(dict.fromkeys(islice(nearest_first, 3 * most)), most))

    def _keys(self, letters: str, text_in: "Callable[[LetterSearch], _Text]") -> Iterator[str]:
        yield from text_in(self).holding(letters)
        if self._upon is not None:
            yield from (key for key in self._upon._keys(letters, text_in) if key not in self._hidden)


class _Text:
    """The names of many keys as one text, with where those of each key begin."""

    def __init__(self, names: Mapping[str, Sequence[str]]) -> None:
        self._names = list(names)
        pieces = ["".join(f"\n {_folded(name)}" for name in known) for known in names.values()]
        self._starts: list[int] = []
        at = 0
        for piece in pieces:
            self._starts.append(at)
            at += len(piece)
        self._all = "".join(pieces)

    def holding(self, letters: str) -> Iterator[str]:
        at = self._all.find(letters)
        while at >= 0:
            place = bisect_right(self._starts, at) - 1
            yield self._names[place]
            if place + 1 == len(self._starts):
                return
            at = self._all.find(letters, self._starts[place + 1])


def _folded(text: str) -> str:
    return " ".join(text.casefold().split())
