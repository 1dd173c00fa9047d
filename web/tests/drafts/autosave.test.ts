// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Refused, Unreachable, type ProblemDetails } from "../../src/api/client";
import { Autosave } from "../../src/drafts/autosave";

interface Sent {
  document: string;
  basedOn: number;
  leaving: boolean;
  perhapsSent: boolean;
  answer: (version: number) => void;
  fail: (error: Error) => void;
}

/** An autosave whose writes are answered by the test. */
function kept() {
  const sent: Sent[] = [];
  const autosave = new Autosave<string>("things", (_key, document, basedOn, how) => {
    return new Promise<number>((answer, fail) => sent.push({ document, basedOn, ...how, answer, fail }));
  });
  const state = () => autosave.snapshot().get("a")?.state;
  return { autosave, sent, state };
}

const refused = (status: number, version?: number): Refused =>
  new Refused({
    type: "about:blank",
    title: "",
    status,
    detail: "not so",
    problems: [{ where: "name", what: "must be shorter" }],
    version,
  } as ProblemDetails);

const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
  vi.useFakeTimers();
  sessionStorage.clear();
});
afterEach(() => vi.useRealTimers());

test("what is typed is sent once the hand rests, with the version that it stands on", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "o", 3);
  await vi.advanceTimersByTimeAsync(300);
  autosave.change("a", "on", 3);
  await vi.advanceTimersByTimeAsync(300);
  expect(sent).toHaveLength(0);
  expect(state()).toBe("waiting");
  await vi.advanceTimersByTimeAsync(300);
  expect(sent.map(({ document, basedOn }) => [document, basedOn])).toEqual([["on", 3]]);
  expect(state()).toBe("saving");
  sent[0]?.answer(4);
  await settled();
  expect(state()).toBe("saved");
});

test("what is typed during a save is saved next, on what that save made", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "one", 1);
  await vi.advanceTimersByTimeAsync(500);
  autosave.change("a", "one two", 1);
  await vi.advanceTimersByTimeAsync(2000);
  // One write at a time.
  expect(sent).toHaveLength(1);
  sent[0]?.answer(2);
  await settled();
  expect(state()).toBe("waiting");
  await vi.advanceTimersByTimeAsync(500);
  expect(sent[1]).toMatchObject({ document: "one two", basedOn: 2 });
});

test("what is refused stays as it was typed, with its problems, and is not sent again by itself", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "much too long", 1);
  await vi.advanceTimersByTimeAsync(500);
  sent[0]?.fail(refused(422));
  await settled();
  expect(autosave.snapshot().get("a")).toMatchObject({
    draft: "much too long",
    state: "refused",
    problems: [{ where: "name", what: "must be shorter" }],
  });
  expect(autosave.unsaved()).toEqual(["a"]);
  await vi.advanceTimersByTimeAsync(60_000);
  expect(sent).toHaveLength(1);
  autosave.change("a", "short", 1);
  await vi.advanceTimersByTimeAsync(500);
  expect(sent[1]?.document).toBe("short");
  sent[1]?.answer(2);
  await settled();
  expect(state()).toBe("saved");
});

test("a change made elsewhere is never written over unasked", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "mine", 1);
  await vi.advanceTimersByTimeAsync(500);
  sent[0]?.fail(refused(409, 5));
  await settled();
  expect(state()).toBe("conflict");
  autosave.change("a", "mine too", 1);
  await vi.advanceTimersByTimeAsync(60_000);
  expect(sent).toHaveLength(1);
  expect(state()).toBe("conflict");
  autosave.overwrite("a");
  await settled();
  expect(sent[1]).toMatchObject({ document: "mine too", basedOn: 5 });
});

test("while the server does not answer, it is tried again and again", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "kept", 1);
  await vi.advanceTimersByTimeAsync(500);
  sent[0]?.fail(new Unreachable());
  await settled();
  expect(state()).toBe("unreachable");
  await vi.advanceTimersByTimeAsync(3000);
  expect(sent[1]?.document).toBe("kept");
  sent[1]?.answer(2);
  await settled();
  expect(state()).toBe("saved");
});

test("what is not saved outlives a reload of the page; what is saved does not come back", async () => {
  const before = kept();
  before.autosave.change("a", "typed", 2);
  const after = kept();
  expect(after.autosave.snapshot().get("a")).toMatchObject({ draft: "typed", basedOn: 2, state: "waiting" });
  await vi.advanceTimersByTimeAsync(500);
  after.sent[0]?.answer(3);
  await settled();
  expect(kept().autosave.snapshot().size).toBe(0);
});

test("a page that is left sends what waits at once", async () => {
  const { autosave, sent } = kept();
  autosave.change("a", "last words", 1);
  window.dispatchEvent(new Event("pagehide"));
  await settled();
  expect(sent.map(({ document, leaving }) => [document, leaving])).toEqual([["last words", true]]);
});

test("a flush ends when all is on the disk", async () => {
  const { autosave, sent } = kept();
  autosave.change("a", "now", 1);
  let done = false;
  void autosave.flush().then(() => (done = true));
  await settled();
  expect([sent.length, done]).toEqual([1, false]);
  sent[0]?.answer(2);
  await vi.advanceTimersByTimeAsync(50);
  expect(done).toBe(true);
});

test("what is discarded is forgotten and not sent", async () => {
  const { autosave, sent } = kept();
  autosave.change("a", "no", 1);
  autosave.discard("a");
  await vi.advanceTimersByTimeAsync(1000);
  expect([sent.length, autosave.snapshot().size]).toEqual([0, 0]);
});

test("what is pressed is a step of its own: what was typed before it is saved first", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "typed", 1);
  autosave.change("a", "pressed", 1, true);
  expect(sent.map(({ document }) => document)).toEqual(["typed"]);
  autosave.change("a", "pressed back", 1, true);
  autosave.change("a", "pressed back, typed on", 1);
  expect(autosave.snapshot().get("a")?.draft).toBe("pressed back, typed on");
  for (let version = 2; version < 6; version++) {
    sent.at(-1)?.answer(version);
    await vi.advanceTimersByTimeAsync(500);
  }
  expect(sent.map(({ document, basedOn }) => [document, basedOn])).toEqual([
    ["typed", 1],
    ["pressed", 2],
    ["pressed back", 3],
    ["pressed back, typed on", 4],
  ]);
  expect(state()).toBe("saved");
});

test("flushed, every step is saved in order; one that is refused does not hold up the rest", async () => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "decided", 1, true);
  autosave.change("a", "not so", 1, true);
  autosave.change("a", "taken back", 1, true);
  const flushed = autosave.flush();
  sent[0]?.answer(2);
  await settled();
  sent[1]?.fail(refused(422));
  await settled();
  sent[2]?.answer(3);
  await vi.advanceTimersByTimeAsync(100);
  await flushed;
  expect(sent.map(({ document, basedOn }) => [document, basedOn])).toEqual([
    ["decided", 1],
    ["not so", 2],
    ["taken back", 2],
  ]);
  expect(state()).toBe("saved");
  expect(autosave.snapshot().get("a")?.steps).toBeUndefined();
});

test("steps outlast a server that does not answer, and a page that is loaded again", async () => {
  const { autosave, sent } = kept();
  autosave.change("a", "decided", 1, true);
  autosave.change("a", "taken back", 1, true);
  autosave.change("a", "taken back, and why", 1);
  sent[0]?.fail(new Unreachable());
  await settled();
  const again = kept();
  await vi.advanceTimersByTimeAsync(3500);
  expect(sent[1]).toMatchObject({ document: "decided", perhapsSent: false });
  // The page before may have sent it as it was left.
  expect(again.sent[0]).toMatchObject({ document: "decided", perhapsSent: true });
  for (const [at, version] of [2, 3].entries()) {
    again.sent[at]?.answer(version);
    await vi.advanceTimersByTimeAsync(500);
  }
  expect(again.sent.slice(1).map(({ document, basedOn }) => [document, basedOn])).toEqual([
    ["taken back", 2],
    ["taken back, and why", 3],
  ]);
  expect(again.sent[1]?.perhapsSent).toBe(false);
});

test.each([
  ["before it failed", true],
  ["after it failed", false],
])("what was pressed and did not arrive stays a step, typed on %s", async (_when, before) => {
  const { autosave, sent, state } = kept();
  autosave.change("a", "decided", 1, true);
  if (before) autosave.change("a", "decided, and why", 1);
  sent[0]?.fail(new Unreachable());
  await settled();
  if (!before) autosave.change("a", "decided, and why", 1);
  await vi.advanceTimersByTimeAsync(3500);
  sent[1]?.answer(2);
  await vi.advanceTimersByTimeAsync(3500);
  sent[2]?.answer(3);
  await settled();
  expect(sent.slice(1).map(({ document, basedOn }) => [document, basedOn])).toEqual([
    ["decided", 1],
    ["decided, and why", 2],
  ]);
  expect(state()).toBe("saved");
});
