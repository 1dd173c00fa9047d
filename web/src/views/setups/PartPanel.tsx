import type { ReactNode } from "react";
import type { FieldProblem } from "../../api/client";
import { problemsAt, problemsElsewhere, sentence } from "../../words/problems";
import styles from "../../setup/Parts.module.css";

interface Props {
  title: string;
  place: string;
  /** The places whose problems the panel's own fields show. */
  fields: string[];
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  actions?: ReactNode;
  size?: "small" | "medium" | "large";
  children: ReactNode;
}

/** The fields of one part; what is wrong with the part as a whole is said at its foot. */
export function PartPanel(props: Props) {
  const { title, place, fields, problems, selected, onSelect, actions, size, children } = props;
  const whole = problemsElsewhere(problemsAt(problems, place), fields);
  return (
    <section
      className={styles.part}
      data-part={place}
      data-selected={selected === place}
      data-size={size}
      aria-label={title}
      onFocus={() => onSelect(place)}
    >
      <header>
        <h2>{title}</h2>
        {actions}
      </header>
      {children}
      {whole.map((problem) => (
        <p key={problem.where} className={styles.problem} role="alert">
          {sentence(problem, problem.where)}
        </p>
      ))}
    </section>
  );
}
