import { WouldDoLink } from "../../setup/WouldDoLink";
import { useCallback, useRef, useState } from "react";
import type { Gear, JobRecord, Part } from "../../api/client";
import { PowerPath } from "../../charts/PowerPath";
import { useSetupEditing } from "../../drafts/DraftsProvider";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { useSaveToShelf } from "../../exchange/useSaveToShelf";
import { bandSpeeds, capital, explanation, gearName } from "../../words/format";
import { useUnits } from "../../words/units";
import { Checks } from "../../setup/Checks";
import { GearTable } from "./GearTable";
import { Parts } from "./Parts";
import { SetupHead } from "./SetupHead";
import { Sum } from "./Sum";
import styles from "./Setups.module.css";
import { FigureField } from "../../figures/FigureField";
import type { Figure } from "../../figures/figures";
import { BeforeAfter } from "./BeforeAfter";
import { TakePart } from "./TakePart";
import { Says } from "../../ui/Says";
import { useRested } from "../../ui/useRested";

interface Props {
  job: JobRecord;
  shown: BenchSetup;
  bench: Workbench;
}

export function SetupBench({ job, shown, bench }: Props) {
  const units = useUnits();
  const { table, record, setup } = shown;
  const editing = useSetupEditing(job, record);
  const [looked, setLooked] = useState("1");
  const [part, setPart] = useState<string | null>(null);
  const parts = useRef<HTMLDivElement>(null);
  const rested = useRested(shown);
  const gear = table.gears.find((each) => each.label === looked) ?? table.gears[0];
  const problems = mergedProblems(bench.problemsOf(record.id), editing.entry?.problems ?? []);
  const pick = useCallback((place: string) => {
    setPart(place);
    const panel = parts.current?.querySelector(`[data-part="${place}"]`);
    panel?.querySelector<HTMLElement>("input, textarea")?.focus();
  }, []);
  const pickOption = useCallback(
    (stage: number, option: number) => {
      const found = table.gears.find((each) =>
        each.choice.every((choice, place) => choice === (place === stage ? option : gear?.choice[place])),
      );
      if (found) setLooked(found.label);
    },
    [table, gear],
  );
  const save = useSaveToShelf(job, record);
  const [taking, setTaking] = useState<Part["kind"][] | null>(null);
  if (!gear) return null;

  return (
    <>
      <SetupHead job={job} shown={shown} editing={editing} problems={problems} />
      <Says text={table.says} stale={problems.length > 0} />
      <WouldDoLink jobId={job.id} setup={shown} />
      <PowerPath
        table={table}
        setup={setup}
        gear={gear}
        selected={part}
        onPick={pick}
        onOption={pickOption}
      />
      <div ref={parts}>
        <Parts
          editing={editing}
          problems={problems}
          asked={table.checks.filter(({ code }) => code)}
          selected={part}
          onSelect={setPart}
          onSave={(place) => void save(place)}
          onTake={setTaking}
        />
      </div>
      {taking && <TakePart job={job} record={record} kinds={taking} onClose={() => setTaking(null)} />}
      <details className={styles.notes} open={typeof setup.notes === "string" || undefined}>
        <summary>Notes on this setup</summary>
        <FigureField
          figure={NOTES}
          hideLabel
          multiline
          document={editing.document}
          problems={problems}
          onChange={editing.change}
        />
      </details>
      <BeforeAfter job={job} bench={bench} shown={rested} />
      <Checks checks={table.checks} />
      <Explained table={table} gear={gear} stale={problems.length > 0} units={units} />
      <div className={styles.figures}>
        <GearTable table={table} looked={gear.label} onLook={setLooked} />
        <Sum shown={shown} reference={bench.setups.find((each) => each.isReference)} />
      </div>
    </>
  );
}

const NOTES: Figure = { at: "notes", label: "Notes on this setup", kind: "text" };

function Explained({
  table,
  gear,
  units,
  stale,
}: {
  table: BenchSetup["table"];
  gear: Gear;
  units: ReturnType<typeof useUnits>;
  stale: boolean;
}) {
  return (
    <p className={styles.explained} role="status">
      <strong>{capital(gearName(table, gear))}:</strong> {explanation(table, gear, units)};{" "}
      {bandSpeeds(table, gear, units)}
      {stale && <em>These figures are of the last entries that could be worked out.</em>}
    </p>
  );
}

type Problems = ReturnType<Workbench["problemsOf"]>;

/** What the figures and what the save found wrong, each once. */
function mergedProblems(figures: Problems, saved: Problems): Problems {
  const known = new Set(figures.map((problem) => problem.where));
  return [...figures, ...saved.filter((problem) => !known.has(problem.where))];
}
