import createClient from "openapi-fetch";
import type { paths } from "./schema.gen";
import type { FieldError } from "./types";

const client = createClient<paths>({ baseUrl: "/" });

client.use({
  onRequest({ request }) {
    const token = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1];
    if (token) request.headers.set("X-CSRFToken", token);
    return request;
  },
});

/** The server refused an input and said why, field by field. Nothing was stored. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly errors: FieldError[],
  ) {
    super(errors.map((one) => one.message).join(" "));
  }
}

/** No answer came. What was typed stays where it is. */
export class NotReached extends Error {
  constructor() {
    super("Hembit's server does not answer. What you typed is kept here.");
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
    throw new NotReached();
  }
  if (answer.data !== undefined) return answer.data;
  const { status } = answer.response;
  if (status >= 500) throw new NotReached();
  const body = answer.error as { errors?: FieldError[]; detail?: string } | undefined;
  throw new Refused(
    status,
    body?.errors ?? [
      { field: "", message: body?.detail ?? "This was refused.", code: "refused", choices: [] },
    ],
  );
}

export { client };
