import Tooltip from "@mui/material/Tooltip";
import { meaningOf } from "../words/glossary";
import styles from "./Term.module.css";

interface Props {
  /** The word as it is shown. */
  children: string;
  /** The word as the glossary has it, where that is another. */
  of?: string;
}

/** A word of the trade, explained where it stands: on hover, focus and tap. */
export function Term({ children, of = children }: Props) {
  const meaning = meaningOf(of);
  if (meaning === undefined) return children;
  return (
    <Tooltip title={meaning} describeChild arrow enterTouchDelay={0} leaveTouchDelay={8000}>
      <button type="button" className={styles.term}>
        {children}
      </button>
    </Tooltip>
  );
}
