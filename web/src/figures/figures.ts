import { namesOf, numberOf, teethOf } from "../drafts/entry";
import { kilogramsOf, massText, millimetresOf } from "../drafts/quantity";
import type { System } from "../shell/units";

export type Kind = "number" | "mm" | "mass" | "teeth" | "numbers" | "words" | "text" | "flag" | "choice";

/** A figure of a document: where it stands, what it is called, and how it is typed. */
export interface Figure {
  /** The place in the document, as errors name it after the document's own. */
  at: string;
  label: string;
  kind: Kind;
  unit?: string;
  hint?: string;
  choices?: readonly string[];
}

const isList = (value: unknown): value is unknown[] => Array.isArray(value);

/** A value as its field shows it. */
export function textOf(value: unknown, kind: Kind, system: System): string {
  if (value === undefined || value === null) return "";
  if (kind === "flag" && typeof value === "boolean") return value ? "yes" : "no";
  if (kind === "mass" && typeof value === "number") return massText(value, system);
  if (isList(value)) return value.map(String).join(kind === "words" ? ", " : " ");
  return typeof value === "object" ? JSON.stringify(value) : String(value as string | number | boolean);
}

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
    case "numbers":
      return teethOf(text);
    case "words":
      return namesOf(text)?.filter((name) => name !== "");
    case "flag":
      return text === "yes";
    case "choice":
    case "text":
      return text;
  }
}
