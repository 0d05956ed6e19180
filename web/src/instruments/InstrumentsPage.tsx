import { Link } from "react-router";
import { useInstruments } from "@/api/areas/instruments";
import type { InstrumentRow } from "@/api/types";
import { useSession } from "@/people/session";
import { ButtonLink } from "@/ui/ButtonLink";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { BenchThings } from "./BenchThings";
import { Standing } from "./Standing";

/** What the shop measures with: meters, thermometers, leads and known resistors, with their standing. */
export default function InstrumentsPage() {
  const found = useInstruments();
  const isLead = useSession().person?.role === "lead";
  const of = (what: InstrumentRow["what"]) => found.data?.filter((one) => one.what === what) ?? [];
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop" className="text-action-text underline">
          Shop
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">Meters and thermometers</h1>
      {found.isError && <Notice alert>They could not be read: {found.error.message}</Notice>}
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-2">
        <Shelf
          title="Meters"
          rows={of("meter")}
          add={isLead ? { to: "/shop/instruments/new/meter", label: "Add a meter" } : null}
          empty="None yet. Until there is one, readings are judged with the unknown meter’s wide accuracy."
          ready={found.isSuccess}
        />
        <Shelf
          title="Thermometers"
          rows={of("thermometer")}
          add={
            isLead ? { to: "/shop/instruments/new/thermometer", label: "Add a thermometer" } : null
          }
          empty="None yet. A temperature then has the wide limits of how it was taken."
          ready={found.isSuccess}
        />
        <BenchThings isLead={isLead} />
      </div>
    </div>
  );
}

type ShelfProps = {
  title: string;
  rows: InstrumentRow[];
  add: { to: string; label: string } | null;
  empty: string;
  ready: boolean;
};

function Shelf({ title, rows, add, empty, ready }: ShelfProps) {
  return (
    <Section title={title}>
      {ready && rows.length === 0 && <p className="mb-2 text-muted">{empty}</p>}
      <ul className="border-hairline border-t">
        {rows.map((one) => (
          <li key={one.id} className="border-hairline border-b">
            <Link
              to={`/shop/instruments/${one.id}`}
              className="grid min-h-[44px] grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 py-1.5 hover:bg-sheet"
            >
              <span>
                <b className="block font-semibold">{one.name}</b>
                <span className="block text-muted">
                  {[one.kind, one.serial && `serial ${one.serial}`].filter(Boolean).join(", ")}
                </span>
              </span>
              <Standing one={one} />
            </Link>
          </li>
        ))}
      </ul>
      {add && <ButtonLink to={add.to}>{add.label}</ButtonLink>}
    </Section>
  );
}
