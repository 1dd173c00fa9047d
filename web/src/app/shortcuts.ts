import { VIEWS } from "./views";

/** What the keys do, as it is listed under "?". `single` ones can be turned off. */
export interface Shortcut {
  keys: string[];
  what: string;
  single?: boolean;
}

export const SHORTCUTS: { group: string; shortcuts: Shortcut[] }[] = [
  {
    group: "Anywhere",
    shortcuts: [
      { keys: ["?"], what: "This list", single: true },
      { keys: ["Ctrl+K", "/"], what: "Go to a view, a job or a setup by its name" },
      { keys: ["Ctrl+Z"], what: "Undo the last change to the job" },
      { keys: ["Ctrl+Shift+Z", "Ctrl+Y"], what: "Do it again" },
      { keys: ["Ctrl+V"], what: "Bring in a setup or a job from the clipboard" },
      {
        keys: VIEWS.map(({ key }) => key.toUpperCase()),
        what: VIEWS.map(({ name }) => name).join(", "),
        single: true,
      },
      { keys: ["U"], what: "Metric or imperial", single: true },
      { keys: ["M"], what: "The next leading measure", single: true },
      { keys: ["T"], what: "Light or dark", single: true },
    ],
  },
  {
    group: "Among the setups",
    shortcuts: [
      { keys: ["[", "]"], what: "The setup before, the setup after", single: true },
      { keys: ["N"], what: "Add a setup", single: true },
      { keys: ["Space"], what: "On a setup’s tab: take it up; arrows move it, Space puts it down" },
      { keys: ["↑", "↓"], what: "In the gear table: the gear above or below" },
      { keys: ["Enter"], what: "On a piece of the drawing: change it" },
    ],
  },
  {
    group: "Among the pairings",
    shortcuts: [
      {
        keys: ["↑", "↓", "←", "→"],
        what: "In the grid: the pairing beside; Home, End, Page up and down go far",
      },
      { keys: ["Enter"], what: "In the grid: mount the pairing" },
    ],
  },
  {
    group: "In the field of answers",
    shortcuts: [
      { keys: ["←", "→"], what: "Along the front; with Shift through every drive that was ridden" },
      { keys: ["Home", "End"], what: "To the front’s ends" },
    ],
  },
  {
    group: "In the lanes",
    shortcuts: [
      { keys: ["←", "→"], what: "On the speed line: slower, faster; with Shift in small steps" },
      { keys: ["Page up", "Page down"], what: "On the speed line: in large steps" },
      { keys: ["←", "→"], what: "On a lane: from gear to gear" },
    ],
  },
];
