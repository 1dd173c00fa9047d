import { useMemo, useState } from "react";
import { keepPreviousData, queryOptions, usePrefetchQuery, useQuery } from "@tanstack/react-query";
import {
  api,
  dataOf,
  type ComparedSetup,
  type Comparison,
  type Drafts,
  type FieldProblem,
  type JobRecord,
  type JudgedDrafts,
  type Need,
  type Setup,
  type SetupRecord,
} from "../api/client";
import { useNeedEditing, useSetupEntries } from "./DraftsProvider";
import type { Entry } from "./autosave";
import type { Held } from "./held";

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
  assumed: Comparison["assumed"];
  slipsAt: number | null;
  /** The answer of the whole line-up, and what the job itself asks. */
  says: string;
  hill: Comparison["hill"];
  needSays: string;
  /** Whether something that is typed is refused: figures and answers are of the last state that was not. */
  stale: boolean;
  cadence: [number, number];
  problemsOf: (setupId: string) => FieldProblem[];
  needProblems: FieldProblem[];
}

interface Drafted {
  need: Held;
  setups: Held[];
}

interface Judged {
  records: SetupRecord[];
  setups: Setup[];
  comparison: Comparison;
  need: Need;
  problems: FieldProblem[];
}

const AGAIN_MS = 3000;
/** So long a view's own figures go first. */
const FIRST_MS = 150;
const PLACE = /^setups\[(\d+)\]\.?(.*)$/;

/** The drafts as they are sent; whatever of them is refused, the server replaces by what was last saved. */
function draftsOf(job: JobRecord, { need, setups }: Drafted, place: number): Drafts {
  const reference = setups[place]?.name;
  const brief = {
    ...need,
    format: "kettledrum-brief/1",
    ...(reference !== undefined && { reference }),
    setups,
  };
  return { brief, setup_ids: job.setups.map(({ id }) => id) };
}

/** Has the drafts worked out. */
async function judged(
  job: JobRecord,
  { need, setups }: Drafted,
  body: Drafts,
  signal: AbortSignal,
): Promise<Judged> {
  const found = await dataOf<JudgedDrafts>(
    api.POST("/api/jobs/{job_id}/compare", { params: { path: { job_id: job.id } }, body, signal }),
  );
  const saved = new Set(found.saved_setup_ids);
  return {
    records: job.setups,
    comparison: found.comparison,
    problems: found.problems,
    // What was not refused is in order, and so what its type says.
    need: found.need_is_saved ? job.need : (need as unknown as Need),
    setups: job.setups.map((record, at) => (saved.has(record.id) ? record.setup : (setups[at] as Setup))),
  };
}

/** Waits for what is shown first, though not for long; what fails there is told there. */
const aMoment = (first: Promise<unknown>) =>
  Promise.race([first.catch(() => undefined), new Promise((done) => setTimeout(done, FIRST_MS))]);

/** Whether what is typed is newer than the record: not saved yet, or saved but not read back. */
const isAhead = (entry: Entry<Held> | undefined, version: number): entry is Entry<Held> =>
  entry !== undefined && (entry.state !== "saved" || entry.basedOn > version);

/**
 * The job's setups side by side with every figure, following what is typed.
 *
 * A view that shows something else `first` of what is typed has these figures wait for it: the two would
 * only keep each other waiting.
 */
export function useWorkbench(job: JobRecord, first?: (drafts: Drafts) => Promise<unknown>) {
  const entries = useSetupEntries(job);
  const needEntry = useNeedEditing(job).entry;
  const drafted: Drafted = {
    need: isAhead(needEntry, job.version) ? needEntry.draft : (job.need as unknown as Held),
    setups: job.setups.map((record) => {
      const entry = entries.get(record.id);
      return isAhead(entry, record.version) ? entry.draft : (record.setup as Held);
    }),
  };
  const place = job.setups.findIndex((record) => record.id === job.reference_id);
  const drafts = draftsOf(job, drafted, place);
  const options = queryOptions({
    queryKey: [
      "workbench",
      job.id,
      place,
      drafted.need,
      drafted.setups,
      job.setups.map((record) => record.id),
    ],
    queryFn: async ({ signal }) => {
      if (first) await aMoment(first(drafts));
      return judged(job, drafted, drafts, signal);
    },
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
  });
  // Asked for before anything is drawn: the server works while the page draws what was typed.
  usePrefetchQuery(options);
  const query = useQuery({
    ...options,
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.status === "error" ? AGAIN_MS : false),
  });
  // A server that does not answer must not take the last figures, and the fields with them, off the screen.
  const [last, setLast] = useState(query.data);
  if (query.data && query.data !== last) setLast(query.data);
  const data = query.data ?? last;
  // The same bench as long as its figures are the same, so that what stands on it need not be drawn again.
  const bench = useMemo(() => data && benchOf(job, data), [job, data]);
  return { bench, drafts, error: query.error, retry: query.refetch };
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
    says: data.comparison.says,
    hill: data.comparison.hill,
    needSays: data.comparison.need_says,
    stale: data.problems.length > 0,
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
