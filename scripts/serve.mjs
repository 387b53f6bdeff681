/**
 * The server: Next behind one plain HTTP server, so that every request, page or file, passes the same gate first.
 * Listens on 127.0.0.1 unless HOST says otherwise; refuses requests meant for another host (DNS rebinding) and changes
 * sent from foreign pages.
 */
import { createServer } from 'node:http';
import { existsSync } from 'node:fs';
import next from 'next';

const port = Number(process.env.PORT ?? 3210);
const host = process.env.HOST ?? '127.0.0.1';
const dev = process.argv.includes('--dev');

const LOCAL = ['127.0.0.1', 'localhost', '[::1]'];
/** Names under which this server may be addressed; ULEXITE_HOSTS adds some, comma-separated, when HOST opens it to a network. */
const allowedNames = new Set([
  ...LOCAL,
  host,
  ...(process.env.ULEXITE_HOSTS ?? '')
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean),
]);

function nameOf(hostHeader) {
  try {
    return new URL(`http://${hostHeader}`).hostname;
  } catch {
    return undefined;
  }
}

function refusal(request) {
  const name = nameOf(request.headers.host ?? '');
  if (!name || !allowedNames.has(name))
    return `Ulexite is not served under the name “${request.headers.host ?? ''}”. Open http://${host}:${port}, or name the host in ULEXITE_HOSTS.`;
  const reads = request.method === 'GET' || request.method === 'HEAD';
  const { origin } = request.headers;
  if (
    !reads &&
    (origin === undefined
      ? request.headers['sec-fetch-site'] !== undefined
      : origin !== `http://${request.headers.host}`)
  )
    return 'Changes are accepted from Ulexite’s own pages only.';
  if (!reads && request.headers['sec-fetch-site'] && request.headers['sec-fetch-site'] !== 'same-origin')
    return 'Changes are accepted from Ulexite’s own pages only.';
  return undefined;
}

if (!dev && !existsSync('.next/BUILD_ID')) {
  console.error('There is no build yet. Run `npm start` (or `npm run demo`), which builds first.');
  process.exit(1);
}
const app = next({ dev, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer((request, response) => {
  const refused = refusal(request);
  if (refused) {
    response.writeHead(403, { 'Content-Type': 'application/json; charset=utf-8' });
    response.end(JSON.stringify({ code: 'refused', message: refused }));
    return;
  }
  void handle(request, response);
});
if (dev) {
  const upgrade = app.getUpgradeHandler();
  server.on('upgrade', (request, socket, head) => {
    if (refusal(request)) socket.destroy();
    else void upgrade(request, socket, head);
  });
}
server.requestTimeout = 120_000;
server.listen(port, host, () =>
  console.log(
    `Ulexite is open at http://${host}:${port}  (data: ${process.env.ULEXITE_DATA ?? 'data/ulexite.sqlite'})`,
  ),
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(0));
