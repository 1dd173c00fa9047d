import type { PartRecord } from "../../api/client";
import { percent, yearsText } from "../../words/format";
import { moneyText } from "../../words/money";
import type { Units } from "../../words/units";

/** A column of the shelf's table: what it sorts by, and how that is shown. */
interface Column {
  by: string;
  name: string;
  value: (record: PartRecord) => number | null | undefined;
  text: (value: number, units: Units) => string;
  /** What is shown of a part without a figure. */
  without?: (record: PartRecord) => string;
  leads?: boolean;
}

/** The figures of a part, each a column; its name stands before them. */
export const COLUMNS: readonly Column[] = [
  {
    by: "gears",
    name: "Gears",
    value: ({ figures }) => figures.gears,
    text: String,
    without: ({ figures }) => (figures.stepless ? "stepless" : "—"),
  },
  { by: "range", name: "Range", value: ({ figures }) => figures.range, text: percent, leads: true },
  { by: "step", name: "Largest step", value: ({ figures }) => figures.largest_step, text: percent },
  { by: "mass", name: "Mass", value: ({ part }) => part.mass_kg, text: (kg, units) => units.partMass(kg) },
  {
    by: "price",
    name: "Price",
    value: ({ part }) => part.price,
    text: (price, units) => moneyText(price, units.currency),
  },
  {
    by: "warranty",
    name: "Warranty",
    value: ({ part }) => part.warranty_years,
    text: yearsText,
  },
];

/** A part's figure in a column, as it is shown. */
export function cellText({ value, text, without }: Column, record: PartRecord, units: Units): string {
  const figure = value(record);
  return typeof figure === "number" ? text(figure, units) : (without?.(record) ?? "—");
}
