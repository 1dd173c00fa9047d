import { useState } from "react";
import type { Pairing, Pairings } from "../../api/client";
import { hasCode } from "../../api/client";
import { usePairings } from "../../api/pairings";
import { Hill, ToothGrid } from "../../charts/ToothGrid";
import { useSetupEditing } from "../../drafts/DraftsProvider";
import { withValue } from "../../drafts/held";
import { SaveMenu } from "../../exchange/SaveMenu";
import { useNotify } from "../../ui/Notices";
import { StateMark } from "../../ui/StateMark";
import { Failure, Loading } from "../../ui/Status";
import { useUnits, MEASURE_NAMES } from "../../words/units";
import { ViewHeading } from "../../ui/ViewHeading";
import { OneSetup, type OfSetup } from "../../setup/OneSetup";
import { BehindIt } from "./BehindIt";
import { pairingSavings } from "./pairingSavings";
import { PairingDetails } from "./PairingDetails";
import styles from "./Pairings.module.css";
import { RankedList } from "./RankedList";
import { TwinFinder } from "./TwinFinder";
import { WouldDoLink } from "../../setup/WouldDoLink";
import { Says } from "../../ui/Says";
import { trimmed } from "../../words/numbers";

/** Which sprockets a setup may run, and what each pairing makes of it. */
export const PairingsView = () => <OneSetup view="pairings" of={Shown} />;

function Shown({ job, bench, shown }: OfSetup) {
  const { data: found, error, refetch } = usePairings(bench, shown);
  const [looked, setLooked] = useState("");
  // What stands below waits for the first answer, so as not to be pushed down by it; then it stays.
  const [answered, setAnswered] = useState(false);
  if (!answered && (found ?? error)) setAnswered(true);
  const editing = useSetupEditing(job, shown.record);
  const notify = useNotify();
  const chosen = found && chosenOf(found, looked);

  const take = (pairing: Pairing) => {
    if (!found || pairing.changed === "nothing") return;
    const at = `path[${found.stage}]`;
    const geared = withValue(editing.document, `${at}.front`, [pairing.front]);
    editing.change(found.fixed_rear ? geared : withValue(geared, `${at}.rear`, [pairing.rear]));
    notify({
      text: `${pairing.front} × ${pairing.rear} is mounted on ${shown.setup.name}. Undo takes it back.`,
    });
  };

  return (
    <>
      <ViewHeading
        title="Pairings"
        method="sprocket-pairings"
        text={found && <Head found={found} />}
        actions={found && <SaveMenu groups={pairingSavings(found, `${shown.setup.name}, pairings`)} />}
      />
      {error && !found && <NoPairings error={error} retry={refetch} />}
      {!found && !error && <Loading what="the pairings" />}
      {found && chosen && (
        <>
          <Says text={found.says} />
          <WouldDoLink jobId={job.id} setup={shown} />
          <div className={styles.columns}>
            <div className={styles.main}>
              <ToothGrid
                found={found}
                chosen={chosen}
                onChoose={(pairing) => setLooked(nameOf(pairing))}
                onTake={take}
              />
              <Legend found={found} />
            </div>
            <RankedList found={found} chosen={chosen} onChoose={(pairing) => setLooked(nameOf(pairing))} />
          </div>
          <PairingDetails bench={bench} shown={shown} found={found} pairing={chosen} onTake={take} />
        </>
      )}
      {answered && (
        <>
          <BehindIt job={job} bench={bench} shown={shown} found={found} />
          <TwinFinder job={job} />
        </>
      )}
    </>
  );
}

export const nameOf = ({ front, rear }: Pairing): string => `${front}/${rear}`;

function chosenOf(found: Pairings, looked: string): Pairing | undefined {
  return (
    found.pairings.find((each) => nameOf(each) === looked) ??
    found.pairings.find((each) => each.changed === "nothing") ??
    found.pairings[0]
  );
}

function Head({ found }: { found: Pairings }) {
  const { ratio_min: least, ratio_derived: derived, fixed_rear: cassette } = found;
  const holding = found.pairings.filter((each) => each.state !== "fails").length;
  return (
    <>
      {holding} of {found.pairings.length} pairings may run, as far as is known;{" "}
      {least === null
        ? "no smallest ratio is stated"
        : `front ÷ rear at least ${trimmed(least, 3)}${derived ? ", derived from the torque it bears" : ""}`}
      {cassette && "; the cassette stays, its largest sprocket stands for it"}
    </>
  );
}

function NoPairings({ error, retry }: { error: Error; retry: () => unknown }) {
  return hasCode(error, "no-single-front") ? (
    <p className={styles.none}>{error.message.replace(/^path: /, "This setup ")}</p>
  ) : (
    <Failure error={error} retry={retry} />
  );
}

function Legend({ found }: { found: Pairings }) {
  const units = useUnits();
  const pitch = found.pairings.some((each) => each.climb !== null);
  const unit = {
    development: units.system === "metric" ? ", m" : ", ft",
    gear_inches: ", in",
    gain_ratio: "",
    ratio: "",
  }[units.measure];
  return (
    <div className={styles.legend}>
      <span>
        Lowest gear: {MEASURE_NAMES[units.measure].toLowerCase()}
        {unit}
      </span>
      {(["holds", "tight", "not known", "fails"] as const).map((state) => (
        <StateMark key={state} asked="runs" state={state} />
      ))}
      {pitch && (
        <>
          <span className={styles.hill}>
            <Hill verdict="holds" /> climbs the steepest hill
          </span>
          <span className={styles.hill}>
            <Hill verdict="tight" /> with a hard push
          </span>
          <span className={styles.hill}>
            <Hill verdict="fails" /> does not
          </span>
        </>
      )}
      <span>
        <i className={styles.mounted} aria-hidden /> mounted
      </span>
    </div>
  );
}
