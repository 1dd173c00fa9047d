import type { SetupDraft, StageDraft } from "../../drafts/setupDraft";

/** The fields that a stage's panel shows now, by their places in the file. */
export function stageFields(stage: StageDraft, path: string): string[] {
  if (stage.kind === "sprockets") {
    const teeth = stage.paired ? [`${path}.pairs`] : [`${path}.front`, `${path}.rear`];
    return [...teeth, `${path}.change.trigger_kmh`];
  }
  const gears = [stage.inside, "names"];
  return [`${path}.name`, `${path}.change.trigger_kmh`, ...gears.map((field) => `${path}.gears.${field}`)];
}

/** Every place whose problems a field or a panel of the editor shows itself. */
export function shownPlaces(draft: SetupDraft): string[] {
  return ["name", "cranks", "wheel", ...draft.stages.map((_stage, place) => `path[${place}]`)];
}
