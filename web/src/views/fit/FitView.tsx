import { useState } from "react";
import type { FitPage } from "../../api/client";
import { BicycleSide, type Side, type Topic } from "../../charts/BicycleSide";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { useFit } from "../../api/fit";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { STATE_ICONS } from "../../ui/StateMark";
import { STATE_WORDS } from "../../words/states";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { OneSetup, type OfSetup } from "../../setup/OneSetup";
import { BehaviourTable } from "./BehaviourTable";
import { CheckList } from "./CheckList";
import styles from "./Fit.module.css";
import { FitFigures } from "./FitFigures";
import { MassTable } from "./MassTable";
import { WheelBuilding } from "./WheelBuilding";
import { Caution } from "../../ui/Caution";
import { Says } from "../../ui/Says";

/** Whether everything of a setup goes together on the rider's frame, and what would help where it does not. */
export const FitView = () => <OneSetup view="fit" of={Shown} />;

function Shown({ job, bench, shown }: OfSetup) {
  const { data: page, error, refetch } = useFit(bench, shown);
  const [topic, setTopic] = useState<Topic | null>(null);
  if (error) return <Failure error={error} retry={refetch} />;
  if (!page) return <Loading what="what goes together" />;
  return (
    <>
      <ViewHeading
        title="Fit"
        method="what-goes-together"
        text={<Counts page={page} />}
        actions={<SaveMenu groups={[tableSavings("Checks", `${shown.setup.name}, fit`, () => rows(page))]} />}
      />
      <Says text={page.says} />
      <div className={styles.drawn}>
        <BicycleSide side={sideOf(shown, bench)} checks={page.checks} chosen={topic} onChoose={setTopic} />
        <CheckList page={page} topic={topic} onAll={() => setTopic(null)} />
      </div>
      <Caution>{page.caution}</Caution>
      <FitFigures key={topic} topic={topic} job={job} bench={bench} shown={shown} />
      <BehaviourTable page={page} table={shown.table} />
      <WheelBuilding page={page} />
      <MassTable page={page} job={job} bench={bench} shown={shown} />
    </>
  );
}

/** What the drawing needs of a setup and of the frame. */
function sideOf({ setup }: BenchSetup, { need }: Workbench): Side {
  const { wheel, path, cranks, motors } = setup;
  const rows = path.filter((stage) => stage.kind === "sprockets");
  const least = (teeth: number[] | null | undefined) => (teeth?.length ? Math.min(...teeth) : null);
  const most = (teeth: number[] | null | undefined) => (teeth?.length ? Math.max(...teeth) : null);
  const [motor] = (motors ?? []).map(({ at }) => at);
  return {
    wheelMm: wheel.rollout_mm
      ? wheel.rollout_mm / Math.PI
      : (wheel.bead_seat_mm ?? 622) + 2 * (wheel.tyre_mm ?? 42),
    rimMm: wheel.bead_seat_mm ?? null,
    chainstayMm: need.frame?.chainstay_mm ?? null,
    crankMm: cranks.length_mm,
    front: most(rows[0]?.front),
    rear: least(rows[rows.length - 1]?.rear),
    hubGears: path.some((stage) => stage.kind === "hub"),
    crankGears: path.some((stage) => stage.kind === "gearbox"),
    motor: motor === "front hub" || motor === "rear hub" ? motor : motor === undefined ? null : "cranks",
  };
}

const PLURAL = { ...STATE_WORDS.fits, fails: "do not fit", holds: "fit" };
const STATES = ["fails", "not known", "tight", "holds"] as const;

function Counts({ page }: { page: FitPage }) {
  return (
    <span className={styles.counts}>
      {STATES.map((state) => {
        const Icon = STATE_ICONS[state];
        const count = page.counts[state] ?? 0;
        return (
          <span key={state} data-state={state} data-none={count === 0}>
            <Icon fontSize="small" aria-hidden />
            {count} {(count === 1 ? STATE_WORDS.fits : PLURAL)[state]}
          </span>
        );
      })}
    </span>
  );
}

const rows = (page: FitPage) => [
  ["topic", "rule", "state", "what", "remedy", "why it matters", "source"],
  ...page.checks.map((each) => [
    each.topic,
    each.id,
    each.state,
    each.what,
    each.remedy,
    each.reason,
    each.source,
  ]),
];
