import type { SearchAsked } from "../../api/client";
import { MEASURED } from "../../figures/measured";

export type Must = NonNullable<SearchAsked["musts"]>[number];
export type Criterion = Must["criterion"];

/** Figures that only setups have which are weighed. */
const NOT_SEARCHED = ["lowest gear inches", "days without"];

/** The figures that a drive may have to keep within. */
export const SEARCHED = MEASURED.map(({ criterion }) => criterion).filter(
  (criterion) => !NOT_SEARCHED.includes(criterion),
);

/** Musts as they stand in an address: “belt”, “price<=1500”. */
export const mustToken = ({ criterion, at_most, at_least }: Must): string => {
  if (typeof at_most === "number") return `${criterion}<=${at_most}`;
  return typeof at_least === "number" ? `${criterion}>=${at_least}` : criterion;
};

/** A must out of an address; what is not understood goes to the server, which says what is allowed. */
export function mustOfToken(token: string): Must {
  const found = /^(.*?)(<=|>=)(.*)$/.exec(token);
  if (!found) return { criterion: token as Criterion };
  const [, criterion = "", sign, figure = ""] = found;
  return { criterion: criterion as Criterion, [sign === "<=" ? "at_most" : "at_least"]: Number(figure) };
}
