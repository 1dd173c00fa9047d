import { loaded, type Loaded } from "./loaded";

/** A view: where it stands in the order of the work, its address, its key, and how it is loaded. */
export interface View extends Loaded {
  group: "Need" | "Build" | "Weigh" | "Keep";
  name: string;
  /** The address within a job; a part of it that may follow is named with a colon. */
  path: string;
  part?: string;
  key: string;
}

/** Every view, in the order of the work; routes, rail, jump box, keys and their list read it. */
export const VIEWS: readonly View[] = [
  {
    group: "Need",
    name: "Job",
    path: "job",
    key: "j",
    ...loaded("JobView", () => import("../views/job/JobView")),
  },
  {
    group: "Need",
    name: "Road",
    path: "road",
    part: ":roadId?",
    key: "r",
    ...loaded("RoadView", () => import("../views/road/RoadView")),
  },
  {
    group: "Need",
    name: "Search",
    path: "search",
    key: "w",
    ...loaded("SearchView", () => import("../views/search/SearchView")),
  },
  {
    group: "Build",
    name: "Setups",
    path: "setups",
    part: ":setupId?",
    key: "s",
    ...loaded("Setups", () => import("../views/setups/Setups")),
  },
  {
    group: "Build",
    name: "Internals",
    path: "internals",
    key: "i",
    ...loaded("InternalsView", () => import("../views/internals/InternalsView")),
  },
  {
    group: "Build",
    name: "Pairings",
    path: "pairings",
    part: ":setupId?",
    key: "g",
    ...loaded("PairingsView", () => import("../views/pairings/PairingsView")),
  },
  {
    group: "Build",
    name: "Fit",
    path: "fit",
    part: ":setupId?",
    key: "f",
    ...loaded("FitView", () => import("../views/fit/FitView")),
  },
  {
    group: "Build",
    name: "Motors",
    path: "motors",
    part: ":setupId?",
    key: "o",
    ...loaded("MotorsView", () => import("../views/motors/MotorsView")),
  },
  {
    group: "Build",
    name: "Home-built",
    path: "home-built",
    part: ":number?",
    key: "b",
    ...loaded("BenchView", () => import("../views/bench/BenchView")),
  },
  {
    group: "Weigh",
    name: "Line-up",
    path: "line-up",
    key: "l",
    ...loaded("LineUp", () => import("../views/lineup/LineUp")),
  },
  {
    group: "Weigh",
    name: "Costs",
    path: "costs",
    part: ":setupId?",
    key: "c",
    ...loaded("CostsView", () => import("../views/costs/CostsView")),
  },
  {
    group: "Weigh",
    name: "Verdict",
    path: "verdict",
    key: "y",
    ...loaded("VerdictView", () => import("../views/verdict/VerdictView")),
  },
  {
    group: "Weigh",
    name: "Sheet",
    path: "sheet",
    key: "z",
    ...loaded("SheetView", () => import("../views/sheet/SheetView")),
  },
  {
    group: "Keep",
    name: "Bikes",
    path: "bikes",
    part: ":bikeId?",
    key: "k",
    ...loaded("BikesView", () => import("../views/bikes/BikesView")),
  },
  {
    group: "Keep",
    name: "Care",
    path: "care",
    part: ":bikeId?",
    key: "a",
    ...loaded("CareView", () => import("../views/care/CareView")),
  },
  {
    group: "Keep",
    name: "Swap test",
    path: "swap-test",
    key: "x",
    ...loaded("SwapView", () => import("../views/swap/SwapView")),
  },
  {
    group: "Keep",
    name: "Parts",
    path: "parts",
    key: "p",
    ...loaded("ShelfView", () => import("../views/shelf/ShelfView")),
  },
  {
    group: "Keep",
    name: "Live",
    path: "live",
    part: ":setupId?",
    key: "v",
    ...loaded("LiveView", () => import("../views/live/LiveView")),
  },
  {
    group: "Keep",
    name: "Settings",
    path: "settings",
    key: "d",
    ...loaded("SettingsView", () => import("../views/settings/SettingsView")),
  },
];

/** The view that a job is opened in. */
export const FIRST_VIEW = "line-up";

/** The views by their groups. */
export const VIEW_GROUPS = [...new Set(VIEWS.map(({ group }) => group))].map((name) => ({
  name,
  views: VIEWS.filter(({ group }) => group === name),
}));

/** The view that the address names; it may not be shown yet. */
export const viewGoneTo = (): string => window.location.pathname.split("/")[3] ?? FIRST_VIEW;
