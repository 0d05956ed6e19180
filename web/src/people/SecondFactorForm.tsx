import { type FormEvent, type ReactNode, useState } from "react";
import {
  useConfirmSecondFactor,
  useEndOwnSecondFactor,
  useOfferSecondFactor,
  useSecondFactor,
} from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import { dateAndClock } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";

/** Time codes beside the password: begun with a telephone, said once, and ended again. */
export function SecondFactorForm() {
  const found = useSecondFactor().data;
  const offering = useOfferSecondFactor();
  const confirming = useConfirmSecondFactor();
  const ending = useEndOwnSecondFactor();
  const offered = offering.data;
  if (!found) return null;
  if (confirming.data) {
    return <Words words={confirming.data.words} onDone={() => confirming.reset()} />;
  }
  if (found.since) {
    return (
      <OneField
        name="password"
        label="Password now"
        action="Ask me no more"
        asking={ending}
        onDone={() => offering.reset()}
      >
        <p>
          Asked for since {dateAndClock(found.since)}. {found.words_left}{" "}
          {found.words_left === 1 ? "word" : "words"} for once left.
        </p>
      </OneField>
    );
  }
  if (offered) {
    return (
      <OneField name="code" label="The six digits it shows" action="It fits" asking={confirming}>
        <p>Take this into a program for time codes (TOTP) on your telephone:</p>
        <img src={offered.drawn} alt="QR code of the secret" className="size-44 rounded bg-white" />
        <p className="break-all font-mono text-[0.95rem]">{offered.secret}</p>
      </OneField>
    );
  }
  return (
    <OneField
      name="password"
      label="Password now"
      action="Begin with a telephone"
      asking={offering}
    >
      <p className="text-muted">
        Off. With it, signing in asks for six digits of a telephone after the password.
      </p>
    </OneField>
  );
}

type Asking = {
  mutate: (text: string, then?: { onSuccess: () => void }) => void;
  error: Error | null;
  isPending: boolean;
};

type Props = {
  name: "password" | "code";
  label: string;
  action: string;
  asking: Asking;
  onDone?: () => void;
  children: ReactNode;
};

function OneField({ name, label, action, asking, onDone, children }: Props) {
  const [text, setText] = useState("");
  function submit(event: FormEvent) {
    event.preventDefault();
    asking.mutate(text, {
      onSuccess: () => {
        setText("");
        onDone?.();
      },
    });
  }
  return (
    <form onSubmit={submit} className="flex max-w-[25rem] flex-col items-start gap-3">
      {children}
      <TextField
        id={`second-factor-${name}`}
        label={label}
        type={name === "password" ? "password" : "text"}
        inputMode={name === "code" ? "numeric" : "text"}
        value={text}
        maxLength={name === "code" ? 40 : 200}
        autoComplete={name === "password" ? "current-password" : "one-time-code"}
        error={errorAt(asking.error, name)}
        onText={setText}
        required
      />
      <OtherErrors others={unplacedErrors(asking.error, [name])} />
      <Button type="submit" disabled={asking.isPending}>
        {action}
      </Button>
    </form>
  );
}

function Words({ words, onDone }: { words: readonly string[]; onDone: () => void }) {
  return (
    <div role="status" className="flex max-w-[25rem] flex-col items-start gap-3">
      <p>
        From now on a code is asked for. Write these words down and lay them where the keys are:
        each does once instead of a code. They are shown now and not again.
      </p>
      <ul className="grid grid-cols-2 gap-x-6 font-mono text-lg">
        {words.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      <Button look="action" onClick={onDone}>
        They are written down
      </Button>
    </div>
  );
}
