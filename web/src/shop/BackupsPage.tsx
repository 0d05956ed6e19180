import { Link } from "react-router";
import { useBackups, useMakeBackup } from "@/api/areas/shop";
import type { Backups } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { BackupPlanForm } from "./BackupPlanForm";
import { SealForm } from "./SealForm";

/** Backups: the last good one, how they are made, and making one now. */
export default function BackupsPage() {
  const found = useBackups();
  const making = useMakeBackup();
  const backups = found.data;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop" className="text-action-text underline">
          Shop
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">Backups</h1>
      {found.isError && <Notice alert>{found.error.message}</Notice>}
      {backups && (
        <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
          <section aria-label="Made">
            {backups.last_good && (
              <p className="mb-2 text-[1.1rem] font-medium">
                The last good one: {dateAndClock(backups.last_good)}
              </p>
            )}
            {backups.told.map((one) => (
              <p key={one} className="mb-2 font-medium text-watch">
                {one}
              </p>
            ))}
            <Button look="action" disabled={making.isPending} onClick={() => making.mutate()}>
              {making.isPending ? "It is being made …" : "Make one now"}
            </Button>
            {making.isError && (
              <p role="alert" className="mt-2 font-medium text-bad">
                {making.error.message}
              </p>
            )}
            <Made made={backups.made} />
          </section>
          <div className="flex flex-col gap-6">
            <Section title="How they are made">
              <BackupPlanForm plan={backups.plan} />
            </Section>
            <Section title="Sealed with a passphrase">
              <SealForm sealed={backups.plan.sealed} />
            </Section>
            <Section title="Bringing one back">
              <p>
                On the server, with Hembit stopped: <code>bin/restore FILE</code>. It looks the file
                through before it touches anything, and keeps what was there. docs/running.md has
                the steps.
              </p>
            </Section>
          </div>
        </div>
      )}
    </div>
  );
}

function Made({ made }: { made: Backups["made"] }) {
  return (
    <ul className="mt-4 border-hairline border-t">
      {made.map((one) => (
        <li key={one.id} className="border-hairline border-b py-1.5">
          <span className="flex flex-wrap justify-between gap-x-4">
            <b className="font-semibold">{dateAndClock(one.at)}</b>
            <span className="text-muted">
              {one.nightly ? "nightly" : one.by}
              {one.size > 0 && `, ${megabytes(one.size)}`}
              {one.sealed && ", sealed"}
            </span>
          </span>
          {one.error ? (
            <span className="block font-medium text-bad">Failed: {one.error}</span>
          ) : (
            <span className="block break-all text-[0.92rem] text-muted">
              {one.there ? one.file : `${one.file}, taken away since`}
              {one.copied_to && `; copied to ${one.copied_to}`}{" "}
              {one.there && one.sealed && (
                <a className="text-action-text underline" href={`/api/v1/backups/${one.id}`}>
                  take it with you
                </a>
              )}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

function megabytes(bytes: number): string {
  const size = bytes / 1e6;
  return `${size < 10 ? size.toFixed(1) : Math.round(size)} MB`;
}
