import { Link } from "react-router";
import { useMendSpec } from "@/api/areas/machines";
import type { OfLibrary } from "@/api/types";
import { OtherErrors } from "@/ui/OtherErrors";

type Props = { library: OfLibrary; position: number };

/** Which spec of the library a part is by, and whether there is a newer one: offered, never forced. */
export function ByLibrary({ library, position }: Props) {
  const taking = useMendSpec(position);
  const { newer } = library;
  return (
    <div>
      <p>
        By the library:{" "}
        <Link to={`/specs/${library.spec}`} className="text-action-text underline">
          {library.name}
        </Link>
        , revision {library.number}
        {library.proposed && " (proposed)"}.{library.handling && ` Mind: ${library.handling}`}
      </p>
      {newer !== null && (
        <p>
          There is another revision now.{" "}
          <button
            type="button"
            disabled={taking.isPending}
            onClick={() => taking.mutate({ revision: newer, why: "the library was revised" })}
            className="min-h-9 text-action-text underline max-sm:min-h-[44px]"
          >
            Judge this part by it
          </button>
        </p>
      )}
      <OtherErrors others={taking.error ? [taking.error.message] : []} />
    </div>
  );
}
