import { useState } from "react";
import { useTakeAway } from "@/api/areas/machines";
import type { Position } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Sheet } from "@/ui/Sheet";

/** A position that is not in the machine any more; asked once, since it goes off the route. */
export function TakeAway({ position }: { position: Position }) {
  const [asking, setAsking] = useState(false);
  const taking = useTakeAway(position.id);
  return (
    <>
      <Button onClick={() => setAsking(true)}>Take it away</Button>
      {asking && (
        <Sheet
          title={`Take “${position.name}” away?`}
          about="One that was never measured is removed. One that was stays in the records, and is on no route any more."
          open
          onClose={() => setAsking(false)}
        >
          <OtherErrors others={taking.error ? [taking.error.message] : []} />
          <div className="flex gap-3">
            <Button look="action" disabled={taking.isPending} onClick={() => taking.mutate()}>
              Take it away
            </Button>
            <Button onClick={() => setAsking(false)}>Leave it</Button>
          </div>
        </Sheet>
      )}
    </>
  );
}
