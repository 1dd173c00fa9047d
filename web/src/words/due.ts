import type { DueTask } from "../api/client";

type Standing = DueTask["standing"];

/** Wants doing now: its interval is over, or it is worn out as measured. */
export const isPressing = ({ standing }: DueTask): boolean =>
  standing === "overdue" || standing === "worn out";

/** How a task stands, in a shape. */
export const MARKS: Record<Standing, string> = {
  overdue: "▲",
  "worn out": "▲",
  soon: "◆",
  later: "●",
  "not known": "○",
};
