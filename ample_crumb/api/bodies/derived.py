"""Bodies derived from what they become: the fields of a dataclass, held to the bounds that stand beside their types."""

import inspect
from dataclasses import MISSING, Field, fields
from types import NoneType, UnionType
from typing import Annotated, Any, ClassVar, Final, TypeVar, Union, get_args, get_origin, get_type_hints

import pydantic

from ample_crumb.api.bodies.base import Body, Flag, Number, Whole
from ample_crumb.core.bounds import Between, Items, Letters

Made = TypeVar("Made")

_STRICT: Final[dict[Any, Any]] = {float: Number, int: Whole, bool: Flag}


class Derived(Body):
    """A body with the fields of the dataclass that it `becomes`. What the class states itself wins; `usual` are
    values of fields that may be left out though the dataclass has none for them."""

    becomes: ClassVar[type]
    body_of: ClassVar[dict[type, type["Derived"]]] = {}
    """By dataclass, the body that stands for it where another one holds it: the first."""

    def __init_subclass__(cls, becomes: type | None = None, usual: dict[str, Any] | None = None, **more: Any) -> None:
        super().__init_subclass__(**more)
        if becomes is None:
            return
        cls.becomes = becomes
        hints = get_type_hints(becomes, include_extras=True)
        own = inspect.get_annotations(cls)
        derived: dict[str, Any] = {}
        for each in fields(becomes):
            if each.name in own:
                continue
            derived[each.name] = _as_body(hints[each.name])
            if usual and each.name in usual:
                setattr(cls, each.name, usual[each.name])
            elif (value := _usual_of(each)) is not MISSING:
                setattr(cls, each.name, value)
        cls.__annotations__ = derived | own
        Derived.body_of.setdefault(becomes, cls)

    def core(self) -> Any:
        """As the body that holds this one takes it."""
        return self.made(self.becomes)

    def made(self, kind: type[Made]) -> Made:
        """The dataclass with these values."""
        return kind(**{each.name: _as_core(getattr(self, each.name)) for each in fields(kind)})  # type: ignore[arg-type]


def _as_body(hint: Any) -> Any:
    """A type of the core as a body has it."""
    origin, held = get_origin(hint), get_args(hint)
    if origin is Annotated:
        bounds = [_field(bound) for bound in held[1:]]
        return Annotated[(_as_body(held[0]), *bounds)]
    if origin is tuple:
        return list[_as_body(held[0])]  # type: ignore[misc]
    if origin in (Union, UnionType):
        return Union[tuple(each if each is NoneType else _as_body(each) for each in held)]  # noqa: UP007
    return _STRICT.get(hint) or Derived.body_of.get(hint, hint)


def _field(bound: Any) -> Any:
    match bound:
        case Between(low, high):
            return pydantic.Field(ge=low, le=high)
        case Letters(most, least, pattern):
            return pydantic.Field(min_length=least or None, max_length=most, pattern=pattern)
        case Items(most, least):
            return pydantic.Field(min_length=least or None, max_length=most)
    raise TypeError(f"{bound} is no bound")


def _usual_of(each: Field[Any]) -> Any:
    """The value of a field that is left out, as a body has it; MISSING for none."""
    if each.default is MISSING and each.default_factory is MISSING:
        return MISSING
    if isinstance(each.type, type) and (body := Derived.body_of.get(each.type)):
        return pydantic.Field(default_factory=body)
    return pydantic.Field(default_factory=list) if each.default == () else each.default


def _as_core(value: Any) -> Any:
    if isinstance(value, Derived):
        return value.core()
    return tuple(map(_as_core, value)) if isinstance(value, list) else value
