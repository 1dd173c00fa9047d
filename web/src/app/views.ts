/** The views in the order of the work; only what exists is named. */
export const VIEW_GROUPS = [
  {
    name: "Need",
    entries: [
      { name: "Job", path: "job" },
      { name: "Road", path: "road" },
    ],
  },
  {
    name: "Build",
    entries: [
      { name: "Setups", path: "setups" },
      { name: "Internals", path: "internals" },
      { name: "Pairings", path: "pairings" },
      { name: "Fit", path: "fit" },
      { name: "Motors", path: "motors" },
      { name: "Bench", path: "bench" },
    ],
  },
  { name: "Weigh", entries: [{ name: "Line-up", path: "line-up" }] },
  { name: "Keep", entries: [{ name: "Live", path: "live" }] },
  { name: "Shelf", entries: [{ name: "Parts", path: "shelf" }] },
];

/** The view that the address names; it may not be shown yet. */
export const viewGoneTo = (): string => window.location.pathname.split("/")[3] ?? "line-up";
