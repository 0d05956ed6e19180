import { Refused } from "./client";

/** What the server says of one field; its name may be the end of a longer place. */
export function errorAt(error: Error | null, field: string): string | undefined {
  if (!(error instanceof Refused)) return undefined;
  return error.errors.find((one) => one.field === field)?.message;
}

/** What it says of anything that has no field here, each sentence once. */
export function unplacedErrors(error: Error | null, fields: string[]): string[] {
  if (!error) return [];
  if (!(error instanceof Refused)) return [error.message];
  const rest = error.errors.filter((one) => !fields.includes(one.field));
  return [...new Set(rest.map((one) => one.message))];
}

/** What it asks before it takes a figure: "1.146" can be read in two ways. */
export function questionsIn(error: Error | null) {
  if (!(error instanceof Refused)) return [];
  return error.errors.filter((one) => one.choices.length > 0);
}
