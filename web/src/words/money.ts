/** An amount as it is shown: whole from ten on, with the owner’s own word for it. */
export function moneyText(amount: number, currency = ""): string {
  const shown =
    Math.abs(amount) >= 9.995
      ? Math.round(amount).toLocaleString("en-GB")
      : amount === 0
        ? "0"
        : amount.toFixed(2);
  return `${shown.replace("-", "−")} ${currency}`.trim();
}
