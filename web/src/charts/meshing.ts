/** How wheels must be turned so that their teeth stand in each other's gaps where they mesh. */

const TURN = 2 * Math.PI;
/** Where the middle of the first tooth stands in an outline, as a share of its pitch. */
const MIDDLE = 0.375;

/** How far the direction `towards` is from the middle of a tooth, as a share of the pitch. */
const shareAt = (towards: number, angle: number, teeth: number): number =>
  ((towards - angle) * teeth) / TURN - MIDDLE;

/** The angle of an outer wheel that meshes, in the direction `towards`, with a wheel of `teeth` turned to `angle`. */
export function meshedOutside(towards: number, angle: number, teeth: number, own: number): number {
  const share = shareAt(towards, angle, teeth);
  // Against a tooth stands a gap; and the two run in opposite directions.
  return towards + Math.PI - ((0.5 - share + MIDDLE) * TURN) / own;
}

/** The angle of a ring round a wheel that meshes with it in the direction `towards`; its outline is of its gaps. */
export function meshedInside(towards: number, angle: number, teeth: number, own: number): number {
  const share = shareAt(towards, angle, teeth);
  return towards - ((share + MIDDLE) * TURN) / own;
}
