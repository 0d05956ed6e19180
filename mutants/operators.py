"""The small changes that are made, one operator each: what a slip of the hand would leave behind.

A change is made in the syntax tree, so that lines keep their numbers and every part of the code can be
reached: functions, class bodies and constants alike.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator
from dataclasses import dataclass

Undo = Callable[[], None]
Change = Callable[[], Undo]
"""Makes the change in the tree, and gives what takes it back."""


@dataclass(frozen=True)
class Site:
    """One place where an operator changes something."""

    operator: str
    line: int
    """Of the file, from 1."""
    was: str
    becomes: str
    change: Change


_EDGE: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
}
_OTHER_WAY: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Lt: ast.GtE,
    ast.LtE: ast.Gt,
    ast.Gt: ast.LtE,
    ast.GtE: ast.Lt,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
}
_ARITHMETIC: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Div,
    ast.Div: ast.Mult,
    ast.FloorDiv: ast.Mult,
    ast.Mod: ast.Mult,
    ast.Pow: ast.Mult,
    ast.BitOr: ast.BitAnd,
    ast.BitAnd: ast.BitOr,
    ast.LShift: ast.RShift,
    ast.RShift: ast.LShift,
}
_SWAPPED = {"min": "max", "max": "min", "any": "all", "all": "any"}
_TAKEN_OFF = {"abs", "sorted", "reversed", "round"}
_EDGE_OF_A_KEY = {"gt": "ge", "ge": "gt", "lt": "le", "le": "lt"}
_EDGE_OF_A_LOOKUP = {"__gt": "__gte", "__gte": "__gt", "__lt": "__lte", "__lte": "__lt"}
_HELD_ELSEWHERE = {"default", "verbose_name", "max_length", "related_name"}
"""Words about a column: bin/test compares them with the migrations."""
_ORDERS = {"order_by", "ordering", "latest", "earliest", "distinct", "values_list"}


def sites(tree: ast.Module) -> Iterator[Site]:
    """Every place of a module where something can be changed, in the order of its lines."""
    found: list[Site] = []
    for node, parent, name in _statements_and_expressions(tree):
        for make in _OPERATORS:
            found.extend(make(node, parent, name))
    return iter(sorted(found, key=lambda one: one.line))


def _statements_and_expressions(
    tree: ast.AST,
) -> Iterator[tuple[ast.AST, ast.AST, str]]:
    """Each node with what holds it and under which name; no annotations, no words said to people."""
    for name, value in ast.iter_fields(tree):
        if name in ("annotation", "returns", "type_params", "decorator_list"):
            continue
        for child in value if isinstance(value, list) else [value]:
            if not isinstance(child, ast.AST) or _says_only(child):
                continue
            yield child, tree, name
            yield from _statements_and_expressions(child)


def _says_only(node: ast.AST) -> bool:
    """Docstrings, and what is for the type checker alone."""
    if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant):
        return True
    if isinstance(node, ast.If) and isinstance(node.test, ast.Name) and node.test.id == "TYPE_CHECKING":
        return True
    return isinstance(node, ast.Import | ast.ImportFrom)


def _put(parent: ast.AST, name: str, old: ast.AST, new: ast.AST | None) -> Change:
    """Puts a node, or nothing, into the place of another."""

    def change() -> Undo:
        value = getattr(parent, name)
        if isinstance(value, list):
            at = next(n for n, one in enumerate(value) if one is old)
            kept = list(value)
            value[at : at + 1] = [] if new is None else [ast.copy_location(new, old)]
            return lambda: value.__setitem__(slice(None), kept)
        setattr(parent, name, None if new is None else ast.copy_location(new, old))
        return lambda: setattr(parent, name, old)

    return change


def _within(node: ast.AST, name: str, new: object) -> Change:
    """Gives a field of a node another value."""

    def change() -> Undo:
        old = getattr(node, name)
        setattr(node, name, new)
        return lambda: setattr(node, name, old)

    return change


def _without(parent: ast.AST, name: str, at: int) -> Change:
    """Takes one of a list away (of a dictionary, its key and its value)."""

    def change() -> Undo:
        names = ("keys", "values") if isinstance(parent, ast.Dict) else (name,)
        kept = {one: list(getattr(parent, one)) for one in names}
        for one in names:
            del getattr(parent, one)[at]

        def undo() -> None:
            for one in names:
                setattr(parent, one, kept[one])

        return undo

    return change


def _site(operator: str, node: ast.AST, becomes: ast.AST | str, change: Change) -> Site:
    told = becomes if isinstance(becomes, str) else ast.unparse(becomes)
    line = getattr(node, "lineno", 0)
    return Site(operator, line, _short(ast.unparse(node)), _short(told), change)


def _short(text: str) -> str:
    text = " ".join(text.split())
    return text if len(text) <= 120 else text[:119] + "…"


def _compare(operator: str, table: dict[type[ast.cmpop], type[ast.cmpop]]) -> _Operator:
    def make(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
        if not isinstance(node, ast.Compare):
            return
        for at, op in enumerate(node.ops):
            if type(op) not in table:
                continue
            ops = [*node.ops]
            ops[at] = table[type(op)]()
            new = ast.Compare(node.left, ops, node.comparators)
            yield _site(operator, node, new, _put(parent, name, node, new))

    return make


def _arithmetic(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if isinstance(node, ast.BinOp) and type(node.op) in _ARITHMETIC and not _is_text(node):
        new = ast.BinOp(node.left, _ARITHMETIC[type(node.op)](), node.right)
        yield _site("arithmetic", node, new, _put(parent, name, node, new))
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        yield _site("minus taken off", node, node.operand, _put(parent, name, node, node.operand))
    if isinstance(node, ast.AugAssign) and type(node.op) in _ARITHMETIC:
        other = ast.AugAssign(node.target, _ARITHMETIC[type(node.op)](), node.value)
        yield _site("arithmetic", node, other, _put(parent, name, node, other))


def _is_text(node: ast.BinOp) -> bool:
    return any(
        isinstance(one, ast.JoinedStr) or (isinstance(one, ast.Constant) and isinstance(one.value, str))
        for one in (node.left, node.right)
    )


def _logic(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if isinstance(node, ast.BoolOp):
        new = ast.BoolOp(ast.Or() if isinstance(node.op, ast.And) else ast.And(), node.values)
        yield _site("and, or", node, new, _put(parent, name, node, new))
        for one in node.values:
            left = [other for other in node.values if other is not one]
            less = left[0] if len(left) == 1 else ast.BoolOp(node.op, left)
            yield _site(
                "one of several conditions left out", node, less, _put(parent, name, node, less)
            )
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        yield _site("not taken off", node, node.operand, _put(parent, name, node, node.operand))


def _constant(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if not isinstance(node, ast.Constant) or isinstance(parent, ast.FormattedValue | ast.JoinedStr):
        return
    value = node.value
    if isinstance(value, bool):
        new = ast.Constant(not value)
        yield _site("true, false", node, new, _put(parent, name, node, new))
    elif isinstance(value, int | float):
        for other in {value + 1, value * 2 if isinstance(value, float) else value - 1} - {value}:
            new = ast.Constant(other)
            yield _site("another number", node, new, _put(parent, name, node, new))


def _condition(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if isinstance(node, ast.If | ast.IfExp):
        for always in (True, False):
            new = ast.copy_location(ast.Constant(always), node.test)
            told = f"if {ast.unparse(node.test)} → {always}"
            yield Site(
                "a question always answered the same",
                node.test.lineno,
                _short(ast.unparse(node.test)),
                _short(told),
                _within(node, "test", new),
            )
    if isinstance(node, ast.comprehension):
        for at, test in enumerate(node.ifs):
            yield _site("a filter left out", test, "(nothing)", _without(node, "ifs", at))


def _result(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if isinstance(node, ast.Return) and node.value is not None and not _is_none(node.value):
        new = ast.copy_location(ast.Constant(None), node.value)
        yield _site("nothing returned", node, "return None", _within(node, "value", new))


def _is_none(node: ast.AST) -> bool:
    return isinstance(node, ast.Constant) and node.value is None


def _left_out(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    statement = isinstance(node, ast.Raise | ast.AugAssign | ast.Delete | ast.Continue | ast.Break)
    if statement or (isinstance(node, ast.Expr) and isinstance(node.value, ast.Call)):
        yield _site("a statement left out", node, "pass", _put(parent, name, node, ast.Pass()))


def _call(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if not isinstance(node, ast.Call):
        return
    if isinstance(node.func, ast.Name):
        called = node.func.id
        if called in _SWAPPED:
            new = ast.Call(
                ast.copy_location(ast.Name(_SWAPPED[called], ast.Load()), node.func),
                node.args,
                node.keywords,
            )
            yield _site("least, most, any, all", node, new, _put(parent, name, node, new))
        if called in _TAKEN_OFF and node.args and not isinstance(node.args[0], ast.Starred):
            yield _site(
                "a function taken off", node, node.args[0], _put(parent, name, node, node.args[0])
            )
    for at, word in enumerate(node.keywords):
        if word.arg is None or word.arg in _HELD_ELSEWHERE:
            continue
        told = f"without {word.arg}={ast.unparse(word.value)}"
        yield _site("an argument left out", node, told, _without(node, "keywords", at))
        if edge := _other_edge(word.arg):
            told = f"{edge}={ast.unparse(word.value)}"
            yield _site("the edge of a limit", node, told, _within(word, "arg", edge))


def _other_edge(word: str) -> str | None:
    for end, other in _EDGE_OF_A_LOOKUP.items():
        if word.endswith(end):
            return word.removesuffix(end) + other
    return _EDGE_OF_A_KEY.get(word)


def _order(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    """Which row is first: the way, and what parts those that are equal."""
    words: list[ast.expr] = []
    if (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Attribute)
        and node.func.attr in _ORDERS
    ):
        words, field = node.args, "args"
    elif (
        isinstance(node, ast.Assign)
        and [ast.unparse(one) for one in node.targets] == ["ordering"]
        and isinstance(node.value, ast.List | ast.Tuple)
    ):
        words, field = node.value.elts, "elts"
    holder = node.value if isinstance(node, ast.Assign) else node
    for at, word in enumerate(words):
        if not isinstance(word, ast.Constant) or not isinstance(word.value, str):
            continue
        turned = word.value[1:] if word.value.startswith("-") else f"-{word.value}"
        yield _site("another order", word, repr(turned), _within(word, "value", turned))
        if len(words) > 1:
            yield _site("an order left out", word, "(nothing)", _without(holder, field, at))


def _element(node: ast.AST, parent: ast.AST, name: str) -> Iterator[Site]:
    if isinstance(node, ast.Tuple | ast.List | ast.Set) and not isinstance(
        getattr(node, "ctx", ast.Load()), ast.Store
    ):
        if isinstance(parent, ast.Subscript) or "__all__" in ast.unparse(parent)[:12]:
            return
        for at, one in enumerate(node.elts):
            yield _site("one of a list left out", one, "(nothing)", _without(node, "elts", at))
    if isinstance(node, ast.Dict):
        for at, one in enumerate(node.values):
            yield _site("one of a list left out", one, "(nothing)", _without(node, "values", at))


_Operator = Callable[[ast.AST, ast.AST, str], Iterator[Site]]
_OPERATORS: tuple[_Operator, ...] = (
    _compare("the edge of a limit", _EDGE),
    _compare("a comparison the other way", _OTHER_WAY),
    _arithmetic,
    _logic,
    _constant,
    _condition,
    _result,
    _left_out,
    _call,
    _order,
    _element,
)
