const pad = (value: number): string => String(value).padStart(2, "0");

/** A day of this machine’s calendar, as files have it. */
export const dayText = (day: Date): string =>
  `${day.getFullYear()}-${pad(day.getMonth() + 1)}-${pad(day.getDate())}`;

const LONG = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const SHORT = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" });

/** A day of a file as it is said: 14 May 2026. */
export const dayName = (day: string): string => LONG.format(new Date(`${day}T12:00`));

/** The same with less room. */
export const dayShort = (day: string): string => SHORT.format(new Date(`${day}T12:00`));
