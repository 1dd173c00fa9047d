import { lazy, Suspense, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import { useColorScheme } from "@mui/material/styles";
import { useHotkeys } from "react-hotkeys-hook";
import { useMatch, useNavigate } from "react-router";
import { useRemembered } from "../ui/remembered";
import { MEASURES, UnitsContext } from "../words/units";
import { VIEWS } from "./views";
import { KeysContext, useKeys, useSingleKey, type Keys } from "../keys/KeysContext";

const KeyList = lazy(async () => ({ default: (await import("./KeyList")).KeyList }));
const loadJumpBox = () => import("./JumpBox");
const JumpBox = lazy(async () => ({ default: (await loadJumpBox()).JumpBox }));

const isFlag = (value: unknown): value is boolean => typeof value === "boolean";

/** The keys that work in every view, their list, and the jump box. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const [single, setSingle] = useRemembered("single-keys", true, isFlag);
  const [open, setOpen] = useState<"list" | "jump" | null>(null);
  const keys = useMemo<Keys>(
    () => ({
      single,
      setSingle,
      busy: open !== null,
      openList: () => setOpen("list"),
      openJump: () => setOpen("jump"),
    }),
    [single, setSingle, open],
  );
  const close = () => setOpen(null);
  // Who presses Ctrl+K types on at once: the box is fetched beforehand, when nothing else is going on.
  useEffect(() => {
    const waiting = window.requestIdleCallback(() => void loadJumpBox().catch(() => undefined));
    return () => window.cancelIdleCallback(waiting);
  }, []);
  return (
    <KeysContext value={keys}>
      <EverywhereKeys />
      {children}
      <Suspense>
        {open === "list" && <KeyList onClose={close} />}
        {open === "jump" && <JumpBox onClose={close} />}
      </Suspense>
    </KeysContext>
  );
}

function EverywhereKeys() {
  const { openList, openJump } = useKeys();
  const { units, choose } = useContext(UnitsContext);
  const { mode, systemMode, setMode } = useColorScheme();
  const navigate = useNavigate();
  const jobId = useMatch("/jobs/:jobId/*")?.params.jobId;
  const open = (view: string) => {
    if (jobId && jobId !== "new") void navigate(`/jobs/${jobId}/${view}`);
  };
  useHotkeys("mod+k", openJump, { preventDefault: true, enableOnFormTags: true });
  useSingleKey("/", openJump);
  useSingleKey("?", openList);
  useSingleKey("u", () => choose({ system: units.system === "metric" ? "imperial" : "metric" }));
  useSingleKey("m", () => {
    const next = MEASURES[(MEASURES.indexOf(units.measure) + 1) % MEASURES.length];
    if (next) choose({ measure: next });
  });
  useSingleKey("t", () => setMode((mode === "system" ? systemMode : mode) === "dark" ? "light" : "dark"));
  return VIEWS.map(({ key, path }) => <ViewKey key={path} letter={key} onPress={() => open(path)} />);
}

function ViewKey({ letter, onPress }: { letter: string; onPress: () => void }) {
  useSingleKey(letter, onPress);
  return null;
}
