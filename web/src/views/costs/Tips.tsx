import { useTips } from "../../api/costs";
import type { JobRecord } from "../../api/client";
import type { Workbench } from "../../drafts/useWorkbench";
import { useRested } from "../../ui/useRested";
import sections from "../../ui/section.module.css";
import { inUnits, unbroken } from "../../words/inUnits";
import { useUnits } from "../../words/units";

interface Props {
  job: JobRecord;
  bench: Workbench;
  /** How many setups have all their prices: others are not held against each other. */
  known: number;
}

/** Which assumption would make another setup cost least, and at what value. */
export function Tips({ job, bench, known }: Props) {
  const { data: tips } = useTips(job, useRested(bench));
  const units = useUnits();
  if (!tips || bench.setups.length < 2) return null;
  return (
    <section className={sections.section} aria-labelledby="tips">
      <h3 id="tips">What would tip it</h3>
      {known < 2 ? (
        <p>This is told once two setups have all their prices.</p>
      ) : tips.length === 0 ? (
        <p>
          Of those with all their prices the same one costs least with far more and far less riding, and with
          parts that last far longer or shorter.
        </p>
      ) : (
        <ul>
          {tips.map(({ what, says }) => (
            <li key={what}>{unbroken(inUnits(says, units))}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
