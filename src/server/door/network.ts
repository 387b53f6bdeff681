import { isIPv6 } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';

const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|::1|\[::1\]|::ffff:127(\.\d{1,3}){3})$/;

/** Whether an address or a name is this machine speaking with itself. */
export function isLoopback(address: string): boolean {
  return LOOPBACK.test(address);
}

/** This machine's addresses on its networks, the short ones first. Those that want a zone behind them no browser opens. */
export function localAddresses(interfaces = networkInterfaces()): string[] {
  const found = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter(({ internal, address }) => !internal && !/^fe80:/i.test(address))
    .map(({ address }) => address);
  return [...new Set(found)].sort((a, b) => Number(isIPv6(a)) - Number(isIPv6(b)));
}

/** Names under which the network may know this machine without being told any. */
export function ownNames(own = hostname()): string[] {
  const name = own.toLowerCase();
  return /^[a-z0-9]([a-z0-9-]*[a-z0-9])?$/.test(name) && name !== 'localhost' ? [name, `${name}.local`] : [];
}

/** As it stands in an address. */
export const bracketed = (address: string): string => (isIPv6(address) ? `[${address}]` : address);

/** Whether somebody sits before this machine who can open a browser on it; where that cannot be told, somebody does. */
export function hasDesktop(env: Readonly<Record<string, string | undefined>>, platform: string): boolean {
  return platform !== 'linux' || Boolean(env.DISPLAY ?? env.WAYLAND_DISPLAY);
}
