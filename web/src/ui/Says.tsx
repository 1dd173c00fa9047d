import { Fragment } from "react";
import { inUnits } from "../words/inUnits";
import { useUnits } from "../words/units";
import styles from "./Says.module.css";

/** The answer of a view in plain sentences, the first set large. */
export function Says({ text }: { text: string | undefined }) {
  const units = useUnits();
  if (!text) return null;
  const [first = "", ...rest] = inUnits(text, units).split(/(?<=[.?])\s+(?=[A-Z“0-9])/);
  return (
    <p className={styles.says} data-says>
      <strong>{first}</strong>
      {rest.map((sentence, place) => (
        <Fragment key={place}> {sentence}</Fragment>
      ))}
    </p>
  );
}
