import { useState } from "react";
import Button from "@mui/material/Button";
import { Refused } from "../api/client";
import { useCassettes } from "../api/shelf";
import { FieldText } from "../ui/FieldText";
import { numberOf } from "../words/entry";
import styles from "./QuickEntry.module.css";

interface Props {
  /** The sprockets that lie so far apart. */
  rear: number[];
  onTake: (teeth: number[]) => void;
}

/** Asks which sprockets lie between the two ends of a cassette: one of the shelf's, or so many in even steps. */
export function CassetteEnds({ rear, onTake }: Props) {
  const [count, setCount] = useState("");
  const smallest = Math.min(...rear);
  const largest = Math.max(...rear);
  const { data, error } = useCassettes(smallest, largest, numberOf(count));
  const problems = error instanceof Refused ? error.details.problems : [];
  const even = count.trim() === "" || error ? null : data?.even;
  const named = `${smallest}–${largest}`;
  return (
    <section
      className={styles.entry}
      data-whole
      aria-label={`Which sprockets from ${smallest} to ${largest}`}
    >
      <p className={styles.question}>
        {data && data.known.length > 0
          ? `If ${named} is a cassette’s two ends, these in Parts run so:`
          : `If ${named} is a cassette’s two ends, say how many sprockets it has; or type them all above.`}
      </p>
      {data?.known.map(({ name, teeth }) => (
        <Button key={name} size="small" variant="outlined" onClick={() => onTake(teeth)}>
          {name}: {teeth.join("-")}
        </Button>
      ))}
      <div className={styles.row}>
        <FieldText
          label="How many sprockets"
          numeric
          place="count"
          problems={problems}
          value={count}
          onChange={setCount}
        />
        <Button disabled={!even} onClick={() => even && onTake(even)}>
          {even ? `Take ${even.join("-")}` : "Take even steps"}
        </Button>
      </div>
      {even && (
        <p className={styles.told}>In even steps; a maker’s own may differ by a tooth here and there.</p>
      )}
    </section>
  );
}
