import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { SearchAsked } from "../../api/client";
import { mustOfToken, mustToken, type Criterion, type Must } from "./musts";

/** What a search asks where nobody has said anything yet. */
const USUAL: readonly Must[] = [{ criterion: "fits the frame" }, { criterion: "quick enough" }];
const NONE = "none";

/** What is asked of drives, kept in the address: it can be linked to, and Back takes a wish back. */
export function useAsked() {
  const [params, setParams] = useSearchParams();
  const text = params.toString();
  const asked = useMemo<SearchAsked>(() => {
    const read = new URLSearchParams(text);
    const tokens = read.getAll("must");
    const own = tokens.filter((token) => token !== NONE).map(mustOfToken);
    return {
      musts: tokens.length === 0 ? [...USUAL] : own,
      motor: read.has("motor"),
      two: read.has("two"),
      most: 20,
    };
  }, [text]);
  const musts = asked.musts ?? [];
  const put = (next: Must[]) => {
    const changed = new URLSearchParams(text);
    changed.delete("must");
    for (const must of next) changed.append("must", mustToken(must));
    if (next.length === 0) changed.append("must", NONE);
    setParams(changed);
  };
  return {
    asked,
    drop: (criterion: Criterion) => put(musts.filter((must) => must.criterion !== criterion)),
    demand: (must: Must) => put([...musts.filter(({ criterion }) => criterion !== must.criterion), must]),
    turn: (what: "motor" | "two") => {
      const changed = new URLSearchParams(text);
      if (changed.has(what)) changed.delete(what);
      else changed.set(what, "yes");
      setParams(changed);
    },
  };
}
