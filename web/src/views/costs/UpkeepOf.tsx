import { useState } from "react";
import Button from "@mui/material/Button";
import { useUsualCare } from "../../api/costs";
import type { SetupCosts, UsualCare } from "../../api/client";
import { listAt, withValue, type Held } from "../../drafts/held";
import { CareFields } from "../../figures/CareFields";
import { partOf, type Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import type { OfSetup } from "../../setup/OneSetup";
import { useRested } from "../../ui/useRested";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { capital, counted } from "../../words/format";
import styles from "./Costs.module.css";
import { DueTable } from "./DueTable";
import { PRICE } from "./figures";

interface Props extends OfSetup {
  found: SetupCosts | undefined;
  currency: string;
}

/** What a setup’s parts cost and ask for: to be read, filled in with what is usual, and changed. */
export function UpkeepOf({ job, bench, shown, found, currency }: Props) {
  const both = useFigureEditing(job, bench, shown);
  const { document, problems, onChange } = both.setup;
  const { data: usual = [] } = useUsualCare(useRested(shown.setup));
  const notify = useNotify();
  const fill = () => {
    let next = document;
    for (const { where, price, tasks } of usual) {
      if (price !== null) next = withValue(next, `${where}.price`, price);
      if (tasks.length > 0) next = withValue(next, `${where}.care`, tasks);
    }
    onChange(next);
    notify({
      text: `What is usual is filled in for ${counted(usual.length, "part")}; undo takes it out again.`,
    });
  };
  return (
    <>
      <div className={sections.title}>
        <FiguresSaved {...both} />
      </div>
      <Says text={found?.says} stale={problems.length > 0} />
      <FiguresTrouble {...both} />
      {usual.length > 0 && (
        <p className="no-print">
          {notKnown(usual)}{" "}
          <Button size="small" variant="outlined" onClick={fill}>
            Fill in what is usual
          </Button>{" "}
          <small>({usual[0]?.source})</small>
        </p>
      )}
      <h4 id="prices">Prices</h4>
      <div className={styles.prices} role="group" aria-labelledby="prices">
        {placesOf(document).map(({ at, name }) => (
          <FigureField
            key={at}
            figure={{ ...PRICE, label: capital(name), unit: currency || undefined }}
            {...partOf({ document, problems, onChange }, at)}
          />
        ))}
      </div>
      {found && <DueTable found={found} currency={currency} />}
      {placesOf(document).map(({ at, name }) => (
        <PartUpkeep
          key={at}
          at={at}
          name={name}
          document={document}
          problems={problems}
          onChange={onChange}
        />
      ))}
    </>
  );
}

/** The parts of a setup, by where they stand in its document. */
function placesOf(document: Held): { at: string; name: string }[] {
  const named = (part: Held, usual: string) => (typeof part.name === "string" ? part.name : usual);
  return [
    { at: "cranks", name: "cranks" },
    ...listAt(document, "path").map((stage, place) => ({
      at: `path[${place}]`,
      name: named(stage, String(stage.kind)),
    })),
    { at: "wheel", name: "wheel" },
    ...listAt(document, "motors").map((motor, place) => ({
      at: `motors[${place}]`,
      name: named(motor, "motor"),
    })),
    ...listAt(document, "parts").map((piece, place) => ({
      at: `parts[${place}]`,
      name: named(piece, "piece"),
    })),
  ];
}

function PartUpkeep({ at, name, ...edited }: Edited & { at: string; name: string }) {
  const part = partOf(edited, at);
  const tasks = listAt(part.document, "care");
  const wrong = edited.problems.some(({ where }) => where.startsWith(`${at}.care`));
  const [open, setOpen] = useState(false);
  return (
    <details
      className={styles.part}
      open={open || wrong}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>
        <strong>{capital(name)}</strong>{" "}
        <small>{tasks.map((task) => String(task.what ?? "")).join(", ") || "no upkeep"}</small>
      </summary>
      <CareFields name={name} {...part} />
    </details>
  );
}

const ROW = new Intl.ListFormat("en");

/** Of which parts no price, and of which no upkeep is known. */
function notKnown(usual: UsualCare[]): string {
  const of = (parts: UsualCare[]) => ROW.format(parts.map(({ part }) => part));
  const [unpriced, idle] = [
    usual.filter(({ price }) => price !== null),
    usual.filter(({ tasks }) => tasks.length > 0),
  ];
  return [
    ...(unpriced.length > 0 ? [`No price is known of the ${of(unpriced)}.`] : []),
    ...(idle.length > 0 ? [`No upkeep is known of the ${of(idle)}.`] : []),
  ].join(" ");
}
