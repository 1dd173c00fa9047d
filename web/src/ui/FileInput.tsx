import { useRef, type RefObject } from "react";

interface Props {
  label: string;
  input: RefObject<HTMLInputElement | null>;
  onFiles: (files: File[]) => void;
  accept?: string;
}

const OURS = ".json,.csv,.tsv,.txt,.zip,application/json,text/csv,application/zip";

/** Takes files; `pick` of the hook below opens the browser's file dialog. */
export function FileInput({ label, input, onFiles, accept = OURS }: Props) {
  return (
    <input
      ref={input}
      type="file"
      multiple
      accept={accept}
      className="visually-hidden"
      aria-label={label}
      // What opens it is a button of its own: to who cannot see, this is no second one.
      aria-hidden
      tabIndex={-1}
      onChange={(event) => {
        onFiles([...(event.target.files ?? [])]);
        event.target.value = "";
      }}
    />
  );
}

export function useFileInput() {
  const input = useRef<HTMLInputElement>(null);
  return { input, pick: () => input.current?.click() };
}
