import type { Climb, ComparedSetup } from "../../api/client";
import { HillFan } from "../../charts/HillFan";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import {
  CHANGES_UP,
  POWER_LIMITS,
  RIDDEN,
  assumptions,
  grade,
  heldText,
  pitchText,
  ratioText,
} from "../../words/climbing";
import { capital } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import { useUnits, type Units } from "../../words/units";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";

/** Whether each setup's lowest gear climbs the steepest hill, what it rides on the flat, and where its top runs out. */
export function ClimbAndFlat({ bench }: { bench: Workbench }) {
  const { setups, need, leads } = bench;
  const units = useUnits();
  const pitch = pitchText(need, units);
  const judged = { physics: "what it climbs", ratio: "its ratio", "gear inches": "its gear inches" }[leads];
  return (
    <section aria-labelledby="climb" className={styles.section}>
      <h3 id="climb">Climb and flat</h3>
      <p className={styles.note}>
        {pitch
          ? `On ${pitch}, with the load and ${heldFor(need)}; a lowest gear is judged by ${judged}.`
          : "How steep the steepest hill is, is not known: say it under Job, and each setup is held against it."}
        {bench.slipsAt !== null &&
          ` On the loosest surface the wheel slips from about ${grade(bench.slipsAt)}.`}
        {setups.some(({ table }) => table.motor) &&
          " Motors are left out here, as if their batteries were dead; what they add stands below."}
        {bench.assumed.length > 0 && ` Not known, and assumed: ${assumptions(bench.assumed, units)}.`}
      </p>
      <div className={tables.scroll}>
        <table aria-label="Climb and flat" className={`${tables.table} ${styles.words}`}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">Low enough</th>
              <th scope="col">Climbs all day · a minute</th>
              {pitch && <th scope="col">On the steepest</th>}
              {pitch && <th scope="col">Ratio it needs</th>}
              <th scope="col">On the flat</th>
              <th scope="col">Top runs out at</th>
            </tr>
          </thead>
          <tbody>
            {setups.map((setup) => (
              <Row key={setup.record.id} setup={setup} leads={leads} pitch={pitch !== null} />
            ))}
          </tbody>
        </table>
      </div>
      <HillFan setups={setups} need={need} />
    </section>
  );
}

function Row({ setup, leads, pitch }: { setup: BenchSetup; leads: string; pitch: boolean }) {
  const { table } = setup;
  const units = useUnits();
  const { climb, flat, top } = table;
  const lead = table.lowest_gear.find((each) => each.school === leads);
  return (
    <tr>
      <SetupName setup={setup} />
      <td>
        <StateMark asked="climbs" state={lead?.verdict ?? "not known"} />
      </td>
      <td title={`in the lowest gear at ${units.speed(climb.lowest_kmh)}`}>
        <strong>{grade(climb.steepest)}</strong> · {climb.minute ? grade(climb.minute.steepest) : "not known"}
      </td>
      {pitch && <td className={styles.wraps}>{onThePitch(table, units)}</td>}
      {pitch && <td>{needed(climb, table.lowest.ratio)}</td>}
      <td title={flat.gear ? `in gear ${flat.gear}` : undefined}>
        {flat.speed_kmh > top.speed_kmh ? (
          <>
            <strong>{units.speed(top.speed_kmh)}</strong>, {RIDDEN.coasting}
          </>
        ) : (
          <>
            <strong>{units.speed(flat.speed_kmh)}</strong>, {flat.cadence_rpm.toFixed(0)} rpm
          </>
        )}
      </td>
      <td>
        {units.speed(top.speed_kmh)}, {top.power_w.toFixed(0)} W, {descent(top.grade)}
      </td>
    </tr>
  );
}

/** The grade on which the power of all day is enough for the top. */
const descent = (share: number): string => (share < 0 ? `or down ${grade(-share)}` : "all day");

/** By which power the pitch is told. */
const heldFor = ({ road }: Workbench["need"]): string =>
  typeof road?.steepest_m === "number"
    ? "the power that is held for as long as it takes"
    : "the power of all day, its length not being known";

/** How the steepest hill is ridden, with which power and for how long. */
function onThePitch({ climb }: ComparedSetup, units: Units): string {
  const at = climb.on_steepest;
  if (!at) return "";
  const [speed, turns] = [units.speed(at.speed_kmh), `${at.cadence_rpm.toFixed(0)}\u00a0rpm`];
  const power = `${at.power_w.toFixed(0)}\u00a0W`;
  const how = at.state === "holds" ? "" : `, ${RIDDEN[at.state]}`;
  const time = at.seconds === null ? "" : ` for ${heldText(at.seconds).replaceAll(" ", "\u00a0")}`;
  const ridden =
    at.state === "walking"
      ? `${RIDDEN.walking}: on ${power} it would be ${speed} at ${turns}`
      : `${speed}, ${turns}${how}; ${power}${time}`;
  return climb.limit === "power" ? `${ridden}: ${POWER_LIMITS}` : ridden;
}

/** The ratio that the pitch needs, and how far off the lowest gear is. */
function needed(climb: Climb, has: number): string {
  const { judged_ratio: ratio, by, limit } = climb;
  if (ratio === null) return "";
  if (limit === "power") return "None is low enough";
  if (limit === "changes up") return capital(CHANGES_UP);
  const share = Math.round((has / ratio - 1) * 100);
  const off = share === 0 ? "just that" : share > 0 ? `${share} % too high` : `${-share} % to spare`;
  const power = by === "a minute" ? ", for a minute" : "";
  return capital(`${ratioText(ratio)}: ${off}${power}`);
}
