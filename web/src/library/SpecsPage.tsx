import { useState } from "react";
import { Link } from "react-router";
import { useSpecs } from "@/api/areas/library";
import type { SpecSummary } from "@/api/types";
import { KINDS } from "@/check/forms/kinds";
import { useSession } from "@/people/session";
import { ButtonLink } from "@/ui/ButtonLink";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { Segments } from "@/ui/Segments";
import { Select } from "@/ui/Select";
import { useLater } from "@/ui/useLater";
import { usePages } from "@/ui/usePages";

const STANDINGS = [
  { value: "used", label: "in use" },
  { value: "proposed", label: "proposed" },
  { value: "retired", label: "retired" },
];
const ANY = "any";

/** The workshop's specs: what parts should be, where the figures are from, who may change them. */
export default function SpecsPage() {
  const [text, setText] = useState("");
  const [kind, setKind] = useState(ANY);
  const [shown, setShown] = useState("used");
  const asked = useLater(text.trim());
  const pages = usePages(`${asked}: ${kind}: ${shown}`);
  const specs = useSpecs({
    text: asked,
    kind: kind === ANY ? "" : kind,
    standing: shown === "used" ? null : (shown as SpecSummary["standing"]),
    after: pages.after,
  });
  const isLead = useSession().person?.role === "lead";
  const rows = specs.data?.items ?? [];
  return (
    <div className="px-4.5 py-4">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="text-xl font-semibold">Specs</h1>
          <p className="max-w-[46rem] text-muted">
            What parts should be, and where the figures are from. A revision that was used never
            changes.
          </p>
        </div>
        <span className="flex flex-wrap gap-2">
          <ButtonLink to="/specs/library">Files</ButtonLink>
          <ButtonLink to="/specs/which">Which sensor is this?</ButtonLink>
          <ButtonLink to="/specs/curves">Compare curves</ButtonLink>
          <ButtonLink to="/specs/chart">Read a sensor’s chart</ButtonLink>
          <ButtonLink to="/specs/new">{isLead ? "Add a spec" : "Propose a spec"}</ButtonLink>
        </span>
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <FindField text={text} hint="part number, maker, name" onText={setText} />
        <span className="w-64">
          <Select
            id="spec-kinds"
            label="Kind of part"
            value={kind}
            items={[{ value: ANY, label: "every kind" }, ...KINDS]}
            onChoose={setKind}
          />
        </span>
        <Segments label="Standing" value={shown} items={STANDINGS} onChoose={setShown} />
      </div>
      {specs.isError && <Notice alert>They could not be read: {specs.error.message}</Notice>}
      {specs.isSuccess && rows.length === 0 && <Notice>{noneOf(shown, asked)}</Notice>}
      <ul className="border-hairline border-t">
        {rows.map((one) => (
          <SpecRow key={one.id} spec={one} />
        ))}
      </ul>
      <Pager pages={pages} next={specs.data?.next} />
    </div>
  );
}

function noneOf(shown: string, text: string): string {
  if (text) return `No spec here is called “${text}”.`;
  if (shown === "proposed") return "Nothing waits for a lead.";
  return shown === "retired" ? "None is retired." : "The library is empty. Add the first spec.";
}

function SpecRow({ spec }: { spec: SpecSummary }) {
  const number = [spec.maker, spec.part_number].filter(Boolean).join(" ");
  return (
    <li className="border-hairline border-b">
      <Link
        to={`/specs/${spec.id}`}
        className="grid min-h-[44px] grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_minmax(0,1.4fr)_8rem] items-center gap-x-4 py-1.5 hover:bg-sheet max-md:grid-cols-[minmax(0,1fr)_auto]"
      >
        <b className="font-semibold">{spec.name}</b>
        <span className="max-md:order-3 max-md:col-span-2">{number}</span>
        <span className="text-muted max-md:order-4 max-md:col-span-2">{spec.described}</span>
        <span className="text-right">{markOf(spec)}</span>
      </Link>
    </li>
  );
}

function markOf({ standing, waiting }: SpecSummary): string {
  if (standing !== "accepted") return standing;
  return waiting > 0 ? "revision waits" : "";
}
