import { lazy, Suspense, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useMatch, useNavigate } from "react-router";
import type { Imported } from "../api/client";
import { kindOf, useImport } from "../api/exchange";
import { useJobActions, useKeepAnswer } from "../api/jobs";
import { takeRoads } from "../api/roads";
import { useShelfActions } from "../api/shelf";
import { addedParts } from "../words/addedParts";
import { capital } from "../words/format";
import { leftOut } from "../words/leftOut";
import { useGoOn } from "../ui/goOn";
import { isTyping } from "../ui/isTyping";
import { useNotify } from "../ui/Notices";
import styles from "./BringIn.module.css";
import { BringInContext, type BringIn, type FileKind, type TakeFiles } from "./BringInContext";

const PasteDialog = lazy(async () => ({ default: (await import("./PasteDialog")).PasteDialog }));

/** A file on its way in, and how to stop it. */
interface Taking {
  name: string;
  done: number;
  stop: () => void;
}

/** Takes setups, jobs and archives in wherever the rider is: as files, dropped on the page, or pasted. */
export function BringInProvider({ children }: { children: ReactNode }) {
  const jobId = useMatch("/jobs/:jobId/*")?.params.jobId;
  const { mutateAsync } = useImport();
  const toShow = useShowImported(jobId);
  const [refusals, setRefusals] = useState<string[]>([]);
  const [pasting, setPasting] = useState(false);

  const [taking, setTaking] = useState<Taking | null>(null);

  const take = async (content: Blob, name: string) => {
    const openJob = jobId === "new" ? undefined : jobId;
    const shown = toShow();
    const stopper = new AbortController();
    const { signal } = stopper;
    const onStep = ({ done }: { done: number }) => setTaking({ name, done, stop: () => stopper.abort() });
    try {
      shown(await mutateAsync({ content, jobId: openJob, signal, onStep }), openJob);
    } catch (error) {
      throw signal.aborted ? new Error("it was stopped; nothing of it was added") : error;
    } finally {
      setTaking(null);
    }
  };
  const takeRoad = useTakeRoad(jobId);
  const files = async (given: Iterable<File>) => {
    const refused: string[] = [];
    // What a table of none of our columns lacks is said by the view that is open.
    const tables = here.roads ? "roads" : here.parts ? "parts" : "others";
    const { parts, roads, rides, logs, others } = await sorted([...given], tables);
    // A track with times is a ride to whoever looks at a bike.
    const ridden = here.rides ? [...rides, ...roads.splice(0)] : rides;
    if (here.rides && ridden.length > 0) here.rides(ridden);
    else others.push(...ridden);
    if (here.logs && logs.length > 0) here.logs(logs);
    else others.push(...logs);
    if (here.parts && parts.length > 0) here.parts(parts);
    else others.push(...parts);
    if (here.roads && roads.length > 0) here.roads(roads);
    else
      for (const file of roads)
        refused.push(
          ...[await takeRoad(file).catch((error: Error) => refusal(file, error))].filter(
            (told) => told !== undefined,
          ),
        );
    // One after the other: each is a step of its own, to be taken back by itself.
    for (const file of others) {
      await take(file, file.name).catch((error: Error) => refused.push(refusal(file, error)));
    }
    setRefusals(refused);
  };
  const [here, setHere] = useState<Partial<Record<FileKind, TakeFiles>>>({});
  const takeText = (text: string) => take(new Blob([text]), "What was pasted");

  const latest = useRef({ files, takeText });
  useEffect(() => {
    latest.current = { files, takeText };
  });
  const dropping = useDroppedFiles((dropped) => void latest.current.files(dropped));
  usePasted({
    onFiles: (pasted) => void latest.current.files(pasted),
    onText: (text) =>
      void latest.current
        .takeText(text)
        .then(() => setRefusals([]))
        .catch((error: Error) => setRefusals([`What was pasted was not added: ${error.message}`])),
  });
  const ways = useMemo<BringIn>(
    () => ({
      files: (given) => void latest.current.files(given),
      paste: () => setPasting(true),
      takeHere: (kind, to) => setHere((now) => ({ ...now, [kind]: to ?? undefined })),
    }),
    [setHere],
  );

  return (
    <BringInContext value={ways}>
      {children}
      {refusals.length > 0 && (
        <div className={styles.refusals}>
          <Alert severity="error" variant="outlined" onClose={() => setRefusals([])}>
            {refusals.map((refusal) => (
              <p key={refusal}>{refusal}</p>
            ))}
          </Alert>
        </div>
      )}
      {taking && (
        <section className={styles.taking} aria-label="Taking a file in">
          <p role="status">
            {taking.name}: {Math.round(taking.done * 100)} % taken in
          </p>
          <Button size="small" onClick={taking.stop}>
            Stop
          </Button>
          <LinearProgress
            aria-label="Share that is taken in"
            variant="determinate"
            value={taking.done * 100}
          />
        </section>
      )}
      {dropping && (
        <div className={styles.drop} aria-hidden>
          <p>Drop a setup, a job, a road, rides, parts or an archive</p>
        </div>
      )}
      {pasting && (
        <Suspense>
          <PasteDialog onText={takeText} onClose={() => setPasting(false)} />
        </Suspense>
      )}
    </BringInContext>
  );
}

const refusal = (file: File, error: Error): string => `${file.name} was not added: ${error.message}`;

/** Files that hold roads, those that hold parts, and all others, as the server tells by how they begin. */
async function sorted(files: File[], tables: "parts" | "roads" | "others") {
  const kinds: Record<FileKind | "others", File[]> = {
    parts: [],
    roads: [],
    rides: [],
    logs: [],
    others: [],
  };
  for (const file of files) {
    const kind = await kindOf(file);
    kinds[kind === "table" ? tables : kind].push(file);
  }
  return kinds;
}

/**
 * Opens what came in, unless one has gone elsewhere meanwhile, and says what it was, with a way to take it back.
 *
 * Called before it comes in, it gives what is called when it is there.
 */
function useShowImported(openJob: string | undefined) {
  const navigate = useNavigate();
  const toGoOn = useGoOn();
  const notify = useNotify();
  const { remove } = useJobActions();
  const { takeOff, reload } = useShelfActions();
  const show = (goOn: ReturnType<typeof toGoOn>, { jobs, setup, parts }: Imported, jobId?: string) => {
    if (setup) {
      notify({ text: `“${setup.setup.name}” was added as ${setup.letter}.` });
      void goOn(`/jobs/${jobId}/setups/${setup.id}`);
      return;
    }
    const [first] = jobs;
    if (parts) void reload();
    const said = [
      ...(first ? [jobs.length === 1 ? `“${first.name}” was added` : `${jobs.length} jobs were added`] : []),
      ...(parts ? [addedParts(parts)] : []),
    ];
    if (said.length === 0) {
      notify({ text: "The archive holds nothing." });
      return;
    }
    const notTaken = (error: Error) =>
      notify({ text: `Not all was taken back: ${error.message}`, failed: true });
    const takeBack = async () => {
      if (parts) await takeOff.mutateAsync(parts.added);
      // Away from it first: a view of a job that is gone would only say so.
      if (first) await navigate(openJob ? `/jobs/${openJob}/job` : "/jobs/new");
      for (const job of jobs) await remove.mutateAsync(job.id);
      if (first && !openJob) await navigate("/");
      notify({ text: "It was taken back." });
    };
    const back =
      first || parts?.added.length
        ? { label: "Take it back", run: () => void takeBack().catch(notTaken) }
        : undefined;
    notify({ text: `${capital(said.join("; "))}.`, ...(back && { action: back }) });
    if (first) void goOn(`/jobs/${first.id}/job`);
  };
  return () => {
    const goOn = toGoOn();
    return (came: Imported, jobId?: string) => show(goOn, came, jobId);
  };
}

/** Adds the roads of a file to the open job, and shows the first; says what of it was left out. */
function useTakeRoad(jobId: string | undefined) {
  const toGoOn = useGoOn();
  const notify = useNotify();
  const keep = useKeepAnswer();
  return async (file: File): Promise<string | undefined> => {
    if (!jobId || jobId === "new")
      throw new Error("the file holds a road; open the job that it is to go into first");
    const goOn = toGoOn();
    const { signal } = new AbortController();
    const steps = { signal, onStep: () => undefined };
    const { added = [], problems, left_out } = await takeRoads(jobId, file, steps);
    if (problems)
      throw new Error(problems.map(({ where, what }) => (where ? `${where}: ${what}` : what)).join("; "));
    await keep.reload(jobId);
    const [first] = added ?? [];
    if (!first) return undefined;
    notify({ text: `“${first.name}” was added.` });
    await goOn(`/jobs/${jobId}/road/${first.id}`);
    return left_out?.length ? leftOut(file.name, left_out) : undefined;
  };
}

const holdsFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes("Files") ?? false;

/** Whether files are being dragged over the page; `onDrop` gets them. */
function useDroppedFiles(onDrop: (files: File[]) => void): boolean {
  const [over, setOver] = useState(false);
  const latest = useRef(onDrop);
  useEffect(() => {
    latest.current = onDrop;
  });
  useEffect(() => {
    const onOver = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const onDropped = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(false);
      latest.current([...(event.dataTransfer?.files ?? [])]);
    };
    window.addEventListener("dragover", onOver);
    window.addEventListener("dragleave", onLeave);
    window.addEventListener("drop", onDropped);
    return () => {
      window.removeEventListener("dragover", onOver);
      window.removeEventListener("dragleave", onLeave);
      window.removeEventListener("drop", onDropped);
    };
  }, []);
  return over;
}

interface Pasted {
  onFiles: (files: File[]) => void;
  onText: (text: string) => void;
}

/** Takes what is pasted anywhere but into a field. Text that is no file of ours is left alone. */
function usePasted(pasted: Pasted): void {
  const latest = useRef(pasted);
  useEffect(() => {
    latest.current = pasted;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      if (isTyping(event.target) || !event.clipboardData) return;
      const files = [...event.clipboardData.files];
      const text = event.clipboardData.getData("text/plain").trim();
      if (files.length > 0) latest.current.onFiles(files);
      else if (text.startsWith("{")) latest.current.onText(text);
    };
    window.addEventListener("paste", onPaste);
    return () => window.removeEventListener("paste", onPaste);
  }, []);
}
