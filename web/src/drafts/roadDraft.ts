import type { FieldProblem, RoadRecord, RouteEdit } from "../api/client";
import type { System } from "../words/units";
import { numberOf, type Entered } from "../words/entry";
import { metresOf, metresText } from "../words/quantity";
import { present } from "./setupDraft";

type Leg = NonNullable<RoadRecord["legs"]>[number];

/** What can be changed of a road; lengths are in the units of `system`, unless they name their own. */
export interface RoadDraft {
  name: string;
  system: System;
  /** How often it is ridden; empty where that is not said. */
  count: string;
  per: string;
  drawn: boolean;
  start: string;
  /** The legs of a drawn road, one a line, and as they were read. */
  legs: string;
  read: { start: number | undefined; legs: Leg[] };
}

const METRES_A_MILE = 1609.344;

export function roadDraft(road: RoadRecord, system: System): RoadDraft {
  const legs = road.legs ?? [];
  return {
    name: road.name,
    system,
    count: road.rides ? String(road.rides.count) : "",
    per: road.rides?.per ?? "week",
    drawn: road.legs !== null,
    start: typeof road.start_m === "number" ? metresText(road.start_m, system) : "",
    legs: legsText(legs, system),
    read: { start: road.start_m ?? undefined, legs },
  };
}

const legsText = (legs: Leg[], system: System): string => legs.map((leg) => legText(leg, system)).join("\n");

function legText({ length_m, grade }: Leg, system: System): string {
  const big = system === "metric" ? length_m / 1000 : length_m / METRES_A_MILE;
  const [unit, small] = system === "metric" ? ["km", "m"] : ["mi", "ft"];
  const length =
    big >= 1
      ? `${Number(big.toFixed(3))} ${unit}`
      : `${metresText(Number(length_m.toFixed(1)), system)} ${small}`;
  return `${length} ${grade < 0 ? "down" : "at"} ${Number((Math.abs(grade) * 100).toFixed(3))} %`;
}

const LEG = /^(\d[\d.,]*\s*(?:km|mi|m|ft)?)\s*(?:at|of|,|;|:)?\s*(up|down)?\s*([+\-−–]?\s*\d[\d.,]*)\s*%?$/i;

/** A line such as "2 km at 6 %", "800 m 12%" or "1 km down 4 %"; undefined for anything else. */
export function legOf(line: string, system: System): { length_m: Entered; grade: Entered } | undefined {
  const found = LEG.exec(line.trim());
  if (!found) return undefined;
  const [, length = "", way, shown = ""] = found;
  const length_m = metresOf(length, system);
  const percent = numberOf(shown.replace(/[−–]/, "-").replace(/\s/g, ""));
  if (typeof length_m !== "number" || typeof percent !== "number") return undefined;
  const down = way?.toLowerCase() === "down" ? -1 : 1;
  return { length_m, grade: Number(((down * percent) / 100).toPrecision(12)) };
}

const linesOf = (text: string): string[] => text.split("\n").filter((line) => line.trim() !== "");

/** The change that a draft stands for; what is no leg is passed on, for the server to refuse. */
export function roadEditOf(draft: RoadDraft): RouteEdit {
  const count = numberOf(draft.count);
  const { read, system } = draft;
  const readLegs = draft.legs === legsText(read.legs, system);
  const readStart = read.start !== undefined && draft.start === metresText(read.start, system);
  return present({
    name: draft.name,
    rides: count === undefined ? undefined : { count, per: draft.per },
    ...(draft.drawn && {
      start_m: readStart ? read.start : metresOf(draft.start, system),
      legs: readLegs
        ? read.legs
        : linesOf(draft.legs).map((line) => legOf(line, system) ?? { length_m: line, grade: "" }),
    }),
  }) as unknown as RouteEdit;
}

/** Problems as the fields show them: a leg by its line, and its grade in percent. */
export function roadProblems(draft: RoadDraft, problems: FieldProblem[]): FieldProblem[] {
  const lines = linesOf(draft.legs);
  const bad = draft.drawn ? lines.findIndex((line) => !legOf(line, draft.system)) : -1;
  if (bad >= 0) {
    const what = `line ${bad + 1}, “${lines[bad]}”, must be a length and a grade, such as “800 m at 12 %” or “2 km down 4 %”`;
    return [{ where: "legs", what }];
  }
  if (draft.drawn && lines.length === 0) return [{ where: "legs", what: "must have at least one leg" }];
  return problems.map((problem) => {
    const found = /^legs\[(\d+)\][.](.*)$/.exec(problem.where);
    if (!found) return problem;
    const name = found[2] === "grade" ? "the grade" : "the length";
    const what =
      found[2] === "grade" ? problem.what.replace("from -0.6 to 0.6", "from −60 to 60 %") : problem.what;
    return { where: "legs", what: `line ${Number(found[1]) + 1}: ${name} ${what}` };
  });
}
