"""Documents as they are stored: each says which form it has, and an older form is brought up to the newest on the way
in, so that nothing that was kept is ever unreadable."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

Content = dict[str, Any]


class UnknownDocument(ValueError):
    """What is stored is of a form that this release does not know, as after going back to an older one."""


@dataclass(frozen=True, slots=True)
class DocumentKind:
    """A kind of document. `upgraders` make of form 1 form 2, and so on; the newest form is the one after the last."""

    name: str
    upgraders: tuple[Callable[[Content], Content], ...] = ()

    @property
    def schema(self) -> str:
        """How the newest form is called, such as "formula/2"."""
        return f"{self.name}/{len(self.upgraders) + 1}"

    def written(self, content: Mapping[str, Any]) -> Content:
        """The content as it is stored."""
        return {"schema": self.schema, **content}

    def read(self, stored: Mapping[str, Any]) -> Content:
        """The content of what was stored, in the newest form. Raises UnknownDocument."""
        content = dict(stored)
        # What was stored before there were forms is of the first.
        schema = content.pop("schema", f"{self.name}/1")
        name, _, form = str(schema).partition("/")
        if name != self.name or not form.isdigit() or not 1 <= int(form) <= len(self.upgraders) + 1:
            raise UnknownDocument(f"{schema} is no form of {self.name} that is known here")
        for upgrade in self.upgraders[int(form) - 1 :]:
            content = upgrade(content)
        return content
