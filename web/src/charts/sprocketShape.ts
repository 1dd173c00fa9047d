/** The outline of a sprocket as an SVG path: one flat-topped tooth for each tooth, on a pitch circle of `radius`. */
export function sprocketPath(teeth: number, radius: number, x: number, y: number): string {
  const pitch = (2 * Math.PI) / teeth;
  const height = Math.min(5, (pitch * radius) / 2);
  const point = (angle: number, r: number) =>
    `${(x + r * Math.cos(angle)).toFixed(2)} ${(y + r * Math.sin(angle)).toFixed(2)}`;
  const corners: string[] = [];
  for (let tooth = 0; tooth < teeth; tooth++) {
    const start = tooth * pitch;
    corners.push(
      point(start, radius - height / 2),
      point(start + pitch * 0.25, radius + height / 2),
      point(start + pitch * 0.5, radius + height / 2),
      point(start + pitch * 0.75, radius - height / 2),
    );
  }
  return `M${corners.join("L")}Z`;
}

/** A chain or belt round two wheels on the same height: the two straight runs and the arcs, as an SVG path. */
export function loopPath(x1: number, r1: number, x2: number, r2: number, y: number): string {
  // The straight runs touch both circles where the radii stand square to them.
  const lean = Math.asin(Math.max(-1, Math.min((r1 - r2) / (x2 - x1), 1)));
  const touch = (x: number, r: number, up: 1 | -1) =>
    `${(x + r * Math.sin(lean)).toFixed(2)} ${(y - up * r * Math.cos(lean)).toFixed(2)}`;
  const far = (r: number, large: boolean) => `A${r} ${r} 0 ${large ? 1 : 0} 1`;
  return (
    `M${touch(x1, r1, 1)}L${touch(x2, r2, 1)}${far(r2, r2 > r1)} ${touch(x2, r2, -1)}` +
    `L${touch(x1, r1, -1)}${far(r1, r1 >= r2)} ${touch(x1, r1, 1)}Z`
  );
}
