import { useState } from "react";
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useComparison } from "../../api/pairings";
import type { JobRecord, Search, SearchAnswer } from "../../api/client";
import { useAddSetup } from "../../api/jobs";
import { GearLanes } from "../../charts/GearLanes";
import { KindMark } from "../../charts/kindShape";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { freeName } from "../../setup/startingPoints";
import { Caution } from "../../ui/Caution";
import { useNotify } from "../../ui/Notices";
import { StateMark } from "../../ui/StateMark";
import { capital } from "../../words/format";
import { inUnits, unbroken } from "../../words/inUnits";
import { moneyText } from "../../words/money";
import { shareText, trimmed } from "../../words/numbers";
import { useUnits } from "../../words/units";
import styles from "./Search.module.css";

interface Props {
  job: JobRecord;
  bench: Workbench;
  found: Search;
  answer: SearchAnswer;
}

const CAUTION =
  "A search knows what stands on makers’ sheets and in Parts. Before anything is bought, look at Fit, at the " +
  "makers’ instructions and at local law, and ask a qualified mechanic.";

/** The drive that was chosen: what it does, its gears, what it gives up; into the line-up with one press. */
export function Chosen({ job, bench, found, answer }: Props) {
  const units = useUnits();
  const words = (text: string) => unbroken(inUnits(text, units));
  const missing = answer.price_missing.filter((name) => name !== "cranks" && name !== "wheel");
  const facts: [string, string, string][] = [
    ["covers", shareText(answer.covered), answer.why[0] ?? ""],
    [
      "to buy",
      answer.price ? moneyText(answer.price, found.currency) : "not known",
      missing.length > 0
        ? `without ${missing.join(", ")}, whose price is not known`
        : answer.price_missing.length > 0
          ? "without cranks and wheel, whose price is not known"
          : "cranks and wheel included",
    ],
    [
      found.years === 1 ? "in a year" : `in ${found.years} years`,
      moneyText(answer.total_cost, found.currency),
      `${moneyText(answer.total_spread[0])} to ${moneyText(answer.total_spread[1])}, by how long chains and the like last; ${trimmed(answer.own_hours, 0)} h of your own work`,
    ],
    [
      "weighs",
      units.partMass(answer.mass_kg),
      `${answer.wheel_kg > 0 ? `${units.partMass(answer.wheel_kg)} of it in the wheels; ` : ""}without cranks and wheel`,
    ],
  ];
  if (answer.carried.length > 0)
    facts.push(["to carry", units.partMass(answer.carried_kg), `on a tour: ${answer.carried.join(", ")}`]);
  return (
    <section aria-label="The chosen drive" className={styles.chosen}>
      <h3 className={styles.name}>
        <KindMark kind={answer.kind} />
        {capital(answer.name)}
      </h3>
      <Add {...{ job, answer }} />
      <dl className={styles.facts}>
        {facts.map(([what, figure, note]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>
              <strong>{figure}</strong> <span>{words(note)}</span>
            </dd>
          </div>
        ))}
      </dl>
      <p>{words(answer.why.slice(1, 3).join(" "))}</p>
      {answer.gives_up.length > 0 && (
        <>
          <h4>What it gives up, and gains</h4>
          <ul className={styles.list}>
            {answer.gives_up.map((text) => (
              <li key={text}>{words(text)}</li>
            ))}
          </ul>
        </>
      )}
      <Lanes {...{ bench, answer }} />
      {answer.judged.length > 0 && (
        <>
          <h4>Makers’ limits, and what to look at</h4>
          <ul className={styles.list}>
            {answer.judged.map((each) => (
              <li key={each.what} className={styles.judged}>
                <StateMark asked="fits" state={each.state} />
                <span>{words(capital(each.what))}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <Caution>{CAUTION}</Caution>
    </section>
  );
}

function Lanes({ bench, answer }: Pick<Props, "bench" | "answer">) {
  const { data } = useComparison(bench, [answer.setup]);
  const [speed, setSpeed] = useState(18);
  const table = data?.setups[0];
  if (!table || table.name !== answer.setup.name) return <div className={styles.lanesRoom} />;
  const shown: BenchSetup = {
    record: { id: "search", letter: "A", version: 1, setup: answer.setup },
    setup: answer.setup,
    table,
    isReference: false,
  };
  return (
    <>
      <h4>Its gears, by the speed they are for</h4>
      <GearLanes setups={[shown]} wantedTop={bench.need.wants?.top_kmh} speedKmh={speed} onSpeed={setSpeed} />
    </>
  );
}

function Add({ job, answer }: Pick<Props, "job" | "answer">) {
  const adding = useAddSetup(job.id);
  const notify = useNotify();
  const taken = job.setups.map(({ setup }) => setup.name);
  const there = taken.includes(answer.name);
  const add = () => {
    const setup = { ...answer.setup, name: freeName(answer.name, taken) };
    adding.mutate(JSON.stringify(setup), {
      onSuccess: (record) =>
        notify({ text: `${record.setup.name} is in the line-up. Undo takes it out again.` }),
      onError: (failed) => notify({ text: `Not added: ${failed.message}`, failed: true }),
    });
  };
  return (
    <div className={`${styles.actions} no-print`}>
      <Button
        variant={there ? "outlined" : "contained"}
        loading={adding.isPending}
        onClick={add}
        aria-label={there ? "Add it to the line-up once more" : "Add to the line-up"}
      >
        {there ? "Add once more" : "Add to the line-up"}
      </Button>
      {there && <Link to={`/jobs/${job.id}/line-up`}>In the line-up: compare</Link>}
    </div>
  );
}
