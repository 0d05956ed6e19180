import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { useJobs, useMachineWhole, useVerdicts } from "@/api/areas/jobs";
import { Refused } from "@/api/client";
import type { JobReading, MachineWhole, Position } from "@/api/types";
import { useNumber } from "@/app/useNumber";
import { day } from "@/clock/dates";
import { useKeys } from "@/keys/shortcuts";
import { Button } from "@/ui/Button";
import { ButtonLink } from "@/ui/ButtonLink";
import { Notice } from "@/ui/Notice";
import { inside } from "@/verdict/prose";
import { StateShape } from "@/verdict/states";
import { CopySheet } from "./CopySheet";
import { MachineSheet } from "./MachineSheet";
import { ByLibrary } from "./positions/ByLibrary";
import { MendSheet } from "./positions/MendSheet";
import { PartDrift } from "./positions/PartDrift";
import { PartSheet } from "./positions/PartSheet";
import { PositionHistory } from "./positions/PositionHistory";
import { PositionSheet } from "./positions/PositionSheet";
import { PositionTable } from "./positions/PositionTable";
import { SafetyWord } from "./positions/SafetyWord";
import { TakeAway } from "./positions/TakeAway";

/** A machine: its positions with the part in each and its last verdict, and its jobs. */
export default function MachinePage() {
  const number = useNumber();
  const found = useMachineWhole(number);
  if (found.data) return <Whole machine={found.data} />;
  return (
    <div className="p-4.5">
      <Notice alert={found.isError}>
        {found.error instanceof Refused
          ? "There is no machine here. "
          : found.isError
            ? `The machine could not be read: ${found.error.message} `
            : "Loading the machine … "}
        <Link to="/machines" className="text-action-text underline">
          All machines
        </Link>
      </Notice>
    </div>
  );
}

type Editing =
  | { sheet: "machine" }
  | { sheet: "part"; position: Position | null }
  | { sheet: "position"; position: Position }
  | { sheet: "mend"; position: Position }
  | { sheet: "copy" }
  | { sheet: "table" }
  | null;

function Whole({ machine }: { machine: MachineWhole }) {
  const verdicts = useVerdicts(machine.id).data ?? [];
  const jobs = useJobs({ machine: machine.id });
  const shown = jobs.data?.items.slice(0, 8) ?? [];
  const [editing, setEditing] = useState<Editing>(null);
  const [opened, setOpened] = useState<number | null>(null);
  const tree = inTree(machine.positions);
  const close = () => setEditing(null);
  useKeys({ addPosition: () => setEditing({ sheet: "part", position: null }) });
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[18.5rem_minmax(0,1fr)]">
      <div className="flex flex-col gap-3 border-hairline px-4.5 py-4 lg:border-r">
        <div>
          <h1 className="text-xl font-semibold">{machine.name}</h1>
          <p className="text-muted">{machine.customer.name}</p>
        </div>
        <dl className="flex flex-col gap-1">
          {[
            ["Stands", machine.place],
            ["Model", machine.model],
            ["Serial", machine.serial],
            ["Supply", machine.supply],
            ["Altitude", machine.altitude === null ? "not known" : `${machine.altitude} m`],
            ["Note", machine.note],
          ]
            .filter(([, text]) => text)
            .map(([term, text]) => (
              <div key={term} className="grid grid-cols-[5rem_1fr] gap-2">
                <dt className="text-muted">{term}</dt>
                <dd>{text}</dd>
              </div>
            ))}
        </dl>
        <div className="flex flex-wrap gap-2">
          <Link
            to={`/jobs/new?machine=${machine.id}`}
            className="inline-flex min-h-[44px] items-center rounded-md bg-action px-4 font-semibold text-on-action"
          >
            Open a job
          </Link>
          <Button onClick={() => setEditing({ sheet: "machine" })}>Change</Button>
          <Button onClick={() => setEditing({ sheet: "copy" })}>Another of its kind</Button>
          <a
            href={`/api/v1/machines/${machine.id}/sheet.json`}
            download
            className="inline-flex min-h-[44px] items-center text-action-text underline"
          >
            Take it out as a check sheet
          </a>
        </div>
        <section aria-label="Jobs">
          <h2 className="legend mb-1">Jobs</h2>
          {jobs.data?.items.length === 0 && <p className="text-muted">None yet.</p>}
          <ul>
            {shown.map((job) => (
              <li key={job.number} className="py-1">
                <Link to={`/jobs/${job.number}`} className="block hover:underline">
                  <b className="font-semibold">{job.number}</b> {job.symptom_label}
                  <span className="block text-[0.93rem] text-muted">
                    {job.state}, {day(job.closed_at ?? job.opened_at)}, {job.technician}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          {(jobs.data?.items.length ?? 0) > shown.length && (
            <Link to={`/jobs?machine=${machine.id}`} className="underline">
              All its jobs
            </Link>
          )}
        </section>
      </div>
      <section aria-label="Positions" className="px-4.5 py-4">
        <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
          <h2 className="text-lg font-semibold">Positions</h2>
          <span className="flex flex-wrap gap-2">
            <ButtonLink to={`/machines/${machine.id}/circuit`}>Its circuit</ButtonLink>
            <Button onClick={() => setEditing({ sheet: "table" })}>Paste a table</Button>
            <Button onClick={() => setEditing({ sheet: "part", position: null })}>
              Add a position
            </Button>
          </span>
        </div>
        {tree.length === 0 && (
          <Notice>
            No position yet. Name the places where parts sit, with the part in each: the route is
            laid from them.
          </Notice>
        )}
        <ul className="border-hairline border-t">
          {tree.map(({ position, depth }) => {
            const verdict = verdicts.find((one) => one.position === position.id);
            return (
              <PositionRow
                key={position.id}
                machine={machine.id}
                position={position}
                depth={depth}
                latest={verdict?.latest ?? []}
                baseline={verdict?.baseline ?? null}
                open={opened === position.id}
                onToggle={() => setOpened(opened === position.id ? null : position.id)}
                onReplace={() => setEditing({ sheet: "part", position })}
                onChange={() => setEditing({ sheet: "position", position })}
                onMend={() => setEditing({ sheet: "mend", position })}
              />
            );
          })}
        </ul>
        {machine.retired.length > 0 && (
          <p className="mt-3 text-muted">
            Not there any more: {machine.retired.map((one) => one.name).join("; ")}.
          </p>
        )}
      </section>
      {editing?.sheet === "machine" && (
        <MachineSheet
          machine={machine}
          customer={machine.customer.id}
          onClose={close}
          onSaved={close}
        />
      )}
      {editing?.sheet === "part" && (
        <PartSheet machine={machine} position={editing.position} onClose={close} />
      )}
      {editing?.sheet === "mend" && <MendSheet position={editing.position} onClose={close} />}
      {editing?.sheet === "table" && <PositionTable machine={machine.id} onClose={close} />}
      {editing?.sheet === "copy" && <CopySheet machine={machine} onClose={close} />}
      {editing?.sheet === "position" && (
        <PositionSheet position={editing.position} onClose={close} />
      )}
    </div>
  );
}

/** Members of a bank stand under it. */
function inTree(positions: Position[]): { position: Position; depth: number }[] {
  const under = (bank: number | null, depth: number): { position: Position; depth: number }[] =>
    positions
      .filter((one) => one.part_of === bank)
      .flatMap((position) => [{ position, depth }, ...under(position.id, depth + 1)]);
  return under(null, 0);
}

const MAY_BE_A_SENSOR = new Set(["temperature_sensor", "unknown_part", "any_ohms"]);

type RowProps = {
  machine: number;
  position: Position;
  depth: number;
  latest: JobReading[];
  baseline: JobReading | null;
  open: boolean;
  onToggle: () => void;
  onReplace: () => void;
  onChange: () => void;
  onMend: () => void;
};

function PositionRow({
  machine,
  position,
  depth,
  latest,
  baseline,
  open,
  onToggle,
  onReplace,
  onChange,
  onMend,
}: RowProps) {
  const { part } = position;
  return (
    <li className="border-hairline border-b">
      <button
        type="button"
        aria-expanded={open}
        onClick={onToggle}
        className="grid w-full grid-cols-[minmax(0,1.5fr)_minmax(0,1.5fr)_minmax(0,1.3fr)] items-center gap-3 py-2 text-left hover:bg-sheet max-md:grid-cols-[minmax(0,1fr)] max-md:gap-0"
        style={{ paddingLeft: `${depth * 1.4}rem` }}
      >
        <span>
          <b className="block font-semibold">{position.name}</b>
          <span className="block text-[0.93rem] text-muted">
            {[
              position.behind_panel ? "behind a panel" : "",
              position.safety_device ? "safety device" : "",
            ]
              .filter(Boolean)
              .join(", ")}
          </span>
        </span>
        <span>
          {part?.description ?? "empty"}
          <span className="block text-[0.93rem] text-muted">
            {[part?.serial, part?.fitted_on ? `since ${day(part.fitted_on)}` : ""]
              .filter(Boolean)
              .join(", ")}
          </span>
        </span>
        <span className="flex flex-col gap-0.5">
          {latest.length === 0 && <Standing state="not yet">not yet measured</Standing>}
          {latest.map((one) => (
            <Standing key={one.id} state={one.state}>
              <b className="font-semibold">{one.state}</b>, {one.figure}
              {one.now && <b className="font-semibold">; by the spec as mended: {one.now}</b>}
              <span className="text-[0.93rem] text-muted">
                {" — "}
                {inside(one.title)}, {day(one.at)}
              </span>
            </Standing>
          ))}
        </span>
      </button>
      {open && (
        <div className="pb-3" style={{ paddingLeft: `${depth * 1.4}rem` }}>
          <p>
            {baseline
              ? `Baseline of this part: ${baseline.figure}, ${inside(baseline.title)}, ${day(baseline.at)}.`
              : "This part has no baseline yet: its first good reading will be it."}
          </p>
          {part?.library && <ByLibrary library={part.library} position={position.id} />}
          {part?.mended.map((one) => (
            <p key={one.at} className="text-muted">
              Till {day(one.at)} taken for: {one.description} (“{one.why}”).
            </p>
          ))}
          {position.earlier.map((one) => (
            <p key={one.id} className="text-muted">
              Before: {one.description}
              {one.serial && `, ${one.serial}`}, taken out{" "}
              {one.removed_at ? day(one.removed_at) : ""}.
            </p>
          ))}
          <div className="my-2 flex flex-wrap gap-2">
            <Button onClick={onReplace}>A new part was fitted</Button>
            {part && <Button onClick={onMend}>Its spec is not right</Button>}
            {part && MAY_BE_A_SENSOR.has(part.spec.kind) && (
              <ButtonLink to={`/specs/which?machine=${machine}&position=${position.id}`}>
                Which sensor is it?
              </ButtonLink>
            )}
            <Button onClick={onChange}>Change the position</Button>
            <TakeAway position={position} />
            <SafetyWord position={position} />
          </div>
          <PartDrift position={position.id} name={position.name} />
          <PositionHistory position={position.id} />
        </div>
      )}
    </li>
  );
}

type StandingProps = { state: JobReading["state"] | "not yet"; children: ReactNode };

function Standing({ state, children }: StandingProps) {
  return (
    <span className="flex items-start gap-2">
      <span className="pt-0.5">
        <StateShape state={state} size={16} />
      </span>
      <span>{children}</span>
    </span>
  );
}
