import type { DriveResult, HomeBuilt } from "../api/client";
import { useUnits } from "../words/units";
import { loopPath, sprocketPath } from "./sprocketShape";
import styles from "./StageRow.module.css";
import { fixed } from "../words/numbers";

const [AXIS, BELOW, UNDER] = [84, 180, 200];
const [WHEEL, MOTOR, LEFT, APART] = [72, 34, 70, 96];

interface Props {
  drive: HomeBuilt;
  found: DriveResult;
}

/** The drive from left to right: motors, the sprockets of each stage, the wheel; speed and torque of each shaft. */
export function StageRow({ drive, found }: Props) {
  const units = useUnits();
  const stages = drive.stages ?? [];
  const largest = Math.max(1, ...stages.flat());
  const tooth = Math.min(1.6, 56 / largest);
  const count = drive.motor.count ?? 1;
  const shafts = placesOf(stages, tooth);
  const last = shafts[shafts.length - 1] ?? LEFT;
  const wheel = last + (stages.length > 0 ? 150 : 110);
  const width = wheel + WHEEL + 24;
  return (
    <div className={styles.scroll}>
      <svg
        width={width}
        height={UNDER + 10}
        viewBox={`0 0 ${width} ${UNDER + 10}`}
        role="group"
        aria-label="Drive from motors to wheel"
        data-drawing="stages"
      >
        {Array.from({ length: Math.min(count, 4) }, (_, place) => (
          <circle key={place} cx={LEFT - place * 9} cy={AXIS} r={MOTOR} className={styles.motor} />
        ))}
        <line x1={LEFT} x2={shafts[0]} y1={AXIS} y2={AXIS} className={styles.shaft} />
        <line x1={last} x2={wheel} y1={AXIS} y2={AXIS} className={styles.shaft} />
        <circle cx={wheel} cy={AXIS} r={WHEEL} className={styles.wheel} />
        <circle cx={wheel} cy={AXIS} r={7} className={styles.axle} />
        {stages.map(([driving, driven], place) => {
          const [x1, x2] = [shafts[place] ?? 0, shafts[place + 1] ?? 0];
          return (
            <g key={place}>
              <path d={sprocketPath(driving, driving * tooth, x1, AXIS)} className={styles.driving} />
              <path d={sprocketPath(driven, driven * tooth, x2, AXIS)} className={styles.driven} />
              <path d={loopPath(x1, driving * tooth, x2, driven * tooth, AXIS)} className={styles.chain} />
              <text x={(x1 + x2) / 2} y={AXIS - 62} className={styles.pairing}>
                {driving} / {driven}
              </text>
            </g>
          );
        })}
        {shafts.map((x) => (
          <circle key={x} cx={x} cy={AXIS} r={5} className={styles.axle} />
        ))}
        {found.turning.map(({ rpm, torque_nm: torque }, place) => {
          const x = place === 0 ? LEFT : place === stages.length ? wheel : (shafts[place] ?? 0);
          return (
            <g key={place}>
              <text x={x} y={BELOW} className={styles.figure}>
                {fixed(torque, 1)} Nm
              </text>
              <text x={x} y={UNDER} className={styles.under}>
                {rpm.toFixed(0)} rpm
                {place === 0 && count > 1 && `, ${count} motors`}
                {place === stages.length && `, ${units.speed(found.geared_kmh)}`}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** Where each shaft stands: those of a stage far enough apart for both its sprockets. */
function placesOf(stages: readonly (readonly [number, number])[], tooth: number): number[] {
  const places = [LEFT + (stages.length > 0 ? 92 : 0)];
  for (const [driving, driven] of stages)
    places.push((places[places.length - 1] ?? 0) + (driving + driven) * tooth + APART);
  return places;
}
