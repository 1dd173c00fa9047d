/** Where assistance may be set to end, described by what it does. What is allowed is for local law to say. */
export const ASSISTANCE: { name: string; cutoff_kmh?: number; fade_kmh?: number }[] = [
  { name: "no end" },
  { name: "assistance to 25 km/h", cutoff_kmh: 25, fade_kmh: 2 },
  { name: "assistance to 32 km/h", cutoff_kmh: 32, fade_kmh: 2 },
  { name: "assistance to 45 km/h", cutoff_kmh: 45, fade_kmh: 3 },
];
