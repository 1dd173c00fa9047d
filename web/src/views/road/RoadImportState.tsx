import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import styles from "./Road.module.css";
import { leftOut } from "../../words/leftOut";
import type { RoadImport } from "./useRoadImport";

interface Props {
  current: RoadImport;
  onStop: () => void;
  onLeave: () => void;
}

/** How far a file of roads is read, with a way to stop it; what is wrong with it, or what was left out. */
export function RoadImportState({ current, onStop, onLeave }: Props) {
  if (current.state === "refused")
    return (
      <Alert severity="error" onClose={onLeave}>
        {current.name} was not added:{" "}
        {current.problems.map(({ where, what }) => (where ? `${where}: ${what}` : what)).join("; ")}.
      </Alert>
    );
  if (current.state === "partly")
    return (
      <Alert severity="warning" onClose={onLeave}>
        {leftOut(current.name, current.leftOut)}
      </Alert>
    );
  return (
    <section className={styles.import} aria-label="Taking a road in">
      <p role="status">
        {current.name}: {Math.round(current.done * 100)} % read
      </p>
      <Button onClick={onStop}>Stop</Button>
      <LinearProgress
        aria-label="Share that is read"
        className={styles.progress}
        variant="determinate"
        value={current.done * 100}
      />
    </section>
  );
}
