import { failureSaid, FILE_IN_STEPS, success, type Outcome } from '@/model';
import { refusalOf } from './ask';
import { UNIT_HEADER, unitChosen } from '@/words/unit';
import { pageWords } from '@/words/pages';

/** A file as the server made it. */
export interface FileGot {
  readonly file: Blob;
  readonly fileName: string;
  /** Dots an inch of a scan; 0 when it is no scan, or does not say. */
  readonly dpi: number;
}

const away = () => failureSaid('unreachable', pageWords('server.away'));

/** Asks for a file that takes work, and is told how far it is (0 to 1). Failures: the file's own, `stopped`, `unreachable`. */
export async function askFile(
  url: string,
  onShare: (share: number) => void,
  signal?: AbortSignal,
  method: 'GET' | 'POST' = 'GET',
  body?: Blob,
): Promise<Outcome<FileGot>> {
  try {
    const response = await fetch(url, {
      method,
      body,
      signal,
      headers: { Accept: FILE_IN_STEPS, [UNIT_HEADER]: unitChosen() },
    });
    if (!response.headers.get('content-type')?.startsWith(FILE_IN_STEPS)) return await refusalOf(response);
    return await inSteps(response.body!.getReader(), onShare);
  } catch {
    return signal?.aborted ? failureSaid('stopped', pageWords('file.stopped')) : away();
  }
}

interface Line {
  readonly share?: number;
  readonly ok?: boolean;
  readonly code?: string;
  readonly message?: string;
  readonly fileName?: string;
  readonly mediaType?: string;
  readonly dpi?: number;
}

const NEWLINE = 10;

/** Lines that say how far it is, one that says what it is, then its bytes. */
async function inSteps(
  reader: ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>,
  onShare: (share: number) => void,
): Promise<Outcome<FileGot>> {
  let held = new Uint8Array();
  for (;;) {
    const end = held.indexOf(NEWLINE);
    if (end < 0) {
      const { value, done } = await reader.read();
      if (done) return away();
      held = joined(held, value);
      continue;
    }
    const line = JSON.parse(new TextDecoder().decode(held.subarray(0, end))) as Line;
    held = held.slice(end + 1);
    if (line.share !== undefined) onShare(line.share);
    else if (!line.ok) return failureSaid(line.code ?? 'server', line.message ?? '');
    else {
      const { fileName = 'file', mediaType, dpi = 0 } = line;
      return success({ file: new Blob(await rest(reader, held), { type: mediaType }), fileName, dpi });
    }
  }
}

async function rest(reader: ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>, first: Uint8Array<ArrayBuffer>) {
  const parts = [first];
  for (let step = await reader.read(); !step.done; step = await reader.read()) parts.push(step.value);
  return parts;
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const both = new Uint8Array(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
