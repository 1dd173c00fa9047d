import { Unreachable, type ImportStep } from "./client";
import { sendInSteps } from "./steps";

interface Ways {
  skipBad: boolean;
  signal: AbortSignal;
  onStep: (step: ImportStep) => void;
}

/** Has a file of parts taken in, and tells each step of it; the last one says how it ended. */
export async function takeParts(content: Blob, { skipBad, ...ways }: Ways): Promise<ImportStep> {
  const last = await sendInSteps<ImportStep>(`/api/shelf/import?skip_bad=${skipBad}`, content, ways);
  if (!(last.added || last.bad || last.failed)) throw new Unreachable();
  return last;
}
