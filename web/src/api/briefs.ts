import type { Brief, JobRecord, Need, Setup, SetupRecord } from "./client";

/** A need with setups to be worked out together, as they are while typing. */
export interface Together {
  need: Need;
  setups: { setup: Setup; isReference?: boolean }[];
}

/** One of them, with the record that it is a draft of. */
export interface OneOf {
  record: SetupRecord;
  setup: Setup;
}

/** The need and its setups as a brief, or the need with `others` instead. */
export const briefOf = ({ need, setups }: Together, others?: Setup[]): Brief => ({
  ...need,
  format: "kettledrum-brief/1",
  setups: others ?? setups.map(({ setup }) => setup),
});

/** The need with one setup, and which that is. */
export const briefOfOne = (together: Together, { setup }: OneOf) => ({
  brief: briefOf(together, [setup]),
  setup: setup.name,
});

/** The need and its setups as a brief, with the one that the others are held against. */
export function briefWithReference(bench: Together | undefined): Brief | undefined {
  const reference = bench?.setups.find(({ isReference }) => isReference)?.setup.name;
  return bench && { ...briefOf(bench), ...(reference !== undefined && { reference }) };
}

/** The roads of a job by what changes when one of them does. */
export const roadsOf = (job: JobRecord) => job.roads.map((road) => [road.id, road.version]);
