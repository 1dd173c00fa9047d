/** The floors of the front end, from the ground. A file imports from its own floor's rooms below, never above. */
const FLOORS = [
  ["api"],
  ["words"],
  ["ui"],
  ["keys"],
  ["drafts"],
  ["figures", "charts", "exchange"],
  ["setup"],
  ["views"],
  ["app"],
];

const room = (names) => `^src/(${names.join("|")})/`;

/** @type {import("dependency-cruiser").IConfiguration} */
export default {
  forbidden: [
    {
      name: "no-circles",
      comment: "Files that need each other are one file, or one too few.",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    ...FLOORS.map((names, floor) => ({
      name: `${names.join("-")}-stands-below`,
      comment: `What is in ${names.join(", ")} knows nothing of the floors above.`,
      severity: "error",
      from: { path: room(names) },
      to: { path: `^src/(${[...FLOORS.slice(floor + 1).flat(), "main"].join("|")})[/.]` },
    })).filter(({ to }) => to.path !== "^src/()[/.]"),
    {
      name: "rooms-of-a-floor-apart",
      comment: "Rooms on one floor know nothing of each other.",
      severity: "error",
      from: { path: "^src/(figures|charts|exchange)/" },
      to: { path: "^src/(figures|charts|exchange)/", pathNot: "^src/$1/" },
    },
    {
      name: "views-apart",
      comment: "What two views show goes to setup, or further down.",
      severity: "error",
      from: { path: "^src/views/([^/]+)/" },
      to: { path: "^src/views/[^/]+/", pathNot: "^src/views/$1/" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    exclude: { path: "schema\\.d\\.ts$" },
  },
};
