import { Link } from "react-router";
import { useKept } from "@/api/queries";
import { clock } from "@/clock/dates";
import { StateShape } from "@/verdict/states";

/** The last few kept checks, one line each. */
export function KeptToday() {
  const kept = useKept("", "");
  const latest = kept.data?.items.slice(0, 5) ?? [];
  return (
    <section aria-label="Kept last">
      <h2 className="legend mb-1">Kept last</h2>
      {kept.isError && <p className="text-muted">The kept checks could not be read.</p>}
      {kept.data && latest.length === 0 && (
        <p className="text-muted">Nothing yet. Return keeps a reading.</p>
      )}
      <ul>
        {latest.map((one) => (
          <li key={one.id} className="border-hairline border-b last:border-b-0">
            <Link
              to={`/kept/${one.id}`}
              className="flex items-start gap-2.5 py-1.5 hover:underline"
            >
              <span className="pt-0.5">
                <StateShape state={one.state} size={17} />
              </span>
              <span className="min-w-0 flex-1">
                <span className="block truncate">{one.label}</span>
                <span className="block text-[0.87rem] text-muted">
                  <b className="font-semibold">{one.state}</b> · {one.figure} · {clock(one.kept_at)}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
