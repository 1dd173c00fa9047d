import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Search, SearchAsked } from "../../api/client";
import { mustOfToken, mustToken, type Criterion, type Must } from "./musts";

const NONE = "none";

export type MotorPlace = NonNullable<SearchAsked["motor_at"]>[number];

/** Where a motor may drive, in the order of the way that power takes. */
export const PLACES: readonly MotorPlace[] = ["cranks", "gearbox", "rear hub", "front hub"];

/**
 * What is asked of drives, kept in the address: it can be linked to, and Back takes a wish back. Where nobody
 * has said anything yet, the server takes what is usual for the job, with wishes that a link brings along.
 */
export function useAsked() {
  const [params, setParams] = useSearchParams();
  const text = params.toString();
  const asked = useMemo<SearchAsked>(() => {
    const read = new URLSearchParams(text);
    const tokens = read.getAll("must");
    return {
      musts: tokens.length === 0 ? null : tokens.filter((token) => token !== NONE).map(mustOfToken),
      wishes: read.getAll("wish") as SearchAsked["wishes"],
      motor: read.has("motor"),
      motor_at: read.has("at") ? (read.getAll("at") as MotorPlace[]) : null,
      two: read.has("two"),
      most: 20,
    };
  }, [text]);
  /** The musts as they stand: those of the address, or those that the server took. */
  const mustsOf = (found: Search | undefined): Must[] =>
    asked.musts ?? (found?.wishes ?? []).filter(({ on }) => on).map(({ criterion }) => ({ criterion }));
  const put = (next: Must[]) => {
    const changed = new URLSearchParams(text);
    changed.delete("must");
    changed.delete("wish");
    for (const must of next) changed.append("must", mustToken(must));
    if (next.length === 0) changed.append("must", NONE);
    setParams(changed);
  };
  return {
    asked,
    mustsOf,
    drop: (musts: Must[], criterion: Criterion) => put(musts.filter((must) => must.criterion !== criterion)),
    demand: (musts: Must[], must: Must) =>
      put([...musts.filter(({ criterion }) => criterion !== must.criterion), must]),
    turn: (what: "motor" | "two") => {
      const changed = new URLSearchParams(text);
      if (changed.has(what)) changed.delete(what);
      else changed.set(what, "yes");
      if (what === "motor") changed.delete("at");
      setParams(changed);
    },
    /** Where motors may drive; nowhere asks for none, and everywhere need not be said. */
    allow: (places: MotorPlace[]) => {
      const changed = new URLSearchParams(text);
      changed.delete("at");
      if (places.length === 0) changed.delete("motor");
      else if (places.length < PLACES.length) for (const place of places) changed.append("at", place);
      setParams(changed);
    },
  };
}
