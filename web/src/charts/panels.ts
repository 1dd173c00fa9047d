/** Where panels beneath each other begin, by their heights, and where the last one ends. */
export function topsOf<Panel extends string>(
  heights: Record<Panel, number>,
  top: number,
  gap: number,
): Record<Panel | "end", number> {
  const tops = {} as Record<Panel | "end", number>;
  let next = top;
  for (const panel of Object.keys(heights) as Panel[]) {
    tops[panel] = next;
    next += heights[panel] + gap;
  }
  tops.end = next - gap;
  return tops;
}
