import type { ReactNode } from "react";
import type { DriveResult, HomeBuilt } from "../../api/client";
import { StageRow } from "../../charts/StageRow";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings, type Cell } from "../../exchange/tables";
import { assumptions, grade } from "../../words/climbing";
import { Caution } from "../../ui/Caution";
import { difference } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import { useUnits, type Units } from "../../words/units";
import styles from "./Bench.module.css";
import { ChainTable } from "./ChainTable";
import { ShaftShown } from "./ShaftShown";
import { TrainTable } from "./TrainTable";
import { exact, fixed } from "../../words/numbers";

interface Props {
  drive: HomeBuilt;
  found: DriveResult;
  /** What is to be typed, which stands beneath the drawing and the figures. */
  fields: ReactNode;
  onTake: (stages: [number, number][]) => void;
}

/** A home-built drive: drawn, in figures, and part by part against what it must bear. */
export function DriveShown({ drive, found, fields, onTake }: Props) {
  const units = useUnits();
  return (
    <>
      <Caution>{found.caution}</Caution>
      <p className={styles.altogether}>
        Altogether: <StateMark asked="does" state={found.state} />
      </p>
      <StageRow drive={drive} found={found} />
      <div className={styles.facts}>
        <Fact name="Speed as geared">
          <strong className={styles.big}>{units.speed(found.geared_kmh)}</strong>
          <small>{speedText(found, drive, units)}</small>
        </Fact>
        <Fact name="Push at the tyre">
          <strong className={styles.big}>{found.push_n.toFixed(0)} N</strong>
          <small>
            {pushText(found, units)} <StateMark asked="reaches" state={found.speed} />
          </small>
        </Fact>
        <Fact name="Slope it holds">
          <strong className={styles.big}>{grade(found.grade_at_start)}</strong>
          <small>from a standstill; {grade(found.grade_at_speed)} at that speed</small>
        </Fact>
        <Fact name="Torque">
          <strong className={styles.big}>{fixed(found.wheel_nm, 1)} Nm</strong>
          <small>
            at the wheel, {fixed(found.torque_kept, 2)} times the motors’ {fixed(found.motor_nm, 1)} Nm
          </small>
        </Fact>
        <Fact name="Current">
          <strong className={styles.big}>
            {found.wiring ? `${fixed(found.wiring.current_a, 1)} A` : "—"}
          </strong>
          <small>{wireText(found)}</small>
        </Fact>
        <Fact name="Battery">
          <strong className={styles.big}>{found.battery ? timeText(found.battery.hours) : "—"}</strong>
          <small>{batteryText(found, units)}</small>
        </Fact>
      </div>
      {found.assumed.length > 0 && (
        <p className={styles.note}>Taken for want of your figures: {assumptions(found.assumed, units)}.</p>
      )}
      {fields}
      <section className={styles.section} aria-labelledby="shafts">
        <div className={styles.title}>
          <h3 id="shafts">Shafts and bearings</h3>
          {found.shafts.length > 0 && (
            <SaveMenu
              groups={[tableSavings("Shafts and chains", `${drive.name}, checks`, () => checkRows(found))]}
            />
          )}
        </div>
        {found.shafts.length === 0 && (
          <p className={styles.note}>
            No shaft is described yet, so that nothing is known of what bends first. Add them below.
          </p>
        )}
        <div className={styles.shafts}>
          {found.shafts.map((shaft, place) => (
            <ShaftShown
              key={place}
              number={place + 1}
              found={shaft}
              shaft={drive.shafts?.[place]}
              stages={drive.stages?.length ?? 0}
            />
          ))}
        </div>
      </section>
      <div className={styles.columns}>
        <TrainTable drive={drive} found={found} onTake={onTake} />
        {found.chains.length > 0 && <ChainTable drive={drive} found={found} />}
      </div>
    </>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className={styles.fact} aria-label={name}>
      <h3>{name}</h3>
      {children}
    </section>
  );
}

function speedText(
  { direct_kmh: direct, product, needed, off }: DriveResult,
  drive: HomeBuilt,
  units: Units,
) {
  const has = `without stages ${units.speed(direct)}; they make × ${fixed(product, 3)}`;
  if (needed === null || off === null) return has;
  const wanted = units.speed(drive.wanted_kmh ?? 0);
  const step = needed < 1 ? "step-down" : "step-up";
  return `${has}. For ${wanted} the ${step} needed is × ${fixed(needed, 3)}: ${difference(off)}`;
}

function pushText({ asked_n: asked, speed, reaches_kmh: reaches }: DriveResult, units: Units): string {
  const needs = `the flat asks ${asked.toFixed(0)} N at that speed`;
  return speed === "fails" ? `${needs}; their power would come to ${units.speed(reaches)}` : needs;
}

function wireText({ wiring, in_w: power }: DriveResult): string {
  if (!wiring) return `${power.toFixed(0)} W; not known without a voltage`;
  const fuse = wiring.fuse_a === null ? "beyond usual fuses" : `fuse ${wiring.fuse_a} A`;
  const wire =
    wiring.wire_mm2 === null ? "no usual wire is enough" : `wire at least ${exact(wiring.wire_mm2)} mm²`;
  const lost = wiring.lost_v === null ? "" : `, ${fixed(wiring.lost_v, 2)} V lost in it`;
  return `${power.toFixed(0)} W; ${fuse}, ${wire}${lost}`;
}

function timeText(hours: number): string {
  const minutes = Math.round(hours * 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

function batteryText({ battery }: DriveResult, units: Units): string {
  if (!battery) return "not known without its energy";
  const far = `at full load, ${units.distance(battery.km * 1000)}`;
  return battery.current === "fails" ? `${far}; it does not give that current` : far;
}

const checkRows = ({ shafts, chains, caution }: DriveResult): Cell[][] => [
  [
    "part",
    "state",
    "torque, Nm",
    "bending, Nm",
    "stress, MPa",
    "factor",
    "smallest, mm",
    "gives way, mm",
    "pull, N",
  ],
  ...shafts.map((each, place) => [
    `shaft ${place + 1}`,
    each.state,
    each.torque_nm.toFixed(1),
    each.bending_nm.toFixed(1),
    each.stress_mpa.toFixed(0),
    each.factor?.toFixed(2),
    each.smallest_mm?.toFixed(1),
    each.deflection_mm.toFixed(2),
  ]),
  ...chains.map((each) => [
    `chain of stage ${each.stage + 1}`,
    each.state,
    undefined,
    undefined,
    undefined,
    each.factor?.toFixed(2),
    undefined,
    undefined,
    each.pull_n.toFixed(0),
  ]),
  [caution],
];
