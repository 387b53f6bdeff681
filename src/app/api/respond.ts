import { failure, type Failure, type Outcome } from '@/records';
import type { FileOut } from '@/server';

const STATUS: Readonly<Record<string, number>> = {
  'print-missing': 404,
  'run-missing': 404,
  'nothing-flat': 404,
  'ink-missing': 404,
  'print-deleted': 410,
  stale: 409,
  closed: 409,
  bench: 409,
};

/** An outcome as JSON; failures as { code, message } with a fitting status. */
export function respond<T>(outcome: Outcome<T>, status = 200): Response {
  return outcome.ok ? Response.json(outcome.value ?? null, { status }) : refuse(outcome);
}

export function refuse({ code, message }: Failure): Response {
  return Response.json({ code, message }, { status: STATUS[code] ?? 422 });
}

/** A file to keep; the name also in UTF-8 (RFC 6266). */
export function respondFile(outcome: Outcome<FileOut>): Response {
  if (!outcome.ok) return refuse(outcome);
  const { bytes, mediaType, fileName } = outcome.value;
  return new Response(Buffer.from(bytes), {
    headers: {
      'Content-Type': mediaType,
      'Content-Disposition': `attachment; filename="${fileName.replace(/[^\x20-\x7e]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'Cache-Control': 'no-store',
    },
  });
}

/** The body's bytes, refused as soon as they pass `limit`. */
export async function readBody(request: Request, limit: number, what: string): Promise<Outcome<Buffer>> {
  const tooMuch = failure(
    'too-large',
    `${what} is larger than ${Math.round(limit / 1024 / 1024)} MB, the most that is taken in.`,
  );
  if (Number(request.headers.get('content-length') ?? 0) > limit) return tooMuch;
  const chunks: Uint8Array[] = [];
  let total = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const step = await reader?.read();
    if (!step || step.done) break;
    total += step.value.length;
    if (total > limit) {
      await reader?.cancel();
      return tooMuch;
    }
    chunks.push(step.value);
  }
  return { ok: true, value: Buffer.concat(chunks) };
}

const JSON_LIMIT = 2 * 1024 * 1024;

export async function readJson<T>(request: Request): Promise<Outcome<T>> {
  const body = await readBody(request, JSON_LIMIT, 'What was sent');
  if (!body.ok) return body;
  try {
    return { ok: true, value: JSON.parse(body.value.toString('utf8')) as T };
  } catch {
    return failure('json', 'What was sent could not be read. Load the page again.');
  }
}

export function nowIso(): string {
  return new Date().toISOString();
}
