/** How long nothing is typed, in ms, before what stands beside the setup's own figures is worked out again. */
export const RESTS_MS = 250;
