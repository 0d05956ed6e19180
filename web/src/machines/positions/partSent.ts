import type { Spec } from "@/api/types";
import { type SpecDraft, specOf } from "@/check/draft";

/** What a part should be, as it is sent: a revision of the library's, or figures of its own. */
export function partSent(draft: SpecDraft): { spec: Spec } | { revision: number } {
  const revision = draft.found?.spec.kind === draft.kind ? draft.found.revision : null;
  return revision ? { revision } : { spec: specOf(draft) ?? ({ kind: draft.kind } as Spec) };
}
