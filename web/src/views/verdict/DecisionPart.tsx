import { useState } from "react";
import Button from "@mui/material/Button";
import type { Decided, Decision, Verdict } from "../../api/client";
import type { Workbench } from "../../drafts/useWorkbench";
import { FieldText } from "../../ui/FieldText";
import { Letter } from "../../ui/Letter";
import { useNotify } from "../../ui/Notices";
import { inUnits } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import { DayField } from "../../ui/DayField";
import { DecideForm } from "./DecideForm";
import { Reviews } from "./Reviews";
import styles from "./Verdict.module.css";
import { dayText } from "../../words/days";
import type { Weighed } from "./weighing";

interface Props {
  bench: Workbench;
  found: Verdict;
  letters: Map<string, string>;
  weighed: Weighed;
}

/** What was decided, why, and what has become of it since. */
export function DecisionPart({ bench, found, letters, weighed }: Props) {
  const { weighing, change } = weighed;
  const notify = useNotify();
  const [anew, setAnew] = useState(false);
  const decision = weighing.decision ?? undefined;
  const decide = (next: Decision) => {
    change({
      decision: {
        ...next,
        on: dayText(new Date()),
        figures: found.stands_on,
        setups: bench.setups.flatMap(({ setup }) => (next.chosen.includes(setup.name) ? [setup] : [])),
      },
      earlier: decision ? [...(weighing.earlier ?? []), decision] : weighing.earlier,
    });
    setAnew(false);
  };
  return (
    <section className={`${styles.decision} ${decision ? "" : "no-print"}`} aria-labelledby="decision">
      {decision && found.decision && !anew ? (
        <Standing
          {...{ decision, letters, weighed }}
          decided={found.decision}
          onAnew={() => setAnew(true)}
          onDrop={() => {
            change({ decision: weighing.earlier?.at(-1), earlier: weighing.earlier?.slice(0, -1) });
            notify({ text: "The decision is removed; undo brings it back." });
          }}
        />
      ) : (
        <>
          <h3 id="decision">{decision ? "Decide anew" : "Decide"}</h3>
          <DecideForm
            key={anew ? "anew" : "first"}
            setups={bench.setups}
            leads={found.leads}
            onDecide={decide}
            onCancel={decision && (() => setAnew(false))}
          />
        </>
      )}
      {found.earlier.length > 0 && (
        <details className={styles.earlier}>
          <summary>
            {found.earlier.length === 1
              ? "What was decided before"
              : `${found.earlier.length} earlier decisions`}
          </summary>
          {found.earlier.map((decided, at) => (
            <Earlier key={at} decided={decided} decision={weighing.earlier?.[at]} />
          ))}
        </details>
      )}
    </section>
  );
}

interface StandingProps {
  decision: Decision;
  decided: Decided;
  letters: Map<string, string>;
  weighed: Weighed;
  onAnew: () => void;
  onDrop: () => void;
}

function Standing({ decision, decided, letters, weighed, onAnew, onDrop }: StandingProps) {
  const units = useUnits();
  const { change, problems } = weighed;
  const put = (next: Partial<Decision>) => change({ decision: { ...decision, ...next } });
  const due = decision.look_again && decision.look_again <= dayText(new Date());
  const text = (key: "gave_up" | "why", label: string) => (
    <FieldText
      label={label}
      place={`weighing.decision.${key}`}
      value={decision[key] ?? ""}
      problems={problems}
      multiline
      onChange={(entered) => put({ [key]: entered || undefined })}
    />
  );
  return (
    <>
      <h3 id="decision" className={styles.decided}>
        {decision.chosen.map((name) => (
          <Letter key={name} letter={letters.get(name) ?? "–"} />
        ))}
        {decided.says}
      </h3>
      {due && (
        <p role="status" className={styles.due}>
          It is time to look at this again: how did it go? Add a word below, or set another day.
        </p>
      )}
      <div className={styles.reasons}>
        {text("gave_up", "What is given up")}
        {text("why", "Why it is worth it")}
        <DayField
          label="Look again on"
          place="weighing.decision.look_again"
          value={decision.look_again ?? ""}
          problems={problems}
          onChange={(day) => put({ look_again: day || undefined })}
        />
      </div>
      <h4>Since then</h4>
      <ul className={styles.since}>
        {decided.since.map((says) => (
          <li key={says}>{inUnits(says, units)}</li>
        ))}
      </ul>
      <Reviews reviews={decision.reviews ?? []} onChange={(reviews) => put({ reviews })} />
      <div className={`${styles.actions} no-print`}>
        <Button variant="outlined" size="small" onClick={onAnew}>
          Decide anew
        </Button>
        <Button size="small" onClick={onDrop}>
          Remove this decision
        </Button>
      </div>
    </>
  );
}

function Earlier({ decided, decision }: { decided: Decided; decision: Decision | undefined }) {
  const units = useUnits();
  return (
    <div className={styles.before}>
      <strong>{decided.says}</strong>
      {decision?.gave_up && <p>Given up: {decision.gave_up}</p>}
      {decision?.why && <p>Why: {decision.why}</p>}
      {decision?.reviews?.map((review) => (
        <p key={`${review.on} ${review.text}`}>
          {review.on}: {review.text}
        </p>
      ))}
      <p>{inUnits(decided.since.join(" "), units)}</p>
    </div>
  );
}
