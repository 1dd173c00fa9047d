/** Puts content into the browser's downloads under a name. */
export function download(content: Blob, name: string): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement("a");
  link.href = address;
  link.download = fileName(name);
  link.click();
  URL.revokeObjectURL(address);
}

/** A name that any system takes for a file. */
export const fileName = (name: string): string => name.replace(/[\\/:*?"|]+/g, "-").slice(0, 150);

/** Puts text on the clipboard. Throws where the browser does not allow it. */
export async function copyText(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
  } catch {
    throw new Error("This browser does not let pages use the clipboard; save it as a file instead.");
  }
}
