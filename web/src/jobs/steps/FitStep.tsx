import { type FormEvent, useState } from "react";
import type { PartOfJob } from "@/api/types";
import type { SpecDraft } from "@/check/draft";
import { useEntry } from "@/jobs/route/useEntry";
import { partSent } from "@/machines/positions/partSent";
import { SpecEditor } from "@/machines/positions/SpecEditor";
import { newId } from "@/stored/newId";
import { useDraft } from "@/stored/stored";
import { Labelled, TextArea } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import { inside } from "@/verdict/prose";
import { PhotoStrip } from "../photos/PhotoStrip";
import { partOf, type Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

type FitDraft = {
  serial: string;
  unmeasured: string;
  other: boolean;
  spec: SpecDraft;
};

/** The new part goes in: its serial, the same spec or another; the old one's history stays. */
export function FitStep({ visit, part }: { visit: Visit; part: string }) {
  const { job } = visit;
  const there = partOf(job, part);
  const [draft, change, forget] = useDraft<FitDraft>(`hembit.job.${job.number}.fit.${part}`, {
    serial: "",
    unmeasured: "",
    other: false,
    spec: { kind: there?.spec.kind ?? "heating_element", specs: {}, found: null },
  });
  const entry = useEntry(visit, ["serial", "unmeasured_because"]);
  if (!there) return <Notice>This part is not in the machine any more.</Notice>;
  const spares = job.readings.filter((one) => one.spare && one.part === part && !one.superseded_by);
  function submit(event: FormEvent) {
    event.preventDefault();
    if (!there) return;
    entry.write(
      {
        kind: "fitted",
        part,
        serial: draft.serial,
        unmeasured_because: draft.unmeasured,
        ...(draft.other ? partSent(draft.spec) : {}),
      },
      `fitting ${there.name}`,
      draft.id,
      (answer) => {
        forget();
        visit.moveOn(answer, `${there.name}: fitted`);
      },
    );
  }
  const needsReason = Boolean(entry.at("unmeasured_because")) || draft.unmeasured !== "";
  return (
    <div className="flex flex-col gap-4">
      <form onSubmit={submit} className="flex flex-col gap-3">
        <p>
          {there.fitted_here ? "Fitted in this job: " : "In there now: "}
          {there.description}
          {there.serial && `, serial ${there.serial}`}.
        </p>
        {spares.map((one) => (
          <p key={one.id}>
            New part measured: {inside(one.title)} {one.figure}, {one.state}.
          </p>
        ))}
        <div className="max-w-[20rem]">
          <TextField
            id="serial"
            label="Serial of the new part"
            error={entry.at("serial")}
            data-first
            value={draft.serial}
            maxLength={80}
            onText={(serial) => change({ serial })}
          />
        </div>
        <TickBox
          strong
          label="It is not the same type: another spec"
          on={draft.other}
          onChange={(other) => change({ other })}
        />
        {draft.other && (
          <div className="max-w-[24rem]">
            <SpecEditor draft={draft.spec} onChange={(spec) => change({ spec })} error={null} />
          </div>
        )}
        {needsReason && (
          <Labelled
            id="unmeasured"
            label="Fitted without a good reading of it, because"
            error={entry.at("unmeasured_because")}
          >
            <TextArea
              id="unmeasured"
              rows={2}
              value={draft.unmeasured}
              maxLength={400}
              onText={(unmeasured) => change({ unmeasured })}
            />
          </Labelled>
        )}
        <PhotoStrip job={job} step="fit" part={part} />
        <FormFoot action="It is fitted" pending={entry.pending} others={entry.others} />
      </form>
      {hasWatts(there) && <FeedForm visit={visit} part={there} />}
    </div>
  );
}

function hasWatts(part: PartOfJob): boolean {
  return part.spec.kind === "heating_element" || part.spec.kind === "element_bank";
}

/** Fuse, cable and contactor against what the new part may draw. */
function FeedForm({ visit, part }: { visit: Visit; part: PartOfJob }) {
  const { job } = visit;
  const [id, setId] = useState(() => newId());
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.feed.${part.key}`, {
    fuse: "",
    cable: "",
    contactor: "",
    supply: visit.today.supply,
  });
  const entry = useEntry(visit, ["feed.fuse", "feed.cable", "feed.contactor", "supply"]);
  const said = job.entries.findLast((one) => one.kind === "feed_checked" && one.part === part.key);
  function submit(event: FormEvent) {
    event.preventDefault();
    const rated = (text: string) => (text.trim() ? text : null);
    const feed = {
      fuse: rated(draft.fuse),
      cable: rated(draft.cable),
      contactor: rated(draft.contactor),
    };
    entry.write(
      { kind: "feed_checked", part: part.key, feed, supply: draft.supply },
      `feed of ${part.name}`,
      id,
      () => {
        setId(newId());
        forget();
      },
    );
  }
  return (
    <form onSubmit={submit} className="border-hairline border-t pt-3">
      <h3 className="legend mb-1">Its watts against what feeds it</h3>
      {said && (
        <p role="status" className="mb-1 font-semibold">
          {said.text}
        </p>
      )}
      <div className="grid grid-cols-4 gap-2 max-sm:grid-cols-2">
        {(["fuse", "cable", "contactor"] as const).map((name) => (
          <TextField
            key={name}
            id={`feed-${name}`}
            label={name}
            error={entry.at(`feed.${name}`)}
            unit="A"
            inputMode="decimal"
            value={draft[name]}
            onText={(text) => change({ [name]: text })}
          />
        ))}
        <TextField
          id="feed-supply"
          label="supply"
          error={entry.at("supply")}
          unit="V"
          inputMode="decimal"
          value={draft.supply}
          onText={(supply) => change({ supply })}
        />
      </div>
      <FormFoot action="Do they carry it?" pending={entry.pending} others={entry.others} inPlace />
    </form>
  );
}
