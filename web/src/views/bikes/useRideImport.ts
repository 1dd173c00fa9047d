import { useRef, useState } from "react";
import { readRide, type NewRide } from "../../api/bikes";
import type { JobRecord, LoggedRide, ReadStep, RidesAdded } from "../../api/client";
import { useNotify } from "../../ui/Notices";
import { useRemembered } from "../../ui/remembered";

/** A ride out of a file, still to be added: whether it will be, what is to be told and asked of it. */
export interface FoundRide {
  file: string;
  ride: LoggedRide;
  told: string[];
  asks: string | null;
  held: ReadStep["held"] | null;
  /** Why this bike cannot take it at all. */
  bars: string | null;
  taken: boolean;
}

export interface RideImport {
  /** Where it stands; null when nothing is under way. */
  state: { done: number; count: number; name: string; share: number } | null;
  found: FoundRide[];
  refused: string[];
  keep: boolean;
  setKeep: (keep: boolean) => void;
  read: (files: File[]) => void;
  stop: () => void;
  turn: (place: number) => void;
  add: () => void;
  leave: () => void;
}

const isFlag = (value: unknown): value is boolean => typeof value === "boolean";

/** Reads ride files one after the other, as many as there are; then the rider says which are added, in one step. */
export function useRideImport(
  job: JobRecord,
  bikeId: string,
  addRides: (rides: NewRide[]) => Promise<RidesAdded>,
): RideImport {
  const [state, setState] = useState<RideImport["state"]>(null);
  const [found, setFound] = useState<FoundRide[]>([]);
  const [refused, setRefused] = useState<string[]>([]);
  const [keep, setKeep] = useRemembered("keep-seconds", true, isFlag);
  const stopper = useRef<AbortController | null>(null);
  const notify = useNotify();

  const one = async (file: File, signal: AbortSignal, onShare: (share: number) => void) => {
    const onStep = ({ done }: ReadStep) => onShare(done);
    const step = await readRide(job.id, bikeId, file, keep, { signal, onStep });
    if (!step.ride) {
      const told = (step.problems ?? []).map(({ where, what }) => (where ? `${where}: ${what}` : what));
      setRefused((all) => [...all, `${file.name}: ${told.join("; ") || "it could not be read"}`]);
      return;
    }
    const ride: FoundRide = {
      file: file.name,
      ride: step.ride,
      told: step.told ?? [],
      asks: step.asks ?? null,
      held: step.held ?? null,
      bars: step.bars ?? null,
      // What is asked about, or is there already, is left out until the rider says otherwise.
      taken: !step.asks && !step.held && !step.bars,
    };
    setFound((all) => [...all, ride].sort((one, other) => one.ride.on.localeCompare(other.ride.on)));
  };

  const readAll = async (files: File[]) => {
    stopper.current?.abort();
    const { signal } = (stopper.current = new AbortController());
    for (const [place, file] of files.entries()) {
      const at = (share: number) => setState({ done: place, count: files.length, name: file.name, share });
      at(0);
      try {
        await one(file, signal, at);
      } catch (error) {
        if (!signal.aborted) setRefused((all) => [...all, `${file.name}: ${(error as Error).message}`]);
      }
      if (signal.aborted) {
        notify({ text: `Stopped: ${place} of ${files.length} files were read, and nothing is added yet.` });
        break;
      }
    }
    setState(null);
  };

  const leave = () => {
    setFound([]);
    setRefused([]);
  };
  const add = async () => {
    const chosen = found.filter(({ taken }) => taken);
    try {
      const rides = chosen.map(({ ride, held }) => ({ ride, anyway: Boolean(held) }));
      const { added, left_out: left } = await addRides(rides);
      leave();
      const twice =
        left.length > 0
          ? `; ${left.length} ${left.length === 1 ? "was there twice and counts" : "were there twice and count"} once`
          : "";
      notify({ text: `${added.length} ${added.length === 1 ? "ride was" : "rides were"} added${twice}.` });
    } catch (error) {
      setRefused((all) => [...all, `Nothing was added: ${(error as Error).message}`]);
    }
  };
  return {
    state,
    found,
    refused,
    keep,
    setKeep,
    read: (files) => void readAll(files),
    stop: () => stopper.current?.abort(),
    turn: (place) =>
      setFound((all) => all.map((each, at) => (at === place ? { ...each, taken: !each.taken } : each))),
    add: () => void add(),
    leave,
  };
}
