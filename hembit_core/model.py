"""The base of every typed value: immutable, and strict about names it does not know."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Self

from pydantic import BaseModel, ConfigDict


class Model(BaseModel):
    """A frozen pydantic model that refuses unknown keys."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """As pydantic's own, without what only models with private or extra fields need.

        A judgement is put together from some thirty of these copies. What was worked out of the old
        values and kept (``cached_property``) is not copied.
        """
        if deep:
            return super().model_copy(update=update, deep=True)
        changes = dict(update or ())
        kind = type(self)
        copied = kind.__new__(kind)
        values, fields = {**self.__dict__, **changes}, kind.__pydantic_fields__
        if len(values) > len(fields):
            values = {name: values[name] for name in fields}
        object.__setattr__(copied, "__dict__", values)
        object.__setattr__(
            copied, "__pydantic_fields_set__", self.__pydantic_fields_set__ | changes.keys()
        )
        object.__setattr__(copied, "__pydantic_extra__", None)
        object.__setattr__(copied, "__pydantic_private__", None)
        return copied
