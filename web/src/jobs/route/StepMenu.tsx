import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { ChangedMeanwhile } from "@/jobs/case/ChangedMeanwhile";
import type { Place, Visit } from "@/jobs/useVisit";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";
import { useRouteChange } from "./useRouteChange";

type Asking = "skip" | "skip-step" | "add" | null;

/** What the person may change about the route: earlier, later, skip with a reason, add, the school. */
export default function StepMenu({ visit, place }: { visit: Visit; place: Place }) {
  const { job } = visit;
  const { step, item } = place;
  const route = useRouteChange(job);
  const [asking, setAsking] = useState<Asking>(null);
  const keys = step.items.map((one) => one.key);
  const isSkipped = job.choices.skipped.some((one) => one.key === item.key);
  const stepSkipped = job.choices.skipped.some((one) => one.key === step.kind);
  const other = job.route.school === "dead_first" ? "live_first" : "dead_first";
  const entries: [string, () => void, boolean][] = [
    ["Do it earlier", () => quietly(route.move(keys, item.key, -1)), keys.indexOf(item.key) > 0],
    [
      "Do it later",
      () => quietly(route.move(keys, item.key, 1)),
      keys.indexOf(item.key) < keys.length - 1,
    ],
    ["Skip it …", () => setAsking("skip"), !isSkipped && item.key !== "close"],
    ["Do not skip it", () => quietly(route.unskip(item.key)), isSkipped],
    [
      `Skip all of “${step.title}” …`,
      () => setAsking("skip-step"),
      !stepSkipped && step.kind !== "close",
    ],
    [`Do not skip “${step.title}”`, () => quietly(route.unskip(step.kind)), stepSkipped],
    ["Add a step of your own …", () => setAsking("add"), true],
    [
      other === "live_first" ? "Live current first" : "Dead first",
      () => quietly(route.save({ school: other })),
      true,
    ],
  ];
  return (
    <div className="shrink-0">
      <DropdownMenu.Root defaultOpen>
        <DropdownMenu.Trigger
          aria-label="Change the route"
          className="flex min-h-9 items-center gap-2 rounded-md border border-edge bg-sheet px-3 max-sm:min-h-[44px]"
        >
          <Ellipsis aria-hidden="true" size={18} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={4}
            className="z-50 min-w-[14rem] rounded-md border border-edge bg-sheet p-1 shadow-lg"
          >
            {entries
              .filter(([, , fits]) => fits)
              .map(([label, act]) => (
                <DropdownMenu.Item
                  key={label}
                  onSelect={act}
                  className="flex min-h-9 cursor-pointer items-center rounded px-3 outline-none max-sm:min-h-[44px] data-[highlighted]:bg-action data-[highlighted]:text-on-action"
                >
                  {label}
                </DropdownMenu.Item>
              ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {!asking && (
        <ChangedMeanwhile error={route.error} onTheirs={route.reset} onMine={route.reset} />
      )}
      {(asking === "skip" || asking === "skip-step") && (
        <SkipSheet
          title={asking === "skip" ? item.title : step.title}
          error={route.error}
          onClose={() => setAsking(null)}
          onSkip={(reason) =>
            route
              .skip(asking === "skip" ? item.key : step.kind, reason)
              .then((answer) => {
                setAsking(null);
                const what = asking === "skip" ? item.title : step.title;
                visit.moveOn(answer, `Skipped: ${what}`, item.key);
              })
              .catch(() => undefined)
          }
        />
      )}
      {asking === "add" && (
        <AddSheet
          steps={job.route.steps.map(({ kind, title }) => ({ value: kind, label: title }))}
          first={step.kind}
          error={route.error}
          onClose={() => setAsking(null)}
          onAdd={(kind, text) =>
            route
              .add(kind as typeof step.kind, text)
              .then(() => setAsking(null))
              .catch(() => undefined)
          }
        />
      )}
    </div>
  );
}

/** What went wrong is shown from the mutation itself. */
function quietly(pending: Promise<unknown>) {
  pending.catch(() => undefined);
}

type SkipProps = {
  title: string;
  error: Error | null;
  onClose: () => void;
  onSkip: (reason: string) => void;
};

function SkipSheet({ title, error, onClose, onSkip }: SkipProps) {
  const [reason, setReason] = useState("");
  return (
    <Sheet title={`Skip: ${title}`} about="The reason stands in the record." open onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          onSkip(reason);
        }}
      >
        <TextField id="skip-reason" label="Why" value={reason} maxLength={200} onText={setReason} />
        <ChangedMeanwhile error={error} onTheirs={onClose} onMine={() => onSkip(reason)} />
        <div className="flex gap-3">
          <Button type="submit" look="action" disabled={!reason.trim()}>
            Skip it
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Sheet>
  );
}

type AddProps = {
  steps: { value: string; label: string }[];
  first: string;
  error: Error | null;
  onClose: () => void;
  onAdd: (step: string, text: string) => void;
};

function AddSheet({ steps, first, error, onClose, onAdd }: AddProps) {
  const [text, setText] = useState("");
  const [step, setStep] = useState(first);
  return (
    <Sheet title="A step of your own" open onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          onAdd(step, text);
        }}
      >
        <TextField
          id="own-step"
          label="What is to be done"
          value={text}
          maxLength={200}
          onText={setText}
        />
        <Choices label="In" value={step} items={steps} onChoose={setStep} />
        <ChangedMeanwhile error={error} onTheirs={onClose} onMine={() => onAdd(step, text)} />
        <div className="flex gap-3">
          <Button type="submit" look="action" disabled={!text.trim()}>
            Add it
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Sheet>
  );
}
