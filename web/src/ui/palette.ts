/** Each setup's own colour, by its letter; the colours themselves stand in ui/global.css, one set a theme. */
const SETUP_COLOURS = 8;

export function setupColour(letter: string): string {
  return `var(--setup-${(letter.charCodeAt(0) - 65) % SETUP_COLOURS})`;
}
