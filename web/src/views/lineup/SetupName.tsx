import { Link } from "react-router";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import styles from "./LineUp.module.css";

interface Props {
  setup: BenchSetup;
  /** Where the name leads, if anywhere. */
  to?: string;
}

/** The head of a setup's row: its letter and its name, as far as there is room. */
export function SetupName({ setup: { record, table }, to }: Props) {
  const name = (
    <>
      <Letter letter={record.letter} />
      <span>{table.name}</span>
    </>
  );
  return (
    <th scope="row">
      {to ? (
        <Link to={to} className={styles.setup} title={table.name}>
          {name}
        </Link>
      ) : (
        <span className={styles.setup} title={table.name}>
          {name}
        </span>
      )}
    </th>
  );
}
