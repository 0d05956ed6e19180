import type { SpecSource } from "@/api/types";

/** Where figures are from, as it stands in a form: every field of every way, only some are sent. */
export type SourceDraft = {
  kind: SpecSource["kind"];
  title: string;
  page: string;
  seenOn: string;
  count: string;
  by: string;
  temperature: string;
};

export const NO_SOURCE: SourceDraft = {
  kind: "document",
  title: "",
  page: "",
  seenOn: "",
  count: "1",
  by: "",
  temperature: "",
};

export function sourceDraft(source: SpecSource | undefined): SourceDraft {
  if (!source) return NO_SOURCE;
  switch (source.kind) {
    case "document":
      return { ...NO_SOURCE, kind: "document", title: source.title, page: source.page };
    case "plate":
      return { ...NO_SOURCE, kind: "plate", seenOn: source.seen_on };
    case "measured":
      return {
        ...NO_SOURCE,
        kind: "measured",
        count: String(source.count),
        by: source.by,
        temperature: source.temperature ?? "",
      };
    case "said":
      return { ...NO_SOURCE, kind: "said", by: source.by };
    case "not_known":
      return { ...NO_SOURCE, kind: "not_known" };
  }
}

export function sourceOf(draft: SourceDraft): SpecSource {
  switch (draft.kind) {
    case "document":
      return { kind: "document", title: draft.title, page: draft.page };
    case "plate":
      return { kind: "plate", seen_on: draft.seenOn };
    case "measured":
      return {
        kind: "measured",
        // What is no whole number goes as it was typed: the server says what is wrong with it.
        count: (/^\d+$/.test(draft.count.trim()) ? Number(draft.count) : draft.count) as number,
        by: draft.by,
        temperature: draft.temperature.trim() ? draft.temperature : null,
      };
    case "said":
      return { kind: "said", by: draft.by };
    case "not_known":
      return { kind: "not_known" };
  }
}
