import { Fragment } from "react";
import { inUnits, unbroken } from "../words/inUnits";
import { useUnits } from "../words/units";
import styles from "./Says.module.css";

interface Props {
  text: string | undefined;
  /** Keeps its place while the answer is still to come. */
  room?: boolean;
  /** What is typed now is refused, and this stands on the last figures that were not. */
  stale?: boolean;
}

/** The answer of a view in plain sentences, the first set large. */
export function Says({ text, room, stale = false }: Props) {
  const units = useUnits();
  if (!text && !room) return null;
  const [first = "", ...rest] = unbroken(inUnits(text ?? "", units)).split(/(?<=[.?])\s+(?=[A-Z“0-9])/);
  return (
    <p className={styles.says} data-says data-room={room} data-stale={stale}>
      <strong>{first}</strong>
      {rest.map((sentence, place) => (
        <Fragment key={place}> {sentence}</Fragment>
      ))}
      {stale && <em> This stands on the last figures that could be worked out.</em>}
    </p>
  );
}
