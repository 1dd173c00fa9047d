import Button from "@mui/material/Button";
import type { JobRecord, Trial } from "../../api/client";
import { useTrial } from "../../api/live";
import { RideTrace } from "../../charts/RideTrace";
import { RoadCursor } from "../../charts/RoadCursor";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings, type Cell } from "../../exchange/tables";
import { FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import { FigureFields } from "../../figures/FigureFields";
import { without } from "../../drafts/held";
import { assumptions, shortGrade } from "../../words/climbing";
import { percent } from "../../words/format";
import { setupColour } from "../../ui/palette";
import { useRemembered } from "../../ui/remembered";
import { Says } from "../../ui/Says";
import { Failure, Loading } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { useUnits, type Units } from "../../words/units";
import { shiftingFigures } from "./figures";
import sections from "../../ui/section.module.css";
import styles from "./Live.module.css";
import { Told } from "../../ui/Told";
import { Fact } from "../../ui/Fact";
import { fixed } from "../../words/numbers";

interface Props {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
}

const isShare = (value: unknown): value is number => typeof value === "number" && value >= 0 && value <= 1;

const COURSE =
  "900 m: a start on the flat, 200 m up at 5 % (less where the job’s hills are less), 250 m down and 250 m on the " +
  "flat without pedalling (whoever rolls out pedals on), a stop.";

/** Start, climb, coast and stop, simulated at once; and what the gears change by. */
export function TrialRide({ job, bench, shown }: Props) {
  const both = useFigureEditing(job, bench, shown);
  const { document, problems, onChange } = both.setup;
  const { data: found, error, refetch } = useTrial(bench, shown);
  return (
    <section className={sections.section} aria-labelledby="trial">
      <div className={sections.title}>
        <h3 id="trial">Start, climb, coast and stop</h3>
        <FiguresSaved {...both} />
        {document.shifting !== undefined && (
          <Button size="small" className="no-print" onClick={() => onChange(without(document, "shifting"))}>
            Change by hand again
          </Button>
        )}
        <span className={`${styles.saving} no-print`}>
          {found && (
            <SaveMenu
              groups={[tableSavings("The ride", `${shown.setup.name}, simulated`, () => samples(found))]}
            />
          )}
        </span>
      </div>
      <p className={sections.note}>
        <Told text={COURSE} /> {found && changedBy(found)}
      </p>
      <FiguresTrouble {...both} />
      <div className="no-print">
        <FigureFields
          figures={shiftingFigures(document.shifting !== undefined, shown.table.stepless)}
          {...{ document, problems, onChange }}
        />
      </div>
      {error && <Failure error={error} retry={refetch} />}
      {!found && !error && <Loading what="the ride" />}
      <Says text={found?.says} stale={problems.length > 0} />
      {found && <Ridden found={found} colour={setupColour(shown.record.letter)} />}
    </section>
  );
}

const changedBy = ({ automatic, stepless, low_rpm: low, high_rpm: high, set_rpm: set }: Trial): string => {
  const band = `${low.toFixed(0)} to ${high.toFixed(0)} rpm`;
  if (automatic) return `Its gears change by themselves, to keep ${set.toFixed(0)} rpm within ${band}.`;
  return stepless
    ? `You turn them by hand, to stay within ${band}; say below what they do by themselves.`
    : `You change by hand, where the cadence leaves ${band}; say below what gears do by themselves.`;
};

const samples = (found: Trial): Cell[][] => [
  ["time, s", "place, m", "speed, km/h", "cadence, rpm", "gear", "development, m", "you, W", "motors, W"],
  ...found.time_s.map((time, at) => [
    time.toFixed(1),
    found.at_m[at]?.toFixed(1),
    found.speed_kmh[at]?.toFixed(2),
    found.cadence_rpm[at]?.toFixed(1),
    found.gear[at],
    found.development_m[at]?.toFixed(3),
    found.rider_w[at]?.toFixed(0),
    found.motor_w[at]?.toFixed(0),
  ]),
];

function Ridden({ found, colour }: { found: Trial; colour: string }) {
  const units = useUnits();
  const [share, setShare] = useRemembered("trial-cursor", 0.2, isShare);
  const length = found.at_m[found.at_m.length - 1] ?? 1;
  const at = share * length;
  const sample = Math.max(
    found.at_m.findIndex((place) => place >= at),
    0,
  );
  return (
    <>
      <dl className={styles.facts}>
        <Fact name="Takes">{`${(found.time_s[found.time_s.length - 1] ?? 0).toFixed(0)} s`}</Fact>
        <Fact name={found.stepless ? "Adjustments" : "Shifts"}>{String(found.shifts)}</Fact>
        {!found.stepless && <Fact name="Shifted back at once">{String(found.hunts)}</Fact>}
        <Fact name="Pedalled at the set cadence">
          {found.kept === null ? "never pedalled" : percent(found.kept)}
        </Fact>
        {found.walked_s > 0 && <Fact name="On foot">{`${found.walked_s.toFixed(0)} s`}</Fact>}
        {found.battery !== null && <Fact name="Battery left">{percent(found.battery)}</Fact>}
      </dl>
      <p className={sections.note}>{wentInto(found)}</p>
      {found.assumed.length > 0 && (
        <p className={sections.note}>Not known, and assumed: {assumptions(found.assumed, units)}.</p>
      )}
      {found.hunts > 0 && (
        <p className={styles.hunting} role="note">
          Its gears hunt: a shift is taken back within three seconds. A wider dead band, a quicker shift or
          smaller steps would help.
        </p>
      )}
      <p className={styles.reading} aria-live="polite">
        {readingAt(found, sample, units)}
      </p>
      <RideTrace
        traced={found}
        course={{ at_m: found.at_m, elevation_m: found.elevation_m }}
        band={found}
        colour={colour}
        restsFrom={found.coasts_from_m}
        cursor={(x, height) => (
          <RoadCursor
            {...{ x, at, height, length, units }}
            heard={readingAt(found, sample, units)}
            onAt={setShare}
          />
        )}
      />
      {found.changes.length > 0 && <Changes found={found} units={units} />}
    </>
  );
}

/** Where the energy of the ride went, largest first. */
function wentInto({ energies }: Trial): string {
  const down = Math.max(-energies.height_j, 0);
  const whole = energies.rider_j + energies.battery_j + down;
  const shares: [string, number][] = [
    ["the air", energies.air_j],
    ["the tyres", energies.tyres_j],
    ["height", energies.height_j],
    ["the drive", energies.drive_j],
    ["the motors", energies.motors_j],
    ["the brakes", energies.brakes_j],
    ["the battery again", energies.returned_j],
  ];
  const told = shares
    .filter(([, joules]) => joules >= 0.005 * whole)
    .sort(([, one], [, other]) => other - one)
    .map(([what, joules]) => `${percent(joules / whole)} into ${what}`);
  const battery =
    energies.battery_j > 0 ? `, ${percent(energies.battery_j / whole)} of it the battery’s` : "";
  const from =
    down >= 0.005 * whole ? `${battery}, ${percent(down / whole)} of it from the descent` : battery;
  return `${fixed(whole / 1000, 1)} kJ went in${from}: ${told.join(", ")}.`;
}

function readingAt(found: Trial, at: number, units: Units): string {
  const gear = found.gear[at];
  const cadence = found.cadence_rpm[at] ?? 0;
  return [
    units.distance(found.at_m[at] ?? 0, 2),
    units.speed(found.speed_kmh[at] ?? 0),
    found.walking[at] ? "on foot" : cadence > 0 ? `${cadence.toFixed(0)} rpm` : "not pedalling",
    gear ? `gear ${gear}` : units.length(found.development_m[at] ?? 0),
    `you ${(found.rider_w[at] ?? 0).toFixed(0)} W`,
    `motors ${(found.motor_w[at] ?? 0).toFixed(0)} W`,
  ].join(" · ");
}

function Changes({ found, units }: { found: Trial; units: Units }) {
  return (
    <details className={styles.changes}>
      <summary>Every shift</summary>
      <div className={tables.scroll}>
        <table aria-label="Every shift" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">At</th>
              <th scope="col">Place</th>
              <th scope="col">Slope</th>
              <th scope="col">Speed</th>
              <th scope="col">From gear</th>
              <th scope="col">To gear</th>
              <th scope="col">Taken back</th>
            </tr>
          </thead>
          <tbody>
            {found.changes.map((each) => (
              <tr key={each.time_s}>
                <th scope="row">{fixed(each.time_s, 1)} s</th>
                <td>{units.distance(each.at_m, 2)}</td>
                <td>{shortGrade(each.grade)}</td>
                <td>{units.speed(each.speed_kmh)}</td>
                <td>{each.before}</td>
                <td className={tables.strong}>{each.after}</td>
                <td>{each.hunts ? "yes" : ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
