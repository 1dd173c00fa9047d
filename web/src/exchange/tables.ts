import { copyText, download } from "./saving";
import type { Saving } from "./SaveMenu";

export type Cell = string | number | null | undefined;

const quoted = (cell: Cell, separator: string): string => {
  const text = cell === null || cell === undefined ? "" : String(cell);
  return text.includes('"') || text.includes("\n") || text.includes(separator)
    ? `"${text.replaceAll('"', '""')}"`
    : text;
};

const tableText = (rows: Cell[][], separator: string): string =>
  rows.map((row) => row.map((cell) => quoted(cell, separator)).join(separator)).join("\r\n") + "\r\n";

/** A table on the screen as a file for a spreadsheet (RFC 4180), or on the clipboard. */
export function tableSavings(what: string, name: string, rows: () => Cell[][]): Saving[] {
  return [
    {
      label: `${what} as a CSV file`,
      run: () => {
        download(new Blob(["\uFEFF", tableText(rows(), ",")], { type: "text/csv" }), `${name}.csv`);
        return Promise.resolve(undefined);
      },
    },
    {
      label: `Copy the ${what.toLowerCase()} for a spreadsheet`,
      run: async () => {
        await copyText(tableText(rows(), "\t"));
        return `The ${what.toLowerCase()} are on the clipboard.`;
      },
    },
  ];
}
