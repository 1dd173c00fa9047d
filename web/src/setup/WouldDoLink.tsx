import { Link } from "react-router";
import type { BenchSetup } from "../drafts/useWorkbench";

/** From a setup whose sentence says no to a search with that wish set: gears too high or too low, or a maker’s figure broken. */
export function WouldDoLink({ jobId, setup: { table } }: { jobId: string; setup: BenchSetup }) {
  const wishes = [
    ...(table.climb.verdict === "fails" && table.climb.limit !== "power" ? ["climbs the hill"] : []),
    ...(table.over_limits.length > 0 ? ["quick enough"] : []),
  ];
  if (wishes.length === 0) return null;
  const asked = new URLSearchParams();
  for (const wish of wishes) asked.append("wish", wish);
  return (
    <span className="no-print">
      <Link to={`/jobs/${jobId}/search?${asked.toString()}`}>What would do it</Link>
    </span>
  );
}
