import { refusalOf, Unreachable } from "./client";

const JSON_TYPE = "application/json";

interface Ways<Step> {
  signal: AbortSignal;
  onStep: (step: Step) => void;
}

/**
 * Sends a file, or what is asked as JSON, and tells each step of what becomes of it, the last of which is given back. Read line by line as
 * the server gets on, which the generated client does not do. Aborting stops it.
 */
export async function sendInSteps<Step>(
  path: string,
  content: Blob,
  { signal, onStep }: Ways<Step>,
): Promise<Step> {
  const answer = await fetch(path, {
    method: "POST",
    body: content,
    headers: { "Content-Type": content.type === JSON_TYPE ? JSON_TYPE : "application/octet-stream" },
    signal,
  }).catch((error: unknown) => {
    throw signal.aborted ? error : new Unreachable();
  });
  if (!answer.ok || !answer.body) throw await refusalOf(answer);
  let last: Step | undefined;
  let rest = "";
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    const lines = (rest + read.value).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) {
      last = JSON.parse(line) as Step;
      onStep(last);
    }
  }
  if (!last) throw new Unreachable();
  return last;
}
