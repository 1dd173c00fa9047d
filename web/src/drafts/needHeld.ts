import type { Held } from "../figures/held";
import type { NeedDraft } from "./needDraft";

/** What of a need its own fields do not show, as one document: frame, stock, and more of rider and load. */
export const needHeld = ({ kept, keptOf }: NeedDraft): Held => ({
  ...kept,
  rider: keptOf.rider,
  load: keptOf.load,
});

/** The change to a draft that makes its document another. */
export function changedNeed(draft: NeedDraft, held: Held): Partial<NeedDraft> {
  const { rider = {}, load = {}, ...kept } = held;
  return { kept, keptOf: { ...draft.keptOf, rider: rider as Held, load: load as Held } };
}
