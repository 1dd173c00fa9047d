import { usePairCosts } from "../../api/costs";
import type { JobRecord } from "../../api/client";
import type { Workbench } from "../../drafts/useWorkbench";
import { useRested } from "../../ui/useRested";
import sections from "../../ui/section.module.css";
import { inUnits, unbroken } from "../../words/inUnits";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";

/** What two bicycles cost together, each ridden on the roads where it is the better. */
export function TwoBikes({ job, bench }: { job: JobRecord; bench: Workbench }) {
  const { data: pair } = usePairCosts(job, useRested(bench));
  const units = useUnits();
  if (!pair) return null;
  return (
    <section className={sections.section} aria-labelledby="two-bikes">
      <h3 id="two-bikes">One bicycle or two</h3>
      <p>{unbroken(inUnits(pair.says, units))}</p>
      {pair.roads.every((roads) => roads.length > 0) && !pair.price_missing && (
        <ul>
          {pair.setups.map((name, place) => (
            <li key={name}>
              {name}: {moneyText(pair.totals[place] ?? 0)}, for {pair.roads[place]?.join(", ")}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
