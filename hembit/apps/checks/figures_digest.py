"""Checks by the same figures are found by a digest of them."""

from __future__ import annotations

import json
from hashlib import sha256
from typing import Any


def digest_of(spec: Any) -> bytes:
    """16 bytes for a part's spec, as JSON has it; what is empty counts as not there.

    So a spec that was stored when its kind had fewer fields has the digest that it has now.
    """
    text = json.dumps(_filled(spec), ensure_ascii=False, separators=(",", ":"), sort_keys=True)
    return sha256(text.encode()).digest()[:16]


def _filled(one: Any) -> Any:
    if isinstance(one, dict):
        return {key: value for key, each in one.items() if not _is_empty(value := _filled(each))}
    if isinstance(one, list):
        return [_filled(each) for each in one]
    return one


def _is_empty(one: Any) -> bool:
    return one is None or one is False or one in ("", [], {})
