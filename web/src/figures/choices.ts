import type { HomeBuilt, Need, Part, Setup } from "../api/client";

/**
 * All that a field may hold, in an order of ours. The type is generated from the server’s: the compiler sees that no
 * value is missing here and none is made up.
 */
const everyOf =
  <Value extends string>() =>
  <const List extends readonly Value[]>(
    list: List & (Exclude<Value, List[number]> extends never ? unknown : never),
  ): List =>
    list;

type Said<Value> = NonNullable<Value>;
type Frame = Said<Need["frame"]>;
type Fit = Said<Part["fit"]>;
type Motor = Said<Setup["motors"]>[number];
type Road = Said<Need["road"]>;

export const AXLES = everyOf<Said<Frame["axle"]> | Said<Fit["axle"]>>()(["nutted", "quick release", "thru"]);
export const ROTORS = everyOf<Said<Frame["rotor"]> | Said<Fit["rotor"]>>()(["six bolts", "splined", "none"]);
export const TENSIONING = everyOf<Said<Frame["tensioning"]>>()([
  "vertical",
  "sliding",
  "horizontal",
  "eccentric",
]);
export const BRAKES = everyOf<Said<Frame["brake"]>>()(["disc", "rim", "drum", "back-pedal", "none"]);
export const BARS = everyOf<Said<Frame["bar"]>>()(["flat", "swept", "drop"]);
export const SHIFTERS = everyOf<Said<Fit["shifter"]>>()([
  "twist grip",
  "trigger",
  "lever",
  "buttons",
  "none",
]);
export const TORQUE_SUPPORTS = everyOf<Said<Fit["torque_support"]>>()(["washers", "dropout", "arm", "none"]);
export const MASS_PLACES = everyOf<Said<Fit["mass_at"]> | Said<Part["mass_at"]>>()([
  "rear wheel",
  "front wheel",
  "frame",
  "cranks",
]);
export const CALLED_FOR = everyOf<Said<Said<Motor["assist"]>["by"]>>()(["power", "torque", "throttle"]);
export const SHIFTED_BY = everyOf<Said<Said<Setup["shifting"]>["by"]>>()(["cadence", "speed"]);
export const CARE = everyOf<Said<Said<Need["wants"]>["care"]>>()(["little", "some", "much"]);
export const BICYCLES = everyOf<Said<Said<Need["load"]>["bicycle"]>>()(["usual", "tandem", "cargo"]);
export const POSTURES = everyOf<Said<Road["posture"]>>()(["upright", "relaxed", "leaning forward", "low"]);
export const SURFACES = everyOf<Said<Road["surfaces"]>[number]["surface"]>()([
  "smooth asphalt",
  "asphalt",
  "rough asphalt",
  "gravel",
  "loose gravel",
  "earth",
  "sand",
  "snow",
]);
export const MATERIALS = everyOf<Said<Said<HomeBuilt["shafts"]>[number]["material"]>>()([
  "mild steel bar",
  "structural steel bar",
  "carbon steel, normalised",
  "alloy steel, hardened and tempered",
  "stainless bar",
  "threaded rod, class 4.8",
  "bolt steel, class 8.8",
  "aluminium bar, heat-treated",
]);
