import { Link } from "react-router";
import type { BenchSetup } from "../drafts/useWorkbench";

/** From a setup whose sentence says no to the parts that would do: gears too high, or a maker’s figure broken. */
export function WouldDoLink({ jobId, setup: { record, table } }: { jobId: string; setup: BenchSetup }) {
  const tooHigh = table.climb.verdict === "fails" && table.climb.limit === "gears";
  if (!tooHigh && table.over_limits.length === 0) return null;
  return (
    <span className="no-print">
      <Link to={`/jobs/${jobId}/search/${record.id}`}>What would do it</Link>
    </span>
  );
}
