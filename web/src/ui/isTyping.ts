const FIELDS = "input:not([type=checkbox], [type=button]), textarea, select, [contenteditable]";

/** Whether a key press or paste belongs to a field, which then deals with it itself. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.matches(FIELDS);
