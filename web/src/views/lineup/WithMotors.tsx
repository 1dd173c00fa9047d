import type { JobRecord, MotorHelp, SetupRange } from "../../api/client";
import { useRanges } from "../../api/roads";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { grade, pitchText } from "../../words/climbing";
import { percent } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import { useUnits, type Units } from "../../words/units";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";

/** What motors add, side by side at the wheel, wherever their torque enters; nothing where no setup has one. */
export function WithMotors({ job, bench }: { job: JobRecord; bench: Workbench }) {
  const { data: ranges } = useRanges(job, bench);
  const units = useUnits();
  const driven = bench.setups.filter(({ table }) => table.motor);
  if (driven.length === 0) return null;
  const pitch = pitchText(bench.need, units);
  return (
    <section aria-labelledby="with-motors" className={styles.section}>
      <h3 id="with-motors">With motors</h3>
      <p className={styles.note}>
        At the driven wheel, so that torque at the cranks, in a case and in a hub can be compared; with all
        the help there is, and the steady rider. How far motors may help is for local law and their makers to
        say.
      </p>
      <div className={tables.scroll}>
        <table aria-label="With motors" className={`${tables.table} ${styles.words}`}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">Motors at the wheel</th>
              <th scope="col">Holds at rest · battery dead</th>
              {pitch && <th scope="col">On the steepest</th>}
              {pitch && <th scope="col">Heat</th>}
              <th scope="col">Assistance</th>
              <th scope="col">Range</th>
            </tr>
          </thead>
          <tbody>
            {driven.map((setup) => (
              <Row
                key={setup.record.id}
                jobId={job.id}
                setup={setup}
                pitch={pitch !== null}
                range={ranges?.find((each) => each.name === setup.setup.name)}
              />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

interface RowProps {
  jobId: string;
  setup: BenchSetup;
  pitch: boolean;
  range: SetupRange | undefined;
}

function Row({ jobId, setup, pitch, range }: RowProps) {
  const units = useUnits();
  const help = setup.table.motor;
  if (!help) return null;
  return (
    <tr>
      <SetupName setup={setup} to={`/jobs/${jobId}/motors/${setup.record.id}`} />
      <td>{wheelText(help)}</td>
      <td>
        <strong>{grade(help.steepest_start)}</strong> · {grade(help.alone_start)}
      </td>
      {pitch && <td>{pitchSpeed(help, units)}</td>}
      {pitch && <td>{help.on_pitch && <StateMark asked="cool" state={help.on_pitch.state} />}</td>}
      <td className={styles.wraps}>{assistText(help, units)}</td>
      <td>{rangeText(range, units)}</td>
    </tr>
  );
}

/** Through the gears, from the lowest to the highest, or the same in all. */
function wheelText({ wheel_torque_nm: torques }: MotorHelp): string {
  const [low, high] = [torques[0] ?? 0, torques[torques.length - 1] ?? 0];
  const same = Math.abs(low - high) < 0.5;
  return same ? `${low.toFixed(0)} Nm in every gear` : `${low.toFixed(0)}–${high.toFixed(0)} Nm`;
}

function pitchSpeed({ on_pitch: pitch }: MotorHelp, units: Units): string {
  if (!pitch) return "";
  const works = pitch.efficiency === null ? "" : `, at ${percent(pitch.efficiency)}`;
  const turns = pitch.outruns ? "motor alone" : `${pitch.cadence_rpm.toFixed(0)} rpm`;
  return `${units.speed(pitch.speed_kmh)}, ${turns}${pitch.walking ? ", walking" : ""}${works}${pitch.assumed ? " assumed" : ""}`;
}

function assistText({ limit_speed_kmh: limit, unreached_kmh: unused }: MotorHelp, units: Units): string {
  if (limit === null) return "no end set";
  const ends = `to ${units.speed(limit)}`;
  return unused !== null && unused > 0 ? `${ends}, ${units.speed(unused)} unused` : ends;
}

function rangeText(range: SetupRange | undefined, units: Units): string {
  const [least] = range?.levels ?? [];
  const most = range?.levels[range.levels.length - 1];
  if (!least || !most) return "not known";
  const text = (km: number | null) => (km === null ? "no end" : units.distance(km * 1000, 0));
  return least === most ? text(most.range_km) : `${text(most.range_km)} to ${text(least.range_km)}`;
}
