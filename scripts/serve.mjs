/**
 * The server: Next behind one plain HTTP server, so that every request, page or file, passes the same door first. It listens to this
 * machine only, and to the network when it was told to. Ctrl C and SIGTERM close the workshop's file before it ends.
 */
import { createServer as createPlain } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { existsSync } from 'node:fs';
import next from 'next';
import qrcode from 'qrcode';
import {
  closeWorkshop,
  doorway,
  keepingRoom,
  openWorkshop,
  refuse as refuseToStart,
  workshopFile,
} from './workshop.mjs';

const port = Number(process.env.PORT ?? 3210);
const asked = process.env.HOST?.trim() || '127.0.0.1';
const dev = process.argv.includes('--dev');
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
const {
  Door,
  refuse,
  certificateOf,
  hasDesktop,
  isLoopback,
  namedHosts,
  NO_RIGHTS,
  pagePolicy,
  openMachine,
  doorWords,
  toldByServer,
  languageOf,
  learnLanguages,
  speaking,
} = await doorway();
learnLanguages();
const { Keeper } = await keepingRoom();
const host = isLoopback(asked) ? asked : '127.0.0.1';
const secured = certificate();
await openWorkshop();
const app = next({ dev, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
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

/** The owner's own certificate, where one is named; without it what goes over the network can be read there. */
function certificate() {
  const { ULEXITE_CERT: cert, ULEXITE_KEY: key } = process.env;
  if (!cert && !key) return undefined;
  const found = certificateOf(cert ?? '', key ?? '', new Date());
  if (!found.ok) refuseToStart({ message: toldByServer(found) });
  return found.value;
}

async function answer(request, response) {
  const sends = request.method !== 'GET' && request.method !== 'HEAD';
  if (sends && bodies >= MOST_BODIES)
    return refuse(response, { status: 503, code: 'busy', message: doorWords('busy') });
  if (sends) {
    bodies++;
    arriving.set(request, { bytes: -1, still: 0 });
    response.once('close', () => {
      bodies--;
      arriving.delete(request);
    });
  }
  if (!(await door.pass(request, response))) return;
  if (request.url.startsWith('/api/')) response.setHeader('Content-Security-Policy', NO_RIGHTS);
  else {
    const policy = pagePolicy(dev);
    delete request.headers['content-security-policy-report-only'];
    request.headers['content-security-policy'] = policy;
    response.setHeader('Content-Security-Policy', policy);
  }
  await handle(request, response);
}

function makeServer(secure) {
  const options = { connectionsCheckingInterval: 1000 };
  const listener = (request, response) =>
    void speaking(languageOf(request.headers), () => answer(request, response)).catch((error) => {
      console.error(error);
      response.destroy();
    });
  const server = secure ? createSecure({ ...options, ...secure }, listener) : createPlain(options, listener);
  server.headersTimeout = 8_000;
  server.requestTimeout = 60_000;
  server.keepAliveTimeout = 30_000;
  server.maxConnections = MOST_CONNECTIONS;
  return server;
}

const machine = openMachine(workshopFile());
const door = new Door({
  machine,
  port,
  host,
  names: namedHosts(process.env.ULEXITE_HOSTS ?? ''),
  makeServer: () => makeServer(secured),
  secure: secured !== undefined,
  // a host that was named is listened at and no other; 0.0.0.0 means all there are
  ...(isLoopback(asked) || /^(0\.0\.0\.0|::|\*)$/.test(asked) ? {} : { addresses: () => [asked] }),
});
globalThis.ulexiteDoor = door;
const keeper = new Keeper({ file: workshopFile(), machine });
globalThis.ulexiteKeeper = keeper;
const server = makeServer();
if (dev) {
  const upgrade = app.getUpgradeHandler();
  server.on('upgrade', (request, socket, head) => {
    if (isLoopback(request.socket.remoteAddress ?? '')) void upgrade(request, socket, head);
    else socket.destroy();
  });
}

/** Where nobody can open a browser the address is for another device: shown to its camera, or how it comes to be reached at all. */
async function toldWithoutDesktop({ open, addresses }) {
  if (!open || addresses.length === 0) return console.log(doorWords('noDesktop'));
  console.log(`\n${doorWords('atAddress', { address: addresses[0] })}\n`);
  console.log(await qrcode.toString(addresses[0], { type: 'terminal', small: true }));
}

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
  // devices that listen for changes would hold their connections for ever
  for (const close of globalThis.ulexiteHub?.closing ?? []) close();
  const closed = [door.end(), new Promise((done) => server.close(done))];
  server.closeIdleConnections();
  await Promise.all(closed);
  clearTimeout(late);
  void end();
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
server.listen(port, host, async () => {
  keeper.begin();
  console.log(`Ulexite is open at ${door.here}  (data: ${workshopFile()})`);
  if (!isLoopback(asked) || door.wasOpen) await door.open();
  const { network } = door.state();
  if (network.open)
    console.log(
      `It listens on the network too, at ${network.addresses.join(', ')}, for devices that are let in (\`npm run let-in\`). ${doorWords(network.secure ? 'secure' : 'plain')}`,
    );
  if (!hasDesktop(process.env, process.platform)) await toldWithoutDesktop(network);
});
