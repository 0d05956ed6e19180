import { type FormEvent, useState } from "react";
import { useMendSpec } from "@/api/areas/machines";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Position } from "@/api/types";
import { type SpecDraft, takenUp } from "@/check/draft";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { partSent } from "./partSent";
import { SpecEditor } from "./SpecEditor";

/** The spec of a fitted part was not the right one: what it should have been all along, and why. */
export function MendSheet({ position, onClose }: { position: Position; onClose: () => void }) {
  const [draft, setDraft] = useState<SpecDraft>(() => standing(position));
  const [why, setWhy] = useState("");
  const mending = useMendSpec(position.id);
  function submit(event: FormEvent) {
    event.preventDefault();
    mending.mutate({ ...partSent(draft), why }, { onSuccess: onClose });
  }
  return (
    <Sheet
      title={`${position.name}: its spec was not right`}
      about="What was read keeps the verdict of its day. In an open job the finding follows the mended figures."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        <SpecEditor
          draft={draft}
          onChange={setDraft}
          error={mending.error}
          machine={null}
          onFound={() => document.getElementById("mend-why")?.focus()}
        />
        <TextField
          id="mend-why"
          label="Why"
          hint="typed wrong, another part than was thought, a newer sheet"
          value={why}
          maxLength={400}
          error={errorAt(mending.error, "why")}
          onText={setWhy}
        />
        <SheetFoot
          pending={mending.isPending}
          others={unplacedErrors(mending.error, ["why"])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}

function standing({ part }: Position): SpecDraft {
  if (!part) return { kind: "heating_element", specs: {}, found: null };
  return takenUp({
    where: "machine",
    title: part.library?.name ?? part.description,
    detail: "",
    spec: part.spec,
    of: part.library?.spec ?? null,
    revision: part.library?.revision ?? null,
    proposed: part.library?.proposed ?? false,
    rule_set: null,
    handling: part.library?.handling ?? "",
  });
}
