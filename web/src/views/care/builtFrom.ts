import type { BikePage, JobRecord, SetupRecord } from "../../api/client";

/** The setup that a bike was built from, as long as the job has one of its name. */
export function builtFrom(job: JobRecord, { bike }: BikePage): SetupRecord | undefined {
  const named = bike.mounted.map(({ setup }) => setup.name).reverse();
  return named.flatMap((name) => job.setups.filter(({ setup }) => setup.name === name))[0];
}
