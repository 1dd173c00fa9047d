import { inUnits } from "../words/inUnits";
import { useUnits } from "../words/units";

/** Words of the server, with their figures in the rider’s units and with their decimal sign. */
export function Told({ text }: { text: string }) {
  return inUnits(text, useUnits());
}
