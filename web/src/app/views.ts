import { lazy, type ComponentType } from "react";

/** A view: where it stands in the order of the work, its address, its key, and how it is loaded. */
export interface View {
  group: "Need" | "Build" | "Weigh" | "Keep";
  name: string;
  /** The address within a job; a part of it that may follow is named with a colon. */
  path: string;
  part?: string;
  key: string;
  View: ComponentType;
}

/** A view that is loaded when it is first opened. */
function loaded<Name extends string>(name: Name, load: () => Promise<Record<Name, ComponentType>>) {
  return lazy(async () => ({ default: (await load())[name] }));
}

/** Every view, in the order of the work; routes, rail, jump box, keys and their list read it. */
export const VIEWS: readonly View[] = [
  {
    group: "Need",
    name: "Job",
    path: "job",
    key: "j",
    View: loaded("JobView", () => import("../views/job/JobView")),
  },
  {
    group: "Need",
    name: "Road",
    path: "road",
    part: ":roadId?",
    key: "r",
    View: loaded("RoadView", () => import("../views/road/RoadView")),
  },
  {
    group: "Need",
    name: "Search",
    path: "search",
    key: "w",
    View: loaded("SearchView", () => import("../views/search/SearchView")),
  },
  {
    group: "Build",
    name: "Setups",
    path: "setups",
    part: ":setupId?",
    key: "s",
    View: loaded("Setups", () => import("../views/setups/Setups")),
  },
  {
    group: "Build",
    name: "Internals",
    path: "internals",
    key: "i",
    View: loaded("InternalsView", () => import("../views/internals/InternalsView")),
  },
  {
    group: "Build",
    name: "Pairings",
    path: "pairings",
    part: ":setupId?",
    key: "g",
    View: loaded("PairingsView", () => import("../views/pairings/PairingsView")),
  },
  {
    group: "Build",
    name: "Fit",
    path: "fit",
    part: ":setupId?",
    key: "f",
    View: loaded("FitView", () => import("../views/fit/FitView")),
  },
  {
    group: "Build",
    name: "Motors",
    path: "motors",
    part: ":setupId?",
    key: "o",
    View: loaded("MotorsView", () => import("../views/motors/MotorsView")),
  },
  {
    group: "Build",
    name: "Home-built",
    path: "home-built",
    part: ":number?",
    key: "b",
    View: loaded("BenchView", () => import("../views/bench/BenchView")),
  },
  {
    group: "Weigh",
    name: "Line-up",
    path: "line-up",
    key: "l",
    View: loaded("LineUp", () => import("../views/lineup/LineUp")),
  },
  {
    group: "Weigh",
    name: "Costs",
    path: "costs",
    part: ":setupId?",
    key: "c",
    View: loaded("CostsView", () => import("../views/costs/CostsView")),
  },
  {
    group: "Weigh",
    name: "Verdict",
    path: "verdict",
    key: "y",
    View: loaded("VerdictView", () => import("../views/verdict/VerdictView")),
  },
  {
    group: "Weigh",
    name: "Sheet",
    path: "sheet",
    key: "z",
    View: loaded("SheetView", () => import("../views/sheet/SheetView")),
  },
  {
    group: "Keep",
    name: "Bikes",
    path: "bikes",
    part: ":bikeId?",
    key: "k",
    View: loaded("BikesView", () => import("../views/bikes/BikesView")),
  },
  {
    group: "Keep",
    name: "Care",
    path: "care",
    part: ":bikeId?",
    key: "a",
    View: loaded("CareView", () => import("../views/care/CareView")),
  },
  {
    group: "Keep",
    name: "Swap test",
    path: "swap-test",
    key: "x",
    View: loaded("SwapView", () => import("../views/swap/SwapView")),
  },
  {
    group: "Keep",
    name: "Parts",
    path: "parts",
    key: "p",
    View: loaded("ShelfView", () => import("../views/shelf/ShelfView")),
  },
  {
    group: "Keep",
    name: "Live",
    path: "live",
    part: ":setupId?",
    key: "v",
    View: loaded("LiveView", () => import("../views/live/LiveView")),
  },
  {
    group: "Keep",
    name: "Settings",
    path: "settings",
    key: "d",
    View: loaded("SettingsView", () => import("../views/settings/SettingsView")),
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
