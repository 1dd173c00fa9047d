/** How decimals are parted, in what is shown; what is typed may have either, files have the point. */
export const DECIMALS = ["point", "comma"] as const;
export type Decimals = (typeof DECIMALS)[number];

let comma = false;

/** What parts thousands where the comma parts decimals: a narrow space that does not break. */
const THOUSANDS = "\u202f";

/** Sets how decimals are shown from now on: at the start, and when the rider chooses. */
export function showDecimals(decimals: Decimals): void {
  comma = decimals === "comma";
}

const DECIMAL_POINT =
  /“[^”]*”|(?<![\w.,])(?:(\d{1,3}(?:,\d{3})+)(?![\d,])(?:\.(\d+))?|(\d+)\.(\d+)(?![\w.]*\.\d))/g;

/** A text whose figures have the rider’s decimal sign; names in quotes are left alone. */
export const written = (text: string): string =>
  comma
    ? text.replace(
        DECIMAL_POINT,
        (whole: string, big?: string, rest?: string, before?: string, after?: string) => {
          if (big !== undefined)
            return big.replaceAll(",", THOUSANDS) + (rest === undefined ? "" : `,${rest}`);
          return before === undefined || after === undefined ? whole : `${before},${after}`;
        },
      )
    : text;

/** A figure with so many decimals; nothing for one that is not there. */
export const fixed = (value: number | null | undefined, digits: number): string =>
  value === undefined || value === null ? "" : written(value.toFixed(digits).replace("-", "−"));

/** Two figures that are held against each other, with as many decimals as it takes to see which is more. */
export function bothFixed(one: number, other: number, digits: number): [string, string] {
  const alike = fixed(one, digits) === fixed(other, digits) && digits < 4 && one !== other;
  return alike ? bothFixed(one, other, digits + 1) : [fixed(one, digits), fixed(other, digits)];
}

/** A figure with at most so many decimals, none that say nothing. */
export const trimmed = (value: number, digits: number): string =>
  written(String(Number(value.toFixed(digits))).replace("-", "−"));

/** A share of all riding, as the server’s sentences tell it: all of it only where nothing is missed that is worth a tenth. */
export const shareText = (share: number): string => {
  const nearlyAll = share >= 0.985 && share < 0.9995;
  return `${trimmed(nearlyAll ? Math.floor(share * 1000) / 10 : share * 100, 1)} %`;
};

/** A figure to six digits, none that say nothing. */
export const exact = (value: number): string => written(String(Number(value.toPrecision(6))));

// Made once: a formatter takes far longer to make than to use.
const WHOLE = new Intl.NumberFormat("en-GB");

/** A whole figure with commas between thousands, as the server writes it. */
export const parted = (value: number): string => WHOLE.format(Math.round(value));

/** A whole figure whose thousands are parted: by a comma, or by a narrow space where that is the decimal sign. */
export const grouped = (value: number): string => {
  const text = parted(value).replace("-", "−");
  return comma ? text.replaceAll(",", THOUSANDS) : text;
};
