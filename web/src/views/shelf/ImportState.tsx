import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import type { BadParts } from "../../api/client";
import styles from "./Shelf.module.css";
import type { ShelfImport } from "./useShelfImport";
import { Told } from "../../ui/Told";

interface Props {
  current: ShelfImport;
  onStop: () => void;
  onLeave: () => void;
  onSkip: (file: File) => void;
}

/** How far an import has got, with a way to stop it; or what is wrong with the file, and what can be done. */
export function ImportState({ current, onStop, onLeave, onSkip }: Props) {
  switch (current.state) {
    case "taking": {
      const { done = 0, of = 0 } = current.step ?? {};
      // When all are judged they are being written, at one stroke.
      const writing = of > 0 && done === of;
      return (
        <section className={styles.import} aria-label="Taking parts in">
          <p role="status">
            {current.name}: {of > 0 ? `${done} of ${of} parts read` : "being read"}
            {writing && ", being written"}
          </p>
          <Button onClick={onStop} disabled={writing}>
            Stop
          </Button>
          <LinearProgress
            aria-label="Parts read"
            className={styles.bar}
            {...(of > 0 && { variant: "determinate" as const, value: (done / of) * 100 })}
          />
        </section>
      );
    }
    case "bad":
      return (
        <Bad name={current.name} bad={current.bad} onLeave={onLeave} onSkip={() => onSkip(current.file)} />
      );
    case "refused":
      return (
        <Alert severity="error" onClose={onLeave}>
          {current.name} was not added: <Told text={current.why} />
        </Alert>
      );
  }
}

interface BadProps {
  name: string;
  bad: BadParts;
  onLeave: () => void;
  onSkip: () => void;
}

function Bad({ name, bad: { count, first, others, sound }, onLeave, onSkip }: BadProps) {
  const these = count === 1 ? "1 part" : `${count} parts`;
  return (
    <Alert severity="error">
      <AlertTitle>
        {these} in {name} cannot be taken as {count === 1 ? "it stands" : "they stand"}; nothing was added
      </AlertTitle>
      <ul className={styles.bad}>
        {first.map((part) => (
          <li key={part.where}>
            {part.where}
            {part.name && `, “${part.name}”`}:{" "}
            {part.problems.map(({ where, what }) => (where ? `${where}: ${what}` : what)).join("; ")}
          </li>
        ))}
        {others > 0 && <li>and {others} more for other reasons</li>}
      </ul>
      <div className={styles.choices}>
        {sound > 0 && (
          <Button variant="contained" onClick={onSkip}>
            Skip {count === 1 ? "it" : "them"} and add the other {sound}
          </Button>
        )}
        <Button onClick={onLeave}>{sound > 0 ? "Stop: add nothing" : "Close"}</Button>
      </div>
    </Alert>
  );
}
