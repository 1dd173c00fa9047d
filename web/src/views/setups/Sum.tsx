import { MethodLink } from "../../ui/MethodLink";
import { STATE_WORDS, USUALLY } from "../../words/states";
import { memo } from "react";
import { useFamiliar } from "../../api/shelf";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { capital, difference, percent, steps } from "../../words/format";
import { keptCount, lostGears, lowestLike, rangeLike } from "../../words/likeness";
import { useUnits } from "../../words/units";
import { useRested } from "../../ui/useRested";
import { CHANGES_UP, POWER_LIMITS } from "../../words/climbing";
import styles from "./Setups.module.css";
import { bothFixed, fixed, trimmed } from "../../words/numbers";

interface Props {
  shown: BenchSetup;
  reference: BenchSetup | undefined;
}

/** What the setup adds up to, and how it stands against the reference. */
export const Sum = memo(function Sum({ shown, reference }: Props) {
  const units = useUnits();
  const { table } = shown;
  const [like] = useFamiliar([useRested(table)]);
  const rows: [string, string][] = [
    ["Range", percent(table.range)],
    ["Lowest gear", `${units.gear(table.lowest)}${alsoInches(units, table.lowest.gear_inches)}`],
    ["Highest gear", `${units.gear(table.highest)}${alsoInches(units, table.highest.gear_inches)}`],
    ["Steps", stepsInWords(shown)],
  ];
  if (table.distinct !== null)
    rows.push(["Distinct gears", `${table.distinct} of ${table.gears.length}, at least 5 % apart`]);
  rows.push(...shiftRows(table), ...wearRows(table));
  if (like?.range_like) rows.push(["Range like", rangeLike(like.range_like)]);
  if (like?.lowest_like) rows.push(["Lowest gear like", `${lowestLike(like.lowest_like)}, on this wheel`]);
  rows.push(...schoolRows(table));
  const { against } = table;
  if (reference && against) {
    const letter = reference.record.letter;
    rows.push([`Lowest against ${letter}`, capital(difference(against.lowest))]);
    rows.push([`Highest against ${letter}`, capital(difference(against.highest))]);
    if (against.gears_below !== null && against.gears_above !== null)
      rows.push([`Beyond ${letter}`, `${gears(against.gears_below)} lower, ${against.gears_above} higher`]);
    if (against.carried) {
      const lost = lostGears(against.carried, reference.table);
      const kept = `${keptCount(against.carried)} of ${against.carried.length} have an equal within 3 %`;
      rows.push([`Gears of ${letter}`, lost ? `${kept}; lost: ${lost}` : kept]);
    }
  } else if (shown.isReference) rows.push(["Reference", "the others are measured against this"]);
  return (
    <section className={styles.sum} aria-label="What it adds up to">
      <h2>What it adds up to</h2>
      <MethodLink to="what-a-setup-adds-up-to" />
      <dl>
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
});

/** The order in which two shifters are used, and the rings that a gearbox or hub stands for. */
function shiftRows({ usual_order: order, gears: every, stages }: BenchSetup["table"]): [string, string][] {
  const rows: [string, string][] = [];
  if (order && order.length < every.length)
    rows.push(["Usually ridden", `${order.length} of ${every.length}, see “Ridden as”`]);
  const double = every.filter((gear) => (gear.moves ?? 1) > 1).length;
  if (double > 0 && !order)
    rows.push(["Shifts that move two", `${double} of ${every.length - 1}: slower and louder`]);
  const rings = stages.flatMap((stage) =>
    stage.options.flatMap((option) => (option.equivalent_front ? [option.equivalent_front] : [])),
  );
  if (rings.length > 0)
    rows.push(["Stands for rings of", `${rings.map((teeth) => trimmed(teeth, 1)).join(" and ")} teeth`]);
  return rows;
}

/** How evenly a single pairing wears, and where a fixed wheel wears its tyre. */
function wearRows({ wear }: BenchSetup["table"]): [string, string][] {
  if (!wear) return [];
  const rows: [string, string][] = [
    [
      "Wear",
      wear.even
        ? "even: the teeth share no factor"
        : `the teeth share ${wear.common_factor}: the same ones meet every ${times(wear.meets_again)} of the cranks`,
    ],
  ];
  if (wear.skid_patches !== null)
    rows.push([
      "Skid patches",
      `${wear.skid_patches}; with either foot in front ${wear.skid_patches_either_foot}`,
    ]);
  return rows;
}

const SCHOOLS = { ratio: "By ratio", "gear inches": "By gear inches", physics: "By the steepest hill" };

/** What the three schools say of the lowest gear, each with its measure. */
function schoolRows({ lowest_gear: schools, climb }: BenchSetup["table"]): [string, string][] {
  return schools.flatMap(({ school, wanted, has, verdict, usual }): [string, string][] => {
    if (wanted === null || verdict === null) return [];
    const [digits, unit] = school === "gear inches" ? [1, " in"] : [2, ""];
    if (school === "physics" && climb.limit === "power")
      return [[SCHOOLS[school], `${STATE_WORDS.climbs[verdict]}: ${POWER_LIMITS}`]];
    if (school === "physics" && climb.limit === "changes up")
      return [[SCHOOLS[school], `${STATE_WORDS.climbs[verdict]}: ${CHANGES_UP}`]];
    const [own, asked] = bothFixed(has, wanted, digits).map((text) => `${text}${unit}`);
    const told = usual
      ? `${own}, ${USUALLY[verdict]} ${asked}`
      : `${STATE_WORDS.climbs[verdict]}: ${own}, where ${asked} needed`;
    return [[SCHOOLS[school], told]];
  });
}

const times = (turns: number): string => (turns === 1 ? "turn" : `${turns} turns`);

const gears = (count: number): string => (count === 1 ? "1 gear" : `${count} gears`);

const alsoInches = (units: ReturnType<typeof useUnits>, inches: number): string =>
  units.measure === "gear_inches" ? "" : ` · ${fixed(inches, 1)} in`;

function stepsInWords({ table }: BenchSetup): string {
  const { gears, largest_step: largest } = table;
  const place = gears.findIndex((gear) => gear.step !== null && gear.step === largest);
  if (place < 1 || !steps(table).includes("–")) return steps(table);
  return `${steps(table)}, largest from ${gears[place - 1]?.label} to ${gears[place]?.label}`;
}
