import type { RuleSetting } from "@/api/types";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { shownValue, unitOf } from "./changes";

type Props = {
  setting: RuleSetting;
  /** What was typed; undefined while it is as shipped. */
  typed: string | undefined;
  error: string | undefined;
  onType: (text: string | null) => void;
};

const NONE = "none";

/** One figure of the rules: its sentence, what it may be, where it comes from, and the figure. */
export function RuleField({ setting, typed, error, onType }: Props) {
  const id = `rule-${setting.name}`;
  const shipped = shownValue(setting.default, setting);
  const { unit } = unitOf(setting);
  const own = typed !== undefined && typed !== shipped;
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-hairline border-b py-1.5 sm:grid-cols-[minmax(0,1fr)_12rem]">
      <div>
        <p className={own ? "font-semibold" : ""}>{setting.sentence}</p>
        <p className="text-[0.87rem] text-muted">
          {own ? `ships as ${shipped || "none"}; ` : ""}
          {limits(setting)}
          {setting.source}
        </p>
      </div>
      {setting.kind === "choice" ? (
        <Select
          id={id}
          label={setting.sentence}
          value={(typed ?? shipped) || NONE}
          items={(setting.choices ?? []).map((one) => ({
            value: one.value || NONE,
            label: one.label,
          }))}
          onChoose={(value) => onType(value === NONE ? "" : value)}
        />
      ) : (
        <TextField
          id={id}
          label=""
          aria-label={setting.sentence}
          {...(unit ? { unit } : {})}
          inputMode={setting.kind === "range" ? "text" : "decimal"}
          className="font-mono"
          error={error}
          value={typed ?? shipped}
          maxLength={40}
          onText={(text) => onType(text === shipped ? null : text)}
        />
      )}
    </li>
  );
}

function limits(setting: RuleSetting): string {
  const { least, most } = setting;
  if (least === null || least === undefined || most === null || most === undefined) return "";
  const { unit } = unitOf(setting);
  return `${shownValue(least, setting)} to ${shownValue(most, setting)}${unit && ` ${unit}`}; `;
}
