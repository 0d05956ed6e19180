import { useState } from "react";
import { useStaff } from "@/api/areas/shop";
import type { Worker } from "@/api/types";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { WorkerSheet } from "./WorkerSheet";

/** Everybody, also who has left, for a lead to change. */
export function StaffList() {
  const staff = useStaff();
  const [open, setOpen] = useState<Worker | "new" | null>(null);
  return (
    <div>
      {staff.isError && <Notice alert>The people could not be read: {staff.error.message}</Notice>}
      <ul className="border-hairline border-t">
        {staff.data?.map((one) => (
          <li key={one.id} className="border-hairline border-b">
            <button
              type="button"
              className="flex min-h-[44px] w-full flex-wrap items-center justify-between gap-x-4 py-1.5 text-left hover:bg-sheet"
              onClick={() => setOpen(one)}
            >
              <span>
                <b className="block font-semibold">{one.name}</b>
                <span className="block text-muted">{one.username}</span>
              </span>
              <span className="text-muted">{standing(one)}</span>
            </button>
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={() => setOpen("new")}>
        Add a person
      </Button>
      {open && <WorkerSheet worker={open === "new" ? null : open} onClose={() => setOpen(null)} />}
    </div>
  );
}

function standing(one: Worker): string {
  if (!one.is_active) return "has left";
  return one.must_choose_password ? `${one.role}, has not signed in yet` : one.role;
}
