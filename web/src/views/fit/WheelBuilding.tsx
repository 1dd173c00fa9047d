import type { FitPage } from "../../api/client";
import { capital } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import styles from "./Fit.module.css";
import { Caution } from "../../ui/Caution";
import { fixed } from "../../words/numbers";

/** The wheel that a hub is built into: its spokes, whether the old ones do, and what must be had. */
export function WheelBuilding({ page: { wheel } }: { page: FitPage }) {
  if (!wheel) return null;
  const { spokes, parts, caution } = wheel;
  const known = typeof spokes.left_mm === "number" && typeof spokes.right_mm === "number";
  return (
    <section className={styles.section} aria-labelledby="wheel-building">
      <h3 id="wheel-building">Building the wheel</h3>
      <div className={styles.wheel}>
        {known && (
          <dl>
            <div>
              <dt>Spokes left</dt>
              <dd>{fixed(spokes.left_mm, 1)} mm</dd>
            </div>
            <div>
              <dt>Spokes right</dt>
              <dd>{fixed(spokes.right_mm, 1)} mm</dd>
            </div>
            <div>
              <dt>Crosses</dt>
              <dd>{spokes.crosses}</dd>
            </div>
          </dl>
        )}
        <div>
          <p className={styles.spokes}>
            <StateMark asked="fits" state={spokes.state} /> {capital(spokes.what)}.
          </p>
          <h4>To be had</h4>
          <ul>
            {parts.map((part) => (
              <li key={part}>{part}</li>
            ))}
          </ul>
        </div>
      </div>
      <Caution>{caution}</Caution>
    </section>
  );
}
