"""The commands that the pages and the scripts name."""

from __future__ import annotations

import re
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
PAGES = ("README.md", "CONTRIBUTING.md", "docs/*.md", "docs/*/*.md")
_BEGINS = (
    r"(?:[A-Z_]+=\S+ )*(?:bin/\w|\.venv/bin/|manage\.py |python |npm |sudo |systemctl |journalctl )"
)
_INLINE = re.compile(rf"`({_BEGINS}[^`]*)`")
_IN_A_BLOCK = re.compile(rf"({_BEGINS}.*?)(?:\s+#.*)?$")
_IN_A_SCRIPT = re.compile(r"((?:[A-Z_]+=\S+ )*bin/\w+(?: \S*[^\s.;:,])*?)(?:  |[.;:,] |\.?$)")


def in_pages() -> set[str]:
    """Those in fenced blocks, and those between backticks, of every page."""
    found: set[str] = set()
    for path in (one for pattern in PAGES for one in ROOT.glob(pattern)):
        fenced = False
        for line in path.read_text().splitlines():
            if line.lstrip().startswith("```"):
                fenced = not fenced
            elif fenced:
                found |= {one[1] for one in [_IN_A_BLOCK.match(line)] if one}
            else:
                found |= set(_INLINE.findall(line))
    return found


def in_scripts() -> set[str]:
    """Those that the first lines of the scripts of bin/ name."""
    found: set[str] = set()
    for path in (one for one in (ROOT / "bin").iterdir() if one.is_file()):
        for line in path.read_text().splitlines()[1:]:
            if not line.startswith("#"):
                break
            found |= set(_IN_A_SCRIPT.findall(line))
    return found
