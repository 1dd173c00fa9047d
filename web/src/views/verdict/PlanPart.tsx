import { useState } from "react";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { ChangePlan, JobRecord, Verdict } from "../../api/client";
import { useChange } from "../../api/verdict";
import type { Workbench } from "../../drafts/useWorkbench";
import { Caution } from "../../ui/Caution";
import { ChoiceField } from "../../ui/ChoiceField";
import sections from "../../ui/section.module.css";
import { Failure } from "../../ui/Status";
import { capital } from "../../words/format";
import { inUnits } from "../../words/inUnits";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import styles from "./Verdict.module.css";
import type { Weighed } from "./weighing";

interface Props {
  job: JobRecord;
  bench: Workbench;
  found: Verdict;
  weighed: Weighed;
}

/** The change from what is ridden to what was chosen, to be ticked off. */
export function PlanPart({ job, bench, found, weighed }: Props) {
  const names = bench.setups.map(({ setup }) => setup.name);
  const ridden = bench.setups.find(({ isReference }) => isReference)?.setup.name ?? names[0] ?? "";
  const meant = weighed.weighing.decision?.chosen.find((name) => name !== ridden && names.includes(name));
  const [picked, setPicked] = useState<{ from?: string; to?: string }>({});
  const known = (name: string | undefined) => (name !== undefined && names.includes(name) ? name : undefined);
  const from = known(picked.from) ?? ridden;
  const usual =
    meant ?? (found.leads !== from ? found.leads : undefined) ?? names.find((name) => name !== from);
  const to = known(picked.to) ?? usual ?? "";
  const plan = useChange(job, bench, from, to);
  const choices = bench.setups.map(({ setup: { name }, record }) => ({
    value: name,
    label: `${record.letter} ${name}`,
  }));
  if (names.length < 2) return null;
  return (
    <section className={sections.section} aria-labelledby="plan">
      <h3 id="plan">The change, step by step</h3>
      <div className={`${styles.add} no-print`}>
        <ChoiceField
          label="From"
          value={from}
          choices={choices}
          onChange={(name) => setPicked({ ...picked, from: name })}
        />
        <ChoiceField
          label="To"
          value={to}
          choices={choices}
          problem={from === to ? "must be another setup than the one it starts from" : undefined}
          onChange={(name) => setPicked({ ...picked, to: name })}
        />
      </div>
      {plan.error && <Failure error={plan.error} retry={plan.refetch} />}
      {plan.data && from !== to && (
        <Plan plan={plan.data} weighed={weighed} open={Boolean(weighed.weighing.decision)} />
      )}
    </section>
  );
}

interface PlanProps {
  plan: ChangePlan;
  weighed: Weighed;
  /** Whether all of it is shown at once. */
  open: boolean;
}

function Plan({ plan, weighed, open }: PlanProps) {
  const units = useUnits();
  const { weighing, change } = weighed;
  const others = (weighing.ticked ?? []).filter(({ start, to }) => start !== plan.from || to !== plan.to);
  const done =
    (weighing.ticked ?? []).find(({ start, to }) => start === plan.from && to === plan.to)?.done ?? [];
  const turn = (what: string) => {
    const next = done.includes(what) ? done.filter((each) => each !== what) : [...done, what];
    change({
      ticked: next.length > 0 ? [...others, { start: plan.from, to: plan.to, done: next }] : others,
    });
  };
  const tick = (what: string, told: string) => (
    <FormControlLabel
      className={styles.tick}
      control={<Checkbox size="small" checked={done.includes(what)} onChange={() => turn(what)} />}
      label={<span data-done={done.includes(what)}>{inUnits(told, units)}</span>}
    />
  );
  const steps = plan.steps.filter(({ what }) => done.includes(what)).length;
  return (
    <>
      <p className={styles.sure}>
        <strong>{inUnits(plan.says, units)}</strong>{" "}
        {plan.mass_kg !== null && `The drive becomes ${heavier(plan.mass_kg, units)}. `}
        {steps > 0 && `${steps} of ${plan.steps.length} steps done.`}
      </p>
      <details open={open}>
        <summary className={styles.summary}>Parts, tools and steps</summary>
        {plan.fails.length > 0 && (
          <>
            <h4>Does not go together</h4>
            <ul className={styles.fails}>
              {plan.fails.map((what) => (
                <li key={what}>{inUnits(capital(what), units)}</li>
              ))}
            </ul>
          </>
        )}
        {plan.not_known.length > 0 && (
          <>
            <h4>To be looked at first</h4>
            <ul className={styles.ticks}>
              {plan.not_known.map((what) => (
                <li key={what}>{tick(what, what)}</li>
              ))}
            </ul>
          </>
        )}
        <div className={styles.three}>
          <Things title="Comes off" names={plan.off} />
          <Things title="Goes on" names={plan.on} />
          <Things title="Stays" names={plan.kept} />
        </div>
        <div className={styles.two}>
          <div>
            <h4>To buy</h4>
            <ul className={styles.ticks}>
              {plan.buy.map(({ what, price }) => (
                <li key={what}>
                  {tick(`buy: ${what}`, capital(what))}
                  <span>{price === null ? "price not known" : moneyText(price, plan.currency)}</span>
                </li>
              ))}
            </ul>
          </div>
          <div>
            <h4>Tools</h4>
            <ul className={styles.ticks}>
              {plan.tools.map((what) => (
                <li key={what}>{tick(`tool: ${what}`, capital(what))}</li>
              ))}
            </ul>
          </div>
        </div>
        <h4>Steps</h4>
        <ol className={styles.steps}>
          {plan.steps.map(({ what, minutes, caution }) => (
            <li key={what}>
              <div className={styles.step}>
                {tick(what, what)}
                <span>{minutes} min</span>
              </div>
              {caution && <p className={styles.caution}>{caution}</p>}
            </li>
          ))}
        </ol>
        <Caution>{plan.caution}</Caution>
      </details>
    </>
  );
}

const heavier = (kg: number, units: ReturnType<typeof useUnits>): string => {
  if (Math.abs(kg) < 0.005) return "no heavier";
  const apart = units.partMass(Math.abs(kg));
  return `${apart} ${kg > 0 ? "heavier" : "lighter"}`;
};

function Things({ title, names }: { title: string; names: string[] }) {
  return (
    <div>
      <h4>{title}</h4>
      {names.length === 0 ? (
        <p className={sections.note}>nothing</p>
      ) : (
        <ul className={styles.since}>
          {names.map((name, at) => (
            <li key={at}>{capital(name)}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
