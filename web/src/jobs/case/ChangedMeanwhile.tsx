import { Refused } from "@/api/client";
import { Button } from "@/ui/Button";

type Props = { error: Error | null; onMine: () => void; onTheirs: () => void };

const NAMES: Record<string, string> = {
  complaint: "Complaint",
  symptom: "That is",
  error_code: "Error code",
  choices: "Route",
  reading: "Reading",
};

/** Somebody else was faster: both versions side by side, and the person chooses. */
export function ChangedMeanwhile({ error, onMine, onTheirs }: Props) {
  if (!(error instanceof Refused)) return null;
  if (!error.versions) {
    const loose = error.errors.filter((one) => one.field === "" || one.field === "version");
    return loose.length ? (
      <p role="alert" className="font-medium text-bad">
        {loose.map((one) => one.message).join(" ")}
      </p>
    ) : null;
  }
  const { yours, theirs } = error.versions;
  return (
    <section role="alert" className="rounded-md border-2 border-watch bg-sheet p-3">
      <h3 className="font-semibold">{error.message}</h3>
      <table className="mt-2 w-full table-fixed text-left align-top">
        <thead>
          <tr className="text-muted">
            <th className="w-24 font-normal">What</th>
            <th className="font-normal">Yours</th>
            <th className="font-normal">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {Object.keys(yours)
            .filter((name) => name in NAMES)
            .map((name) => (
              <tr key={name} className="border-hairline border-t align-top">
                <th scope="row" className="py-1 pr-2 font-normal text-muted">
                  {NAMES[name]}
                </th>
                <td className="py-1 pr-2">{yours[name]}</td>
                <td className={`py-1 ${yours[name] === theirs[name] ? "" : "font-semibold"}`}>
                  {theirs[name]}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <div className="mt-2 flex flex-wrap gap-3">
        <Button onClick={onTheirs}>Keep theirs</Button>
        <Button onClick={onMine}>Replace theirs with mine</Button>
      </div>
    </section>
  );
}
