"""What is decided about danger is what was decided, unless somebody meant something else."""

from __future__ import annotations

import json
import unittest

from hembit_core.tests.drawn_decisions import FILE, digests


class DrawnDecisions(unittest.TestCase):
    def test_each_case_is_decided_as_it_was(self) -> None:
        kept, now = json.loads(FILE.read_text("utf-8")), digests()
        self.assertEqual(kept.keys(), now.keys())
        others = {
            name: places
            for name in now
            if (places := [n for n, one in enumerate(now[name]) if one != kept[name][n]])
        }
        self.assertEqual(
            others,
            {},
            "They are decided otherwise. Where that is meant, look at some (python -m "
            "hembit_core.tests.drawn_decisions NAME NUMBER), then write the digests anew",
        )


if __name__ == "__main__":
    unittest.main()
