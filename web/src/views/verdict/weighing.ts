import { useState } from "react";
import type { JobRecord, Weighing } from "../../api/client";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { isHeld, withValue, type Held } from "../../drafts/held";
import type { Workbench } from "../../drafts/useWorkbench";

/** A map without one of its keys. */
export const withoutKey = <Value>(map: Record<string, Value> | null | undefined, key: string) =>
  Object.fromEntries(Object.entries(map ?? {}).filter(([each]) => each !== key));

/** A map of maps with another value in it; what becomes empty goes. */
export function withInner<Value>(
  map: Record<string, Record<string, Value>> | null | undefined,
  key: string,
  inner: string,
  value: Value | undefined,
): Record<string, Record<string, Value>> {
  const rest = withoutKey(map?.[key], inner);
  const next = value === undefined ? rest : { ...rest, [inner]: value };
  return Object.keys(next).length === 0 ? withoutKey(map, key) : { ...map, [key]: next };
}

const isNothing = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  (Array.isArray(value) && value.length === 0) ||
  (isHeld(value) && Object.keys(value).length === 0);

/** What is pressed, not typed. */
const PRESSED = ["musts", "voices", "ticked", "earlier"] as const;

/** What is weighed, as it is typed, and how it is changed: in one step of undo each time. */
export function useWeighing(job: JobRecord, bench: Workbench | undefined) {
  const need = useNeedEditing(job);
  const held = need.document.weighing;
  const weighing = (isHeld(held) ? held : {}) as Weighing;
  const problems = [...(bench?.needProblems ?? []), ...(need.entry?.problems ?? [])];
  const [moved, setMoved] = useState<Held>();
  const change = (next: Partial<Weighing>): Held => {
    const merged: Held = { ...weighing, ...next };
    // Weights that are none are still the rider’s own.
    const kept = Object.entries(merged).filter(([key, value]) => key === "weights" || !isNothing(value));
    const whole = Object.fromEntries(kept.filter(([, value]) => value !== undefined));
    const decides = "decision" in next && String(next.decision?.chosen) !== String(weighing.decision?.chosen);
    need.change(
      Object.keys(whole).length > 0
        ? { ...need.document, weighing: whole }
        : withValue(need.document, "weighing", undefined),
      decides || PRESSED.some((key) => key in next) || undefined,
    );
    return whole;
  };
  /** A weight moved on its scale, which cannot be refused where nothing else is, need not be judged first. */
  const move = (next: Pick<Weighing, "weights">) => {
    const whole = change(next);
    const weighs = Object.values(next.weights ?? {}).some((weight) => weight > 0);
    setMoved(weighs && problems.length === 0 ? whole : undefined);
  };
  return {
    need,
    weighing,
    change,
    move,
    /** What was moved, as long as nothing was changed since and nothing turned out to be wrong. */
    moved: moved !== undefined && moved === held && problems.length === 0 ? (moved as Weighing) : undefined,
    problems,
  };
}

/** What is to be weighed, with weights that it does not know of yet. */
export const withWeighing = (bench: Workbench, weighing: Weighing | undefined): Workbench =>
  weighing ? { ...bench, need: { ...bench.need, weighing } } : bench;

export type Weighed = ReturnType<typeof useWeighing>;
