import { useState } from "react";
import Button from "@mui/material/Button";
import type { Search, SearchMark } from "../../api/client";
import { KindMark, KINDS } from "../../charts/kindShape";
import tables from "../../ui/table.module.css";
import { StateMark } from "../../ui/StateMark";
import { counted } from "../../words/format";
import { moneyText } from "../../words/money";
import { shareText, trimmed } from "../../words/numbers";
import { useUnits } from "../../words/units";
import styles from "./Search.module.css";

const FIRST = 12;

interface Props {
  found: Search;
  chosen: string | undefined;
  onChoose: (name: string) => void;
  /** For a phone: what a choice begins with, and no more. */
  compact?: boolean;
}

/** The drives of the field as a table, the front first; a drive’s name chooses it. */
export function MarksTable({ found, chosen, onChoose, compact = false }: Props) {
  const [all, setAll] = useState(false);
  const units = useUnits();
  const rows = all ? found.marks : found.marks.slice(0, Math.max(FIRST, found.front.length));
  const hill = found.marks.some((mark) => mark.verdict !== null);
  const price = (mark: SearchMark) =>
    `${mark.apart ? "at least " : ""}${moneyText(mark.price, compact ? "" : found.currency)}`;
  return (
    <>
      <div className={tables.scroll}>
        <table className={`${tables.table} ${styles.marks}`} aria-label="Drives that were ridden">
          <thead>
            <tr>
              <th scope="col">Drive</th>
              {!compact && <th scope="col">Kind</th>}
              <th scope="col">Covers</th>
              {hill && <th scope="col">The hill</th>}
              <th scope="col">To buy</th>
              {!compact && (
                <>
                  {" "}
                  <th scope="col">{found.years === 1 ? "In a year" : `In ${found.years} years`}</th>
                  <th scope="col">Mass</th>
                  <th scope="col">Lowest gear</th>
                  <th scope="col">Out of gears at</th>
                  <th scope="col">Gears</th>
                  <th scope="col">Largest step</th>
                </>
              )}{" "}
            </tr>
          </thead>
          <tbody>
            {rows.map((mark) => (
              <tr
                key={mark.name}
                data-chosen={mark.name === chosen}
                data-front={mark.on_front}
                data-compact={compact}
              >
                <th scope="row">
                  <button
                    type="button"
                    className={styles.choose}
                    aria-pressed={mark.name === chosen}
                    onClick={() => onChoose(mark.name)}
                  >
                    {compact && <KindMark kind={mark.kind} />}
                    {mark.name}
                  </button>
                </th>
                {!compact && (
                  <td>
                    <span className={styles.kind}>
                      <KindMark kind={mark.kind} />
                      {KINDS[mark.kind].word}
                    </span>
                  </td>
                )}{" "}
                <td>{shareText(mark.covered)}</td>
                {hill && <td>{mark.verdict ? <StateMark asked="climbs" state={mark.verdict} /> : "—"}</td>}
                <td>{price(mark)}</td>
                {!compact && (
                  <>
                    {" "}
                    <td>{moneyText(mark.total_cost)}</td>
                    <td>{units.partMass(mark.mass_kg)}</td>
                    <td>{units.length(mark.lowest_m)}</td>
                    <td>{units.speed(mark.top_kmh)}</td>
                    <td>{mark.distinct ?? "stepless"}</td>
                    <td>{mark.largest_step === null ? "—" : `${trimmed(mark.largest_step * 100, 0)} %`}</td>
                  </>
                )}{" "}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {found.marks.length > rows.length || all ? (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? "Only the best" : `All ${counted(found.marks.length, "drive")} that were ridden`}
        </Button>
      ) : null}
    </>
  );
}
