import type { DueTask } from "../api/client";

/** Wants doing now: its interval is over, or it is worn out as measured. */
export const isPressing = (task: DueTask): boolean => task.state === "overdue" || task.worn === true;

/** How a task stands, in a word. */
export const standing = (task: DueTask): string =>
  task.state !== "overdue" && isPressing(task) ? "worn out" : task.state;
