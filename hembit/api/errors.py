"""One shape for everything that is wrong with an input: 422, a field and a sentence each."""

from __future__ import annotations

import logging
from collections.abc import Iterable, Mapping
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.http.request import RawPostDataException
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError

from hembit.api.faults import sentence_of
from hembit.api.places import Shapes, dotted, known_shapes
from hembit.apps.base.not_found import NotFound
from hembit.apps.checks.services import DifferentCheck, NotSettled
from hembit.apps.jobs.change import AlreadyNamed, ChangedMeanwhile
from hembit_core import AmbiguousInput, InputError
from hembit_core.judging.judgement import Choice
from hembit_core.model import Model
from hembit_core.notation import plain

log = logging.getLogger("hembit.api")


class FieldError(Model):
    """What is wrong with one field; ``choices`` when it is a question with set answers."""

    field: str
    message: str
    code: str = "invalid"
    choices: tuple[Choice, ...] = ()


class BothVersions(Model):
    """What you sent and what somebody stored meanwhile, field by field in words."""

    yours: dict[str, str]
    theirs: dict[str, str]


class Refusal(Model):
    """Why a request was refused. Nothing was stored."""

    errors: tuple[FieldError, ...]
    versions: BothVersions | None = None


_SENTENCES = {
    "missing": "This is needed.",
    "extra_forbidden": "This field is not known here.",
    "string_type": "A text is needed here.",
    "string_unicode": "This text has characters that cannot be stored.",
    "string_too_short": "This is needed.",
    "string_too_long": "This text is too long.",
    "float_parsing": "A number is needed here.",
    "float_type": "A number is needed here.",
    "int_parsing": "A whole number is needed here.",
    "int_from_float": "A whole number is needed here.",
    "int_type": "A whole number is needed here.",
    "finite_number": "A finite number is needed here.",
    "bool_parsing": "Yes or no is needed here.",
    "uuid_parsing": "A UUID is needed here.",
    "too_long": "There are too many entries here.",
    "timezone_aware": "A time with its time zone is needed here.",
    "union_tag_not_found": "The kind is missing here.",
}
_BOUNDS = {
    "greater_than": "more than",
    "greater_than_equal": "at least",
    "less_than": "less than",
    "less_than_equal": "at most",
}
_CODES = {400: "unreadable", 401: "not_signed_in", 403: "not_yours", 404: "not_found"}
_CHOICES = {"literal_error", "enum", "union_tag_invalid"}


def register(api: NinjaAPI) -> None:
    """Attach the handlers to ``api``."""
    shapes = known_shapes()

    def answer(
        request: HttpRequest,
        errors: Iterable[FieldError],
        status: int = 422,
        versions: BothVersions | None = None,
    ) -> HttpResponse:
        refusal = Refusal(errors=tuple(errors), versions=versions)
        return api.create_response(request, refusal.model_dump(mode="json"), status=status)

    @api.exception_handler(ValidationError)
    def shape(request: HttpRequest, error: ValidationError) -> HttpResponse:
        return answer(request, _without_echoes([_from_pydantic(one, shapes) for one in error.errors]))

    @api.exception_handler(AmbiguousInput)
    def ambiguous(request: HttpRequest, error: AmbiguousInput) -> HttpResponse:
        choices = tuple(Choice(value=one.value, label=one.label) for one in error.options)
        name = error.field.rpartition(".")[2]
        code = f"{name}.{error.code}"
        return answer(
            request,
            [FieldError(field=error.field, message=error.message, code=code, choices=choices)],
        )

    @api.exception_handler(InputError)
    def unusable(request: HttpRequest, error: InputError) -> HttpResponse:
        return answer(request, [FieldError(field=error.field, message=error.message)])

    @api.exception_handler(NotSettled)
    def not_settled(request: HttpRequest, error: NotSettled) -> HttpResponse:
        return answer(
            request,
            [
                FieldError(field=one.field, message=one.sentence, code=one.code, choices=one.choices)
                for one in error.questions
            ],
        )

    @api.exception_handler(DifferentCheck)
    @api.exception_handler(AlreadyNamed)
    def different(request: HttpRequest, error: Exception) -> HttpResponse:
        return answer(request, [FieldError(field="id", message=str(error), code="taken")], 409)

    @api.exception_handler(ChangedMeanwhile)
    def changed(request: HttpRequest, error: ChangedMeanwhile) -> HttpResponse:
        both = BothVersions(yours=error.yours, theirs=error.theirs)
        said = FieldError(field="version", message=str(error), code="changed_meanwhile")
        return answer(request, [said], 409, both)

    @api.exception_handler(NotFound)
    def not_found(request: HttpRequest, error: NotFound) -> HttpResponse:
        return answer(request, [FieldError(field="", message=str(error), code="not_found")], 404)

    @api.exception_handler(HttpError)
    def refused(request: HttpRequest, error: HttpError) -> HttpResponse:
        # What the parser refused comes wrapped; its own words say more.
        error = error.__cause__ if isinstance(error.__cause__, HttpError) else error
        code = _CODES.get(error.status_code, "refused")
        return answer(request, [FieldError(field="", message=str(error), code=code)], error.status_code)

    @api.exception_handler(OverflowError)
    def overflow(request: HttpRequest, error: OverflowError) -> HttpResponse:
        sentence = "A number here is larger than anything that can be meant. Check it."
        return answer(request, [FieldError(field="", message=sentence, code="too_large")])

    @api.exception_handler(DatabaseError)
    @api.exception_handler(OSError)
    def fault(request: HttpRequest, error: DatabaseError | OSError) -> HttpResponse:
        sentence = sentence_of(error)
        if sentence is None:  # a mistake of Hembit's: it is to be seen as one
            raise error
        log.error("%s %s: %s", request.method, request.path, error)
        return answer(request, [FieldError(field="", message=sentence, code="fault")], 503)

    @api.exception_handler(UnicodeEncodeError)
    def halves(request: HttpRequest, error: Exception) -> HttpResponse:
        sentence = _SENTENCES["string_unicode"]
        return answer(request, [FieldError(field="", message=sentence, code="string_unicode")])

    @api.exception_handler(RawPostDataException)
    def a_form(request: HttpRequest, error: Exception) -> HttpResponse:
        sentence = "JSON is needed here (application/json)."
        return answer(request, [FieldError(field="", message=sentence, code="unreadable")], 415)

    @api.exception_handler(RequestDataTooBig)
    def too_large(request: HttpRequest, error: Exception) -> HttpResponse:
        sentence = "This is too large to be taken here."
        return answer(request, [FieldError(field="", message=sentence, code="too_large")], 413)


def _from_pydantic(error: Mapping[str, Any], shapes: Shapes) -> FieldError:
    kind = error["type"]
    if kind in _CHOICES:
        context = error.get("ctx", {})
        expected = context.get("expected") or context.get("expected_tags") or ""
        message = f"Choose one of: {expected}." if error.get("input") else "Choose one of the list."
    elif kind in _BOUNDS:
        (bound,) = (value for value in error["ctx"].values() if isinstance(value, int | float))
        message = f"This must be {_BOUNDS[kind]} {bound if isinstance(bound, int) else plain(bound)}."
    elif kind == "too_short":
        context = error["ctx"]
        message = _too_few(int(context["actual_length"]), int(context["min_length"]))
    else:
        message = _SENTENCES.get(kind) or str(error["msg"]).removeprefix("Value error, ")
    return FieldError(field=dotted(error["loc"], shapes), message=message, code=kind)


def _too_few(there: int, least: int) -> str:
    """What is missing of a list, as it stands on the screen: figures, lines, displays."""
    if there == 0:
        return "Nothing is given here yet."
    return f"{there} {'is' if there == 1 else 'are'} given here, {least} are needed at least."


def _without_echoes(errors: list[FieldError]) -> list[FieldError]:
    """Drop "too few entries" of a list whose entry is itself what is wrong."""
    fields = [one.field for one in errors]
    return [
        one
        for one in errors
        if one.code != "too_short" or not any(field.startswith(f"{one.field}.") for field in fields)
    ]
