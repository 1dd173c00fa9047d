import type { Setup } from "../api/client";

type Path = Setup["path"];

/** What a new setup may start from: drives of each kind with figures of our own, to be changed at once. */
export const STARTING_POINTS: { name: string; path: Path }[] = [
  { name: "Single-speed", path: [{ kind: "sprockets", drive: "chain", front: [42], rear: [18] }] },
  {
    name: "Hub with gears",
    path: [
      { kind: "sprockets", drive: "chain", front: [42], rear: [20] },
      { kind: "hub", gears: { ratios: [0.6, 0.72, 0.85, 1, 1.2, 1.45] } },
    ],
  },
  {
    name: "Gearbox at the cranks",
    path: [
      { kind: "gearbox", gears: { ratios: [0.6, 0.73, 0.9, 1.1, 1.34, 1.64, 2] } },
      { kind: "sprockets", drive: "belt", front: [34], rear: [28] },
    ],
  },
  {
    name: "Stepless hub",
    path: [
      { kind: "sprockets", drive: "chain", front: [46], rear: [22] },
      { kind: "hub", gears: { stepless: { low: 0.55, high: 1.8 } } },
    ],
  },
  {
    name: "Gearbox of two trains",
    path: [
      {
        kind: "gearbox",
        gears: {
          layshaft: [
            [
              [24, 40],
              [32, 32],
              [40, 24],
            ],
            [
              [28, 36],
              [32, 32],
            ],
          ],
        },
      },
      { kind: "sprockets", drive: "belt", front: [34], rear: [28] },
    ],
  },
  {
    name: "Planetary hub",
    path: [
      { kind: "sprockets", drive: "chain", front: [42], rear: [20] },
      {
        kind: "hub",
        gears: {
          epicyclic: [{ sun: 24, ring: 60, planets: 3, held: "sun", uses: ["down", "direct", "up"] }],
        },
      },
    ],
  },
  {
    name: "Chaingear and hub",
    path: [
      { kind: "gearbox", gears: { ratios: [1, 1.6] } },
      { kind: "sprockets", drive: "chain", front: [32], rear: [18] },
      { kind: "hub", gears: { ratios: [0.7, 0.84, 1, 1.2, 1.43] } },
    ],
  },
  {
    name: "Hub behind a cassette",
    path: [
      { kind: "sprockets", drive: "chain", front: [44], rear: [12, 14, 16, 19, 22, 26, 30] },
      { kind: "hub", gears: { ratios: [0.73, 1, 1.36] } },
    ],
  },
  {
    name: "Two-speed, two chains",
    path: [
      {
        kind: "sprockets",
        drive: "chain",
        pairs: [
          [30, 21],
          [42, 17],
        ],
      },
    ],
  },
  {
    name: "Shed-built, with a jackshaft",
    path: [
      { kind: "sprockets", drive: "chain", front: [32], rear: [20] },
      { kind: "sprockets", drive: "chain", front: [38], rear: [16] },
    ],
  },
  {
    name: "Derailleur, one ring",
    path: [{ kind: "sprockets", drive: "chain", front: [40], rear: [11, 13, 15, 18, 21, 25, 30, 36, 43] }],
  },
  {
    name: "Derailleur, two rings",
    path: [{ kind: "sprockets", drive: "chain", front: [30, 44], rear: [11, 13, 15, 17, 20, 23, 27, 32] }],
  },
  {
    name: "Derailleur, three rings",
    path: [
      {
        kind: "sprockets",
        drive: "chain",
        front: [22, 32, 44],
        rear: [11, 13, 15, 17, 20, 23, 26, 30, 34],
      },
    ],
  },
];

const USUAL = { cranks: { length_mm: 170 }, wheel: { bead_seat_mm: 622, tyre_mm: 42 } };

/** A new setup on the bicycle of another, if there is one: the same cranks and wheel. */
export function startedFrom(
  point: { name: string; path: Path },
  like: Setup | undefined,
  taken: string[],
): Setup {
  const { cranks, wheel } = like ?? USUAL;
  return { format: "kettledrum-setup/1", name: freeName(point.name, taken), cranks, path: point.path, wheel };
}

export function copyOf(setup: Setup, taken: string[]): Setup {
  return { ...setup, name: freeName(`${setup.name}, copy`, taken) };
}

const LONGEST = 120;

function freeName(name: string, taken: string[]): string {
  const numbered = (number: number) => {
    const ending = number === 1 ? "" : ` ${number}`;
    return name.slice(0, LONGEST - ending.length) + ending;
  };
  let number = 1;
  while (taken.includes(numbered(number))) number++;
  return numbered(number);
}
