import { useState } from "react";
import { Link } from "react-router";
import { useRules } from "@/api/areas/rules";
import { useSession } from "@/people/session";
import { Choices } from "@/ui/Choices";
import { Notice } from "@/ui/Notice";
import { RuleSetForm } from "./RuleSetForm";

const NEW = "new";

/** The rules of the shop: what ships, and the sets of what the shop has otherwise. */
export default function RulesPage() {
  const rules = useRules();
  const isLead = useSession().person?.role === "lead";
  const sets = rules.data?.sets ?? [];
  const [chosen, setChosen] = useState("");
  const first = sets.find((one) => one.is_default) ?? sets[0];
  const open = chosen || (first ? String(first.id) : NEW);
  const set = sets.find((one) => String(one.id) === open) ?? null;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop" className="text-action-text underline">
          Shop
        </Link>
      </p>
      <h1 className="text-xl font-semibold">Rules</h1>
      <p className="mb-3 max-w-[46rem] text-muted">
        What a verdict rests on besides the spec. A set changes what ships; a machine, a job or a
        check may name another than the default one. What was judged keeps the rules of its day.
      </p>
      {rules.isError && <Notice alert>{rules.error.message}</Notice>}
      {rules.data && (
        <>
          <Choices
            label="Set"
            value={open}
            items={[
              ...sets.map((one) => ({
                value: String(one.id),
                label: one.name,
                detail: [
                  one.is_default && "default",
                  `${Object.keys(one.changes ?? {}).length} of its own`,
                ]
                  .filter(Boolean)
                  .join(", "),
              })),
              ...(isLead || sets.length === 0
                ? [{ value: NEW, label: isLead ? "Another set" : "As shipped" }]
                : []),
            ]}
            onChoose={setChosen}
          />
          <RuleSetForm
            key={open}
            set={set}
            settings={rules.data.settings}
            readOnly={!isLead}
            onKept={(number) => setChosen(String(number))}
          />
        </>
      )}
    </div>
  );
}
