import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useRetireSpec, useSpec, useSpecPositions } from "@/api/areas/library";
import { useExpectations } from "@/api/queries";
import type { SpecWhole } from "@/api/types";
import { useNumber } from "@/app/useNumber";
import { conditionsOf, newDraft } from "@/check/draft";
import { KINDS } from "@/check/forms/kinds";
import { asFound } from "@/check/found";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { ButtonLink } from "@/ui/ButtonLink";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { CurveView } from "./curves/CurveView";
import { Revisions } from "./Revisions";
import { SpecForm } from "./SpecForm";

const PLAIN = conditionsOf(newDraft());

/** A spec: what such a part should read, where that is from, its revisions, where it is fitted. */
export default function SpecPage() {
  const number = useNumber();
  const found = useSpec(number);
  const [revising, setRevising] = useState(false);
  if (!found.data) {
    return (
      <div className="p-4.5">
        <Notice alert={found.isError}>
          {found.isError ? `${found.error.message} ` : "Loading the spec … "}
          <Link to="/specs" className="text-action-text underline">
            All specs
          </Link>
        </Notice>
      </div>
    );
  }
  const spec = found.data;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="text-xl font-semibold">{spec.name}</h1>
      <p className="mb-3 text-muted">
        {[
          [spec.maker, spec.part_number].filter(Boolean).join(" "),
          KINDS.find((one) => one.value === spec.kind)?.label,
          spec.standing === "accepted" ? `revision ${spec.current.number}` : spec.standing,
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
      {revising ? (
        <SpecForm
          from={spec.current.entry}
          spec={spec}
          ruleSet={spec.current.rule_set}
          onSaved={() => setRevising(false)}
          onClose={() => setRevising(false)}
        />
      ) : (
        <Whole spec={spec} onRevise={() => setRevising(true)} />
      )}
    </div>
  );
}

function Whole({ spec, onRevise }: { spec: SpecWhole; onRevise: () => void }) {
  const isLead = useSession().person?.role === "lead";
  const retiring = useRetireSpec(spec.id);
  const isRetired = spec.standing === "retired";
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <div className="flex min-w-0 flex-col gap-5">
        <Due spec={spec} />
        <Curve spec={spec} />
      </div>
      <div className="flex flex-col gap-5">
        <dl className="flex flex-col gap-1.5">
          {[
            ["From", spec.current.source],
            ["Mind", spec.current.entry.handling],
          ]
            .filter(([, text]) => text)
            .map(([term, text]) => (
              <div key={term} className="grid grid-cols-[5rem_1fr] gap-2">
                <dt className="text-muted">{term}</dt>
                <dd>{text}</dd>
              </div>
            ))}
        </dl>
        <div className="flex flex-wrap items-end gap-2">
          {!isRetired && (
            <Button look="action" onClick={onRevise}>
              {isLead ? "Revise" : "Propose a revision"}
            </Button>
          )}
          {!isRetired && <CheckByIt spec={spec} />}
          <ButtonLink to={`/specs/new?from=${spec.id}`}>Copy</ButtonLink>
          {isLead && (
            <Button disabled={retiring.isPending} onClick={() => retiring.mutate(!isRetired)}>
              {isRetired ? "Use again" : "Retire"}
            </Button>
          )}
        </div>
        {retiring.isError && <Notice alert>{retiring.error.message}</Notice>}
        <Revisions spec={spec} />
        <Fitted spec={spec.id} />
      </div>
    </div>
  );
}

/** A part by this spec, measured on the bench now. */
function CheckByIt({ spec }: { spec: SpecWhole }) {
  const navigate = useNavigate();
  return (
    <Button onClick={() => navigate("/check", { state: { found: asFound(spec) } })}>
      Check such a part
    </Button>
  );
}

/** A sensor's curve: drawn, read at a point, as a table. */
function Curve({ spec }: { spec: SpecWhole }) {
  const part = spec.current.entry.spec;
  if (part.kind !== "temperature_sensor" || part.sensor.type === "switching_ptc") return null;
  return (
    <Section title="Its curve">
      <CurveView shown={[{ name: spec.name, spec: part }]} />
      <p className="mt-3">
        <Link to={`/specs/curves?of=${spec.id}`} className="text-action-text underline">
          Beside another sensor’s
        </Link>
      </p>
    </Section>
  );
}

/** What each test of such a part should show, as far as that is known without a meter in hand. */
function Due({ spec }: { spec: SpecWhole }) {
  const expected = useExpectations(spec.current.entry.spec, PLAIN);
  return (
    <Section title="What it should read">
      <p className="mb-2">{spec.described}</p>
      {expected.isError && <Notice>{expected.error.message}</Notice>}
      <dl className="border-hairline border-t">
        {expected.data?.map((one) => (
          <div
            key={one.measurand}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-x-4 border-hairline border-b py-1.5"
          >
            <dt className="text-muted">{one.title}</dt>
            <dd>
              <b className="font-semibold">{one.text}</b>
              <span className="block text-[0.93rem] text-muted">{one.detail}</span>
            </dd>
          </div>
        ))}
      </dl>
    </Section>
  );
}

function Fitted({ spec }: { spec: number }) {
  const fitted = useSpecPositions(spec).data ?? [];
  if (fitted.length === 0) return null;
  return (
    <Section title="Fitted now">
      <ul>
        {fitted.map((one) => (
          <li key={one.position} className="py-0.5">
            <Link to={`/machines/${one.machine}`} className="hover:underline">
              <b className="font-semibold">{one.machine_name}</b>, {one.name}
              <span className="text-muted">, by revision {one.number}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}
