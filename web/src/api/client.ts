import createClient from "openapi-fetch";
import { idleSeconds } from "./idle";
import { answered, silent } from "./reach";
import type { paths } from "./schema.gen";
import type { BothVersions, FieldError } from "./types";

/** How long an answer may take before the server counts as not reached [ms]. */
const PATIENCE = 20_000;

/** Ask within the patience: a network that is half gone never answers, and never fails by itself. */
export function fetched(request: Request): Promise<Response> {
  const late = AbortSignal.timeout(PATIENCE);
  return fetch(request, { signal: AbortSignal.any([request.signal, late]) });
}

const client = createClient<paths>({ baseUrl: "/", fetch: fetched });

client.use({
  onRequest({ request }) {
    const token = csrfToken();
    if (token) request.headers.set("X-CSRFToken", token);
    request.headers.set("Hembit-Idle", idleSeconds());
    return request;
  },
});

/** What the server asks back with every write, so that only its own pages can make one. */
export function csrfToken(): string {
  return document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1] ?? "";
}

/** The server refused an input and said why, field by field. Nothing was stored. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly errors: FieldError[],
    readonly versions: BothVersions | null = null,
  ) {
    super(errors.map((one) => one.message).join(" "));
  }
}

/** Nobody is signed in any more, or the screen was locked: whoever it is shows who they are first. */
export function isAtTheDoor(error: unknown): boolean {
  return error instanceof Refused && [401, 423].includes(error.status);
}

/** No answer came, or the server says that it cannot now. What was typed stays where it is. */
export class NotReached extends Error {
  constructor(said = "Hembit's server does not answer. What you typed is kept here.") {
    super(said);
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** Unwrap an answer: the data, or Refused, or NotReached. */
export async function ask<T>(pending: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await pending;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    silent();
    throw new NotReached();
  }
  answered();
  if (answer.data !== undefined) return answer.data;
  const { status } = answer.response;
  const body = answer.error as
    | { errors?: FieldError[]; versions?: BothVersions | null }
    | undefined;
  if (status >= 500) throw new NotReached(body?.errors?.[0]?.message);
  throw new Refused(
    status,
    body?.errors ?? [{ field: "", message: "This was refused.", code: "refused", choices: [] }],
    body?.versions ?? null,
  );
}

export { client };
