import type { Carried } from "../../api/client";
import { useFamiliar } from "../../api/shelf";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { keptCount, lostGears, lowestLike, rangeLike } from "../../words/likeness";
import tables from "../../ui/table.module.css";
import { MEASURE_NAMES, useUnits } from "../../words/units";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";
import { fixed } from "../../words/numbers";

/** What each setup is like among derailleur drives, and which gears of the reference it has an equal of. */
export function FamiliarTerms({ setups }: { setups: BenchSetup[] }) {
  const familiar = useFamiliar(setups.map(({ table }) => table));
  const reference = setups.find((setup) => setup.isReference);
  const letter = reference?.record.letter;
  return (
    <section aria-labelledby="familiar" className={styles.section}>
      <h3 id="familiar">In familiar terms</h3>
      <p className={styles.note}>
        The nearest derailleur drives that the cranksets and cassettes in Parts make, on the same wheel
        {reference && `; and the gears of ${letter} that have an equal within 3 %, by development`}.
      </p>
      <div className={tables.scroll}>
        <table aria-label="In familiar terms" className={`${tables.table} ${styles.words}`}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">Range like</th>
              <th scope="col">Lowest gear like</th>
              {reference && <th scope="col">Gears of {letter} here</th>}
              {reference && <th scope="col">Lost</th>}
            </tr>
          </thead>
          <tbody>
            {setups.map((setup, place) => {
              const { record, table, isReference } = setup;
              const carried = table.against?.carried;
              const like = familiar[place];
              return (
                <tr key={record.id}>
                  <SetupName setup={setup} />
                  <td>{like && (like.range_like ? rangeLike(like.range_like) : noRange(table.range))}</td>
                  <td>{like && (like.lowest_like ? lowestLike(like.lowest_like) : NOTHING)}</td>
                  {reference && (
                    <td>
                      {isReference
                        ? "reference"
                        : carried
                          ? `${keptCount(carried)} of ${carried.length}`
                          : `${letter} is stepless`}
                    </td>
                  )}
                  {reference && <td>{carried ? lostGears(carried, reference.table) || "none" : ""}</td>}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {reference && setups.some(({ table }) => table.against?.carried) && (
        <GearByGear setups={setups} reference={reference} />
      )}
    </section>
  );
}

const NOTHING = "nothing in Parts to go by";
const noRange = (range: number): string => (range === 1 ? "one gear, no range" : NOTHING);

/** Each gear of the reference with its equal in every other setup. */
function GearByGear({ setups, reference }: { setups: BenchSetup[]; reference: BenchSetup }) {
  const units = useUnits();
  const others = setups.filter((setup) => setup.table.against?.carried);
  const { letter } = reference.record;
  return (
    <details className={styles.every}>
      <summary>Gear by gear against {letter}</summary>
      <div className={tables.scroll}>
        <table aria-label="Familiar drives" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Gear of {letter}</th>
              <th scope="col">{MEASURE_NAMES[units.measure]}</th>
              {others.map(({ record, table }) => (
                <th scope="col" key={record.id} title={table.name}>
                  {record.letter}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {reference.table.gears.map((gear, place) => (
              <tr key={gear.choice.join("-")}>
                <th scope="row">{gear.label}</th>
                <td className={tables.strong}>{units.gear(gear)}</td>
                {others.map((other) => (
                  <td key={other.record.id}>{equal(other, other.table.against?.carried?.[place])}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

function equal({ table }: BenchSetup, found: Carried | undefined): string {
  if (!found) return "";
  if (found.lost) return `lost, ${found.lost}`;
  if (found.here === null || found.share === null) return "in its span";
  const share = found.share * 100;
  const apart = Math.abs(share) < 0.05 ? "same" : `${share > 0 ? "+" : "−"}${fixed(Math.abs(share), 1)} %`;
  return `${table.gears[found.here]?.label} (${apart})`;
}
