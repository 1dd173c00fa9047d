import { fixed, grouped } from "./numbers";
/** An amount as it is shown: whole from ten on, with the owner’s own word for it. */
export function moneyText(amount: number, currency = ""): string {
  const shown = Math.abs(amount) >= 9.995 ? grouped(amount) : amount === 0 ? "0" : fixed(amount, 2);
  return `${shown} ${currency}`.trim();
}
