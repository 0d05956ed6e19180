import { useRuleSets } from "@/api/areas/rules";
import { Labelled } from "@/ui/Field";
import { Select } from "@/ui/Select";

const USUAL = "usual";

type Props = {
  id: string;
  label: string;
  /** What holds where none is named. */
  usual: string;
  value: number | null;
  error?: string | undefined;
  onChoose: (number: number | null) => void;
};

/** Which of the shop's sets of rules holds here; nothing while there is none to choose. */
export function RuleSetSelect({ id, label, usual, value, error, onChoose }: Props) {
  const sets = useRuleSets().data ?? [];
  if (sets.length === 0) return null;
  return (
    <Labelled id={id} label={label} error={error}>
      <Select
        id={id}
        label={label}
        value={value === null ? USUAL : String(value)}
        items={[
          { value: USUAL, label: usual },
          ...sets.map((one) => ({ value: String(one.id), label: one.name })),
        ]}
        onChoose={(chosen) => onChoose(chosen === USUAL ? null : Number(chosen))}
      />
    </Labelled>
  );
}
