import { scaleLinear } from "d3-scale";
import type { SwapAnswer, SwapTest } from "../api/client";
import drawing from "./drawing.module.css";
import styles from "./SwapDots.module.css";
import { useWidth } from "./useWidth";

interface Props {
  test: SwapTest;
  answer: SwapAnswer;
  /** What a round value is a multiple of: 60 for seconds. */
  unit: number;
  /** A value as it is said. */
  said: (value: number) => string;
  /** A difference as it is said, with its sign. */
  difference: (figure: number) => string;
}

const [TOP, ROW, BIKE, GAP, SCALE, RIGHT] = [30, 30, 22, 34, 74, 24];
const SHAPES = [
  "M-6 0a6 6 0 1 0 12 0a6 6 0 1 0 -12 0",
  "M-5.5 -5.5H5.5V5.5H-5.5Z",
  "M0 -7L7 6H-7Z",
  "M0 -7L7 0L0 7L-7 0Z",
];

type Run = SwapTest["runs"][number];

/** Each run a mark by rider and bike, pairs joined; beneath, the difference with its interval and nought in it. */
export function SwapDots({ test, answer, unit, said, difference }: Props) {
  const [ref, width] = useWidth(1100);
  const narrow = width < 640;
  const left = narrow ? 12 : 210;
  const ridden = test.runs.filter((run): run is Run & { value: number } => typeof run.value === "number");
  if (ridden.length === 0) return null;
  const [least, most] = [
    Math.min(...ridden.map(({ value }) => value)),
    Math.max(...ridden.map(({ value }) => value)),
  ];
  const room = (most - least || least * 0.1 || 1) * 0.08;
  const x = scaleLinear()
    .domain([least - room, most + room])
    .range([left, width - RIGHT]);
  const [start = 0, end = 1] = x.domain();
  const ticks = scaleLinear()
    .domain([start / unit, end / unit])
    .ticks(narrow ? 3 : 7)
    .map((tick) => tick * unit);
  const block = ROW + test.bikes.length * BIKE;
  const dots = TOP + test.riders.length * block;
  const scale = answer.differences.filter(({ interval }) => interval !== null);
  const height = dots + (scale.length > 0 ? GAP + 20 + scale.length * SCALE : 8);
  const row = (rider: number, bike: number) => TOP + rider * block + ROW + bike * BIKE;
  const place = (run: Run) => row(test.riders.indexOf(run.rider), test.bikes.indexOf(run.bike));
  /** The rider’s first run on the one bike with the first on the other, and so on; luggage with luggage. */
  const pairsOf = (rider: string) =>
    [true, false, undefined].flatMap((luggage) => {
      const [ones, others] = test.bikes
        .slice(0, 2)
        .map((bike) =>
          ridden.filter(
            (run) =>
              run.rider === rider &&
              run.bike === bike &&
              !run.left_out &&
              (run.luggage ?? undefined) === luggage,
          ),
        );
      return (ones ?? []).flatMap((one, at) => {
        const other = others?.[at];
        return other ? [[one, other] as const] : [];
      });
    });
  return (
    <div ref={ref} className={drawing.drawing} style={{ height }} data-drawing="swap">
      <svg width={width} height={height} role="group" aria-label="The runs, and the difference">
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={TOP - 8} y2={dots} className={styles.tick} />
            <text x={x(tick)} y={16} textAnchor="middle" className={drawing.label}>
              {said(tick)}
            </text>
          </g>
        ))}
        {test.riders.map((rider, at) => (
          <g key={rider}>
            <text x={0} y={row(at, 0) - 12} className={styles.name}>
              {rider}
            </text>
            {test.bikes.map((bike, which) => (
              <g key={bike}>
                <line
                  x1={left}
                  x2={width - RIGHT}
                  y1={row(at, which)}
                  y2={row(at, which)}
                  className={styles.tick}
                />
                {!narrow && (
                  <text x={14} y={row(at, which) + 5} className={drawing.label}>
                    {bike}
                  </text>
                )}
              </g>
            ))}
            {pairsOf(rider).map(([one, other]) => (
              <line
                key={one.run}
                x1={x(one.value)}
                y1={place(one)}
                x2={x(other.value)}
                y2={place(other)}
                className={styles.pair}
              />
            ))}
          </g>
        ))}
        {ridden.map((run) => (
          <path
            key={run.run}
            d={SHAPES[test.bikes.indexOf(run.bike) % SHAPES.length]}
            transform={`translate(${x(run.value).toFixed(1)} ${place(run)})`}
            className={styles.run}
            data-bike={test.bikes.indexOf(run.bike)}
            data-out={run.left_out === true}
            data-off={answer.off.some((each) => each.run === run.run)}
          >
            <title>{heard(run, said)}</title>
          </path>
        ))}
        {scale.map((one, at) => (
          <DifferenceLine
            key={one.bike}
            top={dots + GAP + at * SCALE}
            left={left}
            right={width - RIGHT}
            one={one}
            first={test.bikes[0] ?? ""}
            difference={difference}
          />
        ))}
      </svg>
      <ul className="visually-hidden">
        {ridden.map((run) => (
          <li key={run.run}>{heard(run, said)}</li>
        ))}
      </ul>
    </div>
  );
}

const heard = (run: Run & { value: number }, said: (value: number) => string): string =>
  `Run ${run.run}: ${run.rider} on ${run.bike}, ${said(run.value)}${run.left_out ? ", left out" : ""}`;

interface LineProps {
  top: number;
  left: number;
  right: number;
  one: SwapAnswer["differences"][number];
  first: string;
  difference: (figure: number) => string;
}

/** A difference with its interval on a scale with nought in it. */
function DifferenceLine({ top, left, right, one, first, difference }: LineProps) {
  const [low, high] = one.interval ?? [0, 0];
  const reach = Math.max(Math.abs(low), Math.abs(high), 1e-6) * 1.15;
  const x = scaleLinear().domain([-reach, reach]).range([left, right]);
  const y = top + 30;
  return (
    <g>
      <text x={0} y={top} className={styles.name}>
        {one.bike} against {first}
      </text>
      <line x1={left} x2={right} y1={y} y2={y} className={styles.tick} />
      <line x1={x(0)} x2={x(0)} y1={y - 16} y2={y + 12} className={styles.nought} />
      <text x={x(0)} y={y + 28} textAnchor="middle" className={drawing.label}>
        no difference
      </text>
      <rect
        x={x(low)}
        width={Math.max(x(high) - x(low), 3)}
        y={y - 8}
        height={16}
        rx={8}
        className={styles.interval}
      />
      <path
        d={SHAPES[3]}
        transform={`translate(${x(one.difference ?? 0).toFixed(1)} ${y})`}
        className={styles.middle}
      />
      <text x={x(low)} y={y - 14} textAnchor="middle" className={drawing.label}>
        {difference(low)}
      </text>
      <text x={x(high)} y={y - 14} textAnchor="middle" className={drawing.label}>
        {difference(high)}
      </text>
    </g>
  );
}
