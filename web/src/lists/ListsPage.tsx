import { Link } from "react-router";
import { useOwnEntries } from "@/api/areas/lists";
import type { OwnEntry } from "@/api/types";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { InspectionForm, ReasonForm, SupplyForm, SymptomForm } from "./forms";
import { OwnEntryLine } from "./OwnEntryLine";

const LISTS: {
  list: OwnEntry["list"];
  title: string;
  about: string;
  form: () => React.ReactNode;
}[] = [
  {
    list: "supplies",
    title: "Supply systems",
    about: "Beside the usual ones: what a machine is fed by, pair by pair.",
    form: SupplyForm,
  },
  {
    list: "symptoms",
    title: "Symptoms",
    about: "A complaint in the shop’s words. What it means lays the route.",
    form: SymptomForm,
  },
  {
    list: "inspections",
    title: "What is looked for",
    about: "On a kind of part, or on all.",
    form: InspectionForm,
  },
  {
    list: "correction_reasons",
    title: "Why a reading is corrected",
    about: "For one press, where a reading takes another’s place.",
    form: ReasonForm,
  },
];

/** What the shop adds to the lists that are chosen from. Leads add; records keep their words. */
export default function ListsPage() {
  const entries = useOwnEntries();
  const isLead = useSession().person?.role === "lead";
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop" className="text-action-text underline">
          Shop
        </Link>
      </p>
      <h1 className="text-xl font-semibold">Own lists</h1>
      <p className="mb-4 max-w-[46rem] text-muted">
        An entry never changes, since records rest on it: retire it, and add another.
      </p>
      {entries.isError && <Notice alert>{entries.error.message}</Notice>}
      <div className="grid gap-x-8 gap-y-7 lg:grid-cols-2">
        {LISTS.map(({ list, title, about, form: Form }) => {
          const mine = entries.data?.filter((one) => one.list === list) ?? [];
          return (
            <Section key={list} title={title}>
              <p className="mb-2 text-muted">{about}</p>
              <ul className="mb-3 border-hairline border-t">
                {mine.map((one) => (
                  <OwnEntryLine key={one.id} entry={one} mayChange={isLead} />
                ))}
                {entries.data && mine.length === 0 && (
                  <li className="border-hairline border-b py-2 text-muted">
                    None of the shop’s own.
                  </li>
                )}
              </ul>
              {isLead && <Form />}
            </Section>
          );
        })}
      </div>
    </div>
  );
}
