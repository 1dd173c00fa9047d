/** Each setup's own colour, by its letter; the colours themselves stand in ui/global.css, one set a theme. */
const SETUP_COLOURS = 8;

export function setupColour(letter: string): string {
  const place = letter.charCodeAt(0) - 65;
  return `var(--setup-${((place % SETUP_COLOURS) + SETUP_COLOURS) % SETUP_COLOURS})`;
}
