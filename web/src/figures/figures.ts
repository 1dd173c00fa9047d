import { namesOf, numberOf, pairsOf, ratiosOf, teethOf } from "../words/entry";
import {
  kilogramsOf,
  kmhOf,
  kmhText,
  massText,
  millimetresOf,
  percentOf,
  percentText,
} from "../words/quantity";
import type { System } from "../words/units";

export type Kind =
  | "number"
  | "mm"
  | "mass"
  | "percent"
  | "speed"
  | "teeth"
  | "numbers"
  | "pairs"
  | "words"
  | "text"
  | "flag"
  | "choice"
  | "entry"
  | "levels"
  | "freewheels";

/** A figure of a document: where it stands, what it is called, and how it is typed. */
export interface Figure {
  /** The place in the document, as errors name it after the document's own. */
  at: string;
  label: string;
  kind: Kind;
  unit?: string;
  hint?: string;
  choices?: readonly string[];
  /** What is said where nothing is chosen, if not that it is not known. */
  unknown?: string;
}

const isList = (value: unknown): value is unknown[] => Array.isArray(value);

/** A value as its field shows it. */
export function textOf(value: unknown, kind: Kind, system: System): string {
  if (value === undefined || value === null) return "";
  if (kind === "flag" && typeof value === "boolean") return value ? "yes" : "no";
  if (kind === "mass" && typeof value === "number") return massText(value, system);
  if (kind === "speed" && typeof value === "number") return kmhText(value, system);
  if (kind === "percent" && typeof value === "number") return percentText(value);
  if (kind === "entry" && typeof value === "object") return stageText(value);
  if (isList(value) && kind === "levels") return value.map(levelText).join(", ");
  if (isList(value) && kind === "pairs")
    return value.map((pair) => (isList(pair) ? pair.join("/") : String(pair))).join(" ");
  if (isList(value) && kind === "freewheels") return value.map(freewheelText).join(", ");
  if (isList(value)) return value.map(String).join(kind === "words" ? ", " : " ");
  return typeof value === "object" ? JSON.stringify(value) : String(value as string | number | boolean);
}

/** Between the stages of a path, as it is chosen: "before stage 2". */
const BEFORE = /^before stage (\d+)$/;
const stageText = (value: object): string =>
  "before" in value ? `before stage ${Number(value.before) + 1}` : "";

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

/** What a field's text stands for; what is no figure stays as it was typed, for the server to judge. */
export function valueOf(text: string, kind: Kind, system: System): unknown {
  if (text.trim() === "") return undefined;
  switch (kind) {
    case "number":
      return numberOf(text);
    case "mm":
      return millimetresOf(text);
    case "mass":
      return kilogramsOf(text, system);
    case "teeth":
      return teethOf(text);
    case "numbers":
      return ratiosOf(text);
    case "speed":
      return kmhOf(text, system);
    case "percent":
      return percentOf(text);
    case "pairs":
      return pairsOf(text);
    case "entry":
      return entryOf(text);
    case "levels":
      return text.split(",").flatMap((each) => (each.trim() === "" ? [] : [levelOf(each)]));
    case "freewheels":
      return text.split(",").flatMap((each) => (each.trim() === "" ? [] : [freewheelOf(each)]));
    case "words":
      return namesOf(text)?.filter((name) => name !== "");
    case "flag":
      return text === "yes";
    case "choice":
    case "text":
      return text;
  }
}
