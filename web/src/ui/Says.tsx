import { Fragment } from "react";
import { inUnits, unbroken } from "../words/inUnits";
import { useUnits } from "../words/units";
import styles from "./Says.module.css";

interface Props {
  text: string | undefined;
  /** Keeps its place while the answer is still to come. */
  room?: boolean;
}

/** The answer of a view in plain sentences, the first set large. */
export function Says({ text, room }: Props) {
  const units = useUnits();
  if (!text && !room) return null;
  const [first = "", ...rest] = unbroken(inUnits(text ?? "", units)).split(/(?<=[.?])\s+(?=[A-Z“0-9])/);
  return (
    <p className={styles.says} data-says data-room={room}>
      <strong>{first}</strong>
      {rest.map((sentence, place) => (
        <Fragment key={place}> {sentence}</Fragment>
      ))}
    </p>
  );
}
