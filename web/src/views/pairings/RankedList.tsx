import { useState } from "react";
import Button from "@mui/material/Button";
import type { Pairing, Pairings } from "../../api/client";
import { Hill } from "../../charts/ToothGrid";
import { StateMark } from "../../ui/StateMark";
import { useUnits } from "../../words/units";
import styles from "./Pairings.module.css";

const FIRST = 9;
const CHANGES = {
  nothing: "mounted",
  front: "front sprocket only",
  rear: "rear sprocket only",
  both: "both sprockets",
};

/** What must be bought for a pairing. */
export function changeText({ changed, new_chain: chain }: Pairing, drive: string): string {
  if (changed === "nothing") return CHANGES.nothing;
  return CHANGES[changed] + (chain === null ? "" : chain ? `, another ${drive}` : `, the same ${drive}`);
}

interface Props {
  found: Pairings;
  chosen: Pairing;
  onChoose: (pairing: Pairing) => void;
}

/** The pairings in their order: what fails nothing first, then the nearest to what the job wants. */
export function RankedList({ found, chosen, onChoose }: Props) {
  const [all, setAll] = useState(false);
  const units = useUnits();
  const shown = all ? found.pairings : found.pairings.slice(0, FIRST);
  return (
    <section className={styles.ranked} aria-labelledby="ranked">
      <h3 id="ranked">Ranked</h3>
      <ol>
        {shown.map((each) => (
          <li key={each.rank}>
            <button type="button" aria-pressed={each === chosen} onClick={() => onChoose(each)}>
              <span className={styles.pair}>
                {each.front} × {each.rear}
              </span>
              <span className={styles.ends}>
                {units.gear(each.lowest)}
                {each.climb && <Hill verdict={each.climb} />}
              </span>
              <StateMark asked="runs" state={each.state} />
              <span className={styles.change}>
                to {units.speed(each.top_kmh)} · {changeText(each, found.drive)}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {found.pairings.length > FIRST && (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? "Only the first" : `All ${found.pairings.length}`}
        </Button>
      )}
    </section>
  );
}
