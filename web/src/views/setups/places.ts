import { listAt, type Held } from "../../drafts/held";
import { insideOf, isPaired } from "../../setup/stages";

/** The fields that a stage's panel shows now, by their places in the file. */
export function stageFields(stage: Held, path: string): string[] {
  const change = [`${path}.change.trigger_kmh`, `${path}.change.back_kmh`];
  if (stage.kind === "sprockets") {
    const teeth = isPaired(stage) ? [`${path}.pairs`] : [`${path}.front`, `${path}.rear`];
    return [...teeth, ...change];
  }
  const gears = [insideOf(stage), "names"];
  return [`${path}.name`, ...change, ...gears.map((field) => `${path}.gears.${field}`)];
}

/** Every place whose problems a field or a panel of the editor shows itself. */
export function shownPlaces(document: Held): string[] {
  return [
    "name",
    "notes",
    "cranks",
    "wheel",
    ...listAt(document, "path").map((_stage, place) => `path[${place}]`),
  ];
}
