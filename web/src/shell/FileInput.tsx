import { useRef, type RefObject } from "react";

interface Props {
  label: string;
  input: RefObject<HTMLInputElement | null>;
  onText: (text: string, name: string) => void;
}

/** Takes a file's text; `pick` of the hook below opens the browser's file dialog. */
export function FileInput({ label, input, onText }: Props) {
  const take = async (file: File | undefined) => {
    if (file) onText(await file.text(), file.name);
  };
  return (
    <input
      ref={input}
      type="file"
      accept=".json,application/json"
      className="visually-hidden"
      aria-label={label}
      tabIndex={-1}
      onChange={(event) => {
        void take(event.target.files?.[0]);
        event.target.value = "";
      }}
    />
  );
}

export function useFileInput() {
  const input = useRef<HTMLInputElement>(null);
  return { input, pick: () => input.current?.click() };
}
