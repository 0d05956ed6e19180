import { Button } from "@/ui/Button";
import { Foot } from "@/ui/Foot";
import { Notice } from "@/ui/Notice";

type Props = {
  action: string;
  pending: boolean;
  others: string[];
  inPlace?: boolean;
  children?: React.ReactNode;
};

/** The foot of a step's form: what is wrong and has no field, and the one action. */
export function FormFoot({ action, pending, others, inPlace, children }: Props) {
  return (
    <>
      {others.map((one) => (
        <Notice key={one} alert>
          {one}
        </Notice>
      ))}
      <Foot inPlace={inPlace}>
        <Button type="submit" look="action" disabled={pending}>
          {action}
        </Button>
        {children}
      </Foot>
    </>
  );
}
