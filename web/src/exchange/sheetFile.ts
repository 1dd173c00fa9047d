import { drawingIn } from "./drawing";

/** How the file looks, on a screen and on paper of either size: it stands for itself. */
const LOOKS = `
@page { margin: 14mm 12mm; }
body { max-width: 960px; margin: 24px auto; padding: 0 16px; background: #fff; color: #1e2426;
  font: 15px/1.45 system-ui, sans-serif; font-variant-numeric: tabular-nums; }
h1 { font-size: 26px; margin: 0; } h2 { font-size: 19px; margin: 24px 0 6px; padding-top: 10px;
  border-top: 1px solid #e3dacb; break-after: avoid; } h3 { font-size: 16px; margin: 14px 0 2px;
  break-after: avoid; } p { margin: 4px 0 8px; } svg { max-width: 100%; height: auto; }
table { width: 100%; border-collapse: collapse; font-size: 14px; }
th, td { padding: 2px 0 2px 10px; text-align: right; vertical-align: top; }
th:first-child { padding-left: 0; text-align: left; } thead th { border-bottom: 2px solid #5b6467; }
tr, li, svg { break-inside: avoid; } dl > div { display: grid; grid-template-columns: 120px 1fr; gap: 12px; }
dt, small { color: #5b6467; } dd { margin: 0; } .caution { color: #855600; } .notes { white-space: pre-wrap; }
`;
const DROPPED = "script, button, input, select, textarea, style, link, .no-print, [role=slider]";
const KEPT = new Set(["colspan", "rowspan", "scope", "aria-label"]);

/** A sheet on the screen as one HTML file: its drawings inside, nothing to fetch, nothing that runs. */
export async function sheetFile(sheet: HTMLElement, title: string): Promise<string> {
  const root = document.documentElement;
  const theme = root.getAttribute("data-theme");
  const copy = sheet.cloneNode(true) as HTMLElement;
  const drawn: string[] = [];
  try {
    // Paper is light, whatever the screen is.
    root.setAttribute("data-theme", "light");
    for (const holder of sheet.querySelectorAll<HTMLElement>("[data-drawing]"))
      drawn.push(await drawingIn(holder, title));
  } finally {
    if (theme !== null) root.setAttribute("data-theme", theme);
    else root.removeAttribute("data-theme");
  }
  // Put together as text: a style in the page itself is what its own rules forbid.
  copy.querySelectorAll("[data-drawing]").forEach((place, at) => {
    place.replaceChildren(document.createComment(`drawing ${at}`));
  });
  plain(copy, styleNames(sheet));
  const body = drawn.reduce(
    (text, svg, at) => text.replace(`<!--drawing ${at}-->`, () => svg),
    copy.innerHTML,
  );
  return [
    "<!doctype html>",
    '<html lang="en">',
    '<head><meta charset="utf-8"><meta name="viewport" content="width=device-width">',
    `<title>${escaped(title)}</title><style>${LOOKS}</style></head>`,
    `<body>${body}</body></html>`,
    "",
  ].join("\n");
}

const escaped = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** The two looks that the file has too, by the names that the style sheets of the page give them. */
function styleNames(sheet: HTMLElement): Map<string, string> {
  const found = new Map<string, string>();
  for (const element of sheet.querySelectorAll<HTMLElement>("[class]"))
    for (const name of element.classList)
      for (const look of ["caution", "notes"]) if (name.includes(look)) found.set(name, look);
  return found;
}

/** Takes away what only the page needs: what is pressed or typed, classes, and what scripts hang on. */
function plain(element: HTMLElement, looks: Map<string, string>): void {
  for (const dropped of element.querySelectorAll(DROPPED)) dropped.remove();
  for (const link of element.querySelectorAll("a")) link.replaceWith(...link.childNodes);
  for (const each of element.querySelectorAll<HTMLElement>("*")) {
    const look = [...each.classList].map((name) => looks.get(name)).find(Boolean);
    for (const { name } of [...each.attributes]) if (!KEPT.has(name)) each.removeAttribute(name);
    if (look) each.className = look;
  }
}
