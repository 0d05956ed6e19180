import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";

type Props = { action: string; pending: boolean; others: string[]; children?: React.ReactNode };

/** The foot of a step's form: what is wrong and has no field, and the one action. */
export function FormFoot({ action, pending, others, children }: Props) {
  return (
    <>
      {others.map((one) => (
        <Notice key={one} alert>
          {one}
        </Notice>
      ))}
      <div className="sticky bottom-0 flex flex-wrap items-center gap-3 bg-ground py-1.5">
        <Button type="submit" look="action" disabled={pending}>
          {action}
        </Button>
        {children}
      </div>
    </>
  );
}
