import type { JobRecord } from "../api/client";
import { AddSetup } from "./AddSetup";
import styles from "./NoSetups.module.css";

export function NoSetups({ job }: { job: JobRecord }) {
  return (
    <section className={styles.empty}>
      <h2>No setups yet</h2>
      <p>
        Add what is ridden now first: the others are measured against it. Then add what might take its place.
      </p>
      <AddSetup job={job} prominent />
    </section>
  );
}
