import { Refused, type FieldProblem } from "../api/client";

export type SaveState = "waiting" | "saving" | "saved" | "refused" | "conflict" | "unreachable";

/** What is being typed over one stored thing, and how far it has got to the disk. */
export interface Entry<Draft> {
  draft: Draft;
  /** What is to be written before the draft, each on its own, so that undo goes back to it. */
  steps?: Draft[];
  basedOn: number;
  state: SaveState;
  problems: FieldProblem[];
  message: string;
}

/** How something is sent: as the page is left, or by a page that cannot know whether the one before it sent it. */
export interface Sending {
  leaving: boolean;
  perhapsSent: boolean;
}

type Send<Draft> = (key: string, draft: Draft, basedOn: number, how: Sending) => Promise<number>;

const PAUSE_MS = 450;
const RETRY_MS = 3000;

/**
 * Saves what is typed after a short pause, and what is pressed at once, as a step of its own; one write at a time
 * for each thing. What the server refuses stays as it was typed; what is not saved yet outlives a reload of the
 * page. Written without React, whose rendering must not decide when something is saved.
 */
export class Autosave<Draft> {
  private entries: ReadonlyMap<string, Entry<Draft>> = new Map();
  private readonly timers = new Map<string, number>();
  /** What is on its way to the disk. */
  private readonly sending = new Map<string, Draft>();
  /** Whose draft an earlier page left here. */
  private readonly restored = new Set<string>();
  /** Whose draft was pressed and is not saved yet. */
  private readonly pressed = new Set<string>();
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

  /** Takes what was typed or pressed over `version` of the thing `key`. */
  change(key: string, draft: Draft, version: number, pressed = false): void {
    const before = this.entries.get(key);
    const ours = before && (before.state !== "saved" || before.basedOn >= version);
    const steps = this.stepsTo(key, pressed);
    if (pressed) this.pressed.add(key);
    this.put(key, {
      draft,
      ...(steps.length > 0 && { steps }),
      basedOn: ours ? before.basedOn : version,
      state: before?.state === "conflict" ? "conflict" : before?.state === "saving" ? "saving" : "waiting",
      problems: [],
      message: before?.state === "conflict" ? before.message : "",
    });
    if (before?.state !== "conflict" && before?.state !== "saving") this.saveSoon(key);
  }

  /** What is to be written before a new draft: what waits is not to be lost in what is pressed, nor the other way round. */
  private stepsTo(key: string, pressed: boolean): Draft[] {
    const before = this.entries.get(key);
    if (!before || !(pressed || this.pressed.delete(key))) return before?.steps ?? [];
    const waits =
      before.state === "waiting" ||
      before.state === "unreachable" ||
      (before.state === "saving" && this.sending.get(key) !== before.draft);
    return waits ? [...(before.steps ?? []), before.draft] : (before.steps ?? []);
  }

  /** Saves what was pressed, and what goes before it, at once; what is typed when the hand rests. */
  private saveSoon(key: string): void {
    if (this.pressed.has(key) || this.entries.get(key)?.steps) void this.save(key);
    else this.schedule(key, PAUSE_MS);
  }

  /** Forgets what was typed. */
  discard(key: string): void {
    window.clearTimeout(this.timers.get(key));
    this.pressed.delete(key);
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
    const entry = this.entries.get(key);
    if (!entry || entry.state === "saving" || entry.state === "conflict") return;
    const sent = (leaving ? undefined : entry.steps?.[0]) ?? entry.draft;
    this.sending.set(key, sent);
    const pressed = sent === entry.draft && this.pressed.delete(key);
    this.put(key, { ...entry, state: "saving" });
    try {
      const how = { leaving, perhapsSent: this.restored.delete(key) };
      const version = await this.send(key, sent, entry.basedOn, how);
      this.settle(key, sent, { basedOn: version, state: "saved", problems: [], message: "" });
    } catch (error) {
      const unreachable = !(error instanceof Refused);
      if (pressed && unreachable) this.keepStep(key, sent);
      this.settle(key, sent, this.failure(error, entry));
      if (unreachable) this.schedule(key, RETRY_MS);
    }
  }

  /** What was pressed and did not arrive is a step of its own still, whatever was typed on it meanwhile. */
  private keepStep(key: string, sent: Draft): void {
    const now = this.entries.get(key);
    if (now?.draft === sent) this.pressed.add(key);
    else if (now) this.put(key, { ...now, steps: [sent, ...(now.steps ?? [])] });
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
  private settle(key: string, sent: Draft, outcome: Omit<Entry<Draft>, "draft">): void {
    const { steps, ...now } = this.entries.get(key) ?? {};
    if (!("draft" in now)) return;
    const typedOn = now.draft !== sent;
    if (typedOn && outcome.state !== "conflict") {
      const left = outcome.state === "unreachable" ? steps : steps?.filter((step) => step !== sent);
      this.put(key, {
        ...now,
        ...(left && left.length > 0 && { steps: left }),
        basedOn: outcome.basedOn,
        state: "waiting",
      });
      if (outcome.state !== "unreachable") this.saveSoon(key);
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
      for (const [key, entry] of this.entries) {
        this.restored.add(key);
        if (entry.state === "waiting") this.schedule(key, PAUSE_MS);
      }
    } catch {
      this.entries = new Map();
    }
  }
}
