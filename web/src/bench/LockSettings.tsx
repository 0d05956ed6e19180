import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { lockScreen, useLockAfter } from "./screen";

const NEVER = "never";
const MINUTES = [2, 5, 15, 30];

/** When this screen locks by itself; the shop's own time is the longest that it can be. */
export function LockSettings() {
  const { own, shops, choose } = useLockAfter();
  const items = MINUTES.filter((one) => shops === null || one < shops).map((one) => ({
    value: String(one),
    label: `${one} min`,
  }));
  const unset = shops === null ? "Never" : `${shops} min, as in the whole shop`;
  return (
    <div className="flex flex-col items-start gap-3">
      <Choices
        label="Nobody touched it for"
        value={own !== null && (shops === null || own < shops) ? String(own) : NEVER}
        items={[...items, { value: NEVER, label: unset }]}
        onChoose={(value) => choose(value === NEVER ? null : Number(value))}
      />
      <p className="text-muted">
        It opens again by the password of whoever is signed in; what was typed is still there.
      </p>
      <Button onClick={lockScreen}>Lock it now</Button>
    </div>
  );
}
