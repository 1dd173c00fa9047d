import { createContext, useContext, useState, useSyncExternalStore, type ReactNode } from "react";
import { hashKey, useQueryClient } from "@tanstack/react-query";
import {
  api,
  dataOf,
  Refused,
  type JobRecord,
  type RoadRecord,
  type SetupRecord,
  type Stepped,
} from "../api/client";
import { useKeepAnswer } from "../api/jobs";
import { useUnits } from "../words/units";
import { useNotify } from "../ui/Notices";
import { Autosave, type Entry } from "./autosave";
import { inSystem, needDraft, needOf, type NeedDraft } from "./needDraft";
import { roadDraft, roadEditOf, type RoadDraft } from "./roadDraft";
import { setupDraft, setupOf, type SetupDraft } from "./setupDraft";

interface Drafts {
  setups: Autosave<SetupDraft>;
  needs: Autosave<NeedDraft>;
  roads: Autosave<RoadDraft>;
}

const DraftsContext = createContext<Drafts | null>(null);

/** The key of a setup or a road names its job too, so that it can be saved from any view. */
const keyIn = (jobId: string, id: string) => `${jobId}/${id}`;

/**
 * Sends a change; if it is stale, but what is stored is just what was to be stored, it was saved before: by this
 * page when it was left, or by a window with the same thought.
 */
async function sent<Stored extends { version: number }>(
  write: Promise<Stored>,
  read: () => Promise<Stored | undefined>,
  isIt: (stored: Stored) => boolean,
): Promise<Stored> {
  try {
    return await write;
  } catch (error) {
    if (!(error instanceof Refused) || error.details.status !== 409) throw error;
    const stored = await read();
    if (stored && isIt(stored)) return stored;
    throw error;
  }
}

const same = (one: unknown, other: unknown): boolean => hashKey([one]) === hashKey([other]);

const readJob = (job_id: string) =>
  dataOf<JobRecord>(api.GET("/api/jobs/{job_id}", { params: { path: { job_id } } }));

export function DraftsProvider({ children }: { children: ReactNode }) {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  const [drafts] = useState<Drafts>(() => ({
    setups: new Autosave("setups", async (key, draft, version, leaving) => {
      const [job_id = "", setup_id = ""] = key.split("/");
      const body = setupOf(draft);
      const write = dataOf<SetupRecord>(
        api.PUT("/api/jobs/{job_id}/setups/{setup_id}", {
          params: { path: { job_id, setup_id }, query: { version } },
          body,
          keepalive: leaving,
        }),
      );
      const read = async () => (await readJob(job_id)).setups.find((held) => held.id === setup_id);
      const record = await sent(write, read, (stored) => same(stored.setup, body));
      keep.setup(job_id, record);
      // What can be undone has changed with it.
      void keep.reload(job_id);
      return record.version;
    }),
    needs: new Autosave("needs", async (job_id, draft, version, leaving) => {
      const body = needOf(draft);
      const write = dataOf<JobRecord>(
        api.PUT("/api/jobs/{job_id}", {
          params: { path: { job_id }, query: { version } },
          body,
          keepalive: leaving,
        }),
      );
      const job = await sent(
        write,
        () => readJob(job_id),
        (stored) => same(stored.need, body),
      );
      keep.job(job);
      void client.invalidateQueries({ queryKey: ["jobs"] });
      return job.version;
    }),
    roads: new Autosave("roads", async (key, draft, version, leaving) => {
      const [job_id = "", road_id = ""] = key.split("/");
      const body = roadEditOf(draft);
      const record = await dataOf<RoadRecord>(
        api.PUT("/api/jobs/{job_id}/roads/{road_id}", {
          params: { path: { job_id, road_id }, query: { version } },
          body,
          keepalive: leaving,
        }),
      );
      keep.road(job_id, record);
      void keep.reload(job_id);
      return record.version;
    }),
  }));
  return <DraftsContext value={drafts}>{children}</DraftsContext>;
}

function useDrafts(): Drafts {
  const drafts = useContext(DraftsContext);
  if (!drafts) throw new Error("DraftsProvider is missing");
  return drafts;
}

function current<Draft>(entry: Entry<Draft> | undefined, version: number): Entry<Draft> | undefined {
  return entry && (entry.state !== "saved" || entry.basedOn >= version) ? entry : undefined;
}

/** What is being typed over a job's setups, by setup; only those touched since they were last changed elsewhere. */
export function useSetupEntries(job: JobRecord): Map<string, Entry<SetupDraft>> {
  const { setups } = useDrafts();
  const entries = useSyncExternalStore(setups.subscribe, setups.snapshot);
  return new Map(
    job.setups.flatMap((record) => {
      const entry = current(entries.get(keyIn(job.id, record.id)), record.version);
      return entry ? [[record.id, entry] as const] : [];
    }),
  );
}

async function flushed({ setups, needs, roads }: Drafts): Promise<void> {
  await Promise.all([setups.flush(), needs.flush(), roads.flush()]);
}

/** Has everything that is being typed saved now. */
export function useFlush(): () => Promise<void> {
  const drafts = useDrafts();
  return () => flushed(drafts);
}

/** Undo and redo of a job, after whatever is being typed has been saved. */
export function useStepping(job: JobRecord) {
  const drafts = useDrafts();
  const { setups, needs, roads } = drafts;
  const keep = useKeepAnswer();
  const notify = useNotify();

  useSyncExternalStore(setups.subscribe, setups.snapshot);
  useSyncExternalStore(needs.subscribe, needs.snapshot);
  useSyncExternalStore(roads.subscribe, roads.snapshot);
  const ofThisJob = (kept: Autosave<SetupDraft> | Autosave<RoadDraft>) =>
    kept
      .unsaved()
      .filter((key) => key.startsWith(`${job.id}/`))
      .map((key) => () => kept.discard(key));
  /** How to forget each thing typed in this job that the server refused. */
  const refusals = () => [
    ...ofThisJob(setups),
    ...ofThisJob(roads),
    ...needs
      .unsaved()
      .filter((key) => key === job.id)
      .map((key) => () => needs.discard(key)),
  ];

  const step = async (way: "undo" | "redo") => {
    await flushed(drafts);
    const refused = refusals();
    if (way === "undo" && refused.length > 0) {
      refused.forEach((discard) => discard());
      notify({ text: "Undone: what could not be saved." });
      return;
    }
    try {
      const { revision } = await readJob(job.id);
      const params = { path: { job_id: job.id }, query: { revision } };
      const { what, job: now } = await dataOf<Stepped>(
        way === "undo"
          ? api.POST("/api/jobs/{job_id}/undo", { params })
          : api.POST("/api/jobs/{job_id}/redo", { params }),
      );
      keep.job(now);
      const [done, nothing] = way === "undo" ? ["Undone", "undo"] : ["Done again", "redo"];
      notify({ text: what ? `${done}: ${what}.` : `There is nothing to ${nothing}.` });
    } catch (error) {
      notify({ text: error instanceof Error ? error.message : String(error) });
    }
  };
  const undoes = refusals().length > 0 ? "what could not be saved" : job.undo;
  return { undoes, undo: () => step("undo"), redo: () => step("redo") };
}

export interface Editing<Draft> {
  draft: Draft;
  entry: Entry<Draft> | undefined;
  change: (patch: Partial<Draft>) => void;
  discard: () => void;
  overwrite: () => void;
}

export function useSetupEditing(job: JobRecord, record: SetupRecord): Editing<SetupDraft> {
  const { setups } = useDrafts();
  const entries = useSyncExternalStore(setups.subscribe, setups.snapshot);
  const key = keyIn(job.id, record.id);
  const entry = current(entries.get(key), record.version);
  const draft = entry?.draft ?? setupDraft(record.setup);
  const { reload } = useKeepAnswer();
  return {
    draft,
    entry,
    change: (patch) => setups.change(key, { ...draft, ...patch }, record.version),
    discard: () => {
      setups.discard(key);
      void reload(job.id);
    },
    overwrite: () => setups.overwrite(key),
  };
}

export function useNeedEditing(job: JobRecord): Editing<NeedDraft> {
  const { needs } = useDrafts();
  const entries = useSyncExternalStore(needs.subscribe, needs.snapshot);
  const entry = current(entries.get(job.id), job.version);
  const { system } = useUnits();
  const draft = entry ? inSystem(entry.draft, system) : needDraft(job.need, system);
  const { reload } = useKeepAnswer();
  return {
    draft,
    entry,
    change: (patch) => needs.change(job.id, { ...draft, ...patch }, job.version),
    discard: () => {
      needs.discard(job.id);
      void reload(job.id);
    },
    overwrite: () => needs.overwrite(job.id),
  };
}

export function useRoadEditing(job: JobRecord, road: RoadRecord): Editing<RoadDraft> {
  const { roads } = useDrafts();
  const entries = useSyncExternalStore(roads.subscribe, roads.snapshot);
  const key = keyIn(job.id, road.id);
  const entry = current(entries.get(key), road.version);
  const { system } = useUnits();
  // What is being typed keeps the units it is typed in until it is saved.
  const typed = entry && (entry.state !== "saved" || entry.draft.system === system);
  const draft = typed ? entry.draft : roadDraft(road, system);
  const { reload } = useKeepAnswer();
  return {
    draft,
    entry,
    change: (patch) => roads.change(key, { ...draft, ...patch }, road.version),
    discard: () => {
      roads.discard(key);
      void reload(job.id);
    },
    overwrite: () => roads.overwrite(key),
  };
}
