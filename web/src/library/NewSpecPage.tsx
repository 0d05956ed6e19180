import { Link, useLocation, useNavigate, useSearchParams } from "react-router";
import { useSpec } from "@/api/areas/library";
import type { LibrarySpec } from "@/api/types";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { SpecForm } from "./SpecForm";

/** A spec that is new in the library; with `?from=7`, as a copy of another. */
export default function NewSpecPage() {
  const [query] = useSearchParams();
  const from = Number(query.get("from"));
  const isLead = useSession().person?.role === "lead";
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">{isLead ? "Add a spec" : "Propose a spec"}</h1>
      {from > 0 ? <Copy of={from} /> : <Blank />}
    </div>
  );
}

function Blank() {
  const navigate = useNavigate();
  // Figures that were made elsewhere: a sensor by its chart.
  const { spec } = (useLocation().state ?? {}) as { spec?: LibrarySpec["spec"] };
  const from = spec
    ? { name: "", maker: "", part_number: "", handling: "", rules: "", spec }
    : null;
  return (
    <SpecForm
      key={spec ? "by-chart" : "blank"}
      from={from}
      spec={null}
      ruleSet={null}
      onSaved={(kept) => navigate(`/specs/${kept.id}`)}
      onClose={() => navigate("/specs")}
    />
  );
}

function Copy({ of }: { of: number }) {
  const navigate = useNavigate();
  const found = useSpec(of);
  if (found.isError) return <Notice alert>{found.error.message}</Notice>;
  if (!found.data) return <Notice>Loading …</Notice>;
  const { entry, rule_set } = found.data.current;
  return (
    <SpecForm
      from={{ ...entry, part_number: "" }}
      spec={null}
      ruleSet={rule_set}
      onSaved={(kept) => navigate(`/specs/${kept.id}`)}
      onClose={() => navigate(`/specs/${of}`)}
    />
  );
}
