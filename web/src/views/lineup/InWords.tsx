import { Link } from "react-router";
import { useJobOfView } from "../../ui/jobOfView";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import { inUnits, unbroken } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import sections from "../../ui/section.module.css";
import styles from "./InWords.module.css";

/** Each setup in a few sentences: the hill, the flat, the maker’s figures; where it fails, what would do it. */
export function InWords({ setups }: { setups: BenchSetup[] }) {
  const job = useJobOfView();
  const units = useUnits();
  return (
    <section className={sections.section} aria-labelledby="in-words">
      <h3 id="in-words">In words</h3>
      <ul className={styles.list}>
        {setups.map(({ record, setup, table }) => (
          <li key={record.id}>
            <Letter letter={record.letter} />
            <p>
              <strong>{setup.name}.</strong> {unbroken(inUnits(table.says, units))}{" "}
              {table.climb.verdict === "fails" && table.climb.limit === "gears" && (
                <Link to={`/jobs/${job.id}/pairings/${record.id}#would-do`}>What would do it</Link>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
