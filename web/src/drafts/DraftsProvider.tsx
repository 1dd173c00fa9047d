import { createContext, useContext, useState, useSyncExternalStore, type ReactNode } from "react";
import { hashKey, useQueryClient } from "@tanstack/react-query";
import {
  api,
  dataOf,
  Refused,
  type JobRecord,
  type Need,
  type RoadRecord,
  type RouteEdit,
  type SavedNeed,
  type SavedRoad,
  type SavedSetup,
  type Setup,
  type SetupRecord,
  type Stepped,
} from "../api/client";
import { useKeepAnswer } from "../api/jobs";
import { useNotify } from "../ui/Notices";
import { Autosave, type Entry, type Sending } from "./autosave";
import { hasOtherLists, type Held } from "./held";

/** What is being typed over each kind of document. */
interface Drafts {
  setups: Autosave<Held>;
  needs: Autosave<Held>;
  roads: Autosave<Held>;
}

const DraftsContext = createContext<Drafts | null>(null);

/** The key of a setup or a road names its job too, so that it can be saved from any view. */
const keyIn = (jobId: string, id: string) => `${jobId}/${id}`;

const same = (one: unknown, other: unknown): boolean => hashKey([one]) === hashKey([other]);

const readJob = (job_id: string) =>
  dataOf<JobRecord>(api.GET("/api/jobs/{job_id}", { params: { path: { job_id } } }));

/** A change on its way: how it is written and kept, and the version of what is stored if that is just it. */
interface Write<Saved> {
  write: () => Promise<Saved>;
  keep: (saved: Saved) => number;
  isIt: (job: JobRecord) => number | undefined;
}

/**
 * Sends a change; if what is stored is just what was to be stored, it was saved before: by this page when it was
 * left, or by a window with the same thought. Resolves with the version that is stored now.
 */
async function sent<Saved>(
  jobId: string,
  how: Sending,
  { write, keep, isIt }: Write<Saved>,
): Promise<number> {
  const before = how.perhapsSent ? isIt(await readJob(jobId)) : undefined;
  if (before !== undefined) return before;
  try {
    return keep(await write());
  } catch (error) {
    if (!(error instanceof Refused) || error.details.status !== 409) throw error;
    const version = isIt(await readJob(jobId));
    if (version === undefined) throw error;
    return version;
  }
}

export function DraftsProvider({ children }: { children: ReactNode }) {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  const [drafts] = useState<Drafts>(() => ({
    setups: new Autosave("setup-documents", (key, document, version, how) => {
      const [job_id = "", setup_id = ""] = key.split("/");
      const params = { path: { job_id, setup_id }, query: { version } };
      const body = document as Setup;
      return sent<SavedSetup>(job_id, how, {
        write: () =>
          dataOf<SavedSetup>(
            api.PUT("/api/jobs/{job_id}/setups/{setup_id}", { params, body, keepalive: how.leaving }),
          ),
        keep: (saved) => {
          keep.setup(job_id, saved);
          return saved.setup.version;
        },
        isIt: (job) => job.setups.find((held) => held.id === setup_id && same(held.setup, body))?.version,
      });
    }),
    needs: new Autosave("need-documents", (job_id, document, version, how) => {
      const params = { path: { job_id }, query: { version } };
      const body = document as unknown as Need;
      return sent<SavedNeed>(job_id, how, {
        write: () =>
          dataOf<SavedNeed>(api.PUT("/api/jobs/{job_id}", { params, body, keepalive: how.leaving })),
        keep: (saved) => {
          keep.need(job_id, saved);
          void client.invalidateQueries({ queryKey: ["jobs"] });
          return saved.version;
        },
        isIt: (job) => (same(job.need, body) ? job.version : undefined),
      });
    }),
    roads: new Autosave("road-documents", (key, document, version, how) => {
      const [job_id = "", road_id = ""] = key.split("/");
      const params = { path: { job_id, road_id }, query: { version } };
      const body = document as unknown as RouteEdit;
      return sent<SavedRoad>(job_id, how, {
        write: () =>
          dataOf<SavedRoad>(
            api.PUT("/api/jobs/{job_id}/roads/{road_id}", { params, body, keepalive: how.leaving }),
          ),
        keep: (saved) => {
          keep.road(job_id, saved);
          return saved.road.version;
        },
        isIt: (job) => {
          const road = job.roads.find((held) => held.id === road_id);
          return road && same(roadDocument(road), body) ? road.version : undefined;
        },
      });
    }),
  }));
  return <DraftsContext value={drafts}>{children}</DraftsContext>;
}

/** What can be changed of a road. */
function roadDocument({ name, rides, start_m, legs }: RoadRecord): Held {
  return { name, ...(rides && { rides }), ...(start_m !== null && { start_m }), ...(legs && { legs }) };
}

function useDrafts(): Drafts {
  const drafts = useContext(DraftsContext);
  if (!drafts) throw new Error("DraftsProvider is missing");
  return drafts;
}

function current(entry: Entry<Held> | undefined, version: number): Entry<Held> | undefined {
  return entry && (entry.state !== "saved" || entry.basedOn >= version) ? entry : undefined;
}

/** What is being typed over a job's setups, by setup; only those touched since they were last changed elsewhere. */
export function useSetupEntries(job: JobRecord): Map<string, Entry<Held>> {
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
  /** How to forget each thing typed in this job that the server refused. */
  const refusals = () =>
    [setups, roads, needs].flatMap((kept) =>
      kept
        .unsaved()
        .filter((key) => key === job.id || key.startsWith(`${job.id}/`))
        .map((key) => () => kept.discard(key)),
    );

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
      notify({ text: error instanceof Error ? error.message : String(error), failed: true });
    }
  };
  const undoes = refusals().length > 0 ? "what could not be saved" : job.undo;
  return { undoes, undo: () => step("undo"), redo: () => step("redo") };
}

/** A stored document being edited. */
export interface Editing {
  document: Held;
  entry: Entry<Held> | undefined;
  /** Pressed, or with more or fewer things listed, it is a step of undo of its own; else it was typed. */
  change: (document: Held, pressed?: boolean) => void;
  discard: () => void;
  overwrite: () => void;
}

/** How a stored document is edited: every kind of them in the same way. */
function useEditing(
  kept: Autosave<Held>,
  job: JobRecord,
  key: string,
  version: number,
  stored: Held,
): Editing {
  const entries = useSyncExternalStore(kept.subscribe, kept.snapshot);
  const entry = current(entries.get(key), version);
  const { reload } = useKeepAnswer();
  return {
    document: entry?.draft ?? stored,
    entry,
    change: (document, pressed) =>
      kept.change(key, document, version, pressed ?? hasOtherLists(entry?.draft ?? stored, document)),
    discard: () => {
      kept.discard(key);
      void reload(job.id);
    },
    overwrite: () => kept.overwrite(key),
  };
}

export const useSetupEditing = (job: JobRecord, record: SetupRecord): Editing =>
  useEditing(useDrafts().setups, job, keyIn(job.id, record.id), record.version, record.setup as Held);

export const useNeedEditing = (job: JobRecord): Editing =>
  useEditing(useDrafts().needs, job, job.id, job.version, job.need as unknown as Held);

export const useRoadEditing = (job: JobRecord, road: RoadRecord): Editing =>
  useEditing(useDrafts().roads, job, keyIn(job.id, road.id), road.version, roadDocument(road));
