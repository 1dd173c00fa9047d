import { MethodLink } from "../../ui/MethodLink";
import type { Coverage, JobRecord } from "../../api/client";
import { useCoverage } from "../../api/roads";
import type { Workbench } from "../../drafts/useWorkbench";
import { percent } from "../../words/format";
import { Letter } from "../../ui/Letter";
import { Failure } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { moneyText } from "../../words/money";
import { useUnits, type Units } from "../../words/units";
import styles from "./Road.module.css";
import { Says } from "../../ui/Says";
import { Term } from "../../ui/Term";
import { RIDDEN } from "../../words/climbing";

interface Props {
  job: JobRecord;
  bench: Workbench;
}

/** All roads together, by how often they are ridden: what each setup covers, and whether one bicycle does or two. */
export function AllRiding({ job, bench }: Props) {
  const { data: coverage, error, refetch } = useCoverage(job, bench);
  const units = useUnits();
  if (error) return <Failure error={error} retry={refetch} />;
  if (!coverage) return null;
  const letters = new Map(bench.setups.map(({ record, table }) => [table.name, record.letter]));
  const assumed = coverage.roads.filter((road) => road.assumed).map((road) => `“${road.name}”`);
  return (
    <section aria-labelledby="all-riding" className={styles.section}>
      <h3 id="all-riding">All riding</h3>
      <MethodLink to="a-ride" />
      <Says text={coverage.says} />
      <p className={styles.note}>
        Of the time in which there is pedalling to do, in all roads by how often they are ridden; above{" "}
        {units.speed(coverage.top_kmh)} anyone coasts. Were there a gear for every speed,{" "}
        {percent(coverage.rideable)} could be ridden with this power and load.
        {assumed.length > 0 && ` How often is not said of ${assumed.join(" and ")}: taken as once a year.`}
      </p>
      <OneOrTwo coverage={coverage} letters={letters} currency={job.need.money?.currency ?? units.currency} />
      <div className={tables.scroll}>
        <table aria-label="All riding" className={`${tables.table} ${styles.table}`}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">
                <Term>Easy cadence</Term>
              </th>
              <th scope="col">
                <Term>Too slow</Term>
              </th>
              <th scope="col">On foot</th>
              <th scope="col">
                <Term>Out of gears</Term>
              </th>
              {coverage.roads.length > 1 &&
                coverage.roads.map((road) => (
                  <th scope="col" key={road.name} className={styles.roadColumn}>
                    {road.name}, {percent(road.share)} of it
                  </th>
                ))}
              <th scope="col" className={styles.words}>
                Longest that is missed
              </th>
            </tr>
          </thead>
          <tbody>
            {coverage.setups.map((setup) => (
              <tr key={setup.name}>
                <th scope="row">
                  <span className={styles.setup} title={setup.name}>
                    <Letter letter={letters.get(setup.name) ?? ""} />
                    <span>{setup.name}</span>
                  </span>
                </th>
                <td className={tables.strong}>{percent(setup.in_band)}</td>
                <td>{percent(setup.grinding)}</td>
                <td>{percent(setup.walking)}</td>
                <td>{percent(setup.spun_out)}</td>
                {coverage.roads.length > 1 &&
                  setup.roads.map((share, place) => <td key={place}>{percent(share)}</td>)}
                <td className={styles.words}>{missedText(setup.missed[0], units, coverage.roads.length)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

type Missed = Coverage["setups"][number]["missed"][number];

function missedText(missed: Missed | undefined, units: Units, roads: number): string {
  if (!missed) return "nothing";
  const state = RIDDEN[missed.state];
  const where = `${state} from ${units.distance(missed.from_m)} to ${units.distance(missed.to_m)}`;
  return roads > 1 ? `${where}, ${missed.road}` : where;
}

/** A second bicycle that covers less than this more is none worth having for it. */
const WORTH_IT = 0.005;

interface ChoiceProps {
  coverage: Coverage;
  letters: Map<string, string>;
  currency: string;
}

function OneOrTwo({ coverage, letters, currency }: ChoiceProps) {
  const { one, two, roads } = coverage;
  if (!one) return null;
  const named = (name: string) => (
    <>
      <Letter letter={letters.get(name) ?? ""} /> {name}
    </>
  );
  const price = (amount: number | null) =>
    amount === null ? "" : `; parts for ${moneyText(amount, currency)}`;
  const more = two && two.covered - one.covered >= WORTH_IT;
  return (
    <p className={styles.choice}>
      <span>
        <strong>One bicycle:</strong> {named(one.setups[0] ?? "")} covers {percent(one.covered)}
        {price(one.price)}.
      </span>
      {two && more && (
        <span>
          <strong>Two:</strong> {percent(two.covered)}
          {price(two.price)}, with{" "}
          {roads
            .map((road, place) => [road.name, two.on[place] ?? ""] as const)
            .map(([road, setup]) => (
              <span key={road}>
                {named(setup)} for {road}{" "}
              </span>
            ))}
        </span>
      )}
      {two && !more && <span>A second of these would add nothing to it.</span>}
    </p>
  );
}
