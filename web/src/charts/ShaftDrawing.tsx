import { scaleLinear } from "d3-scale";
import type { ShaftCheck } from "../api/client";
import styles from "./ShaftDrawing.module.css";
import { useWidth } from "./useWidth";
import drawing from "./drawing.module.css";
import { fixed } from "../words/numbers";

const [SHAFT, MOMENT, DEPTH, HEIGHT] = [56, 156, 38, 200];
const WORDS = { driven: "driven", driving: "driving", load: "load" };

interface Props {
  found: ShaftCheck;
  span: number;
}

/** A shaft on its bearings, what pulls at it, how it bends (drawn larger), and the bending moment along it. */
export function ShaftDrawing({ found, span }: Props) {
  const [ref, width] = useWidth(520);
  const { at_mm: places, moment_nm: moments, deflection_mm: bends } = found.along;
  const x = scaleLinear()
    .domain([Math.min(...places), Math.max(...places)])
    .range([46, width - 46]);
  const most = Math.max(...moments.map(Math.abs), 1e-9);
  const deepest = Math.max(...bends.map(Math.abs), 1e-9);
  const bent = (mm: number) => SHAFT + (mm / deepest) * 13;
  const line = places.map((at, place) => `${x(at).toFixed(1)},${bent(bends[place] ?? 0).toFixed(1)}`);
  const area = places.map(
    (at, place) => `${x(at).toFixed(1)},${(MOMENT - ((moments[place] ?? 0) / most) * DEPTH).toFixed(1)}`,
  );
  return (
    <div ref={ref} className={drawing.drawing} style={{ height: HEIGHT }}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Shaft drawn: it bends most with ${fixed(found.bending_nm, 1)} Nm`}
      >
        <polyline points={line.join(" ")} className={styles.shaft} />
        {[0, span].map((at) => (
          <path key={at} d={`M${x(at)} ${SHAFT + 4}l-9 15h18Z`} className={styles.bearing} />
        ))}
        {found.pulls.map((pull) => (
          <g key={pull.of} transform={`translate(${x(pull.at_mm).toFixed(1)} 0)`}>
            <path
              d={
                pull.newton < 0
                  ? `M0 ${SHAFT + 26}V${SHAFT + 8}m-5 7l5 -7l5 7`
                  : `M0 ${SHAFT - 26}V${SHAFT - 8}m-5 -7l5 7l5 -7`
              }
              className={pull.of === "load" ? styles.load : styles.pull}
            />
            <text y={pull.newton < 0 ? SHAFT + 42 : SHAFT - 32} className={styles.label}>
              {Math.abs(pull.newton).toFixed(0)} N {WORDS[pull.of]}
            </text>
          </g>
        ))}
        <line x1={x.range()[0]} x2={x.range()[1]} y1={MOMENT} y2={MOMENT} className={styles.base} />
        <polygon
          points={`${x.range()[0]},${MOMENT} ${area.join(" ")} ${x.range()[1]},${MOMENT}`}
          className={styles.moment}
        />
      </svg>
    </div>
  );
}
