import { Link } from "react-router";
import { useInstrument } from "@/api/areas/instruments";
import type { Instrument } from "@/api/types";
import { useNumber } from "@/app/useNumber";
import { dateAndClock } from "@/clock/dates";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { Calibrations } from "./Calibrations";
import { MeterChecks } from "./MeterChecks";
import { MeterForm } from "./MeterForm";
import { Standing } from "./Standing";
import { StandingForm } from "./StandingForm";
import { ThermometerForm } from "./ThermometerForm";

/** One meter or thermometer: what it is, how it stands, what was done with it. */
export default function InstrumentPage() {
  const number = useNumber();
  const found = useInstrument(number);
  const isLead = useSession().person?.role === "lead";
  if (found.isError) return <Notice alert>{found.error.message}</Notice>;
  const one = found.data;
  if (!one) return null;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop/instruments" className="text-action-text underline">
          Meters and thermometers
        </Link>
      </p>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-xl font-semibold">{one.name}</h1>
        <span className="text-muted">
          {one.kind}, revision {one.revision}
        </span>
        <Standing one={one} />
      </div>
      {one.told.map((told) => (
        <p key={told} className="font-medium text-watch">
          {told}
        </p>
      ))}
      {one.distrusted_because && <p className="mb-3">{one.distrusted_because}</p>}
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <Section title="What it is">
          {one.meter && <MeterForm key={one.revision} one={one} readOnly={!isLead} />}
          {one.thermometer && <ThermometerForm key={one.revision} one={one} readOnly={!isLead} />}
        </Section>
        <div className="flex flex-col gap-6">
          {one.meter && <MeterChecks one={one} />}
          <Calibrations one={one} isLead={isLead} />
          <StandingForm one={one} isLead={isLead} />
          <Zeros one={one} />
          <Revisions one={one} />
        </div>
      </div>
    </div>
  );
}

function Zeros({ one }: { one: Instrument }) {
  if (one.zeros.length === 0) return null;
  return (
    <Section title="Leads shorted">
      <ul className="border-hairline border-t">
        {one.zeros.map((zero) => (
          <li key={zero.at} className="flex justify-between gap-4 border-hairline border-b py-1.5">
            <span>
              {zero.leads}: <b className="font-mono">{zero.shorted} Ω</b>
            </span>
            <span className="text-muted">
              {dateAndClock(zero.at)}, {zero.by}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Revisions({ one }: { one: Instrument }) {
  return (
    <Section title="Revisions">
      <ul className="border-hairline border-t">
        {one.revisions.map((each) => (
          <li key={each.number} className="border-hairline border-b py-1.5">
            <details>
              <summary className="min-h-7 cursor-pointer">
                Revision {each.number}, {dateAndClock(each.at)}
                {each.by && `, ${each.by}`}
                {each.why && `: ${each.why}`}
              </summary>
              <pre className="mt-1 overflow-x-auto font-mono text-[0.85rem]">{each.limits}</pre>
            </details>
          </li>
        ))}
      </ul>
    </Section>
  );
}
