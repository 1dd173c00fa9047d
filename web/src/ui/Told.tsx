import { inUnits, unbroken } from "../words/inUnits";
import { useUnits } from "../words/units";

/** Words of the server, with their figures in the rider’s units and with their decimal sign. */
export function Told({ text }: { text: string }) {
  return unbroken(inUnits(text, useUnits()));
}
