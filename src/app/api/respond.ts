import {
  checkRequest,
  failure,
  familyOf,
  phrase,
  type Failure,
  type LengthUnit,
  type Outcome,
  type Phrase,
  type RequestKind,
  type RequestOf,
  type Role,
  roleIn,
} from '@/model';
import { fileProblem, inUnit, ROLE_HEADER, unitAsked, type FileOut } from '@/server';
import { refusalOf } from '@/words/refusals';
import { UNIT_HEADER } from '@/words/unit';

const STATUS: Readonly<Record<string, number>> = {
  'print-missing': 404,
  'run-missing': 404,
  'nothing-flat': 404,
  'ink-missing': 404,
  'item-missing': 404,
  'device-missing': 404,
  'copy-missing': 404,
  'copy-no-room': 507,
  'copy-damaged': 422,
  'door-none': 503,
  'role-refused': 403,
  'print-deleted': 410,
  'print-unreadable': 422,
  server: 500,
  stale: 409,
  closed: 409,
  bench: 409,
  slips: 409,
  progress: 409,
  json: 400,
  request: 400,
  'too-large': 413,
  busy: 503,
  'file-full': 507,
  'file-busy': 503,
  'file-readonly': 503,
  'file-damaged': 503,
  'file-folder': 503,
  'file-trouble': 503,
  'file-foreign': 503,
  'file-newer': 503,
  'file-altered': 503,
  'file-in-use': 503,
};

/** An outcome as JSON; failures as { code, values, message } with a fitting status. */
export function respond<T>(outcome: Outcome<T>, status = 200): Response {
  return outcome.ok ? Response.json(outcome.value ?? null, { status }) : refuse(outcome);
}

export function refuse(refused: Failure): Response {
  return Response.json(refusalOf(refused, unitAsked()), { status: STATUS[familyOf(refused.code)] ?? 422 });
}

const unitOf = (request: Request): LengthUnit => (request.headers.get(UNIT_HEADER) === 'in' ? 'in' : 'mm');

/** What whoever asks is let in for; the door wrote it, who comes from outside cannot. */
export const roleOf = (request: Request): Role => roleIn(request.headers.get(ROLE_HEADER)) ?? 'machine';

/**
 * A handler whose every failure is an answer in words: a file that cannot be used, an address that cannot be read, and for what
 * nobody foresaw a note in the terminal.
 */
export function route<Context>(
  handle: (request: Request, context: Context) => Response | Promise<Response>,
): (request: Request, context: Context) => Promise<Response> {
  return async (request, context) => {
    try {
      return await inUnit(unitOf(request), async () => handle(request, context));
    } catch (error) {
      const problem = fileProblem(error);
      if (problem) return refuse(problem);
      if (error instanceof URIError) return refuse(failure('request.theAddressHoldsA'));
      console.error(`${request.method} ${new URL(request.url).pathname}`, error);
      return refuse(failure('server'));
    }
  };
}

/** The name of an uploaded file, from its header; empty when it cannot be read. */
export function fileNameOf(request: Request): string {
  try {
    return wellFormed(decodeURIComponent(request.headers.get('x-file-name') ?? ''));
  } catch {
    return '';
  }
}

/** Halves of characters, which no file name, database or header can hold, replaced. */
function wellFormed(text: string): string {
  return text.replace(/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g, '\ufffd');
}

/** A file to keep; the name also in UTF-8 (RFC 6266). */
export function respondFile(outcome: Outcome<FileOut>): Response {
  if (!outcome.ok) return refuse(outcome);
  const { bytes, mediaType, fileName } = outcome.value;
  return new Response(Buffer.from(bytes), {
    headers: {
      'Content-Type': mediaType,
      'Content-Disposition': `attachment; filename="${fileName.replace(/[^\x20-\x7e]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(wellFormed(fileName))}`,
      'Cache-Control': 'no-store',
    },
  });
}

/** The body's bytes, refused as soon as they pass `limit`. */
export async function readBody(request: Request, limit: number, what: Phrase): Promise<Outcome<Buffer>> {
  const tooMuch = failure('too-large', { what, limit: Math.round(limit / 1024 / 1024) });
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

/** What a request asks for, checked by its kind. */
export async function readRequest<Kind extends RequestKind>(
  request: Request,
  kind: Kind,
): Promise<Outcome<RequestOf<Kind>>> {
  const body = await readJson(request);
  return body.ok ? checkRequest(kind, body.value) : body;
}

/** A record sent as JSON. Anything else than a record is refused, as is text that is not UTF-8. */
export async function readJson(request: Request): Promise<Outcome<Readonly<Record<string, unknown>>>> {
  const body = await readBody(request, JSON_LIMIT, phrase('fields.whatWasSent'));
  if (!body.ok) return body;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(body.value);
    const halves = /\\u[dD][89a-fA-F]/.test(text);
    const value: unknown = JSON.parse(
      text,
      halves ? (_, v: unknown) => (typeof v === 'string' ? wellFormed(v) : v) : undefined,
    );
    if (typeof value === 'object' && value !== null && !Array.isArray(value))
      return { ok: true, value: value as Record<string, unknown> };
    return failure('json.whatWasSentIs');
  } catch {
    return failure('json.whatWasSentCould');
  }
}

export function nowIso(): string {
  return new Date().toISOString();
}
