import { Button } from "./Button";
import { OtherErrors } from "./OtherErrors";

type Props = { pending: boolean; others?: string[]; onClose: () => void };

/** The foot of a form in a dialog: what is wrong and has no field, save it or leave it. */
export function SheetFoot({ pending, others = [], onClose }: Props) {
  return (
    <>
      <OtherErrors others={others} />
      <div className="flex gap-3">
        <Button type="submit" look="action" disabled={pending}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </>
  );
}
