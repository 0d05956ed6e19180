import type { Parcel } from "@/outbox/outbox";
import { useSession, useSignOut } from "@/people/session";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";

type Props = { unsent: Parcel[]; onClose: () => void };

/** Signing out while something is not sent yet: what it is stands here first. */
export function SignOut({ unsent, onClose }: Props) {
  const { person } = useSession();
  const signOut = useSignOut();
  return (
    <Sheet
      title="Not sent yet"
      about={`It stays in this browser, and is sent once ${person?.name} has signed in here again.`}
      open
      onClose={onClose}
    >
      <ul className="list-disc pl-5">
        {unsent.map((one) => (
          <li key={one.id}>
            {one.label}
            {one.refused && `: ${one.refused}`}
          </li>
        ))}
      </ul>
      <div className="mt-3 flex gap-2">
        <Button look="action" onClick={onClose}>
          Stay signed in
        </Button>
        <Button onClick={() => signOut.mutate(undefined, { onSuccess: onClose })}>
          Sign out all the same
        </Button>
      </div>
    </Sheet>
  );
}
