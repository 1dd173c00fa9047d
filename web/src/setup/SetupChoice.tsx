import { NavLink } from "react-router";
import type { JobRecord } from "../api/client";
import { Letter } from "../ui/Letter";
import styles from "./SetupChoice.module.css";

interface Props {
  job: JobRecord;
  /** The view that the links lead to. */
  view: string;
  shownId: string | undefined;
}

/** Which of the job's setups a view is about. */
export function SetupChoice({ job, view, shownId }: Props) {
  return (
    <nav className={`${styles.choice} no-print`} aria-label="Setups">
      {job.setups.map(({ id, letter, setup }) => (
        <NavLink
          key={id}
          to={`/jobs/${job.id}/${view}/${id}`}
          className={styles.one}
          aria-current={id === shownId ? "page" : undefined}
          title={setup.name}
        >
          <Letter letter={letter} />
          <span>{setup.name}</span>
        </NavLink>
      ))}
    </nav>
  );
}
