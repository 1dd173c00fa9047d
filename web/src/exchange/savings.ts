import { gearTableText } from "../api/exchange";
import type { System } from "../words/units";
import { drawingIn, pictureOf } from "./drawing";
import { copyText, download } from "./saving";
import type { Saving } from "./SaveMenu";

interface Gears {
  jobId: string;
  setupId?: string;
  name: string;
  system: System;
  /** Has what is being typed saved first, so that the table holds it. */
  flush: () => Promise<void>;
}

/** A gear table as a file for a spreadsheet, or on the clipboard. */
export function gearSavings({ jobId, setupId, name, system, flush }: Gears): Saving[] {
  const text = async () => {
    await flush();
    return gearTableText(jobId, setupId, system);
  };
  return [
    {
      label: "Gears as a CSV file",
      run: async () => {
        await flush();
        const path = setupId ? `${jobId}/setups/${setupId}` : jobId;
        const answer = await fetch(`/api/jobs/${path}/gears.csv?system=${system}`);
        if (!answer.ok) throw new Error("the gears could not be read");
        download(await answer.blob(), `${name}, gears.csv`);
        return undefined;
      },
    },
    {
      label: "Copy the gears for a spreadsheet",
      run: async () => {
        await copyText(await text());
        return "The gears are on the clipboard.";
      },
    },
  ];
}

/** The drawing that is on the screen, as it stands. */
export function drawingSavings(what: string, name: string, called = "Drawing"): Saving[] {
  const drawn = () => {
    const holder = document.querySelector<HTMLElement>(`[data-drawing="${what}"]`);
    if (!holder) throw new Error("there is no drawing to save");
    return drawingIn(holder, `${called}: ${name}`);
  };
  return [
    {
      label: `${called} as SVG`,
      run: async () => {
        download(new Blob([await drawn()], { type: "image/svg+xml" }), `${name}.svg`);
        return undefined;
      },
    },
    {
      label: `${called} as PNG`,
      run: async () => {
        download(await pictureOf(await drawn()), `${name}.png`);
        return undefined;
      },
    },
  ];
}

/** The whole shelf, as a file to be taken in again or as a table. */
export function shelfSavings(): Saving[] {
  const day = new Date().toISOString().slice(0, 10);
  const saving = (label: string, path: string, ending: string): Saving => ({
    label,
    run: async () => {
      const answer = await fetch(`/api/shelf/${path}`);
      if (!answer.ok) throw new Error("the parts could not be read");
      download(await answer.blob(), `parts ${day}.${ending}`);
      return undefined;
    },
  });
  return [
    saving("Parts file", "file", "json"),
    saving("Parts as a CSV file", "table", "csv"),
    {
      label: "Copy the parts for a spreadsheet",
      run: async () => {
        const answer = await fetch("/api/shelf/table?tabs=true");
        if (!answer.ok) throw new Error("the parts could not be read");
        await copyText(await answer.text());
        return "The parts are on the clipboard.";
      },
    },
  ];
}
