import { fixed } from "../../words/numbers";
/** A size as people say it. */
export function bytes(count: number): string {
  if (count < 1000) return `${count} bytes`;
  const [unit, each] = count < 1e6 ? ["kB", 1e3] : count < 1e9 ? ["MB", 1e6] : ["GB", 1e9];
  const value = count / Number(each);
  return `${value < 10 ? fixed(value, 1) : Math.round(value)} ${unit}`;
}

/** A moment as seen from another: “today at 08:12”, “yesterday at 19:30”, “on 3 May at 07:00”. */
export function when(iso: string, now: Date): string {
  const at = new Date(iso);
  const clock = at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
  const days = Math.round((midnight(now) - midnight(at)) / 86_400_000);
  if (days === 0) return `today at ${clock}`;
  if (days === 1) return `yesterday at ${clock}`;
  const sameYear = at.getFullYear() === now.getFullYear();
  const day = at.toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    ...(!sameYear && { year: "numeric" }),
  });
  return `on ${day} at ${clock}`;
}

function midnight(at: Date): number {
  return new Date(at.getFullYear(), at.getMonth(), at.getDate()).getTime();
}
