/** What every request passes before anything else: the name it is meant for, where a change comes from, a method and an address that mean something. */
import { randomBytes } from 'node:crypto';

const LOCAL = ['127.0.0.1', 'localhost', '[::1]'];
const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE']);
const EVERYWHERE = new Set(['0.0.0.0', '::', '[::]', '*']);

/** A host name as it stands in a Host header, without its port, in lower case; undefined when it is none. */
export function hostName(text) {
  const found = /^([a-z0-9](?:[a-z0-9._-]*[a-z0-9])?\.?|\[[0-9a-f:.]+\])(?::\d{1,5})?$/.exec(text.trim().toLowerCase());
  return found?.[1];
}

const bracketed = (name) =>
  name.includes(':') && !name.startsWith('[') && !/^[^:]+:\d+$/.test(name) ? `[${name}]` : name;

/**
 * A function from a request to why it is refused, or undefined. `hosts`: further names under which the server may be
 * addressed, comma-separated, with or without a port, in any case.
 */
export function gate({ host, port, hosts = '' }) {
  const named = [host, ...hosts.split(',')]
    .map((name) => name.trim())
    .filter((name) => name && !EVERYWHERE.has(name))
    .map((name) => hostName(bracketed(name)))
    .filter(Boolean);
  const allowed = new Set([...LOCAL, ...named]);
  return (request) => {
    if (!METHODS.has(request.method))
      return { status: 405, code: 'request', message: `${request.method} is nothing that Ulexite answers.` };
    const sent = request.rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === 'host').length;
    const hostHeader = request.headers.host ?? '';
    const name = sent === 1 ? hostName(hostHeader) : undefined;
    if (!name || !allowed.has(name))
      return {
        status: 403,
        code: 'refused',
        message: `Ulexite is not served under the name “${hostHeader.slice(0, 100)}”. Open http://${host}:${port}, or name the host in ULEXITE_HOSTS.`,
      };
    try {
      decodeURIComponent(request.url.split('?')[0]);
    } catch {
      return {
        status: 400,
        code: 'request',
        message: 'The address holds a percent sign that stands for nothing. Open the shelf and go on from there.',
      };
    }
    if (request.method === 'GET' || request.method === 'HEAD') return undefined;
    const { origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const own =
      origin === undefined ? site === undefined : origin.toLowerCase() === `http://${hostHeader.toLowerCase()}`;
    return own && (site === undefined || site === 'same-origin')
      ? undefined
      : { status: 403, code: 'refused', message: 'Changes are accepted from Ulexite’s own pages only.' };
  };
}

/** Every page gets a policy with a nonce of its own: no script runs that this server did not put there. Next reads the nonce from the request. */
export function pageHeaders(request, response, dev) {
  const nonce = randomBytes(16).toString('base64');
  const policy = [
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
  if (request.url.startsWith('/api/')) {
    // what is stored is never a page of ours: without rights of any kind when it is opened by itself
    response.setHeader('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'; sandbox");
    return;
  }
  delete request.headers['content-security-policy-report-only'];
  request.headers['content-security-policy'] = policy;
  response.setHeader('Content-Security-Policy', policy);
}
