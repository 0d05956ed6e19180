import { errorAt } from "@/api/errors";
import type { SpecSource } from "@/api/types";
import { Labelled } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import type { SourceDraft } from "./source";

const KINDS: { value: SpecSource["kind"]; label: string }[] = [
  { value: "document", label: "a manual or data sheet" },
  { value: "plate", label: "a plate" },
  { value: "measured", label: "good parts that were measured" },
  { value: "said", label: "somebody’s word" },
  { value: "not_known", label: "not known" },
];

type Props = {
  source: SourceDraft;
  error: Error | null;
  onChange: (part: Partial<SourceDraft>) => void;
};

/** Where the figures are from. */
export function SourceFields({ source, error, onChange }: Props) {
  const field = (
    name: keyof SourceDraft,
    label: string,
    at: string,
    hint?: string,
    unit?: string,
  ) => (
    <TextField
      label={label}
      hint={hint}
      {...(unit ? { unit } : {})}
      value={source[name]}
      maxLength={200}
      error={errorAt(error, `entry.source.${at}`)}
      onText={(text) => onChange({ [name]: text })}
    />
  );
  return (
    <div className="flex flex-col gap-3">
      <Labelled id="source-kind" label="The figures are from">
        <Select
          id="source-kind"
          value={source.kind}
          items={KINDS}
          onChoose={(kind) => onChange({ kind: kind as SpecSource["kind"] })}
        />
      </Labelled>
      {source.kind === "document" && (
        <div className="grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)] gap-3">
          {field("title", "Title", "title")}
          {field("page", "Page", "page", "or clause")}
        </div>
      )}
      {source.kind === "plate" && field("seenOn", "Of what", "seen_on", "the part, its machine")}
      {source.kind === "measured" && (
        <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
          {field("count", "How many", "count")}
          {field("by", "By whom", "by")}
          {field("temperature", "At", "temperature", "if known", "°C")}
        </div>
      )}
      {source.kind === "said" && field("by", "Whose", "by")}
    </div>
  );
}
