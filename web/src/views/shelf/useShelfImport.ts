import { useRef, useState } from "react";
import type { BadParts, ImportStep } from "../../api/client";
import { useShelfActions } from "../../api/shelf";
import { takeParts } from "../../api/shelfImport";
import { addedParts } from "../../words/addedParts";
import { useNotify } from "../../ui/Notices";

/** A file on its way onto the shelf, or what stands in its way. */
export type ShelfImport =
  | { state: "taking"; name: string; step: ImportStep | null }
  | { state: "bad"; name: string; file: File; bad: BadParts }
  | { state: "refused"; name: string; why: string };

/** Takes parts in from files, one after the other; the first that has anything wrong with it ends that. */
export function useShelfImport() {
  const [current, setCurrent] = useState<ShelfImport | null>(null);
  const stopper = useRef<AbortController | null>(null);
  const { reload, takeOff } = useShelfActions();
  const notify = useNotify();

  const told = (added: string[], known: number) => {
    const takeBack = () =>
      takeOff.mutate(added, {
        onError: (error) => notify({ text: `Not taken back: ${error.message}`, failed: true }),
      });
    notify({
      text: `${addedParts({ added, known })}.`,
      ...(added.length > 0 && { action: { label: "Take them back", run: takeBack } }),
    });
  };

  /** Whether the file went in. */
  const one = async (file: File, skipBad: boolean): Promise<{ added: string[]; known: number } | null> => {
    const { name } = file;
    stopper.current = new AbortController();
    const { signal } = stopper.current;
    setCurrent({ state: "taking", name, step: null });
    try {
      const onStep = (step: ImportStep) => setCurrent({ state: "taking", name, step });
      const { added, bad, failed } = await takeParts(file, { skipBad, signal, onStep });
      if (bad) setCurrent({ state: "bad", name, file, bad });
      else if (failed) setCurrent({ state: "refused", name, why: failed });
      else setCurrent(null);
      return added ?? null;
    } catch (error) {
      if (signal.aborted) {
        setCurrent(null);
        notify({ text: `${name} was stopped; nothing of it was added.` });
      } else setCurrent({ state: "refused", name, why: (error as Error).message });
      return null;
    }
  };

  const take = async (files: File[], skipBad = false) => {
    const added: string[] = [];
    let known = 0;
    let well = true;
    for (const file of files) {
      const answer = await one(file, skipBad);
      if (!answer) {
        well = false;
        break;
      }
      added.push(...answer.added);
      known += answer.known;
    }
    if (added.length > 0 || known > 0) {
      await reload();
      told(added, known);
    } else if (well && files.length > 0) notify({ text: "The file holds no parts." });
  };

  return {
    current,
    take: (files: File[]) => void take(files),
    skipBad: (file: File) => void take([file], true),
    stop: () => stopper.current?.abort(),
    leave: () => setCurrent(null),
  };
}
