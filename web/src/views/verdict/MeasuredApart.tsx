import { Link } from "react-router";
import type { JobRecord, SwapTest } from "../../api/client";
import { useSwapAnswer } from "../../api/swap";
import { Told } from "../../ui/Told";
import styles from "./Verdict.module.css";

/** Of which tests there is anything to tell. */
export const riddenTests = (tests: SwapTest[] | null | undefined): SwapTest[] =>
  (tests ?? []).filter(({ runs }) => runs.some(({ value }) => typeof value === "number"));

/** What was measured side by side, beside what the job assumes; nothing where no test tells it. */
export const MeasuredApart = ({ job, tests }: { job: JobRecord; tests: SwapTest[] }) =>
  tests.map((test) => <OfTest key={test.name} job={job} test={test} />);

function OfTest({ job, test }: { job: JobRecord; test: SwapTest }) {
  const { data: found } = useSwapAnswer(job, test);
  if (!found?.meaning || typeof found.meaning.efficiency !== "number") return null;
  const [one] = found.differences;
  return (
    <p className={styles.measured}>
      <strong>Measured side by side</strong>, “{one?.bike}” against “{test.bikes[0]}”:{" "}
      <Told text={found.meaning.says} /> <Link to={`/jobs/${job.id}/swap-test`}>{test.name}</Link>
    </p>
  );
}
