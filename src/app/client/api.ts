import { failure, type Outcome } from '@/records';

/** Asks the server; every answer is an outcome, also when there is none. */
export async function ask<T>(method: string, url: string, body?: unknown): Promise<Outcome<T>> {
  return askRaw<T>(url, { method, body: body === undefined ? undefined : JSON.stringify(body), headers: { 'Content-Type': 'application/json' } });
}

export async function askRaw<T>(url: string, init: RequestInit): Promise<Outcome<T>> {
  let response: Response;
  try {
    response = await fetch(url, init);
  } catch {
    return failure('unreachable', 'The server does not answer. Is Ulexite still running?');
  }
  try {
    const answer = (await response.json()) as T & { code?: string; message?: string };
    if (response.ok) return { ok: true, value: answer };
    return failure(answer.code ?? 'server', answer.message ?? 'The server could not do this.');
  } catch {
    return failure(response.ok ? 'unreachable' : 'server', `The server failed at this (${response.status}). Nothing was changed; try again.`);
  }
}
