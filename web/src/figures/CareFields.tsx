import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { listAt, withValue, type Held } from "../drafts/held";
import styles from "./CareFields.module.css";
import { partOf, type Edited } from "./edited";
import { FigureFields } from "./FigureFields";
import type { Figure } from "./figures";

const TASK: Figure[] = [
  { at: "what", label: "What is done", kind: "text", required: true },
  { at: "every_km", label: "Every", kind: "life", hint: "4000, or 2500 4000 7000" },
  { at: "every_months", label: "Or every", kind: "number", unit: "months" },
  { at: "after", label: "And after", kind: "words", hint: "Such as dunking" },
  { at: "cost", label: "Costs", kind: "number" },
  { at: "minutes", label: "Takes", kind: "number", unit: "minutes" },
  {
    at: "by",
    label: "Done by",
    kind: "choice",
    choices: [{ value: "workshop", label: "a workshop" }],
    unknown: "you",
  },
  { at: "away_days", label: "Away for", kind: "number", unit: "days" },
  { at: "once", label: "Once and for all", kind: "flag", unknown: "no" },
  { at: "carry.what", label: "On a tour, take along", kind: "text" },
  { at: "carry.mass_kg", label: "Weighing", kind: "mass" },
  { at: "carry.price", label: "To buy at", kind: "number" },
];

/** The tasks of a part’s upkeep, each to be changed or removed, and one more to be added. */
export function CareFields({ name, ...edited }: Edited & { name: string }) {
  const tasks = listAt(edited.document, "care");
  const put = (next: Held[]) =>
    edited.onChange(withValue(edited.document, "care", next.length > 0 ? next : undefined));
  return (
    <>
      {tasks.map((_task, place) => (
        <div key={place} className={styles.task}>
          <FigureFields figures={TASK} {...partOf(edited, `care[${place}]`)} />
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
    </>
  );
}
