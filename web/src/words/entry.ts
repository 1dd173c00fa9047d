/**
 * What riders type, as numbers where it is one. Text that is no number is passed on as it stands: the server
 * judges it and says what is allowed.
 */

export type Entered = number | string;

const NUMBER = /^[+-]?(\d+\.?\d*|\.\d+)$/;

/** One number, with a decimal point or comma; undefined for an empty field. */
export function numberOf(text: string): Entered | undefined {
  const trimmed = text.trim();
  if (trimmed === "") return undefined;
  const pointed = trimmed.includes(".") ? trimmed : trimmed.replace(",", ".");
  return NUMBER.test(pointed) ? Number(pointed) : trimmed;
}

/** Whole numbers in a row, parted by spaces, commas, slashes or dashes: "11-13-15" or "11, 13, 15". */
export function teethOf(text: string): Entered[] {
  return numbers(text.split(/[\s,;|/]+|(?<=\d)[-–](?=\d)/));
}

/** Numbers in a row, with decimal points or commas: "0.53, 0.64" or "0,53 0,64". */
export function ratiosOf(text: string): Entered[] {
  return numbers(
    text
      .split(/[\s;|]+/)
      .flatMap((word) => (word.includes(".") || word.split(",").length > 2 ? word.split(",") : [word]))
      .map((word) => word.replace(/,$/, "")),
  );
}

/** Pairings in a row: "44/19, 42/21" or "44 × 19". */
export function pairsOf(text: string): Entered[][] {
  return text
    .replace(/\s*[x×/:]\s*/gi, "/")
    .split(/[\s,;|]+/)
    .filter((word) => word !== "")
    .map((word) => numbers(word.split("/")));
}

/** Names in a row, parted by commas. */
export function namesOf(text: string): string[] | undefined {
  return text.trim() === "" ? undefined : text.split(",").map((name) => name.trim());
}

function numbers(words: string[]): Entered[] {
  return words.map(numberOf).filter((value) => value !== undefined);
}
