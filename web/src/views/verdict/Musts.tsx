import type { Verdict, Weighing } from "../../api/client";
import { AddLimit } from "../../figures/AddLimit";
import { limitText, MEASURED, type Limits } from "../../figures/measured";
import { Chip, Chips } from "../../ui/Chip";
import { useUnits } from "../../words/units";
import styles from "./Verdict.module.css";

interface Props {
  found: Verdict;
  weighing: Weighing;
  change: (next: Partial<Weighing>) => void;
}

const NOT_WEIGHED = ["mass to carry", "distinct gears"];
const LIMITED = MEASURED.map(({ criterion }) => criterion).filter((each) => !NOT_WEIGHED.includes(each));

/** What a setup must be, or it is out. */
export function Musts({ found, weighing, change }: Props) {
  const units = useUnits();
  const musts: Limits[] = weighing.musts ?? [];
  const out = (criterion: string) => {
    const count = found.setups.filter(({ out_by: by }) => by.includes(criterion)).length;
    return count === 0 ? "takes none out" : `takes ${count} out`;
  };
  const drop = (criterion: string) => musts.filter((must) => must.criterion !== criterion);
  const demand = (must: Limits) => change({ musts: [...drop(must.criterion), must] as Weighing["musts"] });
  const own = found.criteria.filter((row) => row.own).map(({ criterion }) => criterion);
  const asked = musts.map(({ criterion }) => criterion);
  return (
    <section aria-label="What it must be" className={`${styles.musts} no-print`}>
      <Chips title="Only what" name="Must be">
        {musts.map((must) => (
          <Chip
            key={must.criterion}
            on
            label={limitText(must, units, found.currency)}
            count={out(must.criterion)}
            means="Press to ask for it no more"
            onClick={() => change({ musts: drop(must.criterion) as Weighing["musts"] })}
          />
        ))}
        {found.yes_no
          .filter((criterion) => !asked.includes(criterion))
          .map((criterion) => (
            <Chip
              key={criterion}
              label={criterion}
              means={MEANS[criterion]}
              onClick={() => demand({ criterion })}
            />
          ))}
      </Chips>
      <details className={styles.limit}>
        <summary>A limit on a figure</summary>
        <AddLimit offered={[...LIMITED, ...own]} currency={found.currency} taken={asked} onAdd={demand} />
      </details>
    </section>
  );
}

const MEANS: Record<Verdict["yes_no"][number], string> = {
  "climbs the hill": "the steepest hill is ridden, not walked, with all the help there is",
  "low enough": "its lowest gear is low enough by the measure that you chose in Job",
  "quick enough": "its highest gear reaches the speed you want, or what you ride on the flat all day",
  "fits the frame": "nothing in Fit fails",
  "within makers’ limits": "no maker’s figure is passed",
  "within the budget": "its parts cost no more than the money in Job",
  "nothing to plug in": "no motor, and no shifter that needs charging",
};
