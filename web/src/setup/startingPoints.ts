import type { Setup, StartingPoints } from "../api/client";

type Path = Setup["path"];

/** A new setup on the cranks and the wheel of another, or on the usual ones. */
export function startedFrom(
  point: { name: string; path: Path },
  like: Setup | Pick<StartingPoints, "cranks" | "wheel">,
  taken: string[],
): Setup {
  const { cranks, wheel } = like;
  return { format: "kettledrum-setup/1", name: freeName(point.name, taken), cranks, path: point.path, wheel };
}

export function copyOf(setup: Setup, taken: string[]): Setup {
  return { ...setup, name: freeName(`${setup.name}, copy`, taken) };
}

const LONGEST = 120;

export function freeName(name: string, taken: string[]): string {
  const numbered = (number: number) => {
    const ending = number === 1 ? "" : ` ${number}`;
    return name.slice(0, LONGEST - ending.length) + ending;
  };
  let number = 1;
  while (taken.includes(numbered(number))) number++;
  return numbered(number);
}

/** What the way to a setup says that was just added. */
export const ADDED = "added";
