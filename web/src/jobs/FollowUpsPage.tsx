import { useState } from "react";
import { useFollowUps } from "@/api/areas/jobs";
import { useNow } from "@/clock/useNow";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { TickBox } from "@/ui/TickBox";
import { usePages } from "@/ui/usePages";
import { FollowUpLine } from "./later/FollowUpLine";

/** What is to be come back to, by the day it is due. */
export default function FollowUpsPage() {
  const [done, setDone] = useState(false);
  const pages = usePages(String(done));
  const found = useFollowUps(pages.after, done);
  const now = useNow(60_000);
  return (
    <div className="mx-auto w-full max-w-[52rem] px-4.5 py-4">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-xl font-semibold">Follow-ups</h1>
        <TickBox label="those that are done, too" on={done} onChange={setDone} />
      </div>
      {found.isError && <Notice alert>They could not be read: {found.error.message}</Notice>}
      {found.data?.items.length === 0 && <Notice>Nothing to come back to.</Notice>}
      <ul className="border-hairline border-t">
        {found.data?.items.map((one) => (
          <FollowUpLine key={one.id} one={one} now={now} />
        ))}
      </ul>
      <Pager pages={pages} next={found.data?.next} />
    </div>
  );
}
