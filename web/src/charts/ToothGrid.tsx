import { useRef, type KeyboardEvent } from "react";
import type { Pairing, Pairings } from "../api/client";
import { useUnits, type Units } from "../words/units";
import { STATE_ICONS } from "../ui/StateMark";
import styles from "./ToothGrid.module.css";

interface Props {
  found: Pairings;
  chosen: Pairing;
  onChoose: (pairing: Pairing) => void;
  /** Enter on a cell. */
  onTake: (pairing: Pairing) => void;
}

const CLIMBS = {
  holds: "climbs the steepest hill",
  tight: "climbs it for a minute",
  fails: "does not climb it",
};

/** Front by rear teeth; each cell its lowest gear, whether it may run, and whether it climbs the steepest hill. */
export function ToothGrid({ found, chosen, onChoose, onTake }: Props) {
  const units = useUnits();
  const table = useRef<HTMLTableElement>(null);
  const by = new Map(found.pairings.map((each) => [`${each.front}/${each.rear}`, each]));
  const at = (front: number | undefined, rear: number | undefined) => by.get(`${front}/${rear}`);

  const onKeyDown = (event: KeyboardEvent, pairing: Pairing) => {
    const row = found.front.indexOf(pairing.front);
    const column = found.rear.indexOf(pairing.rear);
    const to = {
      ArrowUp: [row - 1, column],
      ArrowDown: [row + 1, column],
      ArrowLeft: [row, column - 1],
      ArrowRight: [row, column + 1],
      Home: [row, 0],
      End: [row, found.rear.length - 1],
      PageUp: [0, column],
      PageDown: [found.front.length - 1, column],
    }[event.key];
    if (event.key === "Enter") onTake(pairing);
    if (!to && event.key !== "Enter") return;
    event.preventDefault();
    const next = to && at(found.front[to[0] ?? -1], found.rear[to[1] ?? -1]);
    if (!next) return;
    onChoose(next);
    table.current
      ?.querySelector<HTMLElement>(`[data-pairing="${next.front}/${next.rear}"]`)
      ?.focus({ preventScroll: false });
  };

  return (
    <div className={styles.scroll} data-drawing="tooth-grid">
      <table
        ref={table}
        role="grid"
        className={styles.grid}
        aria-label={`Pairings: front down, rear across; the lowest gear of each in ${measureWords(units)}`}
      >
        <thead>
          <tr>
            <th className={styles.corner} scope="col">
              front × rear
            </th>
            {found.rear.map((rear) => (
              <th key={rear} scope="col" data-on={rear === chosen.rear}>
                {rear}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {found.front.map((front) => (
            <tr key={front}>
              <th scope="row" data-on={front === chosen.front}>
                {front}
              </th>
              {found.rear.map((rear) => {
                const pairing = at(front, rear);
                if (!pairing) return <td key={rear} />;
                const isChosen = pairing === chosen;
                const Icon = STATE_ICONS[pairing.state];
                return (
                  <td
                    key={rear}
                    role="gridcell"
                    tabIndex={isChosen ? 0 : -1}
                    aria-selected={isChosen}
                    aria-label={cellText(pairing, units)}
                    data-pairing={`${front}/${rear}`}
                    data-state={pairing.state}
                    data-mounted={pairing.changed === "nothing"}
                    className={styles.cell}
                    onClick={() => onChoose(pairing)}
                    onDoubleClick={() => onTake(pairing)}
                    onKeyDown={(event) => onKeyDown(event, pairing)}
                  >
                    <span className={styles.figure}>{shortGear(pairing, units)}</span>
                    <span className={styles.marks}>
                      <Icon aria-hidden />
                      {pairing.climb && <Hill verdict={pairing.climb} />}
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** A hill: filled where it is climbed, half filled for a minute, hollow and struck out where it is not. */
export function Hill({ verdict }: { verdict: "holds" | "tight" | "fails" }) {
  return (
    <svg viewBox="0 0 16 16" className={styles.hill} data-verdict={verdict} aria-hidden>
      <path d="M1 14 L15 14 L15 3 Z" className={styles.outline} />
      {verdict === "tight" && <path d="M1 14 L15 14 L15 8.5 L8 8.5 Z" className={styles.filled} />}
      {verdict === "holds" && <path d="M1 14 L15 14 L15 3 Z" className={styles.filled} />}
      {verdict === "fails" && <path d="M2 2 L14 14" className={styles.struck} />}
    </svg>
  );
}

const measureWords = (units: Units) =>
  ({
    development: "metres or feet a turn",
    gear_inches: "gear inches",
    gain_ratio: "gain ratio",
    ratio: "ratio",
  })[units.measure];

/** The lowest gear without its unit, which the legend says. */
const shortGear = (pairing: Pairing, units: Units): string =>
  units.gear(pairing.lowest).replace(/ [a-z]+$/, "");

export function cellText(pairing: Pairing, units: Units): string {
  return [
    `${pairing.front} × ${pairing.rear}`,
    `lowest gear ${units.gear(pairing.lowest)}`,
    pairing.state,
    pairing.climb ? CLIMBS[pairing.climb] : "steepest hill not known",
    ...(pairing.changed === "nothing" ? ["mounted"] : []),
  ].join(", ");
}
