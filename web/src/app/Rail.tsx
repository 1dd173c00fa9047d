import { NavLink } from "react-router";
import styles from "./Rail.module.css";
import { VIEW_GROUPS } from "./views";

/** The views in the order of the work; only what exists is shown. */
export function Rail({ jobId }: { jobId: string }) {
  return (
    <nav className={`${styles.rail} no-print`} aria-label="Views">
      <div className={styles.mark}>
        <img src="/favicon.svg" alt="" width={32} height={32} />
        <span>Kettledrum</span>
      </div>
      {VIEW_GROUPS.map((group) => (
        <section key={group.name} className={styles.group} aria-label={group.name}>
          <h2>{group.name}</h2>
          {group.views.map(({ name, path }) => (
            <NavLink key={path} to={`/jobs/${jobId}/${path}`} className={styles.entry}>
              {name}
            </NavLink>
          ))}
        </section>
      ))}
    </nav>
  );
}
