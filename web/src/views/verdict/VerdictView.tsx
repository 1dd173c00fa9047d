import { useState } from "react";
import { useSwapAnswers } from "../../api/swap";
import { useHowSure, useVerdict } from "../../api/verdict";
import type { FieldProblem, Verdict } from "../../api/client";
import { Balance, Order } from "../../charts/Balance";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import { useWorkbench } from "../../drafts/useWorkbench";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { NoSetups } from "../../setup/NoSetups";
import { useJobOfView } from "../../ui/jobOfView";
import { Says } from "../../ui/Says";
import { Failure, Loading } from "../../ui/Status";
import { useRested } from "../../ui/useRested";
import { ViewHeading } from "../../ui/ViewHeading";
import { inUnits } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import { AddCriterion } from "./AddCriterion";
import { DecisionPart } from "./DecisionPart";
import { Figures } from "./Figures";
import { MeasuredApart, riddenTests } from "./MeasuredApart";
import { Musts } from "./Musts";
import { RowMore } from "./RowMore";
import { PlanPart } from "./PlanPart";
import { rowsOf } from "./rows";
import { SurePart } from "./SurePart";
import { TypedNumber } from "../../ui/TypedNumber";
import styles from "./Verdict.module.css";
import { Voices } from "./Voices";
import { useWeighing, withoutKey, withWeighing } from "./weighing";

/** Which setup it should be: knocked out, weighed, decided, and why. */
export function VerdictView() {
  const job = useJobOfView();
  const units = useUnits();
  const { bench, error, retry } = useWorkbench(job);
  const weighed = useWeighing(job, bench);
  const verdict = useVerdict(job, bench && withWeighing(bench, weighed.moved));
  const tests = riddenTests(job.need.swap_tests);
  const measured = useSwapAnswers(job, tests);
  // What was measured stands above the rest: at first that waits for it, rather than be moved by it.
  const [begun, setBegun] = useState(false);
  if (!begun && measured.every(({ isPending }) => !isPending)) setBegun(true);
  const sure = useHowSure(job, useRested(bench));
  if (job.setups.length === 0) return <NoSetups job={job} />;
  const found = begun ? verdict.data : undefined;
  const letters = new Map(bench?.setups.map(({ setup, record }) => [setup.name, record.letter]));
  const { weighing, change, move, problems, need } = weighed;
  const weights = (weighing.weights ?? undefined) as Record<string, unknown> | undefined;
  const weightOf = (criterion: string, usual: number): unknown => weights?.[criterion] ?? usual;
  const having = (criterion: string, weight: unknown) => ({
    weights: { ...(weights ?? usualOf(found)), [criterion]: weight ?? 0 } as Record<string, number>,
  });
  const put = (criterion: string, weight: unknown) => change(having(criterion, weight));
  return (
    <>
      <ViewHeading
        title="Verdict"
        method="verdict"
        text={found && (found.plain_terrain ? "on a plain terrain made up from your hill" : undefined)}
        actions={
          found && (
            <SaveMenu groups={[tableSavings("Verdict", `${job.need.name}, verdict`, () => rowsOf(found))]} />
          )
        }
      />
      {error && <Failure error={error} retry={retry} />}
      {!error && verdict.error && <Failure error={verdict.error} retry={verdict.refetch} />}
      {(!bench || !found) && !error && !verdict.error && <Loading what="the verdict" roomy />}
      {bench && found && (
        <>
          <Says text={found.says} stale={bench.stale} />
          <p className={styles.tip}>{inUnits(found.tip_says, units)}</p>
          <MeasuredApart job={job} tests={tests} />
          <div className={styles.saved}>
            <SaveState entry={need.entry} refused={problems.length > 0} />
            {found.usual_weights && (
              <span>You have not weighed anything yet: these weights are ours to start from.</span>
            )}
          </div>
          <SaveTrouble
            entry={need.entry}
            elsewhere={untold(problems)}
            onDiscard={need.discard}
            onOverwrite={need.overwrite}
          />
          <Musts {...{ found, weighing, change }} />
          <div className={styles.both}>
            <div>
              <Balance
                verdict={found}
                letters={letters}
                weightOf={(criterion) =>
                  weightOf(criterion, found.criteria.find((row) => row.criterion === criterion)?.weight ?? 0)
                }
                onWeight={(criterion, weight) => move(having(criterion, weight))}
                field={(row) => (
                  <TypedNumber
                    label={`Weight of ${row.name}`}
                    hideLabel
                    place={`weighing.weights.${row.criterion}`}
                    value={weightOf(row.criterion, row.weight)}
                    problems={problems}
                    onChange={(weight) => put(row.criterion, weight)}
                  />
                )}
                more={(row) => (
                  <RowMore
                    row={row}
                    setups={bench.setups}
                    currency={found.currency}
                    weighed={weighed}
                    onDrop={() =>
                      change({
                        weights: withoutKey(weights ?? usualOf(found), row.criterion) as Record<
                          string,
                          number
                        >,
                      })
                    }
                  />
                )}
              />
              <AddCriterion
                offered={found.offered}
                taken={found.criteria.map(({ criterion }) => criterion)}
                onAdd={(criterion) => put(criterion, 3)}
              />
            </div>
            <Order verdict={found} letters={letters} />
          </div>
          {found.not_known_says.map((says) => (
            <p key={says} className={styles.unknown}>
              {inUnits(says, units)}
            </p>
          ))}
          <DecisionPart {...{ bench, found, letters, weighed }} />
          <PlanPart {...{ job, bench, found, weighed }} />
          <SurePart sure={sure.data} error={sure.error} {...{ letters, weighed }} />
          <Voices {...{ bench, found, weighed }} />
          <Figures found={found} letters={letters} />
        </>
      )}
    </>
  );
}

/** What a field of this view says itself; all else is said above them. */
const TOLD =
  /^(?!weighing)|^weighing\.(weights|scales|ratings|reasons|unsure)\.|^weighing\.decision\.(gave_up|why|look_again)/;

const untold = (problems: FieldProblem[]): string[] => [
  ...new Set(problems.filter(({ where }) => !TOLD.test(where)).map(({ where, what }) => `${where}: ${what}`)),
];

const usualOf = (found: Verdict | undefined): Record<string, unknown> =>
  Object.fromEntries(found?.criteria.map(({ criterion, weight }) => [criterion, weight]) ?? []);
