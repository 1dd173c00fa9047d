import { refusalOf, Unreachable, type ImportStep } from "./client";

interface Ways {
  skipBad: boolean;
  signal: AbortSignal;
  onStep: (step: ImportStep) => void;
}

/**
 * Has a file of parts taken in, and tells each step of it; the last one says how it ended. Read line by line as
 * the server gets on, which the generated client does not do. Aborting stops it, and nothing is added then.
 */
export async function takeParts(content: Blob, { skipBad, signal, onStep }: Ways): Promise<ImportStep> {
  const answer = await fetch(`/api/shelf/import?skip_bad=${skipBad}`, {
    method: "POST",
    body: content,
    headers: { "Content-Type": "application/octet-stream" },
    signal,
  }).catch((error: unknown) => {
    throw signal.aborted ? error : new Unreachable();
  });
  if (!answer.ok || !answer.body) throw await refusalOf(answer);
  let last: ImportStep | undefined;
  let rest = "";
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    const lines = (rest + read.value).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) {
      last = JSON.parse(line) as ImportStep;
      onStep(last);
    }
  }
  if (!last || !(last.added || last.bad || last.failed)) throw new Unreachable();
  return last;
}
