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

export const meaningOf = (word: string): string | undefined => MEANINGS.get(word.toLowerCase());
