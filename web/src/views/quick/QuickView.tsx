import { useState } from "react";
import Button from "@mui/material/Button";
import { Link, useNavigate } from "react-router";
import { Refused, type QuickAnswer } from "../../api/client";
import { useAddJob, useDeletedJobs, useDemo, useJobs } from "../../api/jobs";
import { useQuickAnswer } from "../../api/quick";
import { DamagedNotice } from "../../exchange/DamagedNotice";
import { useBringIn } from "../../exchange/BringInContext";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { useNotify } from "../../ui/Notices";
import { Failure } from "../../ui/Status";
import { useTitle } from "../../ui/title";
import { counted } from "../../words/format";
import { inMoney } from "../../words/money";
import { useUnits } from "../../words/units";
import { Answer } from "./Answer";
import { Question } from "./Question";
import styles from "./Quick.module.css";
import { useQuestion } from "./useQuestion";

/** The first page of an empty store, and one press away later: a sentence to fill in, its answer under it. */
export function QuickView() {
  useTitle("Will it climb here?");
  const { data: deleted = [] } = useDeletedJobs();
  const held = useQuestion();
  const { data, error, isFetching, isPlaceholderData } = useQuickAnswer(held.question);
  const problems = error instanceof Refused ? error.details.problems : [];
  const answer = held.question && !error ? data : undefined;
  return (
    <div className={styles.page}>
      <Head />
      <main className={styles.main}>
        <DamagedNotice />
        <h1 className="visually-hidden">Will it climb here, and is it fast enough?</h1>
        <Question held={held} problems={problems} />
        {error && problems.every(({ where }) => !AT_BLANKS.includes(where)) && <Failure error={error} />}
        <div aria-busy={isFetching} data-stale={isPlaceholderData}>
          {answer ? <Answer answer={answer} isRoad={held.route !== undefined} /> : <Waiting held={held} />}
        </div>
        {answer && <GoOn answer={answer} />}
        {deleted.length > 0 && (
          <p className={styles.gone}>
            <Link to="/jobs/new">{counted(deleted.length, "deleted job")} can be brought back</Link>
          </p>
        )}
      </main>
    </div>
  );
}

/** The fields of the question that say themselves what is wrong with them. */
const AT_BLANKS = ["mass_kg", "carried_kg", "bike", "where", "power_w", "burst_w", "bike_kg", "top_kmh"];

function Head() {
  const { data: jobs = [] } = useJobs();
  const { add } = useDemo();
  const navigate = useNavigate();
  const notify = useNotify();
  const bringIn = useBringIn();
  const file = useFileInput();
  const own = jobs.find((job) => !job.demo);
  return (
    <header className={styles.head}>
      <p className={styles.mark}>
        <img src="/favicon.svg" alt="" width={36} height={36} /> Kettledrum
      </p>
      <nav aria-label="Other ways to begin" className={styles.ways}>
        {own && (
          <Button component={Link} to={`/jobs/${own.id}/line-up`}>
            To my jobs
          </Button>
        )}
        <Button component={Link} to="/jobs/new">
          Start a job
        </Button>
        <Button onClick={file.pick}>Bring in a file</Button>
        <Button
          loading={add.isPending}
          onClick={() =>
            add.mutate(undefined, {
              onSuccess: (job) => void navigate(`/jobs/${job.id}/line-up`),
              onError: (error) => notify({ text: `The demo was not opened: ${error.message}`, failed: true }),
            })
          }
        >
          Look at the demo
        </Button>
        <FileInput label="Job, parts or archive" input={file.input} onFiles={bringIn.files} />
      </nav>
    </header>
  );
}

function Waiting({ held }: { held: ReturnType<typeof useQuestion> }) {
  if (held.question) return null;
  return (
    <p className={styles.waiting}>
      Type what you weigh and the bike as an advertisement names it: the teeth in front and behind and the
      wheel, such as <em>36 × 11–46, 28 in</em>, or <em>8-speed hub 38 × 20, 20 in</em>. The answer comes at
      once: whether it climbs where you ride, and how fast it is. Nothing is kept until you say so.
    </p>
  );
}

function GoOn({ answer }: { answer: QuickAnswer }) {
  const { currency } = useUnits();
  const add = useAddJob();
  const navigate = useNavigate();
  const [failed, setFailed] = useState<Error | null>(null);
  return (
    <p className={styles.goOn}>
      <Button
        variant="contained"
        size="large"
        loading={add.isPending}
        onClick={() =>
          add.mutate(inMoney(answer.brief, currency), {
            onSuccess: (job) => void navigate(`/jobs/${job.id}/line-up`),
            onError: setFailed,
          })
        }
      >
        Go on with this as a job
      </Button>
      <span>to compare it with others, ride your roads, look at what fits</span>
      {failed && <Failure error={failed} />}
    </p>
  );
}
