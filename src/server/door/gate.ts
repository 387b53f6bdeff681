import type { IncomingMessage } from 'node:http';
import { randomBytes } from 'node:crypto';
import { doorWords } from '@/words/door';

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE']);

export interface Refused {
  readonly status: number;
  readonly code: string;
  readonly message: string;
}

/** A host name as it stands in a Host header, without its port, in lower case; undefined when it is none. */
export function hostName(text: string): string | undefined {
  const found = /^([a-z0-9](?:[a-z0-9._-]*[a-z0-9])?\.?|\[[0-9a-f:.]+\])(?::\d{1,5})?$/.exec(text.trim().toLowerCase());
  return found?.[1];
}

/** Names from ULEXITE_HOSTS: comma-separated, with or without a port, in any case. */
export function namedHosts(hosts: string): string[] {
  const bare = (name: string) =>
    name.includes(':') && !name.startsWith('[') && !/^[^:]+:\d+$/.test(name) ? `[${name}]` : name;
  return hosts
    .split(',')
    .map((name) => hostName(bare(name.trim())))
    .filter((name) => name !== undefined);
}

/**
 * Why a request is refused before it is looked at any further: the name it is meant for (another name could be a foreign page's that
 * leads here), where a change comes from, a method and an address that mean something. `here`: where one finds the server.
 */
export function refusedAtGate(
  request: IncomingMessage,
  names: ReadonlySet<string>,
  here: string,
  secure: boolean,
): Refused | undefined {
  const refused = (status: number, code: string, message: string) => ({ status, code, message });
  const method = request.method ?? '';
  if (!METHODS.has(method)) return refused(405, 'request', doorWords('method', { method }));
  const sent = request.rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === 'host').length;
  const hostHeader = request.headers.host ?? '';
  const name = sent === 1 ? hostName(hostHeader) : undefined;
  if (!name || !names.has(name))
    return refused(403, 'refused', doorWords('host', { host: hostHeader.slice(0, 100), here }));
  try {
    decodeURIComponent((request.url ?? '').split('?')[0]);
  } catch {
    return refused(400, 'request', doorWords('percent'));
  }
  if (method === 'GET' || method === 'HEAD') return undefined;
  return fromOwnPage(request, `${secure ? 'https' : 'http'}://${hostHeader.toLowerCase()}`)
    ? undefined
    : refused(403, 'refused', doorWords('foreign'));
}

function fromOwnPage({ headers }: IncomingMessage, own: string): boolean {
  const site = headers['sec-fetch-site'];
  const isOwn = headers.origin === undefined ? site === undefined : headers.origin.toLowerCase() === own;
  return isOwn && (site === undefined || site === 'same-origin');
}

/** What every answer says about itself, whoever made it. */
export const PLAIN_HEADERS = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
} as const;

/** What is stored is never a page of ours: without rights of any kind when it is opened by itself. */
export const NO_RIGHTS = "default-src 'none'; frame-ancestors 'none'; sandbox";

/** The policy of a page: no script runs that this server did not put there, by a nonce of its own. Next reads it from the request. */
export function pagePolicy(dev: boolean): string {
  const nonce = randomBytes(16).toString('base64');
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${dev ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    `connect-src 'self'${dev ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}
