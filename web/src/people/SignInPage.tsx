import { type FormEvent, useState } from "react";
import type { Session } from "@/api/types";
import { Button } from "@/ui/Button";
import { TextField } from "@/ui/TextField";
import { useSignIn } from "./session";

/** The sign at the door: who is it? In the demo it names the two people who work there. */
export function SignInPage({ session }: { session: Session }) {
  const [username, setUsername] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useSignIn();
  function submit(event: FormEvent) {
    event.preventDefault();
    signIn.mutate({ username: username.trim(), password });
  }
  return (
    <main className="flex min-h-screen flex-col items-center justify-center gap-6 bg-sign p-4 text-on-sign">
      <div className="w-full max-w-[25rem] rounded-xl border border-on-sign/70 p-1.5">
        <div className="rounded-lg bg-ground p-6 text-ink">
          <h1 className="text-[1.7rem] font-bold tracking-[0.12em]">HEMBIT</h1>
          <p className="text-muted">beside the meter</p>
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
            {signIn.error && (
              <p role="alert" className="font-medium text-bad">
                {signIn.error.message}
              </p>
            )}
            <Button type="submit" look="action" disabled={signIn.isPending}>
              Sign in
            </Button>
          </form>
        </div>
      </div>
      {session.demo.length > 0 && (
        <section aria-label="The demo's people" className="w-full max-w-[25rem]">
          <p className="mb-2 text-center">Demo data. Work as one of the two of the workshop:</p>
          <div className="flex gap-2">
            {session.demo.map((one) => (
              <button
                key={one.username}
                type="button"
                className="flex-1 rounded-md border border-on-sign/70 px-3 py-2 text-left"
                onClick={() => signIn.mutate({ username: one.username, password: one.password })}
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
      )}
    </main>
  );
}
