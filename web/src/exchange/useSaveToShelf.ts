import type { JobRecord, SetupRecord } from "../api/client";
import { useShelfActions } from "../api/shelf";
import { useFlush } from "../drafts/DraftsProvider";
import { useNotify } from "../ui/Notices";

/** Saves a stage of a setup, by its number, or its wheel to the shelf, with what is being typed in it. */
export function useSaveToShelf(job: JobRecord, record: SetupRecord) {
  const { save } = useShelfActions();
  const flush = useFlush();
  const notify = useNotify();
  return async (place: string) => {
    await flush();
    try {
      const saved = await save.mutateAsync({ job_id: job.id, setup_id: record.id, place });
      notify({ text: `“${saved.part.name}” is in Parts.` });
    } catch (error) {
      notify({ text: `Not put in Parts: ${(error as Error).message}`, failed: true });
    }
  };
}
