import { Link } from "react-router";
import type { FoundSpec } from "@/api/types";

/** Which spec a part is by, and what to mind. */
export function FoundLine({ found }: { found: FoundSpec }) {
  if (!found.title) return null;
  return (
    <p className="text-[0.93rem]">
      <span className="text-muted">{found.of ? "By the library: " : "As "}</span>
      {found.of ? (
        <Link to={`/specs/${found.of}`} className="text-action-text underline">
          {found.title}
        </Link>
      ) : (
        found.title
      )}
      {found.proposed && <b className="font-semibold"> (proposed, not accepted yet)</b>}
      {found.handling && <span className="block">Mind: {found.handling}</span>}
    </p>
  );
}
