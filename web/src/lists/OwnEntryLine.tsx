import { useRetireOwnEntry } from "@/api/areas/lists";
import type { OwnEntry } from "@/api/types";
import { Button } from "@/ui/Button";

type Props = { entry: OwnEntry; mayChange: boolean };

/** One entry of the shop's own, and whether it is still offered. */
export function OwnEntryLine({ entry, mayChange }: Props) {
  const retiring = useRetireOwnEntry(entry.id);
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-4 border-hairline border-b py-1.5">
      <div className="min-w-0">
        <b className={`block font-semibold ${entry.retired ? "line-through" : ""}`}>
          {entry.label}
        </b>
        {entry.told && <span className="block text-muted">{entry.told}</span>}
        {retiring.error && (
          <span role="alert" className="block font-medium text-bad">
            {retiring.error.message}
          </span>
        )}
      </div>
      {mayChange && (
        <Button
          aria-label={`${entry.retired ? "Offer again" : "Retire"}: ${entry.label}`}
          disabled={retiring.isPending}
          onClick={() => retiring.mutate(!entry.retired)}
        >
          {entry.retired ? "Offer again" : "Retire"}
        </Button>
      )}
    </li>
  );
}
