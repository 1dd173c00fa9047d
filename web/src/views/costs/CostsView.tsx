import { useEffect, useRef, useState, type ReactNode } from "react";
import { usePrefetchQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useLocation, useParams } from "react-router";
import { draftedCosts } from "../../api/costs";
import type { Costs } from "../../api/client";
import { MoneyCurves } from "../../charts/MoneyCurves";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { SaveState } from "../../drafts/SaveState";
import { useWorkbench, type Workbench } from "../../drafts/useWorkbench";
import { drawingSavings } from "../../exchange/savings";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import type { Edited } from "../../figures/edited";
import { FigureFields } from "../../figures/FigureFields";
import { SeldomFields } from "../../figures/SeldomFields";
import { NoSetups } from "../../setup/NoSetups";
import { SetupChoice } from "../../setup/SetupChoice";
import { useJobOfView } from "../../ui/jobOfView";
import { useRemembered } from "../../ui/remembered";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { assumptions } from "../../words/climbing";
import { useUnits, type Units } from "../../words/units";
import { ByYear } from "./ByYear";
import { MONEY, SELDOM } from "./figures";
import { rowsOf } from "./rows";
import { Tips } from "./Tips";
import { TwoBikes } from "./TwoBikes";
import { UpkeepOf } from "./UpkeepOf";
import { WhereItGoes } from "./WhereItGoes";

const isShare = (value: unknown): value is number => typeof value === "number" && value >= 0 && value <= 1;

/** What the setups cost over the years, and when the dear drive has paid itself back. */
export function CostsView() {
  const job = useJobOfView();
  const client = useQueryClient();
  const { bench, drafts, error, retry } = useWorkbench(job, (typed) =>
    client.ensureQueryData(draftedCosts(job, typed)),
  );
  // Asked for before anything is drawn: the server works while the page draws what was typed.
  usePrefetchQuery(draftedCosts(job, drafts));
  const costs = useQuery(draftedCosts(job, drafts));
  const need = useNeedEditing(job);
  const { setupId } = useParams();
  const units = useUnits();
  const upkeep = useRef<HTMLElement>(null);
  const { hash } = useLocation();
  const ready = Boolean(bench && costs.data);
  useEffect(() => {
    if (ready && hash === "#upkeep") upkeep.current?.scrollIntoView();
  }, [ready, hash, setupId]);
  const [blank, setBlank] = useState<boolean>();
  const [share, setShare] = useRemembered("costs-line", 1, isShare);
  if (job.setups.length === 0) return <NoSetups job={job} />;
  const found = costs.data;
  const known = found?.setups.some((each) => each.known);
  // Opened with nothing to look at yet, there is something to fill in; it stays when the first price is typed.
  if (blank === undefined && found) setBlank(!known);
  const chosen = bench?.setups.find(({ record }) => record.id === setupId);
  const shown = chosen ?? (blank ? bench?.setups[0] : undefined);
  const edited = {
    document: need.document,
    problems: [...(bench?.needProblems ?? []), ...(need.entry?.problems ?? [])],
    onChange: need.change,
  };
  return (
    <>
      <ViewHeading
        title="Costs"
        method="costs-over-years"
        text={found && over(found, units)}
        actions={
          found && (
            <SaveMenu
              groups={[
                tableSavings("Costs", `${job.need.name}, costs`, () => rowsOf(found)),
                drawingSavings("costs", `${job.need.name}, costs`),
              ]}
            />
          )
        }
      />
      {error && <Failure error={error} retry={retry} />}
      {!error && costs.error && <Failure error={costs.error} retry={costs.refetch} />}
      {(!bench || !found) && !error && !costs.error && <Loading what="the costs" />}
      {bench && found && (
        <>
          <Says text={found.says} stale={bench.stale} />
          {known && (
            <>
              <MoneyCurves
                costs={found}
                setups={bench.setups}
                shown={shown?.setup.name}
                month={share * found.years * 12}
                onMonth={(month) => setShare(month / (found.years * 12))}
              />
              <p className={sections.note}>
                The lines are what has been spent by then; what comes back when it is sold is in the sums
                below. Chains, sprockets and belts last for very different times: choose a setup to see its
                band.
              </p>
              <WhereItGoes costs={found} setups={bench.setups} jobId={job.id} />
              <Tips
                job={job}
                bench={bench}
                known={found.setups.filter(({ missing }) => missing.length === 0).length}
              />
              <TwoBikes job={job} bench={bench} />
            </>
          )}
          <Reckoned {...{ need, edited }}>
            {found.assumed.length > 0 && `Not said, and assumed: ${assumptions(found.assumed, units)}.`}
          </Reckoned>
          {known && <ByYear costs={found} setups={bench.setups} />}
          <section ref={upkeep} className={sections.section} aria-labelledby="upkeep">
            <h3 id="upkeep">Upkeep, setup by setup</h3>
            <SetupChoice job={job} view="costs" shownId={shown?.record.id ?? ""} />
            {shown ? (
              <UpkeepOf
                key={shown.record.id}
                {...{ job, bench, shown }}
                found={found.setups.find((each) => each.name === shown.setup.name)}
                currency={found.currency}
              />
            ) : (
              <p className={sections.note}>
                Choose a setup to see what falls due when, to fill in what is missing, and to change it.{" "}
                <First bench={bench} jobId={job.id} />
              </p>
            )}
          </section>
        </>
      )}
    </>
  );
}

function First({ bench, jobId }: { bench: Workbench; jobId: string }) {
  const [first] = bench.setups;
  return first ? (
    <Link to={`/jobs/${jobId}/costs/${first.record.id}#upkeep`}>Begin with the first</Link>
  ) : null;
}

const over = ({ years, km_a_year: km }: Costs, units: Units): string =>
  `${years === 1 ? "one year" : `${years} years`} of ${units.distance(km * 1000, 0)} each`;

interface ReckonedProps {
  need: ReturnType<typeof useNeedEditing>;
  edited: Edited;
  /** What was assumed for want of these. */
  children: ReactNode;
}

/** What is reckoned with. */
function Reckoned({ need, edited, children }: ReckonedProps) {
  return (
    <section className={sections.section} aria-labelledby="reckoned">
      <div className={sections.title}>
        <h3 id="reckoned">What is reckoned with</h3>
        <SaveState entry={need.entry} refused={edited.problems.length > 0} />
      </div>
      <FigureFields figures={MONEY} {...edited} />
      <SeldomFields title="What comes back, days without, electricity" figures={SELDOM} {...edited} />
      <p className={sections.note}>{children}</p>
    </section>
  );
}
