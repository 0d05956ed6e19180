import { useEndPlaces, usePlaces } from "@/api/areas/shop";
import { dateAndClock } from "@/clock/dates";
import { Button } from "@/ui/Button";

/** Where a person is signed in, and signing them out there; one's own places without a number. */
export function Places({ person }: { person?: number | undefined }) {
  const places = usePlaces(person);
  const ending = useEndPlaces(person);
  const list = places.data ?? [];
  const others = list.filter((one) => person !== undefined || !one.is_this_one);
  return (
    <div>
      {list.length === 0 && places.data && <p className="text-muted">Signed in nowhere.</p>}
      <ul className="border-hairline border-t">
        {list.map((one) => (
          <li key={one.since} className="border-hairline border-b py-2">
            <span className="block">
              {one.is_this_one && <b className="font-semibold">Here: </b>}
              {one.device || "A browser that does not say which"}
            </span>
            <span className="block text-muted">
              since {dateAndClock(one.since)}, from {one.address}
            </span>
          </li>
        ))}
      </ul>
      {others.length > 0 && (
        <Button className="mt-2" disabled={ending.isPending} onClick={() => ending.mutate()}>
          {person === undefined ? "Sign out everywhere else" : "Sign out everywhere"}
        </Button>
      )}
    </div>
  );
}
