"""A circuit drawn by itself: what is joined meets, and nothing else does."""

from __future__ import annotations

from itertools import combinations
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.model.drawing import Drawing, drawing_of
from hembit_circuits.model.kinds import changeover, contact, load, source, split_load
from hembit_circuits.model.templates import TEMPLATES, placed


def check(case: TestCase, circuit: Circuit, drawing: Drawing) -> None:
    """Each path once, from the line of its one node to that of the other, and no two on each other."""
    line = {one.name: one for one in drawing.nodes}
    part = {one.key: one for one in circuit.parts}
    drawn = []
    for one in drawing.parts:
        path = part[one.part].component.paths[one.path]
        ends = [line[part[one.part].nodes[at]] for at in (path.first, path.second)]
        case.assertEqual(sorted(end.column for end in ends), [one.left, one.right])
        case.assertLess(one.left, one.right)
        case.assertTrue(all(end.top <= one.row <= end.bottom for end in ends))
        drawn.append((one.part, one.path))
    case.assertEqual(
        sorted(drawn),
        sorted(
            (one.key, place)
            for one in circuit.parts
            for place, path in enumerate(one.component.paths)
            if path.role is not Role.SOURCE
        ),
    )
    for one, other in combinations(drawing.parts, 2):
        case.assertTrue(one.row != other.row or one.left >= other.right or other.left >= one.right)
    for node, beside in combinations(drawing.nodes, 2):
        apart = node.bottom < beside.top or beside.bottom < node.top
        case.assertTrue(node.column != beside.column or apart, f"{node} {beside}")


class DrawingTest(TestCase):
    def test_every_template(self) -> None:
        for key, made in TEMPLATES.items():
            with self.subTest(key):
                check(self, made(), drawing_of(made()))

    def test_phases_stand_below_each_other_and_not_side_by_side(self) -> None:
        """Each node had a column of its own: a star with its contactor was wider than the screen."""
        star = drawing_of(TEMPLATES["star"]())
        self.assertEqual((star.columns, star.rows), (3, 3))
        self.assertEqual({one.column for one in star.nodes if one.name in ("L1", "L2", "L3")}, {0})

    @given(st.data())
    def test_any_circuit(self, data: st.DataObject) -> None:
        names = ["L1", "L2", "N", CASE, *map(str, range(9))]
        kinds = (load(24.0), contact(), contact(False), changeover(), split_load(20.0, 30.0))
        parts = [placed("s1", source(230.0), "L1", CASE), placed("s2", source(230.0), "L2", CASE)]
        parts.append(placed("n", source(0.0), "N", CASE))
        for number in range(data.draw(st.integers(1, 30))):
            component = data.draw(st.sampled_from(kinds))
            nodes = st.lists(
                st.sampled_from(names),
                min_size=len(component.terminals),
                max_size=len(component.terminals),
                unique=True,
            )
            parts.append(placed(f"p{number}", component, *data.draw(nodes)))
        circuit = Circuit(parts=tuple(parts))
        check(self, circuit, drawing_of(circuit))
