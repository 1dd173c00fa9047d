/**
 * A drawing on the screen as a file that stands for itself: its SVG with every style written out, and the text
 * that the page lays over it.
 */

const SVG = "http://www.w3.org/2000/svg";
const STYLES = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-opacity",
  "stroke-dasharray",
  "stroke-linecap",
  "stroke-linejoin",
  "opacity",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "dominant-baseline",
  "stop-color",
  "stop-opacity",
] as const;
const MARGIN = 16;
/** Pixels of a picture for one of the screen. */
const SHARPNESS = 2;

/** The text of an SVG file of the drawing in `holder`: its SVG elements, and the words laid over them. */
export async function drawingIn(holder: HTMLElement, title: string): Promise<string> {
  const drawn = [...holder.querySelectorAll<SVGSVGElement>("svg")];
  if (drawn.length === 0) throw new Error("there is no drawing to save");
  const box = new DOMRect(
    holder.getBoundingClientRect().left - holder.scrollLeft,
    holder.getBoundingClientRect().top,
    holder.clientWidth,
    holder.clientHeight,
  );
  const frames = drawn.map((shown) => ({ shown, frame: shown.getBoundingClientRect() }));
  // A drawing may be wider than the part of the page that it is scrolled in.
  const width = Math.max(...frames.map(({ frame }) => frame.right - box.left), box.width);
  const height = Math.max(...frames.map(({ frame }) => frame.bottom - box.top), box.height);

  const file = document.createElementNS(SVG, "svg");
  file.setAttribute("xmlns", SVG);
  file.setAttribute("width", String(Math.ceil(width + 2 * MARGIN)));
  file.setAttribute("height", String(Math.ceil(height + 2 * MARGIN)));
  file.setAttribute("viewBox", `${-MARGIN} ${-MARGIN} ${width + 2 * MARGIN} ${height + 2 * MARGIN}`);
  const ground = rectangle(-MARGIN, -MARGIN, width + 2 * MARGIN, height + 2 * MARGIN);
  ground.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  const called = document.createElementNS(SVG, "title");
  called.textContent = title;
  file.append(called, await fontStyle(), ground);

  for (const { shown, frame } of frames) {
    const copy = shown.cloneNode(true) as SVGSVGElement;
    writeStyles(shown, copy);
    copy.setAttribute("x", String(frame.left - box.left));
    copy.setAttribute("y", String(frame.top - box.top));
    // It may be shown smaller than it was drawn, to fit a narrow page.
    copy.setAttribute("width", String(frame.width));
    copy.setAttribute("height", String(frame.height));
    copy.setAttribute("overflow", "visible");
    file.append(copy);
  }
  file.append(...overlaid(holder, box));
  return new XMLSerializer().serializeToString(file);
}

/** A picture of an SVG file's text. */
export async function pictureOf(svg: string): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const canvas = document.createElement("canvas");
    canvas.width = image.width * SHARPNESS;
    canvas.height = image.height * SHARPNESS;
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((done, failed) =>
      canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error("the drawing is too large")))),
    );
  } finally {
    URL.revokeObjectURL(address);
  }
}

function writeStyles(shown: Element, copy: Element): void {
  const style = getComputedStyle(shown);
  for (const name of STYLES) copy.setAttribute(name, style.getPropertyValue(name));
  for (const { name } of [...copy.attributes])
    if (/^(class|style|role|tabindex|aria-.*|data-.*)$/.test(name)) copy.removeAttribute(name);
  if (shown instanceof SVGTextElement && shown.childElementCount === 0)
    keepWidth(copy, shown.getComputedTextLength());
  const copies = [...copy.children];
  [...shown.children].forEach((child, place) => {
    const own = copies[place];
    if (!own) return;
    if (getComputedStyle(child).display === "none") own.remove();
    else writeStyles(child, own);
  });
}

/** Has a text take as much room as it does here where the file's own typeface is passed over. */
function keepWidth(text: Element, width: number): void {
  if (width <= 0) return;
  text.setAttribute("textLength", width.toFixed(2));
  text.setAttribute("lengthAdjust", "spacingAndGlyphs");
}

/** The words that the page itself lays over the drawing, and the fields of colour behind them. */
function overlaid(holder: HTMLElement, box: DOMRect): SVGElement[] {
  const found: SVGElement[] = [];
  const walker = document.createTreeWalker(holder, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node.parentElement;
    const text = node.nodeValue ?? "";
    if (!text.trim() || !element || element.closest("svg, .visually-hidden") || !element.checkVisibility())
      continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const place = range.getBoundingClientRect();
    const style = getComputedStyle(element);
    if (style.backgroundColor !== "rgba(0, 0, 0, 0)") found.push(field(element, box, style));
    found.push(words(text, place, element, box, style));
  }
  return found;
}

function field(element: Element, box: DOMRect, style: CSSStyleDeclaration): SVGElement {
  const own = element.getBoundingClientRect();
  const rect = rectangle(own.left - box.left, own.top - box.top, own.width, own.height);
  rect.setAttribute("rx", style.borderRadius);
  rect.setAttribute("fill", style.backgroundColor);
  return rect;
}

function words(
  text: string,
  place: DOMRect,
  element: Element,
  box: DOMRect,
  style: CSSStyleDeclaration,
): SVGElement {
  const drawn = document.createElementNS(SVG, "text");
  const size = parseFloat(style.fontSize);
  drawn.setAttribute("x", String(place.left - box.left));
  // Capitals stand about 0.7 of the size high; half of that below the middle is where the line runs.
  drawn.setAttribute("y", String(place.top - box.top + place.height / 2 + size * 0.35));
  drawn.setAttribute("fill", style.color);
  for (const name of ["font-family", "font-size", "font-weight"] as const)
    drawn.setAttribute(name, style.getPropertyValue(name));
  // Words that follow others begin with the space between them.
  drawn.setAttribute("xml:space", "preserve");
  drawn.textContent = fitted(text, place.width, element.clientWidth);
  if (drawn.textContent === text) keepWidth(drawn, place.width);
  return drawn;
}

/** Text cut as the page cuts it, where it is wider than there is room. */
function fitted(text: string, width: number, room: number): string {
  if (room === 0 || width <= room + 1) return text;
  return `${text.slice(0, Math.max(Math.floor((text.length * room) / width) - 2, 1))}…`;
}

function rectangle(x: number, y: number, width: number, height: number): SVGElement {
  const rect = document.createElementNS(SVG, "rect");
  Object.entries({ x, y, width, height }).forEach(([name, value]) => rect.setAttribute(name, String(value)));
  return rect;
}

/** The page's typeface inside the file, which may be opened where it is not installed. */
async function fontStyle(): Promise<SVGElement> {
  const style = document.createElementNS(SVG, "style");
  const face = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule) => rule instanceof CSSFontFaceRule)
    .find((rule) => /U\+(0+-0*FF|\?\?)(,|$)/i.test(rule.style.getPropertyValue("unicode-range")));
  const source = /url\("?([^")]+)"?\)/.exec(face?.style.getPropertyValue("src") ?? "")?.[1];
  if (!face || !source) return style;
  const font = await (await fetch(new URL(source, face.parentStyleSheet?.href ?? location.href))).blob();
  const data = await new Promise<string>((done) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.readAsDataURL(font);
  });
  const family = face.style.getPropertyValue("font-family");
  style.textContent = `@font-face{font-family:${family};font-weight:100 900;src:url(${data})}`;
  return style;
}
