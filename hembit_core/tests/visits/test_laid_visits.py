"""The route says what it said, unless somebody meant it to say something else."""

from __future__ import annotations

import json
import unittest

from hembit_core.tests.visits.laid_visits import FILE, digests


class LaidVisits(unittest.TestCase):
    def test_each_place_of_each_visit_is_laid_as_it_was(self) -> None:
        kept, now = json.loads(FILE.read_text("utf-8")), digests()
        self.assertEqual(kept.keys(), now.keys())
        others = {
            number: next(place for place, one in enumerate(now[number]) if one != kept[number][place])
            for number in now
            if now[number] != kept[number]
        }
        self.assertEqual(
            others,
            {},
            "The route says something else there. Where that is meant, look at some of them (python -m "
            "hembit_core.tests.visits.laid_visits NUMBER PLACE), then write the digests anew",
        )


if __name__ == "__main__":
    unittest.main()
