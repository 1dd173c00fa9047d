import type { ChangePlan, JobRecord, Verdict } from "../../api/client";
import { useChange } from "../../api/verdict";
import type { Workbench } from "../../drafts/useWorkbench";
import { capital } from "../../words/format";
import { moneyText } from "../../words/money";
import styles from "./Sheet.module.css";

interface Props {
  job: JobRecord;
  bench: Workbench;
  found: Verdict;
  says: (text: string) => string;
}

/** The change from what is ridden to each setup that was chosen; to what leads where nothing was decided. */
export function Plans({ job, bench, found, says }: Props) {
  const names = bench.setups.map(({ setup }) => setup.name);
  const ridden = bench.setups.find(({ isReference }) => isReference)?.setup.name ?? names[0] ?? "";
  const meant = found.decision?.chosen ?? (found.leads === null ? [] : [found.leads]);
  return meant
    .filter((name) => name !== ridden && names.includes(name))
    .map((name) => <Plan key={name} {...{ job, bench, says }} from={ridden} to={name} />);
}

function Plan({ job, bench, says, from, to }: Omit<Props, "found"> & { from: string; to: string }) {
  const plan = useChange(job, bench, from, to).data;
  // The plan is asked for without what is weighed; what is ticked off stands there.
  const ticked = bench.need.weighing?.ticked ?? [];
  const done = ticked.find((each) => each.start === from && each.to === to)?.done ?? [];
  if (!plan) return null;
  return (
    <section>
      <h2>The change</h2>
      <p>{says(plan.says)}</p>
      <Lists plan={plan} done={done} says={says} />
      <h3>Steps</h3>
      <ol>
        {plan.steps.map(({ what, minutes, caution }) => (
          <li key={what}>
            {mark(done, what)} {says(what)} <small>({minutes} min)</small>
            {caution && <div className={styles.caution}>{caution}</div>}
          </li>
        ))}
      </ol>
      <p className={styles.caution}>{plan.caution}</p>
    </section>
  );
}

const mark = (done: string[], what: string): string => (done.includes(what) ? "☑" : "☐");

interface ListsProps {
  plan: ChangePlan;
  done: string[];
  says: Props["says"];
}

function Lists({ plan, done, says }: ListsProps) {
  const price = (amount: number | null) =>
    amount === null ? "price not known" : moneyText(amount, plan.currency);
  const lists: [string, string[]][] = [
    ["Does not go together", plan.fails.map(capital)],
    ["To be looked at first", plan.not_known.map((what) => `${mark(done, what)} ${what}`)],
    ["Comes off", plan.off.map(capital)],
    ["Goes on", plan.on.map(capital)],
    ["Stays", plan.kept.map(capital)],
    [
      "To buy",
      plan.buy.map(
        (each) => `${mark(done, `buy: ${each.what}`)} ${capital(each.what)}: ${price(each.price)}`,
      ),
    ],
    ["Tools", plan.tools.map((what) => `${mark(done, `tool: ${what}`)} ${capital(what)}`)],
  ];
  return lists.map(
    ([title, entries]) =>
      entries.length > 0 && (
        <div key={title}>
          <h3>{title}</h3>
          <ul>
            {entries.map((entry, at) => (
              <li key={at}>{says(entry)}</li>
            ))}
          </ul>
        </div>
      ),
  );
}
