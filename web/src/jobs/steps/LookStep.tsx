import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { isFirstLoad } from "@/api/firstLoad";
import { useOptions } from "@/api/queries";
import { useEntry } from "@/jobs/route/useEntry";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Several } from "@/ui/Choices";
import { Labelled, TextArea } from "@/ui/Field";
import { ToCome } from "@/ui/ToCome";
import { PhotoStrip } from "../photos/PhotoStrip";
import { partOf, type Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** That it was looked at, and is as it should be: said in one press. */
const NOTHING = "sound";

/** Looking at a part, or at the machine as a whole: choices, a note, photos. */
export function LookStep({ visit, part }: { visit: Visit; part: string }) {
  const { job } = visit;
  const whole = part === "machine";
  const kind = whole ? "machine" : partOf(job, part)?.spec.kind;
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.look.${part}`, {
    seen: [] as string[],
    note: "",
  });
  const entry = useEntry(visit, ["seen", "note"]);
  const options = useOptions();
  const items = (options.data?.inspections ?? []).filter(
    (one) =>
      one.value !== NOTHING && (one.kinds.length === 0 || (kind && one.kinds.includes(kind))),
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    note(draft.seen);
  }
  function note(seen: string[]) {
    const name = whole ? "the machine" : (partOf(job, part)?.name ?? "");
    entry.write(
      { kind: "looked", part, seen, note: draft.note },
      `look at ${name}`,
      draft.id,
      (answer) => {
        forget();
        visit.moveOn(answer, `Looked at ${name}`);
      },
    );
  }
  const others = (visit.place?.step.items ?? []).filter(
    (one) => one.state === "due" && one.part && one.part !== part,
  );
  /** Nothing on the other parts either: one entry each, as if each had been gone through. */
  async function noteAll() {
    for (const one of others) {
      const looked = { kind: "looked" as const, part: one.part ?? "", seen: [NOTHING], note: "" };
      await visit.write(looked, `look at ${one.title}`);
    }
    note([NOTHING]);
  }
  const all = useMutation({ mutationFn: noteAll });
  if (isFirstLoad(options)) return <ToCome>Loading what is looked at …</ToCome>;
  const earlier = job.entries.filter((one) => one.kind === "looked" && one.part === part);
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      {earlier.map((one) => (
        <p key={one.id} className="text-muted">
          {one.text} ({one.by})
        </p>
      ))}
      <Several
        label="What is to be seen"
        values={draft.seen}
        items={items}
        onChange={(seen) => change({ seen })}
      />
      {entry.at("seen") && (
        <p role="alert" className="font-medium text-bad">
          {draft.seen.length ? entry.at("seen") : "Choose what you saw, or press “Nothing to see”."}
        </p>
      )}
      <Labelled id="look-note" label="Note" error={entry.at("note")}>
        <TextArea
          id="look-note"
          rows={2}
          value={draft.note}
          maxLength={400}
          onText={(note) => change({ note })}
        />
      </Labelled>
      <PhotoStrip job={job} step="look" part={whole ? null : part} />
      <FormFoot
        action="Note what was seen"
        pending={entry.pending}
        others={[...entry.others, ...(all.error ? [all.error.message] : [])]}
      >
        {draft.seen.length === 0 && (
          <Button disabled={entry.pending || all.isPending} onClick={() => note([NOTHING])}>
            Nothing to see
          </Button>
        )}
        {draft.seen.length === 0 && others.length > 0 && (
          <Button disabled={entry.pending || all.isPending} onClick={() => all.mutate()}>
            {others.length === 1
              ? "Nothing here, nor on the other"
              : `Nothing here, nor on the other ${others.length}`}
          </Button>
        )}
      </FormFoot>
    </form>
  );
}
