"""A shop's rules as settings: each with unit, limits and sentence, and said where it is used."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from pydantic import TypeAdapter

from hembit_core import BetweenTerminals, Conditions, DecisionRule, HeatingElement, Outcome, judge
from hembit_core.conformity.states import State
from hembit_core.errors import InputError
from hembit_core.families.to_case import TerminalToCase
from hembit_core.judge import PartReading, PartSpec, expectations
from hembit_core.rules.settings import changed_rules, own_figures, rule_settings, value_of
from hembit_core.rules.values import Rules, default_rules
from hembit_core.tests.test_every_example import every_reading

PART: TypeAdapter[Any] = TypeAdapter(PartSpec)
READING: TypeAdapter[Any] = TypeAdapter(PartReading)
_ELEMENT = HeatingElement.by_plate(2200, 230)


class EverySetting(TestCase):
    def test_every_figure_of_the_rules_is_a_setting(self) -> None:
        named = {one.name.partition(".")[0] for one in rule_settings()}
        self.assertEqual(named, set(Rules.model_fields) - {"origins"})

    def test_each_ships_within_its_own_limits_and_can_be_said_again(self) -> None:
        for one in rule_settings():
            with self.subTest(one.name):
                self.assertRegex(one.sentence, r"[.:]$")
                self.assertEqual(value_of(default_rules(), one.name), one.default)
                same = changed_rules({one.name: one.default}, "rules “Same”")
                self.assertEqual(same.model_copy(update={"origins": {}}), default_rules())

    def test_beyond_the_limits_it_is_refused_at_its_name(self) -> None:
        for one in rule_settings():
            with self.subTest(one.name):
                if one.kind == "choice":
                    continue
                assert one.least is not None and one.most is not None
                value = (
                    (one.most * 2 + 1, one.most * 2 + 2) if one.kind == "range" else one.most * 2 + 1
                )
                with self.assertRaises(InputError) as refused:
                    changed_rules({one.name: value}, "rules “Too much”")
                self.assertEqual(refused.exception.field, one.name)

    def test_what_is_no_value_is_refused(self) -> None:
        for name, value in (
            ("leaking_below_ohm", "much"),
            ("leaking_below_ohm", True),
            ("leaking_below_ohm", float("nan")),
            ("leads_unknown_ohm", (0.1, float("inf"))),
            ("leads_unknown_ohm", 0.3),
            ("leads_unknown_ohm", (0.5, 0.1)),
            ("companion_policy", "three"),
            ("decision_rule", None),
            ("nothing", 1),
            ("supplies.nowhere.low", 0.9),
            ("proof_of_dead_minutes", 30.5),
        ):
            with self.subTest(name, value=value), self.assertRaises(InputError):
                changed_rules({name: value}, "rules “Odd”")

    def test_figures_that_belong_together_stay_in_order(self) -> None:
        with self.assertRaises(InputError):
            changed_rules({"ghost_volts_from": 60, "ghost_volts_to": 40}, "rules “Odd”")


class InAVerdict(TestCase):
    def test_another_limit_decides_and_the_verdict_says_whose_it_is(self) -> None:
        rules = changed_rules({"leaking_below_ohm": 2e6}, "rules “Kilns”")
        reading = TerminalToCase(display="5.0M")
        shipped = judge(_ELEMENT, reading)
        own = judge(_ELEMENT, reading, Conditions(rules=rules))
        self.assertEqual((shipped.state, own.state), (State.LEAKING, State.WITHIN))
        self.assertIn("leaking below 2.0 MΩ on a multimeter (rules “Kilns”)", own.policy)
        self.assertIn("rules “Kilns”: leaking below 2.0 MΩ", own.policy)

    def test_nothing_is_said_of_what_nobody_changed(self) -> None:
        self.assertEqual(own_figures(default_rules()), ())

    def test_every_verdict_under_a_shops_rules_says_so(self) -> None:
        rules = changed_rules({"panel_minutes": 7}, "rules “Appliances”")
        for name, spec, reading, conditions in every_reading():
            with self.subTest(name):
                verdict = judge(spec, reading, conditions.model_copy(update={"rules": rules}))
                self.assertIn("rules “Appliances”: panel 7 min", verdict.policy)

    def test_the_shops_decision_rule_holds_where_the_reading_says_none(self) -> None:
        rules = changed_rules({"decision_rule": "guarded_acceptance"}, "rules “Strict”")
        reading = BetweenTerminals(display="26.5", leads_nulled=True)
        self.assertEqual(judge(_ELEMENT, reading, Conditions(rules=rules)).outcome, Outcome.UNDECIDED)
        own = judge(_ELEMENT, reading, Conditions(rules=rules), DecisionRule.SIMPLE)
        self.assertEqual(own.outcome, judge(_ELEMENT, reading).outcome)

    def test_the_shops_schools_hold_where_the_spec_leaves_them_open(self) -> None:
        igniter = {"kind": "igniter", "usual_lower": "50", "usual_upper": "100", "lenient_upper": "300"}
        high = {"measurand": "igniter_resistance", "display": "180", "leads_nulled": True}
        for own, shops, state in (
            (None, "strict", State.OUTSIDE),
            (None, "lenient", State.WATCH),
            ("strict", "lenient", State.OUTSIDE),
            ("lenient", "strict", State.WATCH),
        ):
            with self.subTest(own=own, shops=shops):
                rules = changed_rules({"igniter_school": shops}, "rules “Ovens”")
                spec = PART.validate_python(igniter | {"school": own})
                verdict = judge(spec, READING.validate_python(high), Conditions(rules=rules))
                self.assertEqual(verdict.state, state)

    def test_an_element_by_the_shops_school_alone_and_in_a_bank(self) -> None:
        low = {"measurand": "between_terminals", "display": "22.4", "leads_nulled": True}
        pair = {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]}
        element = {"kind": "heating_element", "rating": pair, "alloy": "nicr_80_20"}
        ohms = {"by": "ohms", "resistance": "24.0"}
        for own, shops, outcome in (
            (None, "appliance_input", Outcome.REJECT),
            (None, "percent_of_resistance", Outcome.ACCEPT),
            ("appliance_input", "percent_of_resistance", Outcome.REJECT),
            ("percent_of_resistance", "appliance_input", Outcome.ACCEPT),
        ):
            rules = changed_rules({"element_school": shops}, "rules “Ovens”")
            tolerance = {"tolerance": {"school": own} if own else None}
            spec = PART.validate_python({**element, "alloy": None, "hot_cold_ratio": "1", **tolerance})
            verdict = judge(spec, READING.validate_python(low), Conditions(rules=rules))
            accepted = outcome is Outcome.ACCEPT
            self.assertEqual(verdict.outcome is Outcome.ACCEPT, accepted, (own, shops))
            member = {"kind": "heating_element", "rating": pair, "hot_cold_ratio": "1", **tolerance}
            bank = PART.validate_python({"kind": "element_bank", "member": member, "members": 2})
            half = READING.validate_python({**low, "measurand": "bank_resistance", "display": "11.2"})
            together = judge(bank, half, Conditions(rules=rules))
            self.assertEqual(together.outcome is Outcome.ACCEPT, accepted, (own, shops))
        rules = changed_rules(
            {"element_school": "percent_of_resistance", "element_share": 0.05}, "rules “Ovens”"
        )
        cold = PART.validate_python({"kind": "heating_element", "rating": ohms})
        read = READING.validate_python({**low, "display": "25.8"})
        self.assertNotEqual(judge(cold, read, Conditions(rules=rules)).outcome, Outcome.ACCEPT)

    def test_no_school_of_a_shop_leaves_a_stored_spec_that_cannot_be_judged(self) -> None:
        """A machine's specs are kept for years, and its job must open by whatever rules hold then."""
        bare = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "24"}}
        specs = [one[1] for one in every_reading()]
        specs += [PART.validate_python(bare)]
        specs += [PART.validate_python({"kind": "element_bank", "members": 2, "member": bare})]
        for setting in rule_settings():
            for choice in setting.choices:
                rules = changed_rules({setting.name: choice.value}, "rules “Another”")
                for spec in specs:
                    with self.subTest(setting=setting.name, choice=choice.value, spec=spec.kind):
                        expectations(spec, Conditions(rules=rules))

    def test_ohms_alone_are_judged_by_the_narrowest_of_the_watts_steps(self) -> None:
        """Not saying the plate accepts nothing that any plate of these ohms would not."""
        cold = {"kind": "heating_element", "hot_cold_ratio": "1"}
        bare = PART.validate_python({**cold, "rating": {"by": "ohms", "resistance": "24.0"}})
        told = expectations(bare)[0]
        self.assertIn("narrowest", " ".join(told.policy))
        self.assertEqual(told.text, "22.86–26.67 Ω")
        for volts in ("12", "24", "48", "120", "230", "400"):
            rating = {"by": "ohms", "resistance": "24.0", "voltage": volts}
            known = expectations(PART.validate_python({**cold, "rating": rating}))[0]
            self.assertLessEqual(known.rail.band.lower or 0, told.rail.band.lower or 0)
            self.assertGreaterEqual(known.rail.band.upper or 1e9, told.rail.band.upper or 0)

    def test_a_lenient_shop_is_strict_where_the_part_has_no_limit_for_it(self) -> None:
        rules = changed_rules({"igniter_school": "lenient"}, "rules “Ovens”")
        spec = PART.validate_python({"kind": "igniter", "usual_lower": "50", "usual_upper": "100"})
        high = {"measurand": "igniter_resistance", "display": "180", "leads_nulled": True}
        verdict = judge(spec, READING.validate_python(high), Conditions(rules=rules))
        self.assertEqual(verdict.state, State.OUTSIDE)
        self.assertTrue(any("strict" in one for one in verdict.policy))

    def test_a_winding_by_the_shops_school(self) -> None:
        spec = PART.validate_python({"kind": "winding", "resistance": "118", "baseline": "118.0"})
        read = {"measurand": "winding_resistance", "display": "127.0", "leads_nulled": True}
        settled = Conditions(part_temperature="20.0", temperature_source="ice_bath")
        rules = changed_rules({"winding_school": "never_gains_ohms"}, "rules “Strict”")
        self.assertNotEqual(judge(spec, READING.validate_python(read), settled).outcome, Outcome.REJECT)
        own = settled.model_copy(update={"rules": rules})
        self.assertEqual(judge(spec, READING.validate_python(read), own).outcome, Outcome.REJECT)

    def test_rules_upon_rules_keep_where_each_came_from(self) -> None:
        kilns = changed_rules({"leaking_below_ohm": 1e6, "panel_minutes": 9}, "rules “Kilns”")
        both = changed_rules({"panel_minutes": 3}, "this machine", kilns)
        self.assertEqual(both.said("leaking_below_ohm"), "rules “Kilns”")
        self.assertEqual(both.said("panel_minutes"), "this machine")
