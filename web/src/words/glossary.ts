import text from "../../../docs/glossary.md?raw";

/** What each word means, from the rows of docs/glossary.md; a row may have several words, parted by commas or in brackets. */
const MEANINGS = new Map(
  [...text.slice(0, text.indexOf("## Ours")).matchAll(/^\| ([^|]+) \| ([^|]+) \|$/gm)].flatMap(
    ([, words = "", meaning = ""]) =>
      words
        .split(/[,()]/)
        .map((word) => word.trim().toLowerCase())
        .filter((word) => word !== "")
        .map((word) => [word, meaning.replaceAll("*", "")] as const),
  ),
);

/** What a field asks for, by its label; what follows a comma is left out. */
export const meaningOfField = (label: string): string | undefined =>
  MEANINGS.get((label.split(",")[0] ?? "").toLowerCase());

export const meaningOf = (word: string): string | undefined => MEANINGS.get(word.toLowerCase());
