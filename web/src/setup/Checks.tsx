import type { Check } from "../api/client";
import { capital } from "../words/format";
import { StateMark } from "../ui/StateMark";
import styles from "./Checks.module.css";
import { Told } from "../ui/Told";

/** What does not hold, or cannot be told, each with its reason. */
export function Checks({ checks }: { checks: Check[] }) {
  if (checks.length === 0) return null;
  return (
    <ul className={styles.checks} aria-label="Checks">
      {checks.map((check) => (
        <li key={check.where + check.what}>
          <StateMark asked="fits" state={check.state} />
          <span>
            <Told text={capital(`${placeName(check.where)} ${check.what}`.trim())} />
          </span>
        </li>
      ))}
    </ul>
  );
}

/** A place in the file as a rider would say it. */
function placeName(where: string): string {
  const stage = /^path\[(\d+)\]/.exec(where)?.[1];
  const part = /(layshaft|epicyclic)\[(\d+)\]/.exec(where);
  const inside = part ? `, ${part[1] === "layshaft" ? "train" : "set"} ${Number(part[2]) + 1}` : "";
  return stage === undefined ? "" : `stage ${Number(stage) + 1}${inside}:`;
}
