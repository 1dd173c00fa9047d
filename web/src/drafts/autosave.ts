import { Refused, type FieldProblem } from "../api/client";

export type SaveState = "waiting" | "saving" | "saved" | "refused" | "conflict" | "unreachable";

/** What is being typed over one stored thing, and how far it has got to the disk. */
export interface Entry<Draft> {
  draft: Draft;
  basedOn: number;
  state: SaveState;
  problems: FieldProblem[];
  message: string;
}

type Send<Draft> = (key: string, draft: Draft, basedOn: number, leaving: boolean) => Promise<number>;

const PAUSE_MS = 450;
const RETRY_MS = 3000;

/**
 * Saves what is typed after a short pause, one write at a time for each thing. What the server refuses stays as it
 * was typed; what is not saved yet outlives a reload of the page. Written without React, whose rendering
 * must not decide when something is saved.
 */
export class Autosave<Draft> {
  private entries: ReadonlyMap<string, Entry<Draft>> = new Map();
  private readonly timers = new Map<string, number>();
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly name: string,
    private readonly send: Send<Draft>,
  ) {
    this.restore();
    window.addEventListener("pagehide", () => this.saveNow());
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): ReadonlyMap<string, Entry<Draft>> => this.entries;

  /** Takes what was typed over `version` of the thing `key`. */
  change(key: string, draft: Draft, version: number): void {
    const before = this.entries.get(key);
    const ours = before && (before.state !== "saved" || before.basedOn >= version);
    this.put(key, {
      draft,
      basedOn: ours ? before.basedOn : version,
      state: before?.state === "conflict" ? "conflict" : before?.state === "saving" ? "saving" : "waiting",
      problems: [],
      message: before?.state === "conflict" ? before.message : "",
    });
    if (before?.state !== "conflict" && before?.state !== "saving") this.schedule(key, PAUSE_MS);
  }

  /** Forgets what was typed. */
  discard(key: string): void {
    window.clearTimeout(this.timers.get(key));
    const entries = new Map(this.entries);
    entries.delete(key);
    this.entries = entries;
    this.tell();
  }

  /** Writes what was typed here over a change made elsewhere, which is now version `basedOn`. */
  overwrite(key: string): void {
    const entry = this.entries.get(key);
    if (!entry) return;
    this.put(key, { ...entry, state: "waiting", message: "" });
    void this.save(key);
  }

  /** Saves all that waits, and resolves when nothing is on its way to the disk any more. */
  async flush(): Promise<void> {
    for (;;) {
      const waiting = [...this.entries].filter(([, entry]) => entry.state === "waiting").map(([key]) => key);
      await Promise.all(waiting.map((key) => this.save(key)));
      const busy = [...this.entries.values()].some(({ state }) => state === "waiting" || state === "saving");
      if (!busy) return;
      await new Promise((resolve) => window.setTimeout(resolve, 20));
    }
  }

  /** The keys of what could not be saved. */
  unsaved(): string[] {
    return [...this.entries].filter(([, { state }]) => state === "refused").map(([key]) => key);
  }

  private schedule(key: string, pause: number): void {
    window.clearTimeout(this.timers.get(key));
    this.timers.set(
      key,
      window.setTimeout(() => void this.save(key), pause),
    );
  }

  private saveNow(): void {
    for (const [key, entry] of this.entries) {
      if (entry.state === "waiting") void this.save(key, true);
    }
  }

  private async save(key: string, leaving = false): Promise<void> {
    window.clearTimeout(this.timers.get(key));
    const sent = this.entries.get(key);
    if (!sent || sent.state === "saving" || sent.state === "conflict") return;
    this.put(key, { ...sent, state: "saving" });
    try {
      const version = await this.send(key, sent.draft, sent.basedOn, leaving);
      this.settle(key, sent, { basedOn: version, state: "saved", problems: [], message: "" });
    } catch (error) {
      this.settle(key, sent, this.failure(error, sent));
      if (!(error instanceof Refused)) this.schedule(key, RETRY_MS);
    }
  }

  private failure(error: unknown, sent: Entry<Draft>): Omit<Entry<Draft>, "draft"> {
    if (!(error instanceof Refused)) {
      const message = error instanceof Error ? error.message : String(error);
      return { basedOn: sent.basedOn, state: "unreachable", problems: [], message };
    }
    const { status, problems, detail, version } = error.details;
    return {
      basedOn: version ?? sent.basedOn,
      state: status === 409 ? "conflict" : "refused",
      problems,
      message: detail,
    };
  }

  /** Ends a save; if more was typed meanwhile, that is saved next, on what this save made. */
  private settle(key: string, sent: Entry<Draft>, outcome: Omit<Entry<Draft>, "draft">): void {
    const now = this.entries.get(key);
    if (!now) return;
    const typedOn = now.draft !== sent.draft;
    if (typedOn && outcome.state !== "conflict") {
      this.put(key, { ...now, basedOn: outcome.basedOn, state: "waiting" });
      this.schedule(key, PAUSE_MS);
    } else {
      this.put(key, { draft: now.draft, ...outcome });
    }
  }

  private put(key: string, entry: Entry<Draft>): void {
    this.entries = new Map(this.entries).set(key, entry);
    this.tell();
  }

  private tell(): void {
    this.remember();
    this.listeners.forEach((listener) => listener());
  }

  private remember(): void {
    const unsaved = [...this.entries].filter(([, entry]) => entry.state !== "saved");
    try {
      sessionStorage.setItem(`kettledrum.${this.name}`, JSON.stringify(unsaved));
    } catch {
      // Without storage, what is not saved yet lasts as long as the page.
    }
  }

  private restore(): void {
    try {
      const stored = sessionStorage.getItem(`kettledrum.${this.name}`);
      const unsaved = JSON.parse(stored ?? "[]") as [string, Entry<Draft>][];
      this.entries = new Map(
        unsaved.map(([key, entry]) => [
          key,
          entry.state === "conflict" ? entry : { ...entry, state: "waiting" as const },
        ]),
      );
      for (const [key, entry] of this.entries) if (entry.state === "waiting") this.schedule(key, PAUSE_MS);
    } catch {
      this.entries = new Map();
    }
  }
}
