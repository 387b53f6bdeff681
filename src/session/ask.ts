import { failureSaid, type Failure, type Outcome } from '@/model';
import { UNIT_HEADER, unitChosen } from '@/words/unit';
import { pageWords } from '@/words/pages';
import { atDoor } from './atDoor';

/** Asks the server; every answer is an outcome, also when there is none, or none within `patienceMs`. */
export async function ask<T>(method: string, url: string, body?: unknown, patienceMs?: number): Promise<Outcome<T>> {
  return askRaw<T>(url, {
    method,
    body: body === undefined ? undefined : JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
    signal: patienceMs === undefined ? undefined : AbortSignal.timeout(patienceMs),
  });
}

/** Asks for a picture; the resolution it has stands in a header. */
export async function askScan(
  url: string,
  body?: Blob,
): Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>> {
  try {
    const response = await fetch(url, { method: 'POST', body, headers: { [UNIT_HEADER]: unitChosen() } });
    if (response.ok)
      return { ok: true, value: { file: await response.blob(), dpi: Number(response.headers.get('x-scan-dpi')) || 0 } };
    return await refusalOf(response);
  } catch {
    return failureSaid('unreachable', pageWords('server.away'));
  }
}

/** Why there is no file: in the server's words, or what kind of trouble it is in. */
export async function refusalOf(response: Response): Promise<Failure> {
  if (atDoor.saw(response.status)) return notLetIn();
  const { code, message } = (await response.json().catch(() => ({}))) as { code?: string; message?: string };
  return failureSaid(code ?? 'server', message ?? pageWords('server.failed', { status: String(response.status) }));
}

/** As when the server is away: what was done is kept, and sent when this device is let in again. */
const notLetIn = () => failureSaid('unreachable', pageWords('server.notLetIn'));

export async function askRaw<T>(url: string, init: RequestInit): Promise<Outcome<T>> {
  let response: Response;
  try {
    response = await fetch(url, { ...init, headers: { ...init.headers, [UNIT_HEADER]: unitChosen() } });
  } catch {
    return failureSaid('unreachable', pageWords('server.away'));
  }
  if (atDoor.saw(response.status)) return notLetIn();
  try {
    const answer = (await response.json()) as T & { code?: string; message?: string };
    if (response.ok) return { ok: true, value: answer };
    return failureSaid(answer.code ?? 'server', answer.message ?? pageWords('server.couldNot'));
  } catch {
    return failureSaid(
      response.ok ? 'unreachable' : 'server',
      pageWords('server.failedUnchanged', { status: String(response.status) }),
    );
  }
}
