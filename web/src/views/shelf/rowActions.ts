import type { PartRecord } from "../../api/client";

/** What can be done with a part; the same for every row, so that rows need not be drawn again. */
export interface RowActions {
  use: ((record: PartRecord, from: HTMLElement) => void) | null;
  pin: (record: PartRecord) => void;
  takeOff: (record: PartRecord) => void;
  copy: (record: PartRecord) => void;
  change: (record: PartRecord, part: PartRecord["part"]) => Promise<unknown>;
}
