import { Button } from "./Button";

type Props = { pending: boolean; others?: string[]; onClose: () => void };

/** The foot of a form in a dialog: what is wrong and has no field, save it or leave it. */
export function SheetFoot({ pending, others = [], onClose }: Props) {
  return (
    <>
      {others.map((one) => (
        <p key={one} role="alert" className="font-medium text-bad">
          {one}
        </p>
      ))}
      <div className="flex gap-3">
        <Button type="submit" look="action" disabled={pending}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </>
  );
}
