import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { FieldProblem, LeftOutTrack, RoadRecord } from "../../api/client";
import { takeRoads, useRoadActions } from "../../api/roads";
import { useNotify } from "../../ui/Notices";

/** A file of roads on its way into the job, or what stands in its way. */
export type RoadImport =
  | { state: "taking"; name: string; done: number }
  | { state: "refused"; name: string; problems: FieldProblem[] }
  | { state: "partly"; name: string; leftOut: LeftOutTrack[] };

/** Takes roads in from files, one after the other; the first that cannot be taken ends that. */
export function useRoadImport(jobId: string) {
  const [current, setCurrent] = useState<RoadImport | null>(null);
  const stopper = useRef<AbortController | null>(null);
  const { remove, reload } = useRoadActions(jobId);
  const notify = useNotify();
  const navigate = useNavigate();

  const told = (added: RoadRecord[]) => {
    const takeBack = async () => {
      for (const road of added) await remove.mutateAsync(road.id);
      await navigate(`/jobs/${jobId}/road`);
    };
    const [first] = added;
    notify({
      text: added.length === 1 ? `“${first?.name}” was added.` : `${added.length} roads were added.`,
      action: {
        label: "Take it back",
        run: () =>
          void takeBack().catch((error: Error) =>
            notify({ text: `Not taken back: ${error.message}`, failed: true }),
          ),
      },
    });
    if (first) void navigate(`/jobs/${jobId}/road/${first.id}`);
  };

  const one = async (file: File): Promise<RoadRecord[] | null> => {
    const { name } = file;
    stopper.current = new AbortController();
    const { signal } = stopper.current;
    setCurrent({ state: "taking", name, done: 0 });
    try {
      const onStep = ({ done }: { done: number }) => setCurrent({ state: "taking", name, done });
      const { added, problems, left_out } = await takeRoads(jobId, file, { signal, onStep });
      if (!added) setCurrent({ state: "refused", name, problems: problems ?? [] });
      else setCurrent(left_out?.length ? { state: "partly", name, leftOut: left_out } : null);
      return added ?? null;
    } catch (error) {
      const { message } = error as Error;
      if (signal.aborted) {
        setCurrent(null);
        notify({ text: `${name} was stopped; nothing of it was added.` });
      } else setCurrent({ state: "refused", name, problems: [{ where: "", what: message }] });
      return null;
    }
  };

  const take = async (files: File[]) => {
    const all: RoadRecord[] = [];
    for (const file of files) {
      const added = await one(file);
      if (!added) break;
      all.push(...added);
    }
    if (all.length === 0) return;
    await reload();
    told(all);
  };

  return {
    current,
    take: (files: File[]) => void take(files),
    stop: () => stopper.current?.abort(),
    leave: () => setCurrent(null),
  };
}
