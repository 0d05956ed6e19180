import { ChevronDown } from "lucide-react";
import { type ReactNode, useId, useState } from "react";
import { useWide } from "./useWide";

type Props = { title: string; firstOpen?: boolean; children: ReactNode };

/**
 * A titled group of fields. On a phone it folds, so that the reading stays within reach. What is in it
 * is the same at any width: turning a tablet closes no dialog and forgets nothing.
 */
export function Group({ title, firstOpen = false, children }: Props) {
  const wide = useWide();
  const [open, setOpen] = useState(firstOpen);
  const body = useId();
  const shown = wide || open;
  return (
    <section aria-label={title} className="flex flex-col gap-1.5">
      <h2 className={wide ? "legend" : ""}>
        {wide ? (
          title
        ) : (
          <button
            type="button"
            aria-expanded={open}
            aria-controls={body}
            onClick={() => setOpen(!open)}
            className="legend flex min-h-[44px] w-full items-center justify-between"
          >
            {title}
            <ChevronDown aria-hidden="true" size={18} className={open ? "rotate-180" : ""} />
          </button>
        )}
      </h2>
      <div id={body} hidden={!shown} className={shown ? "flex flex-col gap-1.5" : ""}>
        {children}
      </div>
    </section>
  );
}
