/** What came of taking parts in: "3 parts were added; 2 more are in Parts already". */
export function addedParts({ added, known }: { added: string[]; known: number }): string {
  return [
    ...(added.length > 0 || known === 0
      ? [added.length === 1 ? "1 part was added" : `${added.length} parts were added`]
      : []),
    ...(known > 0
      ? [
          `${known} ${added.length > 0 ? "more " : ""}${known === 1 ? "part is" : "parts are"} in Parts already`,
        ]
      : []),
  ].join("; ");
}
