import type { ComparedSetup, Gear } from "../api/client";
import type { Units } from "./units";
import { fixed, trimmed } from "./numbers";

export const percent = (share: number): string => `${(share * 100).toFixed(0)} %`;

/** A share against the reference, as in "+54 %" or "−34 %". */
export function difference(share: number): string {
  const rounded = Math.round(share * 100);
  if (rounded === 0) return "same";
  return `${rounded > 0 ? "+" : "−"}${Math.abs(rounded)} %`;
}

export const step = (gear: Gear): string => (gear.step === null ? "—" : percent(gear.step));

export function steps(table: ComparedSetup): string {
  if (table.stepless) return "none, stepless";
  if (table.smallest_step === null || table.largest_step === null) return "—";
  const [low, high] = [percent(table.smallest_step), percent(table.largest_step)];
  return low === high ? low : `${low.replace(" %", "")}–${high}`;
}

/** A ratio as it was entered: at most three decimals, none that say nothing. */
export const plainRatio = (ratio: number): string => trimmed(ratio, 3);

export const yearsText = (years: number): string => (years === 1 ? "1 year" : `${plainRatio(years)} years`);

/** The ratio of each stage in a gear, as in "44 ÷ 19 × 0.53". */
export function ratioWorking(table: ComparedSetup, gear: Gear): string {
  return table.stages
    .map((stage, place) => {
      const option = stage.options[gear.choice[place] ?? 0];
      if (!option) return "";
      return option.front && option.rear ? `${option.front} ÷ ${option.rear}` : plainRatio(option.ratio);
    })
    .join(" × ");
}

/** How a gear comes about: "44 ÷ 19 × 0.53 = 1.23; × 2.22 m = 2.72 m a turn". */
export function explanation(table: ComparedSetup, gear: Gear, units: Units): string {
  const wheel = units.length(table.circumference_m);
  return (
    `${ratioWorking(table, gear)} = ${fixed(gear.ratio, 2)}; ` +
    `× ${wheel} = ${units.length(gear.development_m)} a turn`
  );
}

/** The speeds a gear is ridden at: "9.8–14.4 km/h at 60–88 rpm". */
export function bandSpeeds(table: ComparedSetup, gear: Gear, units: Units): string {
  const [low, high] = table.cadence_rpm;
  return `${units.speeds(gear.speed_kmh)} at ${low}–${high} rpm`;
}

export const gearName = (table: ComparedSetup, gear: Gear): string =>
  table.stepless ? `${gear.label} end` : `gear ${gear.label}`;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A path in a few words: "44 × 22 · chain" or "32 × 30 · belt". */
export function pathInShort(table: ComparedSetup): string {
  const parts = table.stages.flatMap((stage) => {
    if (stage.kind !== "sprockets") return [];
    const teeth = (values: (number | null | undefined)[]) => {
      const known = [...new Set(values.filter((value) => typeof value === "number"))].sort((a, b) => a - b);
      return known.length > 1 ? `${known[0]}–${known[known.length - 1]}` : String(known[0]);
    };
    const fronts = teeth(stage.options.map((option) => option.front));
    const rears = teeth(stage.options.map((option) => option.rear));
    return [`${fronts} × ${rears} · ${stage.drive}`];
  });
  return parts.join(" · ") || "no sprockets";
}

/** So many of something: “1 job”, “3 jobs”. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  count === 1 ? `1 ${one}` : `${count} ${many}`;
