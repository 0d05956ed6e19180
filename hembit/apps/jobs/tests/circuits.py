"""A deck oven with a circuit of its own: a bank behind a contactor, its parts bound to positions."""

from __future__ import annotations

from typing import Any

from hembit.apps.jobs.tests.visits import VisitCase

_LEFT_OUT = {"element 4", "element 5", "element 6"}


class CircuitCase(VisitCase):
    """Tests of a machine that has a circuit, or is given one."""

    def template(self, key: str) -> list[dict[str, Any]]:
        found = self.good(self.get("circuit-templates"))
        return list(next(one["rows"] for one in found if one["key"] == key))

    def send_rows(self, rows: list[dict[str, Any]], base: int = 0) -> Any:
        return self.send("put", f"machines/{self.machine.pk}/circuit", {"rows": rows, "base": base})

    def bank_of_three(self) -> list[dict[str, Any]]:
        """A bank with the limit and one element bound to the machine's positions."""
        rows = [one for one in self.template("parallel_bank") if one["name"] not in _LEFT_OUT]
        bound = {"limit": self.limit, "element 1": self.element, "element 2": self.member}
        for row in rows:
            if row["name"] in bound:
                row["position"] = int(bound[row["name"]])
        return rows
