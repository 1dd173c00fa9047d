import type { InsideGear } from "../../api/client";
import { percent, plainRatio } from "../../words/format";
import tables from "../../ui/table.module.css";
import styles from "./Internals.module.css";
import { fixed } from "../../words/numbers";

interface Props {
  gears: InsideGear[];
  chosen: string;
  onChoose: (label: string) => void;
}

/** The gears from the lowest up; the one chosen is the one drawn. */
export function GearList({ gears, chosen, onChoose }: Props) {
  const planetary = gears.some((gear) => gear.efficiency);
  return (
    <div className={tables.scroll}>
      <table className={tables.table}>
        <caption className="visually-hidden">The gears inside, from the lowest to the highest</caption>
        <thead>
          <tr>
            <th scope="col">Gear</th>
            <th scope="col">Ratio</th>
            <th scope="col">Step</th>
            <th scope="col">How</th>
            {planetary && <th scope="col">Let through by the teeth</th>}
          </tr>
        </thead>
        <tbody>
          {gears.map((gear) => (
            <tr
              key={gear.label}
              className={styles.gear}
              data-chosen={gear.label === chosen}
              onClick={() => onChoose(gear.label)}
            >
              <th scope="row">
                <button
                  type="button"
                  className={tables.gearButton}
                  aria-pressed={gear.label === chosen}
                  aria-label={`Draw gear ${gear.label}`}
                  onFocus={() => onChoose(gear.label)}
                >
                  {gear.label}
                </button>
              </th>
              <td className={tables.strong}>{plainRatio(gear.ratio)}</td>
              <td>{gear.step === null ? "—" : percent(gear.step)}</td>
              <td>
                {gear.how}
                {several(gear) && <span className={styles.several}> {gear.moves} parts move</span>}
              </td>
              {planetary && <td>{letThrough(gear)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {gears.some(several) && (
        <p className={styles.note}>
          Where more than one part moves, the change from the gear before is slower and louder.
        </p>
      )}
      {planetary && (
        <p className={styles.note}>
          What is let through is by the sliding of the teeth alone, from thin grease to an oil bath. Bearings,
          seals and stirred oil take more than that: climbs, rides and ranges go by what is stated of the
          whole part or, for want of it, by what is usual for one of so many gears.
        </p>
      )}
    </div>
  );
}

const several = ({ moves }: InsideGear): boolean => (moves ?? 0) > 1;

function letThrough({ efficiency }: InsideGear): string {
  if (!efficiency) return "—";
  const { low, typical, high } = efficiency;
  if (low === 1) return "all: nothing rolls";
  const share = (value: number) => fixed(value * 100, 1);
  return `${share(typical)} % (${share(low)}–${share(high)})`;
}
