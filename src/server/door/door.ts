import { randomUUID } from 'node:crypto';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import { TLSSocket } from 'node:tls';
import { create as drawQr } from 'qrcode';
import { mayDo, type Device, type DoorState, type LetIn, type Role, type TurnedAway } from '@/model';
import {
  insertDevice,
  knownDevices,
  machineSetting,
  markDevicePutOut,
  markDeviceSeen,
  setMachine,
  wasPutOut,
  type KnownDevice,
  type Store,
} from '@/store';
import { doorWords } from '@/words/door';
import { CODE_LIVES_MS, Codes, hashOf, newToken, type Allowed } from './codes';
import { COME_IN, formOf, showComeIn } from './comeIn';
import { hostName, PLAIN_HEADERS, refusedAtGate, type Refused } from './gate';
import { bracketed, isLoopback, localAddresses, ownNames } from './network';
import { leastRole } from './roles';

const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
/** So often it is written down that a device was here, and addresses are looked at again. */
const SEEN_EVERY_MS = 5 * 60_000,
  LOOK_EVERY_MS = 30_000;
const COOKIE_DAYS = 400;
/** Who asks, for the handlers behind the door. Nothing under such a name comes in from outside. */
const OUR_HEADERS = 'x-ulexite-';
export const ROLE_HEADER = 'x-ulexite-role';
/** And its place at the table of a class, where it has one. */
export const PLACE_HEADER = 'x-ulexite-place';
const FORWARDED = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-real-ip', 'via'];
const NETWORK = 'network';

export interface DoorOptions {
  readonly machine: Store;
  readonly port: number;
  /** Where it always listens: an address of this machine with itself. */
  readonly host: string;
  /** Further names by which the server is known, as `hostName` reads them. */
  readonly names: readonly string[];
  /** Makes a server that answers as the one on this machine does. */
  readonly makeServer: () => Server;
  /** Whether what goes over the network is encrypted by the servers that are made. */
  readonly secure: boolean;
  readonly addresses?: () => readonly string[];
  readonly now?: () => Date;
}

interface Caller {
  readonly role: Role;
  readonly device?: Device;
}

/**
 * The door of the house: every request comes through it. What this machine asks itself may do everything; any other device shows a token
 * that it was given for a code, and may do what its role allows; all others see one plain page. On the network it listens only when it
 * was told to.
 */
export class Door {
  private readonly codes = new Codes();
  private readonly listening = new Map<string, Server>();
  private readonly turnedAway = new Map<TurnedAway, { count: number; lastAt: string; from: string }>();
  private readonly answering = new Map<string, Set<Socket>>();
  private byToken: Map<string, KnownDevice>;
  private readonly now: () => Date;
  private readonly look: ReturnType<typeof setInterval>;

  constructor(private readonly options: DoorOptions) {
    this.now = options.now ?? (() => new Date());
    this.byToken = this.readDevices();
    this.look = setInterval(() => void this.listenAtAll(), LOOK_EVERY_MS);
    this.look.unref();
  }

  /** Whether it was open when the server was stopped, and there is a device to be open for. */
  get wasOpen(): boolean {
    return machineSetting(this.options.machine, NETWORK) !== undefined && this.byToken.size > 0;
  }

  get here(): string {
    return `http://${bracketed(this.options.host)}:${this.options.port}`;
  }

  /** Where devices find it, the best first. */
  get addresses(): string[] {
    const scheme = this.options.secure ? 'https' : 'http';
    return [...this.options.names, ...[...this.listening.keys()].map(bracketed)].map(
      (name) => `${scheme}://${name}:${this.options.port}`,
    );
  }

  /** Listens on every address of this machine, now and when others come. */
  async open(): Promise<void> {
    setMachine(this.options.machine, NETWORK, 'open');
    await this.listenAtAll();
  }

  /** Listens to this machine only. Devices stay let in, and find a closed door. */
  close(): void {
    setMachine(this.options.machine, NETWORK, undefined);
    for (const [address, server] of this.listening) {
      this.listening.delete(address);
      server.close();
      server.closeAllConnections();
    }
  }

  /** The server is told to stop: resolves when what it had begun is answered. */
  async end(): Promise<void> {
    clearInterval(this.look);
    const servers = [...this.listening.values()];
    this.listening.clear();
    await Promise.all(
      servers.map((server) => {
        const closed = new Promise((done) => server.close(done));
        server.closeIdleConnections();
        return closed;
      }),
    );
  }

  /** Who asks; undefined when the request was answered here. What a foreign caller says of our own headers is dropped. */
  async pass(request: IncomingMessage, response: ServerResponse): Promise<Caller | undefined> {
    for (const name of Object.keys(request.headers)) if (name.startsWith(OUR_HEADERS)) delete request.headers[name];
    const secure = request.socket instanceof TLSSocket;
    const refused = refusedAtGate(request, this.names(), this.here, secure);
    if (refused) {
      if (refused.status === 403) this.count('foreign', request);
      refuse(response, refused);
      return undefined;
    }
    const caller = this.callerOf(request);
    const path = (request.url ?? '').split('?')[0];
    if (path === COME_IN) {
      await this.comeIn(request, response, caller, secure);
      return undefined;
    }
    if (!caller) {
      const why = this.wasHere(request) ? 'put-out' : 'no-token';
      this.count(why, request);
      showComeIn(response, 401, { secure, why });
      return undefined;
    }
    if (!this.mayAsk(caller, request, path)) {
      this.count('not-allowed', request);
      this.refuseRole(response, caller, path);
      return undefined;
    }
    request.headers[ROLE_HEADER] = caller.role;
    if (caller.device?.place) request.headers[PLACE_HEADER] = String(caller.device.place);
    if (caller.device) this.seen(caller.device, request.socket);
    return caller;
  }

  state(): DoorState {
    const frequent = [...this.turnedAway].sort(([, a], [, b]) => b.count - a.count);
    return {
      devices: [...this.byToken.values()].map(({ id, name, role, place, letInAt, seenAt }) => ({
        ...{ id, name, role, place, letInAt, seenAt },
      })),
      network: { open: this.listening.size > 0, addresses: this.addresses, secure: this.options.secure },
      turnedAway: frequent.map(([why, of]) => ({ why, ...of })),
    };
  }

  /** Opens the door for the devices that bring the code which is answered. */
  async letIn(allowed: Allowed): Promise<LetIn> {
    await this.open();
    const { addresses } = this;
    const code = this.codes.begin(allowed);
    const link = `${addresses[0] ?? this.here}/#${code}`;
    return {
      ...{ code, role: allowed.role, devices: allowed.devices, seconds: CODE_LIVES_MS / 1000 },
      ...{ link, addresses, qr: qrRows(link), secure: this.options.secure },
    };
  }

  /** False where there is no such device. What it has open is closed at once. */
  putOut(id: string): boolean {
    const was = markDevicePutOut(this.options.machine, id, this.now().toISOString());
    this.byToken = this.readDevices();
    for (const socket of this.answering.get(id) ?? []) socket.destroy();
    this.answering.delete(id);
    return was;
  }

  private readDevices(): Map<string, KnownDevice> {
    return new Map(knownDevices(this.options.machine).map((device) => [device.tokenSha, device]));
  }

  private get cookie(): string {
    return `ulexite-${this.options.port}`;
  }

  private names(): Set<string> {
    const open = this.listening.size > 0 ? [...[...this.listening.keys()].map(bracketed), ...ownNames()] : [];
    return new Set([...LOCAL_NAMES, bracketed(this.options.host), ...this.options.names, ...open]);
  }

  /** This machine with itself and nobody between; or the device whose token comes along. */
  private callerOf(request: IncomingMessage): Caller | undefined {
    const { remoteAddress = '', localAddress = '' } = request.socket;
    const name = hostName(request.headers.host ?? '') ?? '';
    const alone = FORWARDED.every((header) => request.headers[header] === undefined);
    if (alone && [remoteAddress, localAddress, name].every(isLoopback)) return { role: 'machine' };
    const token = this.tokenOf(request);
    const device = token === undefined ? undefined : this.byToken.get(hashOf(token));
    return device && { role: device.role, device };
  }

  private tokenOf({ headers }: IncomingMessage): string | undefined {
    const start = `${this.cookie}=`;
    return (headers.cookie ?? '')
      .split(/;\s*/)
      .find((one) => one.startsWith(start))
      ?.slice(start.length);
  }

  private wasHere(request: IncomingMessage): boolean {
    const token = this.tokenOf(request);
    return token !== undefined && wasPutOut(this.options.machine, hashOf(token));
  }

  private mayAsk({ role }: Caller, request: IncomingMessage, path: string): boolean {
    if (role === 'machine') return true;
    const least = leastRole(request.method ?? '', path);
    return least !== undefined && mayDo(role, least);
  }

  private refuseRole(response: ServerResponse, { role }: Caller, path: string): void {
    const message = doorWords('role', { role: doorWords(`as.${role as 'look'}`) });
    if (path.startsWith('/api/')) return refuse(response, { status: 403, code: 'role-refused', message });
    response.writeHead(303, { ...PLAIN_HEADERS, Location: '/?closed=1', 'Cache-Control': 'no-store' });
    response.end();
  }

  private async comeIn(
    request: IncomingMessage,
    response: ServerResponse,
    caller: Caller | undefined,
    secure: boolean,
  ): Promise<void> {
    const home = (cookies: object = {}) => {
      response.writeHead(303, { ...PLAIN_HEADERS, ...cookies, Location: '/', 'Cache-Control': 'no-store' });
      response.end();
    };
    if (request.method !== 'POST') {
      if (caller) home();
      else showComeIn(response, 401, { secure });
      return;
    }
    const form = await formOf(request);
    const from = request.socket.remoteAddress ?? '';
    const tried = form ? this.codes.take(form.code, from) : ({ is: 'wrong-code' } as const);
    if (!form || tried.is !== 'let-in') {
      const why = tried.is === 'let-in' ? 'wrong-code' : tried.is;
      this.count(why, request);
      showComeIn(response, why === 'too-often' ? 429 : 401, { secure, why, name: form?.name });
      return;
    }
    const token = newToken();
    const at = this.now().toISOString();
    const { role, place } = tried;
    insertDevice(this.options.machine, {
      ...{ id: randomUUID(), name: form.name, role, place, letInAt: at, seenAt: at, tokenSha: hashOf(token) },
    });
    this.byToken = this.readDevices();
    home({
      'Set-Cookie': `${this.cookie}=${token}; Path=/; Max-Age=${COOKIE_DAYS * 86_400}; HttpOnly; SameSite=Strict${secure ? '; Secure' : ''}`,
    });
  }

  private seen(device: Device, socket: Socket): void {
    const mine = this.answering.get(device.id) ?? new Set();
    this.answering.set(device.id, mine);
    if (!mine.has(socket)) {
      mine.add(socket);
      socket.once('close', () => mine.delete(socket));
    }
    const now = this.now();
    // a clock that was set back is written down, too
    if (Math.abs(now.getTime() - Date.parse(device.seenAt)) < SEEN_EVERY_MS) return;
    markDeviceSeen(this.options.machine, device.id, now.toISOString());
    this.byToken = this.readDevices();
  }

  private count(why: TurnedAway, { socket }: IncomingMessage): void {
    const count = (this.turnedAway.get(why)?.count ?? 0) + 1;
    this.turnedAway.set(why, { count, lastAt: this.now().toISOString(), from: socket.remoteAddress ?? '' });
  }

  /** Opens where it does not listen yet and closes where the machine has no address any more; nothing while it was not told to be open. */
  private async listenAtAll(): Promise<void> {
    if (machineSetting(this.options.machine, NETWORK) === undefined) return;
    const wanted = new Set((this.options.addresses ?? localAddresses)());
    for (const [address, server] of this.listening)
      if (!wanted.has(address)) {
        this.listening.delete(address);
        server.close();
      }
    await Promise.all([...wanted].filter((one) => !this.listening.has(one)).map((one) => this.listenAt(one)));
  }

  private listenAt(address: string): Promise<void> {
    const server = this.options.makeServer();
    return new Promise((done) => {
      // an address that cannot be listened at (it is gone, or its port is taken) is left out: it is not shown then
      server.once('error', () => done());
      server.listen(this.options.port, address, () => {
        this.listening.set(address, server);
        done();
      });
    });
  }
}

export function refuse(response: ServerResponse, { status, code, message }: Refused): void {
  response.writeHead(status, {
    ...PLAIN_HEADERS,
    'Content-Type': 'application/json; charset=utf-8',
    ...(status === 405 ? { Allow: 'GET, HEAD, POST, PUT, PATCH, DELETE' } : {}),
    ...(status === 503 ? { 'Retry-After': '2' } : {}),
    Connection: 'close',
  });
  response.end(JSON.stringify({ code, message }));
}

function qrRows(text: string): string[] {
  const { size, data } = drawQr(text, { errorCorrectionLevel: 'M' }).modules;
  return Array.from({ length: size }, (_, y) =>
    Array.from(data.slice(y * size, (y + 1) * size), (d) => (d ? '1' : '0')).join(''),
  );
}
