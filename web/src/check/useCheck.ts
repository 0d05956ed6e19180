import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import { askAgain, keys } from "@/api/keys";
import { useMeters } from "@/api/queries";
import type { CheckIn, FoundSpec, KeptCheck } from "@/api/types";
import { useBenchWait } from "@/app/benchWait";
import { useDeadOrLive } from "@/app/deadOrLive";
import { useSend } from "@/outbox/useSend";
import { useStored } from "@/stored/stored";
import {
  type Draft,
  newDraft,
  nextPart,
  ofKind,
  retyped,
  specOf,
  takenUp,
  UNKNOWN_METER,
} from "./draft";
import { MEASURANDS } from "./entry/readings";
import { useMeasuring } from "./entry/useMeasuring";
import type { Kind } from "./forms/forms";

/** All that the Check screen knows: one part of any kind, measured on the bench or anywhere. */
export function useCheck() {
  const [draft, setDraft] = useStored<Draft>("hembit.draft.5", newDraft());
  const { stated, state } = useDeadOrLive();
  const { wait, setWait } = useBenchWait();
  const store = useQueryClient();
  const post = useSend();
  const send = useCallback(
    async (check: CheckIn) => {
      const label = check.label || "A check";
      const sent = await post<KeptCheck>({ url: "/api/v1/checks", body: check, label, seen: 0 });
      void askAgain(store, keys.kept());
      if (wait?.over) setWait(null);
      return sent;
    },
    [post, store, wait, setWait],
  );
  const onStateRefused = useCallback(() => state(null), [state]);
  const measuring = useMeasuring({
    draft,
    setDraft,
    spec: specOf(draft),
    stated,
    onStateRefused,
    send,
  });

  useTheOnlyMeter(draft.meter, measuring.change);

  /** Another spec is another part: its kept checks say nothing of this one. */
  const { change } = measuring;
  const changeSpec = useCallback(
    (at: string, value: string | boolean) => {
      change({ kept: [], ...retyped(draft, at, value) });
    },
    [change, draft],
  );

  /** Nothing that was waited for of the last part holds for another one. */
  function startPart(next: Draft) {
    setWait(null);
    measuring.replace(next);
  }

  /** Another kind is another part: what was said of the last one does not hold for it. */
  function chooseKind(kind: Kind) {
    if (kind === draft.kind) return;
    startPart(ofKind(draft, kind));
    if (stated?.state !== "live") state(null);
  }

  /** A part that was found: its spec whole, called as it is, by the rules that go with it. */
  function takeUp(found: FoundSpec) {
    const next = { ...nextPart(draft), ...takenUp(found) };
    const ruleSet = found.rule_set === null ? draft.ruleSet : String(found.rule_set);
    startPart({ ...next, measurand: MEASURANDS[next.kind][0], label: found.title, ruleSet });
    if (stated?.state !== "live") state(null);
  }

  return { ...measuring, changeSpec, chooseKind, startPart, takeUp };
}

/** Where the shop has one meter, it is in hand until somebody says otherwise: once, and for all to see. */
function useTheOnlyMeter(inHand: string, change: (part: Partial<Draft>) => void) {
  const meters = useMeters().data;
  const offered = useRef(false);
  useEffect(() => {
    if (offered.current || !meters) return;
    offered.current = true;
    const [only, ...others] = meters.filter((one) => one.id !== null);
    if (inHand === UNKNOWN_METER && only && others.length === 0) change({ meter: String(only.id) });
  }, [meters, inHand, change]);
}

export type Check = ReturnType<typeof useCheck>;
