/** Puts the focus on the first field within that is marked as refused, and brings it into sight. */
export function focusFirstRefused(within: HTMLElement | null): void {
  const field = within?.querySelector<HTMLElement>("[aria-invalid=true]");
  field?.focus();
  field?.scrollIntoView({ block: "center" });
}
