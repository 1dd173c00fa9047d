import type { JobRecord } from "../../api/client";
import { useRanges } from "../../api/roads";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { capital, percent } from "../../words/format";
import { Failure } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { assumptions } from "../../words/climbing";
import { useUnits } from "../../words/units";
import sections from "../../ui/section.module.css";
import styles from "./Motors.module.css";
import { fixed } from "../../words/numbers";

interface Props {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
}

/** How far the battery goes over the job’s roads, with each level of assistance. */
export function RangeTable({ job, bench, shown }: Props) {
  const { data, error, refetch } = useRanges(job, bench);
  const units = useUnits();
  if (error) return <Failure error={error} retry={refetch} />;
  const found = data?.find((each) => each.name === shown.setup.name);
  const pushed = found?.levels.some((level) => level.on_foot > 0);
  const back = found?.levels.some((level) => level.back_wh_km > 0);
  const assumed = shown.table.motor?.assumed ?? [];
  const known = shown.setup.motors?.some((motor) => motor.battery);
  return (
    <section className={sections.section} aria-labelledby="range">
      <h3 id="range">How far the battery goes</h3>
      {!known && <p className={sections.note}>Not known without the battery’s energy, in Wh.</p>}
      {known && found && (
        <>
          <p className={sections.note}>
            {job.roads.length > 0 ? "On the job’s roads by how often they are ridden" : "On a plain terrain"},
            steadily at {bench.need.rider.power_w} W of your own, with the job’s wind, load and cold; without
            momentum.{" "}
            {back
              ? "What its motors brake on descents that need braking anyway is counted."
              : "Nothing is won back by braking."}
            {assumed.length > 0 && ` Not known, and assumed: ${assumptions(assumed, units)}.`}
          </p>
          <div className={tables.scroll}>
            <table aria-label="Range" className={`${tables.table} ${styles.range}`}>
              <thead>
                <tr>
                  <th scope="col">Level</th>
                  <th scope="col">Range</th>
                  <th scope="col">Energy</th>
                  {back && <th scope="col">Of braking back</th>}
                  <th scope="col">Mean speed</th>
                  {pushed && <th scope="col">On foot</th>}
                  <th scope="col">Of the work, by motors</th>
                </tr>
              </thead>
              <tbody>
                {found.levels.map((level) => (
                  <tr key={level.level}>
                    <th scope="row">{capital(level.level)}</th>
                    <td className={tables.strong}>
                      {level.range_km === null ? "no end" : units.distance(level.range_km * 1000, 0)}
                    </td>
                    <td>{fixed(level.wh_km, 1)} Wh/km</td>
                    {back && <td>{fixed(level.back_wh_km, 1)} Wh/km</td>}
                    <td>{units.speed(level.speed_kmh)}</td>
                    {pushed && <td>{level.on_foot > 0 ? `${percent(level.on_foot)} of the way` : "—"}</td>}
                    <td>{percent(level.motor_share)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </section>
  );
}
