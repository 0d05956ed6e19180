import { type FormEvent, useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Session, SignIn } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";
import { Door } from "./Door";
import { useSignIn } from "./session";

/** The sign at the door: who is it? In the demo it names the two people who work there. */
export default function SignInPage({ session }: { session: Session }) {
  const [username, setUsername] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const signIn = useSignIn();
  // Once a code was asked for, it is until the page is left.
  const [asked, setAsked] = useState(false);
  const wanted = errorAt(signIn.error, "code");
  if (wanted && !asked) setAsked(true);
  function submit(event: FormEvent) {
    event.preventDefault();
    signIn.mutate({ username: username.trim(), password, code });
  }
  return (
    <Door
      about="beside the meter"
      below={<DemoPeople session={session} onChoose={signIn.mutate} />}
    >
      <form onSubmit={submit} className="mt-5 flex flex-col gap-3">
        <TextField
          id="username"
          label="User name"
          value={username}
          maxLength={150}
          autoComplete="username"
          autoCapitalize="off"
          onText={setUsername}
          required
        />
        <TextField
          id="password"
          label="Password"
          type="password"
          value={password}
          maxLength={200}
          autoComplete="current-password"
          onText={setPassword}
          required
        />
        {asked && (
          <TextField
            id="code"
            label="Time code"
            hint="or a word for once"
            value={code}
            maxLength={40}
            autoComplete="one-time-code"
            autoCapitalize="off"
            error={wanted}
            onText={setCode}
            autoFocus
          />
        )}
        <OtherErrors others={unplacedErrors(signIn.error, ["code"])} />
        <Button type="submit" look="action" disabled={signIn.isPending}>
          Sign in
        </Button>
      </form>
    </Door>
  );
}

type Choose = (given: SignIn) => void;

function DemoPeople({ session, onChoose }: { session: Session; onChoose: Choose }) {
  if (session.demo.length === 0) return null;
  return (
    <section aria-label="The demo's people" className="w-full max-w-[25rem]">
      <p className="mb-2 text-center">Demo data. Work as one of the two of the workshop:</p>
      <div className="flex gap-2">
        {session.demo.map((one) => (
          <button
            key={one.username}
            type="button"
            className="flex-1 rounded-md border border-on-sign/70 px-3 py-2 text-left"
            onClick={() => onChoose({ username: one.username, password: one.password, code: "" })}
          >
            <b className="block font-semibold">{one.name}</b>
            <span className="block text-sm">{one.role}</span>
            <span className="block text-sm">
              {one.username} / {one.password}
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
