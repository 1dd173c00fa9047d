import { useId, useState } from "react";
import { scaleLinear } from "d3-scale";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Need } from "../api/client";
import type { BenchSetup } from "../drafts/useWorkbench";
import { grade } from "../words/climbing";
import { setupColour } from "../ui/palette";
import tables from "../ui/table.module.css";
import styles from "./HillFan.module.css";
import { useWidth } from "./useWidth";
import { exact, trimmed } from "../words/numbers";

interface Props {
  setups: BenchSetup[];
  need: Need;
}

type Power = "day" | "minute";

const HEIGHT = 300;
const [TOP, BOTTOM, LEFT, RIGHT] = [14, HEIGHT - 44, 46, 18];
const [SLOWEST, FASTEST] = [20, 120];
/** The grades that are shown at least and at most. */
const [LEAST, MOST] = [0.12, 0.3];

/** The cadence left in the lowest gear against the grade, one line a setup, with the rider's band shaded. */
export function HillFan({ setups, need }: Props) {
  const [ref, width] = useWidth(900);
  const clip = useId();
  const hasMinute = setups.some(({ table }) => table.climb.minute);
  const [chosen, setPower] = useState<Power>("day");
  const power: Power = hasMinute ? chosen : "day";
  const [low, high] = need.rider.cadence_rpm;
  const steepest = need.road?.steepest ?? null;
  const end = Math.min(Math.max(LEAST, (steepest ?? 0) * 1.35), MOST);
  const x = scaleLinear()
    .domain([0, end])
    .range([LEFT, width - RIGHT]);
  const y = scaleLinear().domain([SLOWEST, FASTEST]).range([BOTTOM, TOP]);
  const fans = setups.map((setup) => ({ setup, fan: fanOf(setup, power) }));
  return (
    <figure className={styles.figure}>
      <div className={styles.head}>
        <figcaption>Cadence left in the lowest gear, by how steep it is</figcaption>
        {hasMinute && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={power}
            aria-label="Power"
            className="no-print"
            onChange={(_event, next: Power | null) => next && setPower(next)}
          >
            <ToggleButton value="day">{need.rider.power_w} W all day</ToggleButton>
            <ToggleButton value="minute">{need.rider.burst_w} W for a minute</ToggleButton>
          </ToggleButtonGroup>
        )}
      </div>
      <div ref={ref} data-drawing="hill-fan" className={styles.drawing}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label="Hill fan; its figures are in the table below"
        >
          <clipPath id={clip}>
            <rect x={LEFT} y={TOP} width={Math.max(width - LEFT - RIGHT, 0)} height={BOTTOM - TOP} />
          </clipPath>
          <rect
            x={LEFT}
            width={Math.max(width - LEFT - RIGHT, 0)}
            y={y(Math.min(high, FASTEST))}
            height={Math.max(y(Math.max(low, SLOWEST)) - y(Math.min(high, FASTEST)), 0)}
            className={styles.band}
          />
          {x.ticks(Math.max(3, Math.round(width / 110))).map((tick) => (
            <g key={tick}>
              <line x1={x(tick)} x2={x(tick)} y1={TOP} y2={BOTTOM} className={styles.tick} />
              <text x={x(tick)} y={BOTTOM + 18} className={styles.label} textAnchor="middle">
                {trimmed(tick * 100, 1)} %
              </text>
            </g>
          ))}
          {y.ticks(6).map((tick) => (
            <text key={tick} x={LEFT - 8} y={y(tick) + 5} className={styles.label} textAnchor="end">
              {exact(tick)}
            </text>
          ))}
          <text x={LEFT} y={HEIGHT - 6} className={styles.label}>
            rpm against grade; shaded: {low}–{high} rpm
          </text>
          {steepest !== null && (
            <line x1={x(steepest)} x2={x(steepest)} y1={TOP} y2={BOTTOM} className={styles.pitch} />
          )}
          <g clipPath={`url(#${clip})`}>
            {fans.map(({ setup, fan }) => (
              <polyline
                key={setup.record.id}
                points={fan.map(([rpm, share]) => `${x(share)},${y(rpm)}`).join(" ")}
                stroke={setupColour(setup.record.letter)}
                className={styles.line}
              />
            ))}
          </g>
          {fans.map(({ setup, fan }, index) => (
            <Mark key={setup.record.id} setup={setup} at={labelled(fan, index, end)} x={x} y={y} />
          ))}
        </svg>
      </div>
      <FanTable fans={fans} />
    </figure>
  );
}

type Fan = [rpm: number, share: number][];

const fanOf = ({ table: { climb } }: BenchSetup, power: Power): Fan =>
  (power === "minute" && climb.minute ? climb.minute : climb).fan;

/** A point of a line to write its letter at: each line has a height of its own, so that none hides another. */
function labelled(fan: Fan, index: number, end: number): [number, number] | undefined {
  const inView = fan.filter(([, share]) => share > 0.001 && share < end);
  return inView[Math.min(2 + 2 * index, inView.length - 1)];
}

interface MarkProps {
  setup: BenchSetup;
  at: [number, number] | undefined;
  x: (share: number) => number;
  y: (rpm: number) => number;
}

function Mark({ setup: { record }, at, x, y }: MarkProps) {
  if (!at) return null;
  const [rpm, share] = at;
  return (
    <g transform={`translate(${x(share)} ${y(rpm)})`}>
      <rect x={-10} y={-10} width={20} height={20} rx={4} fill={setupColour(record.letter)} />
      <text y={5} textAnchor="middle" className={styles.letter}>
        {record.letter}
      </text>
    </g>
  );
}

const TABLED = [40, 50, 60, 70, 80, 90, 100];

function FanTable({ fans }: { fans: { setup: BenchSetup; fan: Fan }[] }) {
  return (
    <details className={styles.details}>
      <summary>The grade for each cadence as a table</summary>
      <div className={tables.scroll}>
        <table aria-label="Cadence by hill" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Cadence</th>
              {fans.map(({ setup: { record, table } }) => (
                <th scope="col" key={record.id} title={table.name}>
                  {record.letter}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {TABLED.map((rpm) => (
              <tr key={rpm}>
                <th scope="row">{rpm} rpm</th>
                {fans.map(({ setup, fan }) => (
                  <td key={setup.record.id}>{shown(fan.find((point) => point[0] === rpm)?.[1])}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

function shown(share: number | undefined): string {
  if (share === undefined) return "";
  return share < 0 ? `down ${grade(-share)}` : grade(share);
}
