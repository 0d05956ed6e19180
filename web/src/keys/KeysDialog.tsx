import { lazy, useEffect, useState } from "react";
import { OnDemand } from "@/ui/OnDemand";

const KeysSheet = lazy(() => import("./KeysSheet"));

/** The keys, on "?" from everywhere and by its button. */
export function KeysDialog() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    function listen(event: KeyboardEvent) {
      if (event.key !== "?" || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      setOpen(true);
    }
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
        className="flex items-center gap-2 rounded px-2 py-1 text-sm"
      >
        <span className="keycap">?</span> keys
      </button>
      {open && (
        <OnDemand>
          <KeysSheet onClose={() => setOpen(false)} />
        </OnDemand>
      )}
    </>
  );
}
