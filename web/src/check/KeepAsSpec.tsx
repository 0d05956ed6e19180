import { useAddSpec } from "@/api/areas/library";
import { useSession } from "@/people/session";
import { specOf } from "./draft";
import { asFound } from "./found";
import type { Check } from "./useCheck";

/** What was typed, kept as a spec of the library with one press; a technician's is proposed. */
export function KeepAsSpec({ check }: { check: Check }) {
  const adding = useAddSpec();
  const isLead = useSession().person?.role === "lead";
  const { draft, expectations } = check;
  const spec = specOf(draft);
  const name = draft.label.trim();
  // What is not understood, or has no name, cannot be found again.
  if (!spec || !name || !expectations || spec.kind === "supply") return null;
  const entry = { name, maker: "", part_number: "", handling: "", rules: "", spec };
  return (
    <div>
      <button
        type="button"
        disabled={adding.isPending}
        onClick={() =>
          adding.mutate(
            { entry, rule_set: null },
            { onSuccess: (kept) => check.change({ found: asFound(kept) }) },
          )
        }
        className="min-h-9 rounded-md text-left text-action-text underline max-sm:min-h-[44px]"
      >
        {isLead ? "Keep these figures as a spec" : "Propose these figures as a spec"}
      </button>
      {adding.isError && (
        <p role="alert" className="text-[0.9rem] font-medium text-bad">
          {adding.error.message}
        </p>
      )}
    </div>
  );
}
