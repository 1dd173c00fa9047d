import { useRef } from "react";
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useCosts } from "../../api/costs";
import { useCoverage } from "../../api/roads";
import { useVerdict } from "../../api/verdict";
import { GearLanes } from "../../charts/GearLanes";
import { HillFan } from "../../charts/HillFan";
import { MoneyCurves } from "../../charts/MoneyCurves";
import { useWorkbench } from "../../drafts/useWorkbench";
import { download } from "../../exchange/saving";
import { sheetFile } from "../../exchange/sheetFile";
import { NoSetups } from "../../setup/NoSetups";
import { useJobOfView } from "../../ui/jobOfView";
import { useNotify } from "../../ui/Notices";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { inUnits, unbroken } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import { Decisions } from "./Decisions";
import { Plans } from "./Plans";
import styles from "./Sheet.module.css";
import { LineUpTable, MoneyTable, WeighedTable } from "./tables";

const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** All of it on paper, or in one file: need, line-up, hill, costs, verdict, decision, plan, cautions. */
export function SheetView() {
  const job = useJobOfView();
  const units = useUnits();
  const notify = useNotify();
  const sheet = useRef<HTMLElement>(null);
  const { bench, error, retry } = useWorkbench(job);
  const coverage = useCoverage(job, bench);
  const costs = useCosts(job, bench);
  const verdict = useVerdict(job, bench);
  if (job.setups.length === 0) return <NoSetups job={job} />;
  const trouble = error ?? costs.error ?? verdict.error;
  const ready = bench && costs.data && verdict.data;
  const says = (text: string) => unbroken(inUnits(text, units));
  const save = async () => {
    if (!sheet.current) return;
    try {
      const text = await sheetFile(sheet.current, job.need.name);
      download(new Blob([text], { type: "text/html" }), `${job.need.name}.html`);
    } catch (failed) {
      notify({ text: `The sheet: ${(failed as Error).message}`, failed: true });
    }
  };
  const priced = costs.data?.setups.some((each) => each.known);
  return (
    <>
      <div className="no-print">
        <ViewHeading
          title="Sheet"
          text="all of it on paper, or in one file for a workshop or a friend"
          actions={
            ready && (
              <>
                <Button variant="contained" onClick={() => window.print()}>
                  Print
                </Button>
                <Button variant="outlined" onClick={() => void save()}>
                  Save as one HTML file
                </Button>
              </>
            )
          }
        />
      </div>
      {trouble && <Failure error={trouble} retry={retry} />}
      {!ready && !trouble && <Loading what="the sheet" roomy />}
      {ready && (
        <article ref={sheet} className={styles.sheet} aria-label="Sheet">
          <header>
            <h1>{job.need.name}</h1>
            <p>
              <small>As of {DAY.format(new Date())}</small>
            </p>
          </header>
          <section>
            <h2>What it must do</h2>
            <p>{says(bench.needSays)}</p>
            {bench.need.notes && <p className={styles.notes}>{bench.need.notes}</p>}
          </section>
          <section>
            <h2>The setups side by side</h2>
            <p>{says(bench.says)}</p>
            <GearLanes
              setups={bench.setups}
              asked={coverage.data ?? null}
              wantedTop={bench.need.wants?.top_kmh}
              speedKmh={14}
              onSpeed={() => undefined}
            />
            <LineUpTable setups={bench.setups} coverage={coverage.data} />
          </section>
          <section>
            <h2>The hill</h2>
            <HillFan setups={bench.setups} need={bench.need} />
            <ul>
              {bench.setups.map(({ record, setup, table }) => (
                <li key={record.id}>
                  <strong>
                    {record.letter} {setup.name}:
                  </strong>{" "}
                  {says(table.says)}
                </li>
              ))}
            </ul>
          </section>
          {priced && (
            <section>
              <h2>What it costs</h2>
              <p>{says(costs.data.says)}</p>
              <MoneyCurves
                costs={costs.data}
                setups={bench.setups}
                shown={undefined}
                month={costs.data.years * 12}
                onMonth={() => undefined}
              />
              <MoneyTable costs={costs.data} setups={bench.setups} />
            </section>
          )}
          <section>
            <h2>The verdict</h2>
            <p>
              {says(verdict.data.says)} {says(verdict.data.tip_says)}
            </p>
            {verdict.data.must_says.length > 0 && <p>It must: {says(verdict.data.must_says.join("; "))}.</p>}
            <WeighedTable found={verdict.data} setups={bench.setups} />
            {verdict.data.not_known_says.map((text) => (
              <p key={text}>{says(text)}</p>
            ))}
            {verdict.data.voices_say && <p>{verdict.data.voices_say}</p>}
          </section>
          <Decisions found={verdict.data} need={bench.need} says={says} />
          <Plans job={job} bench={bench} found={verdict.data} says={says} />
          <p className="no-print">
            <small>
              Weights, decision and plan are changed in <Link to={`/jobs/${job.id}/verdict`}>Verdict</Link>.
            </small>
          </p>
        </article>
      )}
    </>
  );
}
