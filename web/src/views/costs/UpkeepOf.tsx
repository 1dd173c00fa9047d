import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useUsualCare } from "../../api/costs";
import type { SetupCosts } from "../../api/client";
import { listAt, valueAt, withValue, type Held } from "../../drafts/held";
import { partOf, type Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { FigureFields } from "../../figures/FigureFields";
import { FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import type { OfSetup } from "../../setup/OneSetup";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { capital, counted } from "../../words/format";
import styles from "./Costs.module.css";
import { DueTable } from "./DueTable";
import { PRICE, TASK } from "./figures";

interface Props extends OfSetup {
  found: SetupCosts | undefined;
  currency: string;
}

/** What a setup’s parts cost and ask for: to be read, filled in with what is usual, and changed. */
export function UpkeepOf({ job, bench, shown, found, currency }: Props) {
  const both = useFigureEditing(job, bench, shown);
  const { document, problems, onChange } = both.setup;
  const { data: usual = [] } = useUsualCare(shown.setup);
  const notify = useNotify();
  const fill = () => {
    let next = document;
    for (const { where, tasks } of usual) next = withValue(next, `${where}.care`, tasks);
    onChange(next);
    notify({
      text: `Usual upkeep is filled in for ${counted(usual.length, "part")}; undo takes it out again.`,
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
          No upkeep is known of the {usual.map(({ part }) => part).join(", ")}.{" "}
          <Button size="small" variant="outlined" onClick={fill}>
            Fill in what is usual
          </Button>{" "}
          <small>({usual[0]?.source})</small>
        </p>
      )}
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
  const put = (next: Held[]) =>
    part.onChange(withValue(part.document, "care", next.length > 0 ? next : undefined));
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
        <small>
          {inShort(
            valueAt(part.document, "price"),
            tasks.map((task) => String(task.what ?? "")),
          )}
        </small>
      </summary>
      <div className={styles.price}>
        <FigureField figure={PRICE} {...part} />
      </div>
      {tasks.map((_task, place) => (
        <div key={place} className={styles.task}>
          <FigureFields figures={TASK} {...partOf(part, `care[${place}]`)} />
          <IconButton
            size="small"
            aria-label={`Remove task ${place + 1} of the ${name}`}
            onClick={() => put(tasks.filter((_each, other) => other !== place))}
          >
            <Close fontSize="small" />
          </IconButton>
        </div>
      ))}
      <Button
        size="small"
        startIcon={<Add />}
        onClick={() => put([...tasks, { what: "service", every_months: 12 }])}
      >
        Task
      </Button>
    </details>
  );
}

function inShort(price: unknown, tasks: string[]): string {
  const cost = typeof price === "number" ? `costs ${price}` : "price not known";
  return [cost, tasks.length > 0 ? tasks.join(", ") : "no upkeep"].join(" · ");
}
