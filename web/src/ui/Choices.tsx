import { useId } from "react";
import { FieldMessage } from "./Field";
import { RadioTile, RadioTiles } from "./RadioTiles";
import { useMended } from "./useMended";

type Choice = { value: string; label: string; detail?: string };

type Props = {
  label: string;
  value: string;
  items: Choice[];
  error?: string | undefined;
  onChoose: (value: string) => void;
};

/** One of a few, each a target for a thumb. */
export function Choices({ label, value, items, error, onChoose }: Props) {
  const wrong = useMended(error);
  const id = useId();
  return (
    <div>
      <p aria-hidden="true" className="mb-1 text-muted">
        {label}
      </p>
      <RadioTiles
        label={label}
        value={value}
        onChoose={(next) => {
          wrong.mend();
          onChoose(next);
        }}
        className="flex flex-wrap gap-1.5"
      >
        {items.map((one) => (
          <RadioTile
            key={one.value}
            value={one.value}
            className="min-h-[44px] rounded-md border border-edge bg-sheet px-3.5 py-1.5 data-[state=checked]:border-action"
          >
            <span className={one.detail ? "block font-semibold" : ""}>{one.label}</span>
            {one.detail && <span className="block text-[0.9rem]">{one.detail}</span>}
          </RadioTile>
        ))}
      </RadioTiles>
      <FieldMessage id={id} error={wrong.error} />
    </div>
  );
}

type SeveralProps = {
  label: string;
  values: string[];
  items: Choice[];
  onChange: (values: string[]) => void;
};

/** Any of a few. */
export function Several({ label, values, items, onChange }: SeveralProps) {
  return (
    <fieldset>
      <legend className="mb-1 text-muted">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {items.map((one) => {
          const on = values.includes(one.value);
          return (
            <button
              key={one.value}
              type="button"
              aria-pressed={on}
              onClick={() =>
                onChange(
                  on ? values.filter((value) => value !== one.value) : [...values, one.value],
                )
              }
              className={`min-h-[44px] rounded-md border px-3.5 ${on ? "border-action bg-action text-on-action" : "border-edge bg-sheet"}`}
            >
              {one.label}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
