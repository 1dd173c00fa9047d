import { NavLink } from "react-router";
import type { JobRecord } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../shell/Letter";
import { AddSetup } from "./AddSetup";
import styles from "./SetupTabs.module.css";

interface Props {
  job: JobRecord;
  shown: BenchSetup | undefined;
}

export function SetupTabs({ job, shown }: Props) {
  return (
    <nav className={`${styles.tabs} no-print`} aria-label="Setups">
      {job.setups.map((record) => (
        <NavLink
          key={record.id}
          to={`/jobs/${job.id}/setups/${record.id}`}
          className={styles.tab}
          aria-current={record.id === shown?.record.id ? "page" : undefined}
          title={record.setup.name}
        >
          <Letter letter={record.letter} />
          <span>{record.setup.name}</span>
        </NavLink>
      ))}
      <AddSetup job={job} like={shown?.setup} />
    </nav>
  );
}
