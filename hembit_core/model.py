"""The base of every typed value: immutable, and strict about names it does not know."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Model(BaseModel):
    """A frozen pydantic model that refuses unknown keys."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
