import { GearLanes } from "../../charts/GearLanes";
import { useCosts } from "../../api/costs";
import { useCoverage } from "../../api/roads";
import { useFlush } from "../../drafts/DraftsProvider";
import { useWorkbench } from "../../drafts/useWorkbench";
import { SaveMenu } from "../../exchange/SaveMenu";
import { drawingSavings, gearSavings } from "../../exchange/savings";
import { NoSetups } from "../../setup/NoSetups";
import { useJobOfView } from "../../ui/jobOfView";
import { useRemembered } from "../../ui/remembered";
import { Failure, Loading } from "../../ui/Status";
import { useUnits } from "../../words/units";
import { ViewHeading } from "../../ui/ViewHeading";
import { ClimbAndFlat } from "./ClimbAndFlat";
import { EveryGear } from "./EveryGear";
import { FamiliarTerms } from "./FamiliarTerms";
import { InWords } from "./InWords";
import { HeadlineTable } from "./HeadlineTable";
import { LowEnough } from "./LowEnough";
import { WithMotors } from "./WithMotors";
import { Says } from "../../ui/Says";

const isSpeed = (value: unknown): value is number => typeof value === "number" && value > 0 && value < 400;

/** The setups side by side on one road speed scale, with the figures below. */
export function LineUp() {
  const job = useJobOfView();
  const { bench, error, retry } = useWorkbench(job);
  const { data: coverage } = useCoverage(job, bench);
  const { data: costs } = useCosts(job, bench);
  const priced = costs?.setups.some(({ purchase }) => purchase > 0);
  const units = useUnits();
  const flush = useFlush();
  const [speed, setSpeed] = useRemembered("speed", 14, isSpeed);
  const shown = bench && bench.setups.length > 0;
  if (job.setups.length === 0) return <NoSetups job={job} />;
  const count = job.setups.length === 1 ? "one setup" : `${job.setups.length} setups`;
  const [low, high] = bench?.cadence ?? job.need.rider.cadence_rpm;
  return (
    <>
      <ViewHeading
        title="Line-up"
        method="climb-flat-and-top"
        text={`${count} on one road speed scale; each bar is one gear from ${low} to ${high} rpm`}
        actions={
          shown && (
            <SaveMenu
              groups={[
                gearSavings({ jobId: job.id, name: job.need.name, system: units.system, flush }),
                drawingSavings("lanes", `${job.need.name}, line-up`),
                drawingSavings("hill-fan", `${job.need.name}, hill fan`, "Hill fan"),
              ]}
            />
          )
        }
      />
      {error && <Failure error={error} retry={retry} />}
      {!shown && !error && <Loading what="the line-up" />}
      {shown && (
        <>
          <Says text={bench.says} stale={bench.stale} />
          <GearLanes
            setups={bench.setups}
            asked={coverage ?? null}
            wantedTop={bench.need.wants?.top_kmh}
            speedKmh={speed}
            onSpeed={setSpeed}
          />
          <InWords setups={bench.setups} />
          <HeadlineTable setups={bench.setups} jobId={job.id} costs={priced ? costs : undefined} />
          <ClimbAndFlat bench={bench} />
          <WithMotors job={job} bench={bench} />
          <LowEnough job={job} bench={bench} />
          <FamiliarTerms setups={bench.setups} />
          <EveryGear setups={bench.setups} />
        </>
      )}
    </>
  );
}
