import { Link, useSearchParams } from "react-router";
import { type JobFilter, useJobs, usePeople } from "@/api/areas/jobs";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { Select } from "@/ui/Select";
import { pagesOf } from "@/ui/usePages";
import { JobRow } from "./JobRow";

const ANY = "any";
/** In the address once for each page that was turned. */
const AFTER = "after";

/** All jobs, open ones first; found by text (the customer's name too), state, technician. What is chosen is in the address. */
export default function JobsPage() {
  const [search, setSearch] = useSearchParams();
  const wanted = filterOf(search);
  const jobs = useJobs(wanted);
  const people = usePeople().data ?? [];
  function set(name: string, value: string) {
    const next = new URLSearchParams(search);
    if (value && value !== ANY) next.set(name, value);
    else next.delete(name);
    next.delete(AFTER);
    setSearch(next, { replace: true });
  }
  const pages = pagesOf(search.getAll(AFTER), (cursors) => {
    const next = new URLSearchParams(search);
    next.delete(AFTER);
    for (const one of cursors) next.append(AFTER, one);
    setSearch(next, { replace: true });
  });
  const pick = (name: string, label: string, list: { value: string; label: string }[]) => (
    <span className="w-44 max-sm:w-full">
      <Select
        label={label}
        value={search.get(name) ?? ANY}
        items={[{ value: ANY, label: `${label}: any` }, ...list]}
        onChoose={(value) => set(name, value)}
      />
    </span>
  );
  return (
    <div className="mx-auto w-full max-w-[72rem] px-4.5 py-4">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-xl font-semibold">Jobs</h1>
        <Link
          to="/jobs/new"
          className="inline-flex min-h-[44px] items-center rounded-md bg-action px-4 font-semibold text-on-action"
        >
          Open a job
        </Link>
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <FindField
          text={search.get("text") ?? ""}
          hint="machine, customer, complaint, number"
          onText={(text) => set("text", text)}
        />
        {pick("state", "State", [
          { value: "open", label: "open" },
          { value: "closed", label: "closed" },
        ])}
        {pick(
          "technician",
          "Technician",
          people.map((one) => ({ value: String(one.id), label: one.name })),
        )}
      </div>
      {jobs.isError && <Notice alert>The jobs could not be read: {jobs.error.message}</Notice>}
      {jobs.data?.items.length === 0 && (
        <Notice>No job fits. Take something out of the filter.</Notice>
      )}
      <ul className="border-hairline border-t">
        {jobs.data?.items.map((job) => (
          <JobRow key={job.number} job={job} />
        ))}
      </ul>
      <Pager pages={pages} next={jobs.data?.next} />
    </div>
  );
}

function filterOf(search: URLSearchParams): JobFilter {
  const number = (name: string) => Number(search.get(name)) || undefined;
  const state = search.get("state");
  const wanted: JobFilter = {
    text: search.get("text") ?? "",
    after: search.getAll(AFTER).at(-1) ?? "",
  };
  if (state === "open" || state === "closed") wanted.state = state;
  for (const name of ["customer", "machine", "technician"] as const) {
    const value = number(name);
    if (value) wanted[name] = value;
  }
  return wanted;
}
