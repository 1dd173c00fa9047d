import type { ReactNode } from "react";
import Slider from "@mui/material/Slider";
import type { Verdict } from "../api/client";
import { Letter } from "../ui/Letter";
import { setupColour } from "../ui/palette";
import { capital } from "../words/format";
import { inUnits } from "../words/inUnits";
import { fixed, written } from "../words/numbers";
import { useUnits } from "../words/units";
import styles from "./Balance.module.css";

const HEAVIEST = 10;
/** Letters nearer than this share of the line would cover each other. */
const NEAR = 0.055;

type Row = Verdict["criteria"][number];

interface Props {
  verdict: Verdict;
  letters: Map<string, string>;
  /** The weights as they are typed. */
  weightOf: (criterion: string) => unknown;
  onWeight: (criterion: string, weight: number) => void;
  /** The field beside a slider, and what else belongs to a row. */
  field: (row: Row) => ReactNode;
  more: (row: Row) => ReactNode;
}

/** A row a criterion: its weight to drag, and where each setup stands from the worst to the best. */
export function Balance({ verdict, letters, weightOf, onWeight, field, more }: Props) {
  const units = useUnits();
  const left = verdict.setups.filter(({ out_by: out }) => out.length === 0);
  return (
    <div className={styles.rows}>
      <div className={styles.head} aria-hidden>
        <span>weight, 0 to 10</span>
        <span className={styles.ends}>
          <span>worst</span>
          <span>best</span>
        </span>
      </div>
      {verdict.criteria.map((row) => {
        const weight = weightOf(row.criterion);
        return (
          <div
            key={row.criterion}
            className={styles.row}
            role="group"
            aria-label={row.name}
            data-unweighed={weight === 0}
          >
            <div className={styles.weight}>
              <strong>
                {capital(row.name)}
                {row.own && <small> (yours)</small>}
              </strong>
              <div className={styles.slide}>
                <Slider
                  aria-label={`Weight of ${row.name}`}
                  value={typeof weight === "number" ? Math.min(Math.max(weight, 0), HEAVIEST) : row.weight}
                  min={0}
                  max={HEAVIEST}
                  step={0.5}
                  size="small"
                  onChange={(_, value) => onWeight(row.criterion, value)}
                />
                {field(row)}
              </div>
            </div>
            <div>
              <Line row={row} setups={left} letters={letters} />
              {row.ends && (
                <div className={styles.ends}>
                  <span>{inUnits(row.ends[0], units)}</span>
                  <span>{inUnits(row.ends[1], units)}</span>
                </div>
              )}
              {more(row)}
              {row.says && <p className={styles.note}>{`${capital(row.name)} ${row.says}.`}</p>}
            </div>
          </div>
        );
      })}
    </div>
  );
}

interface LineProps {
  row: Row;
  setups: Verdict["setups"];
  letters: Map<string, string>;
}

/** The setups’ letters on the line; those that would cover each other stand one below the other. */
function Line({ row, setups, letters }: LineProps) {
  const units = useUnits();
  const placed: { name: string; at: number; level: number; known: boolean }[] = [];
  const sorted = setups
    .map((each) => ({ each, value: each.values[row.criterion] ?? null }))
    .sort((one, other) => (one.value ?? 0.5) - (other.value ?? 0.5));
  for (const { each, value } of sorted) {
    const at = value ?? 0.5;
    let level = 0;
    while (placed.some((other) => other.level === level && Math.abs(other.at - at) < NEAR)) level += 1;
    placed.push({ name: each.name, at, level, known: value !== null });
  }
  const levels = Math.max(1, ...placed.map(({ level }) => level + 1));
  const told = setups.map((each) => {
    const shown = each.shown[row.criterion];
    return `${each.name}: ${shown === undefined ? "not known" : inUnits(shown, units)}`;
  });
  return (
    <div
      className={styles.line}
      style={{ height: 4 + levels * 25 }}
      role="img"
      aria-label={`${row.name}: ${told.join("; ")}`}
    >
      {placed.map(({ name, at, level, known }) => (
        <span
          key={name}
          className={styles.letter}
          data-known={known}
          title={told.find((each) => each.startsWith(`${name}:`))}
          style={{ left: `${at * 100}%`, top: 2 + level * 25 }}
        >
          <Letter letter={letters.get(name) ?? ""} />
          {!known && "?"}
        </span>
      ))}
    </div>
  );
}

/** The setups by their score, with the share of all weightings in which each is first; then those that are out. */
export function Order({ verdict, letters }: Pick<Props, "verdict" | "letters">) {
  const units = useUnits();
  const of = new Map(verdict.setups.map((each) => [each.name, each]));
  const out = verdict.setups.filter(({ out_by: by }) => by.length > 0);
  return (
    <section className={styles.order} aria-labelledby="order">
      <div className={styles.title}>
        <h3 id="order">Order</h3>
        {verdict.leads !== null && <span>first in</span>}
      </div>
      <ol className={styles.list}>
        {verdict.order.map((name) => {
          const each = of.get(name);
          const score = each?.score ?? null;
          return (
            <li key={name}>
              <Letter letter={letters.get(name) ?? ""} />
              <span className={styles.name}>{name}</span>
              <span className={styles.wins}>
                {score !== null && written(`${((each?.wins ?? 0) * 100).toFixed(0)} %`)}
              </span>
              {score !== null && (
                <span className={styles.bar}>
                  <span
                    style={{ width: `${score * 80}%`, background: setupColour(letters.get(name) ?? "A") }}
                  />
                  <strong>{fixed(score, 2)}</strong>
                </span>
              )}
            </li>
          );
        })}
        {out.map((each) => (
          <li key={each.name} className={styles.out}>
            <Letter letter={letters.get(each.name) ?? ""} />
            <span className={styles.name}>{each.name}</span>
            <span className={styles.why}>out: {inUnits(each.out_says.join("; "), units)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
