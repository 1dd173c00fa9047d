import type { Setup } from "../api/client";
import { CAPTION } from "./PathCaption";
import styles from "./PowerPath.module.css";
import { AXIS, WHEEL, type PathLayout } from "./powerPathLayout";
import { trimmed } from "../words/numbers";

type Motor = NonNullable<Setup["motors"]>[number];

/** How much wider a path is drawn for a motor in the front wheel. */
export const FRONT_WHEEL = 180;
const [MOTOR, FRONT, NAME] = [19, 46, 15];

/** The motors, each where its torque enters: a hatched disc on that shaft, with the most it gives there. */
export function PathMotors({ setup, layout }: { setup: Setup; layout: PathLayout }) {
  const places = new Map<number, Motor[]>();
  for (const motor of setup.motors ?? []) {
    const x = placeOf(motor, setup, layout);
    places.set(x, [...(places.get(x) ?? []), motor]);
  }
  return [...places].map(([x, motors]) => {
    const inWheel = x >= layout.wheelX;
    const front = x > layout.wheelX;
    const words = motors.map(torqueText).join(", ");
    return (
      <g key={x} role="img" aria-label={`Motor${motors.length > 1 ? "s" : ""}, ${words}`}>
        {front && <circle cx={x} cy={AXIS + WHEEL - FRONT} r={FRONT} className={styles.frontWheel} />}
        {!inWheel && <line x1={x} x2={x} y1={NAME + 6} y2={AXIS - MOTOR} className={styles.tap} />}
        <circle cx={x} cy={front ? AXIS + WHEEL - FRONT : AXIS} r={MOTOR} className={styles.motorDisc} />
        {front && (
          <text x={x} y={CAPTION + 21} className={styles.under}>
            front wheel
          </text>
        )}
        <text
          x={x}
          y={front ? AXIS - 16 : inWheel ? AXIS + 46 : NAME}
          className={`${styles.running} ${styles.motorName}`}
        >
          {words}
        </text>
      </g>
    );
  });
}

function placeOf({ at }: Motor, setup: Setup, layout: PathLayout): number {
  const start = (stage: number): number => {
    const piece = layout.pieces[stage];
    if (!piece) return layout.wheelX;
    return piece.kind === "sprockets" ? piece.x1 : piece.x;
  };
  if (typeof at === "object") return start(at.before);
  switch (at) {
    case "cranks":
      return layout.pieces[0]?.kind === "case" ? layout.crankX - 24 : layout.crankX;
    case "gearbox":
      return start(setup.path.findIndex((stage) => stage.kind === "gearbox"));
    case "rear hub":
      return layout.wheelX;
    case "front hub":
      return layout.wheelX + FRONT_WHEEL - FRONT + 14;
  }
}

function torqueText({ torque_nm: torque, curve, count = 1 }: Motor): string {
  const most = torque ?? Math.max(0, ...(curve ?? []).map(([, nm]) => nm));
  return `${count > 1 ? `${count} × ` : ""}${trimmed(most, 1)} Nm`;
}
