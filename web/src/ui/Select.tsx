import { ChevronDown } from "lucide-react";
import { type KeyboardEvent, lazy, useEffect, useId, useState } from "react";
import { fetchLater } from "./fetchLater";
import { OnDemand } from "./OnDemand";
import { type SelectProps, TRIGGER } from "./selectTrigger";

const menu = () => import("./SelectMenu");
const SelectMenu = lazy(menu);
const OPENS = ["Enter", " ", "ArrowDown", "ArrowUp"];

/** A choice among a few. The list behind it is fetched when it is wanted, or when nothing else is to do. */
export function Select(props: SelectProps) {
  const { id, label, value, items } = props;
  const [wanted, setWanted] = useState(false);
  const list = useId();
  useEffect(() => fetchLater([menu]), []);
  function onKeyDown(event: KeyboardEvent) {
    if (!OPENS.includes(event.key)) return;
    event.preventDefault();
    setWanted(true);
  }
  const closed = (
    <button
      type="button"
      id={id}
      role="combobox"
      aria-label={label}
      aria-expanded={false}
      aria-haspopup="listbox"
      aria-controls={list}
      className={TRIGGER}
      onClick={() => setWanted(true)}
      onKeyDown={onKeyDown}
    >
      <span className="min-w-0 leading-tight">
        {items.find((one) => one.value === value)?.label ?? "…"}
      </span>
      <ChevronDown aria-hidden="true" size={16} className="shrink-0" />
    </button>
  );
  if (!wanted) return closed;
  return (
    <OnDemand meanwhile={closed}>
      <SelectMenu {...props} />
    </OnDemand>
  );
}
