import { useJobOfView } from "../../ui/jobOfView";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { WouldDoLink } from "../../setup/WouldDoLink";
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
        {setups.map((setup) => (
          <li key={setup.record.id}>
            <Letter letter={setup.record.letter} />
            <p>
              <strong>{setup.setup.name}.</strong> {unbroken(inUnits(setup.table.says, units))}{" "}
              <WouldDoLink jobId={job.id} setup={setup} />
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
