import type { Inside, SetDraft, StageDraft } from "./setupDraft";

/** What a stage starts from inside; whatever stood in the other fields is kept there. */
export function startedInside(stage: StageDraft, inside: Inside): Partial<StageDraft> {
  const entries = stage.ratios.split(/\s+/).filter(Boolean);
  switch (inside) {
    case "stepless":
      return {
        inside,
        low: stage.low || (entries[0] ?? ""),
        high: stage.high || (entries[entries.length - 1] ?? ""),
      };
    case "layshaft":
      return {
        inside,
        trains: stage.trains.some(Boolean) ? stage.trains : ["24/40 32/32 40/24", "30/34 32/32"],
      };
    case "epicyclic":
      return { inside, sets: stage.sets.some((set) => set.sun) ? stage.sets : [STARTING_SET] };
    case "ratios":
      return { inside, ratios: stage.ratios || "1" };
  }
}

const STARTING_SET: SetDraft = {
  sun: "24",
  ring: "60",
  planet: "",
  planets: "3",
  held: "sun",
  uses: ["direct", "up", "down"],
};
