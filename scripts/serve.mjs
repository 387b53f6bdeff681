/**
 * The server: Next behind one plain HTTP server, so that every request, page or file, passes the same gate first.
 * Listens on 127.0.0.1 unless HOST says otherwise. Ctrl C and SIGTERM close the workshop's file before it ends.
 */
import { createServer } from 'node:http';
import { existsSync } from 'node:fs';
import next from 'next';
import { gate, pageHeaders } from './gate.mjs';
import { closeWorkshop, openWorkshop, workshopFile } from './workshop.mjs';

const port = Number(process.env.PORT ?? 3210);
const host = process.env.HOST?.trim() || '127.0.0.1';
const dev = process.argv.includes('--dev');
const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|::1)$/;
/** A server that was told to stop answers what it has begun for so long. */
const LAST_WORDS_MS = 3000;
const MOST_CONNECTIONS = 600;
const STANDS_STILL_S = 4;
/** Requests that send a body, read beside one another; the rest are told to come again. */
const MOST_BODIES = 48;

if (!dev && !existsSync('.next/BUILD_ID')) {
  console.error('There is no build yet. Run `npm start` (or `npm run demo`), which builds first.');
  process.exit(1);
}
await openWorkshop();
const app = next({ dev, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
const refusal = gate({ host, port, hosts: process.env.ULEXITE_HOSTS });
let bodies = 0;
/** Bodies on their way: one that stands still for some seconds is given up, so that half-sent ones do not keep others out. */
const arriving = new Map();
setInterval(() => {
  for (const [request, last] of arriving) {
    const bytes = request.complete ? -2 : request.socket.bytesRead;
    if (bytes === -2) arriving.delete(request);
    else if (bytes !== last.bytes) arriving.set(request, { bytes, still: 0 });
    else if (++last.still >= STANDS_STILL_S) request.socket.destroy();
  }
}, 1000).unref();

function refuse(response, { status, code, message }) {
  response.writeHead(status, {
    'Content-Type': 'application/json; charset=utf-8',
    ...(status === 405 ? { Allow: 'GET, HEAD, POST, PUT, PATCH, DELETE' } : {}),
    ...(status === 503 ? { 'Retry-After': '2' } : {}),
    Connection: 'close',
  });
  response.end(JSON.stringify({ code, message }));
}

const server = createServer({ connectionsCheckingInterval: 1000 }, (request, response) => {
  const refused = refusal(request);
  if (refused) return refuse(response, refused);
  const sends = request.method !== 'GET' && request.method !== 'HEAD';
  if (sends && bodies >= MOST_BODIES)
    return refuse(response, {
      status: 503,
      code: 'busy',
      message: 'Too much is being sent at once just now. Try again in a moment.',
    });
  if (sends) {
    bodies++;
    arriving.set(request, { bytes: -1, still: 0 });
    response.once('close', () => {
      bodies--;
      arriving.delete(request);
    });
  }
  pageHeaders(request, response, dev);
  void handle(request, response);
});
if (dev) {
  const upgrade = app.getUpgradeHandler();
  server.on('upgrade', (request, socket, head) => {
    if (refusal(request)) socket.destroy();
    else void upgrade(request, socket, head);
  });
}
server.headersTimeout = 8_000;
server.requestTimeout = 60_000;
server.keepAliveTimeout = 30_000;
server.maxConnections = MOST_CONNECTIONS;

let stopping = false;
async function stop() {
  if (stopping) process.exit(1);
  stopping = true;
  const end = async () => {
    await closeWorkshop();
    process.exit(0);
  };
  const late = setTimeout(() => {
    server.closeAllConnections();
    void end();
  }, LAST_WORDS_MS);
  server.close(() => {
    clearTimeout(late);
    void end();
  });
  // devices that listen for changes would hold their connections for ever
  for (const close of globalThis.ulexiteHub?.closing ?? []) close();
  server.closeIdleConnections();
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop());

server.on('error', async (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `\nUlexite was not started. Port ${port} on ${host} is in use; stop what uses it, or set PORT to another.`
      : `\nUlexite was not started. It cannot listen on ${host}:${port}: ${error.message}`,
  );
  await closeWorkshop();
  process.exit(1);
});
server.listen(port, host, () => {
  console.log(
    `Ulexite is open at http://${host.includes(':') ? `[${host}]` : host}:${port}  (data: ${workshopFile()})`,
  );
  if (!LOOPBACK.test(host))
    console.log(
      `\nWARNING: it listens on ${host}, beyond this machine. Anyone on that network who knows the address can read, change and delete every print; there is no login, and nothing is encrypted. Stop it when it is not needed.`,
    );
});
