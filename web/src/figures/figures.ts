import { namesOf, numberOf, pairsOf, ratiosOf, teethOf } from "../words/entry";
import {
  celsiusOf,
  celsiusText,
  clockOf,
  clockText,
  durationOf,
  durationText,
  kilogramsOf,
  kilometresOf,
  kilometresText,
  kmhOf,
  kmhText,
  legOf,
  legText,
  massText,
  metresOf,
  metresText,
  millimetresOf,
  percentOf,
  percentText,
  shareOf,
} from "../words/quantity";
import { written } from "../words/numbers";
import type { System } from "../words/units";

/** How values of a kind are typed and shown. */
interface KindOfValue {
  /** What is typed is mostly digits. */
  numeric?: boolean;
  /** A list that may need a second or third line. */
  list?: boolean;
  unit?: (system: System) => string;
  text: (value: unknown, system: System) => string;
  /** What a text stands for; what is no figure stays as it was typed, for the server to judge. */
  of: (text: string, system: System) => unknown;
}

const isList = (value: unknown): value is unknown[] => Array.isArray(value);

/** A value that its field cannot read, as it was typed. */
const asTyped = (value: unknown): string =>
  typeof value === "object" ? JSON.stringify(value) : String(value as string | number | boolean);

/** Shows what is of a type by its own text, and anything else as it was typed. */
const numbersBy =
  (text: (value: number, system: System) => string) =>
  (value: unknown, system: System): string =>
    typeof value === "number" ? text(value, system) : asTyped(value);
const listsBy =
  (text: (each: unknown, system: System) => string, between = " ") =>
  (value: unknown, system: System): string =>
    isList(value) ? value.map((each) => text(each, system)).join(between) : asTyped(value);

const partsOf = (text: string): string[] => text.split(",").filter((each) => each.trim() !== "");
/** Parted by commas, but for one between two digits: "low 0,5, high 2". */
const levelsOf = (text: string): string[] =>
  text.split(/(?<!\d),|,(?!\d)/).filter((each) => each.trim() !== "");
const pairText = (pair: unknown): string => (isList(pair) ? pair.map(String).join("/") : String(pair));

/** Between the stages of a path, as it is chosen: "before stage 2". */
const BEFORE = /^before stage (\d+)$/;
const entryText = (value: unknown): string =>
  typeof value === "object" && value !== null && "before" in value
    ? `before stage ${Number(value.before) + 1}`
    : asTyped(value);
function entryOf(text: string): unknown {
  const stage = BEFORE.exec(text)?.[1];
  return stage === undefined ? text : { before: Number(stage) - 1 };
}

/** A level of help by its name and so many times the rider's power: "high 2" or "high 200 %". */
function levelOf(text: string): unknown {
  const [, name = "", share = ""] = /^\s*(.*?)\s*([\d.,]+\s*%?)?\s*$/.exec(text) ?? [];
  return { name, share: (share.includes("%") ? percentOf(share) : numberOf(share)) ?? "" };
}
const levelText = (each: unknown): string => {
  const { name, share } = each as { name?: unknown; share?: unknown };
  return `${String(name)} ${String(share)}`;
};

/** "36 out" or just "36", which sits before the gears of its part. */
function freewheelOf(text: string): unknown {
  const [, points = "", side = ""] = /^\s*(\S*)\s*(.*?)\s*$/.exec(text) ?? [];
  return { points: numberOf(points) ?? "", at: side.startsWith("o") ? "output" : "input" };
}
const freewheelText = (each: unknown): string => {
  const { points, at } = each as { points?: unknown; at?: unknown };
  return `${String(points)} ${at === "output" ? "out" : "in"}`;
};

/** "4000", or "2500 4000 7000" from the shortest to the longest. */
function lifeOf(text: string, system: System): unknown {
  const lives = text
    .split(/(?:\s|–|\bto\b|;)+/)
    .filter((word) => word !== "")
    .map((word) => kilometresOf(word, system) ?? word);
  const [low, typical, high] = lives;
  if (lives.length === 3) return { low, typical, high };
  return lives.length === 1 ? low : lives.length === 0 ? undefined : text;
}

function lifeText(value: unknown, system: System): string {
  const one = numbersBy(kilometresText);
  if (typeof value !== "object" || value === null) return one(value, system);
  const { low, typical, high } = value as Record<string, unknown>;
  return [low, typical, high].map((each) => one(each, system)).join(" ");
}

const KINDS = {
  number: { numeric: true, text: asTyped, of: numberOf },
  mm: { numeric: true, unit: () => "mm", text: asTyped, of: millimetresOf },
  metres: {
    numeric: true,
    unit: (system) => (system === "metric" ? "m" : "ft"),
    text: numbersBy(metresText),
    of: metresOf,
  },
  kilometres: {
    numeric: true,
    unit: (system) => (system === "metric" ? "km" : "mi"),
    text: numbersBy(kilometresText),
    of: kilometresOf,
  },
  mass: {
    numeric: true,
    unit: (system) => (system === "metric" ? "kg" : "lb"),
    text: numbersBy(massText),
    of: kilogramsOf,
  },
  speed: {
    numeric: true,
    unit: (system) => (system === "metric" ? "km/h" : "mph"),
    text: numbersBy(kmhText),
    of: kmhOf,
  },
  temperature: {
    numeric: true,
    unit: (system) => (system === "metric" ? "°C" : "°F"),
    text: numbersBy(celsiusText),
    of: celsiusOf,
  },
  percent: { numeric: true, unit: () => "%", text: numbersBy(percentText), of: percentOf },
  /** A share that is typed in percent, or below one as it is. */
  share: { numeric: true, text: numbersBy(percentText), of: shareOf },
  teeth: { list: true, text: listsBy(String), of: teethOf },
  numbers: { text: listsBy(String), of: ratiosOf },
  /** Speeds in a row. */
  speeds: {
    numeric: true,
    unit: (system) => (system === "metric" ? "km/h" : "mph"),
    text: listsBy(numbersBy(kmhText)),
    of: (text, system) =>
      text
        .split(/[\s;|]+/)
        .filter((word) => word !== "")
        .map((word) => kmhOf(word, system)),
  },
  /** How long something lasts: a distance, or the shortest, the usual and the longest. */
  life: {
    numeric: true,
    unit: (system) => (system === "metric" ? "km" : "mi"),
    text: lifeText,
    of: lifeOf,
  },
  ratios: { list: true, text: listsBy(String), of: ratiosOf },
  pairs: { text: listsBy(pairText), of: pairsOf },
  pairings: { list: true, text: listsBy(pairText), of: pairsOf },
  pair: { text: pairText, of: (text) => pairsOf(text)[0] },
  words: { text: listsBy(String, ", "), of: (text) => namesOf(text)?.filter((name) => name !== "") },
  names: { text: listsBy(String, ", "), of: namesOf },
  text: { text: asTyped, of: (text) => text },
  /** A day of the calendar, as files have it. */
  day: { text: asTyped, of: (text) => text },
  /** Hours and minutes, "1:44", or minutes alone. */
  duration: { numeric: true, unit: () => "h:min", text: numbersBy(durationText), of: durationOf },
  /** Minutes and seconds, "56:50", kept in seconds. */
  clock: { numeric: true, unit: () => "min:s", text: numbersBy(clockText), of: clockOf },
  flag: {
    text: (value) => (typeof value === "boolean" ? (value ? "yes" : "no") : asTyped(value)),
    of: (text) => text === "yes",
  },
  choice: { text: asTyped, of: (text) => text },
  entry: { text: entryText, of: entryOf },
  levels: { text: listsBy(levelText, ", "), of: (text) => levelsOf(text).map(levelOf) },
  freewheels: { text: listsBy(freewheelText, ", "), of: (text) => partsOf(text).map(freewheelOf) },
  legs: {
    list: true,
    text: listsBy(legText, "\n"),
    of: (text, system) =>
      text
        .split("\n")
        .filter((line) => line.trim() !== "")
        .map((line) => legOf(line, system) ?? line),
  },
} satisfies Record<string, KindOfValue>;

export type Kind = keyof typeof KINDS;

export const kindOf = (kind: Kind): KindOfValue => KINDS[kind];

export interface Choice {
  value: string;
  label: string;
}

/** A figure of a document: where it stands, what it is called, and how it is typed. */
export interface Figure {
  /** The place in the document, as errors name it after the document's own. */
  at: string;
  label: string;
  kind: Kind;
  unit?: string;
  hint?: string;
  choices?: readonly (string | Choice)[];
  /** What is said where nothing is chosen, if not that it is not known. */
  unknown?: string;
  /** What must be said: emptied, it stays empty rather than not known. */
  required?: boolean;
}

const DECIMAL_LISTS: ReadonlySet<Kind> = new Set<Kind>(["numbers", "ratios", "levels", "legs"]);

/** What stands for a figure that must be said and is not. */
export const emptyOf = (kind: Kind): unknown => (kindOf(kind).list ? [] : "");

/** A value as its field shows it. */
export function textOf(value: unknown, kind: Kind, system: System): string {
  if (value === undefined || value === null) return "";
  const text = kindOf(kind).text(value, system);
  return kindOf(kind).numeric || DECIMAL_LISTS.has(kind) ? written(text) : text;
}

/** What a field's text stands for; nothing for one left empty. */
export const valueOf = (text: string, kind: Kind, system: System): unknown =>
  text.trim() === "" ? undefined : kindOf(kind).of(text, system);
