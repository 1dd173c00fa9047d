import { useState } from "react";
import Button from "@mui/material/Button";
import type { JobRecord, SwapAnswer, SwapTest } from "../../api/client";
import { swapTestFile, useSwapAnswer } from "../../api/swap";
import { SwapDots } from "../../charts/SwapDots";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { freeName } from "../../drafts/freeName";
import { listAt, withValue, type Held } from "../../drafts/held";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import { useWorkbench } from "../../drafts/useWorkbench";
import { download } from "../../exchange/saving";
import { drawingSavings } from "../../exchange/savings";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { Caution } from "../../ui/Caution";
import { useJobOfView } from "../../ui/jobOfView";
import { Says } from "../../ui/Says";
import { SeveralNav } from "../../ui/SeveralNav";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { Told } from "../../ui/Told";
import { useUnits } from "../../words/units";
import { differenceSaid, isRolled, isClocked, valueSaid } from "./figures";
import { Felt } from "./Felt";
import { PlanPart } from "./PlanPart";
import { RunsPart } from "./RunsPart";
import { SwapCard } from "./SwapCard";
import { TakeEfficiency } from "./TakeEfficiency";
import styles from "./Swap.module.css";

/** Two bikes ridden side by side and swapped between riders: planned, ridden, and what it tells. */
export function SwapView() {
  const job = useJobOfView();
  const editing = useNeedEditing(job);
  const { bench, error, retry } = useWorkbench(job);
  const [chosen, setChosen] = useState(0);
  const [card, setCard] = useState(false);
  const { document, entry } = editing;
  const tests = listAt(document, "swap_tests");
  const shown = Math.min(chosen, Math.max(tests.length - 1, 0));
  const test = tests[shown];
  const problems = [...(bench?.needProblems ?? []), ...(entry?.problems ?? [])];
  const put = (next: Held[], to: number) => {
    editing.change(withValue(document, "swap_tests", next.length > 0 ? next : undefined));
    setChosen(to);
  };
  const change = (next: Held) =>
    put(
      tests.map((each, index) => (index === shown ? next : each)),
      shown,
    );
  const add = (start: Held) =>
    put([...tests, { ...start, name: freeName(tests, String(start.name)) }], tests.length);
  const valid = bench?.need.swap_tests?.[shown];
  const { data: answer, error: failed, refetch } = useSwapAnswer(job, valid);
  // At first what stands under the answer comes with it, so that nothing moves under the hand; later it stays.
  const [begun, setBegun] = useState(false);
  const told = valid === undefined || answer !== undefined || failed !== null;
  if (bench && told && !begun) setBegun(true);
  const waits = !bench || !(told || begun);
  const ridden = listAt(test ?? {}, "runs").some(({ value }) => value !== undefined);
  const plan = test && (
    <PlanPart
      key={`plan ${shown}`}
      job={job}
      test={test}
      place={`swap_tests[${shown}]`}
      problems={problems}
      onChange={change}
    />
  );
  if (error && !bench) return <Failure error={error} retry={retry} />;
  return (
    <>
      <ViewHeading
        title="Swap test"
        method="swap-tests"
        text="two bikes, swapped between riders: which runs harder?"
        actions={
          test && (
            <>
              <Button onClick={() => setCard(!card)} disabled={!valid && !card}>
                {card ? "Back to the test" : "Card to ride by"}
              </Button>
              {!card && answer && valid && <SwapSavings job={job} test={valid} answer={answer} />}
              <SaveState entry={entry} refused={problems.length > 0} />
            </>
          )
        }
      />
      <SeveralNav
        label="Swap tests"
        names={tests.map((each) => String(each.name ?? ""))}
        shown={shown}
        one="test"
        onShow={setChosen}
        onAdd={() => add(newTest(job))}
        onCopy={() => test && add({ ...test, runs: unridden(test) })}
        onRemove={() =>
          put(
            tests.filter((_each, index) => index !== shown),
            Math.max(shown - 1, 0),
          )
        }
      />
      <SaveTrouble entry={entry} elsewhere={[]} onDiscard={editing.discard} onOverwrite={editing.overwrite} />
      {!test && (
        <Says text="Nothing was measured yet. Add a test: name the two bikes and who rides, and it draws an order in which each rides both; type the times, and it says whether there is a difference at all." />
      )}
      {test && waits && <Loading what="the test" roomy />}
      {test && card && valid && <SwapCard test={valid} />}
      {test && !card && !waits && (
        <>
          {answer && <Says text={answer.says} />}
          {!answer && failed && <Failure error={failed} retry={refetch} />}
          {answer && valid && <Means job={job} answer={answer} />}
          {answer && valid && <Drawn test={valid} answer={answer} />}
          {!ridden && plan}
          <RunsPart
            key={`runs ${shown}`}
            job={job}
            test={test}
            place={`swap_tests[${shown}]`}
            problems={problems}
            off={answer?.off ?? []}
            onChange={change}
          />
          {answer && <Felt answer={answer} />}
          {ridden && plan}
          <Caution>
            {isRolled(test.measured as never)
              ? "Roll where the road is straight, dry and empty, with room to stop behind it and somebody to watch for traffic; both brakes tried before, hands on them all the way. No faster than you would ride there."
              : "Ride as you always do: no racing on open roads, and stop for traffic. A run with a stop is noted, not hurried."}{" "}
            Let nobody ride a bike that does not fit or whose brakes are not known to them.
          </Caution>
        </>
      )}
    </>
  );
}

function newTest(job: JobRecord): Held {
  const names = job.setups.slice(0, 2).map(({ setup }) => setup.name);
  const bikes = names.length === 2 ? names : ["One bike", "The other"];
  return { name: "A swap test", bikes, riders: ["you", "a friend"], runs: [] };
}

/** The runs of a test as they were planned. */
const unridden = (test: Held): Held[] =>
  listAt(test, "runs").map(({ run, rider, bike, luggage }) => ({
    run,
    rider,
    bike,
    ...(luggage !== undefined && { luggage }),
  }));

function Means({ job, answer }: { job: JobRecord; answer: SwapAnswer }) {
  const { meaning } = answer;
  if (!meaning) return null;
  return (
    <p className={styles.means}>
      <Told text={meaning.says} /> {meaning.take && <TakeEfficiency job={job} taken={meaning.take} />}
    </p>
  );
}

function Drawn({ test, answer }: { test: SwapTest; answer: SwapAnswer }) {
  const units = useUnits();
  return (
    <>
      <SwapDots
        test={test}
        answer={answer}
        unit={isClocked(test.measured) ? 60 : 1}
        said={(value) => valueSaid(test.measured, value, units)}
        difference={differenceSaid(answer.measured)}
      />
      {answer.unbalanced.map((told) => (
        <p key={told} className={styles.quiet}>
          Not alike: {told}.
        </p>
      ))}
    </>
  );
}

interface SavingsProps {
  job: JobRecord;
  test: SwapTest;
  answer: SwapAnswer;
}

function SwapSavings({ job, test, answer }: SavingsProps) {
  const rows = () => [
    [
      "Run",
      "Rider",
      "Bike",
      "Luggage",
      "Value",
      "Power, W",
      "Wind, km/h",
      "Temperature, °C",
      "Left out",
      "Notes",
    ],
    ...test.runs.map((run) => [
      run.run,
      run.rider,
      run.bike,
      run.luggage === true ? "yes" : run.luggage === false ? "no" : "",
      run.value,
      run.power_w,
      run.wind_kmh,
      run.temperature_c,
      run.left_out ? "yes" : "",
      run.notes,
    ]),
  ];
  return (
    <SaveMenu
      groups={[
        [
          {
            label: "Test as a file",
            run: async () => {
              download(await swapTestFile(job, test), `${test.name}.json`);
              return undefined;
            },
          },
        ],
        tableSavings("Runs", test.name, rows),
        answer.runs > 0 ? drawingSavings("swap", test.name) : [],
      ]}
    />
  );
}
