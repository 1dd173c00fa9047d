import { useId } from "react";
import type { Climb, JobRecord, LowestGear } from "../../api/client";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { valueAt, withValue } from "../../drafts/held";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { CHANGES_UP, POWER_LIMITS, pitchText, ratioText } from "../../words/climbing";
import { USUALLY } from "../../words/states";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";
import { useUnits } from "../../words/units";
import { bothFixed, fixed } from "../../words/numbers";

interface Props {
  job: JobRecord;
  bench: Workbench;
}

type School = Workbench["leads"];

const SCHOOLS: { school: School; name: string }[] = [
  { school: "ratio", name: "By its ratio" },
  { school: "gear inches", name: "By its gear inches" },
  { school: "physics", name: "By the steepest hill" },
];

/** The three schools of a low enough lowest gear side by side, why they differ, and which of them leads. */
export function LowEnough({ job, bench: { setups, need, leads } }: Props) {
  const { document, change } = useNeedEditing(job);
  const chosen = valueAt(document, "wants.lowest_by") ?? "physics";
  const group = useId();
  const pitch = pitchText(need, useUnits());
  const differ = setups.filter(
    ({ table }) => new Set(table.lowest_gear.flatMap(({ verdict }) => verdict ?? [])).size > 1,
  );
  return (
    <section aria-labelledby="low-enough" className={styles.section}>
      <h3 id="low-enough">How low is low enough</h3>
      <p className={styles.note}>
        A ratio leaves out the wheel; gear inches take the wheel in, but neither the load, nor the power, nor
        the road; the hill takes all of them in, and stands or falls with their figures.{" "}
        {differ.length > 0
          ? `They disagree about ${differ.map(({ record }) => record.letter).join(", ")}. `
          : "Here they agree. "}
        The one that leads gives the verdict above.
      </p>
      <div className={tables.scroll}>
        <table aria-label="How low is low enough" className={`${tables.table} ${styles.words}`}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              {SCHOOLS.map(({ school, name }) => (
                <th scope="col" key={school}>
                  {name}
                  <label className={`${styles.leads} no-print`}>
                    <input
                      type="radio"
                      aria-label={`${name}: leads`}
                      name={group}
                      checked={chosen === school}
                      onChange={() =>
                        change(
                          withValue(document, "wants.lowest_by", school === "physics" ? undefined : school),
                        )
                      }
                    />
                    leads
                  </label>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {setups.map((setup) => (
              <tr key={setup.record.id}>
                <SetupName setup={setup} />
                {SCHOOLS.map(({ school }) => (
                  <td key={school} data-leads={leads === school || undefined}>
                    <Says setup={setup} school={school} pitch={pitch} leads={leads === school} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

interface SaysProps {
  setup: BenchSetup;
  school: School;
  pitch: string | null;
  /** The verdict goes by this one. */
  leads: boolean;
}

function Says({ setup: { table }, school, pitch, leads }: SaysProps) {
  const found = table.lowest_gear.find((each) => each.school === school);
  if (!found) return null;
  // Where nobody asked for it, what is usual is no verdict.
  if (found.usual && !leads) return <span className={styles.says}>{besideUsual(found)}</span>;
  return (
    <span className={styles.says}>
      <StateMark asked="climbs" state={found.verdict ?? "not known"} /> {figures(found, table.climb, pitch)}
    </span>
  );
}

function besideUsual({ school, has, wanted, verdict }: LowestGear): string {
  const text = (value: number) => (school === "ratio" ? ratioText(value) : `${fixed(value, 1)} in`);
  return `${text(has)}, ${USUALLY[verdict ?? "not known"]} ${text(wanted ?? 0)}`;
}

/** What the lowest gear is, and what the school asks for. */
function figures({ school, has, wanted, usual }: LowestGear, climb: Climb, pitch: string | null): string {
  const asked = usual ? "usual" : "wanted";
  if (school === "ratio") return `${bothFixed(has, wanted ?? 0, 2).join("; ")} ${asked}`;
  if (school === "gear inches") return `${bothFixed(has, wanted ?? 0, 1).join(" in; ")} in ${asked}`;
  if (!pitch || climb.needed_ratio === null) return "the hill is not known";
  if (climb.limit === "power") return `${ratioText(has)}; ${POWER_LIMITS}`;
  if (climb.limit === "changes up") return `${ratioText(has)}; ${CHANGES_UP}`;
  if (climb.by === "its time" && climb.judged_ratio !== null && climb.on_steepest)
    return `${bothFixed(has, climb.judged_ratio, 2).join("; ")} at ${climb.on_steepest.power_w.toFixed(0)} W, as long as it takes`;
  const minute = climb.minute?.needed_ratio;
  const forMinute = typeof minute === "number" ? `, ${ratioText(minute)} for a minute` : "";
  return `${bothFixed(has, climb.needed_ratio, 2).join("; ")} all day${forMinute}`;
}
