import { useMemo, useState } from "react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import {
  api,
  dataOf,
  Refused,
  type Brief,
  type ComparedSetup,
  type Comparison,
  type FieldProblem,
  type JobRecord,
  type Need,
  type Setup,
  type SetupRecord,
} from "../api/client";
import { useNeedEditing, useSetupEntries } from "./DraftsProvider";
import { needOf } from "./needDraft";
import { setupOf } from "./setupDraft";

/** A setup with its figures, as they are while typing; those of its last valid state while an entry is refused. */
export interface BenchSetup {
  record: SetupRecord;
  setup: Setup;
  table: ComparedSetup;
  isReference: boolean;
}

export interface Workbench {
  setups: BenchSetup[];
  need: Need;
  /** The school by which a lowest gear is judged. */
  leads: Comparison["leads"];
  /** What was taken for want of the rider's own figures. */
  assumed: string[];
  slipsAt: number | null;
  cadence: [number, number];
  problemsOf: (setupId: string) => FieldProblem[];
  needProblems: FieldProblem[];
}

interface Drafted {
  need: Need;
  setups: Setup[];
}

interface Judged {
  records: SetupRecord[];
  setups: Setup[];
  comparison: Comparison;
  need: Need;
  problems: FieldProblem[];
}

const AGAIN_MS = 3000;
const PLACE = /^setups\[(\d+)\]\.?(.*)$/;

function briefOf({ need, setups }: Drafted, reference: string | undefined): Brief {
  return { ...need, format: "kettledrum-brief/1", reference, setups };
}

/** Has the drafts worked out; whatever of them is refused is replaced by what was last saved. */
async function judged(job: JobRecord, drafted: Drafted, place: number, signal: AbortSignal): Promise<Judged> {
  const figures = async (need: Need, setups: Setup[], problems: FieldProblem[]): Promise<Judged> => {
    const brief = briefOf({ need, setups }, setups[place]?.name);
    const comparison = await dataOf<Comparison>(api.POST("/api/calculate/compare", { body: brief, signal }));
    return { records: job.setups, setups, comparison, need, problems };
  };
  try {
    return await figures(drafted.need, drafted.setups, []);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    // The reference goes by a name that is being typed; what is wrong with that is said of the setup.
    const problems = error.details.problems.filter((problem) => problem.where !== "reference");
    const bad = new Set(problems.map((problem) => Number(PLACE.exec(problem.where)?.[1] ?? -1)));
    const saved = job.setups.map((record) => record.setup);
    const need = bad.has(-1) ? job.need : drafted.need;
    const setups = drafted.setups.map((setup, index) => (bad.has(index) ? (saved[index] ?? setup) : setup));
    try {
      return await figures(need, setups, problems);
    } catch (again) {
      // Two drafts that are each in order may still clash with what is saved, as two names may.
      if (!(again instanceof Refused)) throw again;
      return figures(job.need, saved, problems);
    }
  }
}

/** The job's setups side by side with every figure, following what is typed. */
export function useWorkbench(job: JobRecord) {
  const entries = useSetupEntries(job);
  const needEntry = useNeedEditing(job).entry;
  const drafted: Drafted = {
    need: needEntry && needEntry.state !== "saved" ? needOf(needEntry.draft) : job.need,
    setups: job.setups.map((record) => {
      const entry = entries.get(record.id);
      return entry && entry.state !== "saved" ? setupOf(entry.draft) : record.setup;
    }),
  };
  const place = job.setups.findIndex((record) => record.id === job.reference_id);
  const query = useQuery({
    queryKey: ["workbench", job.id, place, drafted, job.setups.map((record) => record.id)],
    queryFn: ({ signal }) => judged(job, drafted, place, signal),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
    refetchInterval: ({ state }) => (state.status === "error" ? AGAIN_MS : false),
  });
  // A server that does not answer must not take the last figures, and the fields with them, off the screen.
  const [last, setLast] = useState(query.data);
  if (query.data && query.data !== last) setLast(query.data);
  const data = query.data ?? last;
  // The same bench as long as its figures are the same, so that what stands on it need not be drawn again.
  const bench = useMemo(() => data && benchOf(job, data), [job, data]);
  return { bench, error: query.error, retry: query.refetch };
}

function benchOf(job: JobRecord, data: Judged): Workbench {
  const known = new Map(job.setups.map((record) => [record.id, record]));
  return {
    setups: data.comparison.setups.flatMap((table, index) => {
      const id = data.records[index]?.id ?? "";
      const record = known.get(id);
      const setup = data.setups[index];
      return record && setup ? [{ record, setup, table, isReference: id === job.reference_id }] : [];
    }),
    need: data.need,
    leads: data.comparison.leads,
    assumed: data.comparison.assumed,
    slipsAt: data.comparison.slips_at,
    cadence: data.need.rider.cadence_rpm,
    problemsOf: (setupId) => {
      const index = data.records.findIndex((record) => record.id === setupId);
      return data.problems.flatMap((problem) => {
        const found = PLACE.exec(problem.where);
        return found && Number(found[1]) === index ? [{ where: found[2] ?? "", what: problem.what }] : [];
      });
    },
    needProblems: data.problems.filter((problem) => !PLACE.test(problem.where)),
  };
}
