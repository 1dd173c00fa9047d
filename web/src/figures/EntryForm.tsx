import { useState, type FormEvent, type ReactNode } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem } from "../api/client";
import { Refused } from "../api/client";
import type { Held } from "../drafts/held";
import { FigureFields } from "./FigureFields";
import type { Figure } from "./figures";
import { useRefusedFocus } from "../ui/refused";
import { problemsElsewhere } from "../words/problems";
import styles from "./EntryForm.module.css";

/** So many fields stand in one row with what sends them off. */
const FEW = 2;

interface Props {
  label: string;
  figures: readonly Figure[];
  /** What seldom matters, behind one more press. */
  more?: readonly Figure[];
  moreTitle?: string;
  initial: Held;
  /** Sends it off; what is refused is told by the fields. */
  onSend: (entry: Held) => Promise<unknown>;
  /** Where the entry stands in what the server was asked, such as "rides[0].ride". */
  place?: string;
  /** Fields by the other places that they fill: what is wrong there is wrong in them. */
  fills?: Readonly<Record<string, string>>;
  onCancel?: () => void;
  children?: ReactNode;
  /** What stands beside the button that sends it off. */
  after?: ReactNode;
}

/** Problems of an entry, named as its own fields are. */
function ownProblems(
  problems: FieldProblem[],
  place: string,
  fills: Readonly<Record<string, string>>,
): FieldProblem[] {
  return problems.map((problem) => {
    const own = place !== "" && problem.where.startsWith(`${place}.`);
    const where = own ? problem.where.slice(place.length + 1) : problem.where;
    return { ...problem, where: fills[where] ?? where };
  });
}

/** An entry that is typed, sent off as a whole and judged by the server; refused, it stays as it was typed. */
export function EntryForm({
  label,
  figures,
  more = [],
  moreTitle = "More of it",
  initial,
  onSend,
  place = "",
  fills = {},
  onCancel,
  children,
  after,
}: Props) {
  const [entry, setEntry] = useState<Held>(initial);
  const [error, setError] = useState<Error>();
  const [sending, setSending] = useState(false);
  const form = useRefusedFocus<HTMLFormElement>(error);
  const problems = ownProblems(error instanceof Refused ? error.details.problems : [], place, fills);
  const elsewhere = problemsElsewhere(
    problems,
    [...figures, ...more].map(({ at }) => at),
  );
  const edited = {
    document: entry,
    problems,
    onChange: (next: Held) => {
      setEntry(next);
      setError(undefined);
    },
  };
  const send = (event: FormEvent) => {
    event.preventDefault();
    setSending(true);
    // Nothing typed in a field that must be filled in is said to be missing by the server.
    const given = Object.fromEntries(Object.entries(entry).filter(([, value]) => value !== ""));
    onSend(given)
      .then(
        () => {
          setEntry(initial);
          setError(undefined);
        },
        (refused: Error) => setError(refused),
      )
      .finally(() => setSending(false));
  };
  const told = error && !(error instanceof Refused && problems.length > 0) ? error.message : "";
  const wrong = [...elsewhere.map(({ where, what }) => (where ? `${where}: ${what}` : what)), told].filter(
    (each) => each !== "",
  );
  const moreIsWrong = more.some(({ at }) => problems.some(({ where }) => where === at));
  return (
    <form ref={form} className="no-print" onSubmit={send} noValidate aria-label={label}>
      <div className={styles.entry} data-many={figures.length > FEW}>
        <FigureFields figures={figures} {...edited} />
        {children}
        <Button type="submit" variant="contained" loading={sending}>
          {label}
        </Button>
        {after}
        {onCancel && <Button onClick={onCancel}>Leave it</Button>}
      </div>
      {more.length > 0 && (
        <details className={styles.more} {...(moreIsWrong && { open: true })}>
          <summary>{moreTitle}</summary>
          <FigureFields figures={more} {...edited} />
        </details>
      )}
      {wrong.length > 0 && (
        <p role="alert" className={styles.wrong}>
          {wrong.join("; ")}.
        </p>
      )}
    </form>
  );
}
