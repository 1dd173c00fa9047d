import { useState } from "react";
import Button from "@mui/material/Button";
import type { Pairing, Pairings, Setup } from "../../api/client";
import { useComparison } from "../../api/pairings";
import { GearLanes } from "../../charts/GearLanes";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { capital, difference } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import { useUnits } from "../../words/units";
import { CHANGES_UP, POWER_LIMITS } from "../../words/climbing";
import styles from "./Pairings.module.css";
import { changeText } from "./RankedList";
import { Caution } from "../../ui/Caution";
import { fixed } from "../../words/numbers";
import { Told } from "../../ui/Told";

interface Props {
  bench: Workbench;
  shown: BenchSetup;
  found: Pairings;
  pairing: Pairing;
  onTake: (pairing: Pairing) => void;
}

/** One pairing: whether it may run and why, what chain it takes, and its whole effect beside what is mounted. */
export function PairingDetails({ bench, shown, found, pairing, onTake }: Props) {
  const units = useUnits();
  const mounted = pairing.changed === "nothing";
  const before = found.pairings.find((each) => each.changed === "nothing");
  return (
    <section className={styles.details} aria-label={`Pairing ${pairing.front} × ${pairing.rear}`}>
      <div className={styles.words}>
        <div className={styles.title}>
          <h3>
            {pairing.front} × {pairing.rear}
          </h3>
          <StateMark asked="runs" state={pairing.state} />
          <Button variant="contained" className="no-print" disabled={mounted} onClick={() => onTake(pairing)}>
            {mounted ? "Mounted" : "Take it"}
          </Button>
        </div>
        <ul>
          {pairing.why.map((why) => (
            <li key={why}>
              <Told text={`${capital(why)}.`} />
            </li>
          ))}
        </ul>
        <Caution>{found.caution}</Caution>
        <dl>
          <Figure name="Front ÷ rear">{fixed(pairing.primary_ratio, 3)}</Figure>
          <Figure name="Lowest gear">
            {units.gear(pairing.lowest)}
            {before && !mounted && `, ${difference(pairing.lowest.ratio / before.lowest.ratio - 1)}`}
          </Figure>
          <Figure name="Highest gear">{units.gear(pairing.highest)}</Figure>
          <Figure name="Top pedalling speed">{units.speed(pairing.top_kmh)}</Figure>
          <Figure name="Steepest hill">{pitchWords(pairing)}</Figure>
          <Figure name="Range">{(found.range * 100).toFixed(0)} %, unchanged</Figure>
          <LoopFigures pairing={pairing} />
          {pairing.into && (
            <Figure name={`Torque into ${pairing.into.name}`}>
              {pairing.into.hardest_nm.toFixed(0)} Nm pushed hardest, {pairing.into.steady_nm.toFixed(0)} Nm
              climbing
              {pairing.into.motor_nm > 0 && `, ${pairing.into.motor_nm.toFixed(0)} Nm of the motor`}
            </Figure>
          )}
          <Figure name="To buy">{mounted ? "nothing" : changeText(pairing, found.drive)}</Figure>
          {pairing.bends !== null && (
            <Figure name="Lost in bending the chain">
              {fixed(pairing.bends * 100, 1)} %, clean and oiled
            </Figure>
          )}
          <Figure name="Wear">
            {pairing.repeats === 1
              ? "the same teeth meet at every turn"
              : `the same teeth meet on the same links every ${pairing.repeats} turns`}
          </Figure>
        </dl>
      </div>
      <Lanes {...{ bench, shown, found, pairing }} />
    </section>
  );
}

function Figure({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

function pitchWords({ climb, margin, limit }: Pairing): string {
  if (climb === null || margin === null) return "not known: the job names none";
  if (limit === "power") return `not climbed: ${POWER_LIMITS}`;
  if (limit === "changes up") return `not climbed: ${CHANGES_UP}`;
  // The gear that there is over the one it may be, less one, where it is too high.
  const off = margin >= 0 ? margin : 1 / (1 + margin) - 1;
  const room = `${Math.round(off * 100)} %`;
  const words = {
    holds: "climbed",
    tight: "climbed with a hard push",
    fails: "not climbed at an easy cadence",
  };
  return `${words[climb]}, ${room} ${margin >= 0 ? "to spare" : "too high"}`;
}

const isNumber = (value: unknown): value is number => typeof value === "number";

function LoopFigures({ pairing: { chain, belt } }: { pairing: Pairing }) {
  if (chain)
    return (
      <>
        <Figure name="Chain">
          {!isNumber(chain.links) || !isNumber(chain.centre_mm)
            ? "not known"
            : `${chain.links} links${chain.half_link ? ", one of them half" : ""}, axle at ${fixed(chain.centre_mm, 1)} mm`}
        </Figure>
        {isNumber(chain.room_mm) && <Figure name="Room behind the axle">{fixed(chain.room_mm, 1)} mm</Figure>}
        {isNumber(chain.play_mm) && isNumber(chain.worn_play_mm) && (
          <Figure name="Play of the slack run">
            {chain.play_mm.toFixed(0)} mm, worn {chain.worn_play_mm.toFixed(0)} mm
          </Figure>
        )}
      </>
    );
  if (!belt) return null;
  return (
    <>
      <Figure name="Belt">
        {!isNumber(belt.teeth) || !isNumber(belt.centre_mm)
          ? "not known"
          : `${belt.teeth} teeth, axle at ${fixed(belt.centre_mm, 1)} mm`}
      </Figure>
      {belt.mesh && (
        <Figure name="Teeth in mesh">
          {fixed(belt.mesh[0], 1)} and {fixed(belt.mesh[1], 1)}
        </Figure>
      )}
      {isNumber(belt.pull_n) && (
        <Figure name="Hardest pull">
          {belt.pull_n.toFixed(0)} N
          {isNumber(belt.smallest_front) && `; at least ${belt.smallest_front} teeth in front`}
        </Figure>
      )}
    </>
  );
}

/** The setup with a pairing in its place. */
function withPairing(setup: Setup, found: Pairings, pairing: Pairing): Setup {
  const path = setup.path.map((stage, place) =>
    place === found.stage && stage.kind === "sprockets"
      ? { ...stage, front: [pairing.front], rear: found.fixed_rear ? stage.rear : [pairing.rear] }
      : stage,
  );
  return { ...setup, path, name: `With ${pairing.front} × ${pairing.rear}` };
}

function Lanes({ bench, shown, found, pairing }: Omit<Props, "onTake">) {
  const [speed, setSpeed] = useState(14);
  const now = { ...shown.setup, name: `As it is, ${found.mounted[0]} × ${found.mounted[1]}` };
  const { data } = useComparison(
    bench,
    pairing.changed === "nothing" ? [now] : [now, withPairing(shown.setup, found, pairing)],
  );
  if (!data) return null;
  const setups = data.setups.map((table, place) => ({
    ...shown,
    record: { ...shown.record, id: `${shown.record.id}-${place}` },
    table,
    isReference: false,
  }));
  return (
    <GearLanes setups={setups} wantedTop={bench.need.wants?.top_kmh} speedKmh={speed} onSpeed={setSpeed} />
  );
}
