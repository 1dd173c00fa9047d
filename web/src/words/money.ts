import type { Costs } from "../api/client";
import { fixed, grouped } from "./numbers";
const LONGEST = 20;

/** Whether a text may stand for a currency, as the server has it too. */
export const isCurrency = (value: unknown): value is string =>
  typeof value === "string" && value.length <= LONGEST && !/[<>]/.test(value);

/** A brief that is about to be added, in the money of the rider who adds it. */
export const inMoney = <Brief extends { money?: unknown }>(brief: Brief, currency: string): Brief =>
  currency === "" || brief.money ? brief : { ...brief, money: { currency } };

/** An amount as it is shown: whole from ten on, with the owner’s own word for it. */
export function moneyText(amount: number, currency = ""): string {
  const shown = Math.abs(amount) >= 9.995 ? grouped(amount) : amount === 0 ? "0" : fixed(amount, 2);
  return `${shown} ${currency}`.trim();
}

/** What money goes into, as the costs of a setup name it. */
export const PIECES = [
  { key: "purchase", name: "to buy" },
  { key: "parts", name: "parts" },
  { key: "workshop", name: "workshop" },
  { key: "own_labour", name: "own work" },
  { key: "energy", name: "energy" },
  { key: "days_without_cost", name: "days without" },
] as const;

/** The pieces that any of the setups has. */
export const spentIn = (costs: Costs) =>
  PIECES.filter(({ key }) => costs.setups.some((each) => each[key] > 0));
