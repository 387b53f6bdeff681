import { boolean, number, string, type InferType } from 'yup';
import { phrase } from '@/core/units';
import { id, list, oneOf, record, type Frozen } from './fields';

/**
 * What a device may do, from least to most: look on; log at the bench; plan at the desk; all of it, which only the machine itself may,
 * where the workshop's file is.
 */
export const ROLES = ['look', 'bench', 'desk', 'machine'] as const;
export type Role = (typeof ROLES)[number];
/** What a device that is let in can be. */
export const DEVICE_ROLES = ['look', 'bench', 'desk'] as const satisfies readonly Role[];
export type DeviceRole = (typeof DEVICE_ROLES)[number];

/** Whether `role` may do what wants at least `least`. */
export function mayDo(role: Role, least: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(least);
}

/** The views of a print in the order of the work, each with the least role that sees it. */
export const VIEW_ROLES = {
  picture: 'desk',
  runs: 'desk',
  inks: 'desk',
  block: 'desk',
  register: 'desk',
  sheets: 'desk',
  paper: 'desk',
  finish: 'desk',
  days: 'desk',
  today: 'bench',
  rehearse: 'bench',
  cut: 'bench',
  mix: 'bench',
  proof: 'bench',
  pull: 'bench',
  table: 'look',
  ledger: 'bench',
  cards: 'bench',
  'look-over': 'bench',
  numbering: 'desk',
  record: 'desk',
  whereabouts: 'desk',
} as const satisfies Readonly<Record<string, Role>>;
export type ViewName = keyof typeof VIEW_ROLES;

/** The view a role is led to that was to be led to `view`: there, or to what it sees of a print. */
export function viewFor(role: Role, view: string): ViewName {
  if (Object.hasOwn(VIEW_ROLES, view) && mayDo(role, VIEW_ROLES[view as ViewName])) return view as ViewName;
  return mayDo(role, 'bench') ? 'today' : 'table';
}

export const roleIn = (text: string | null | undefined): Role | undefined => ROLES.find((role) => role === text);

/** Characters of the name a device gives itself. */
export const DEVICE_NAME_LIMIT = 40;
/** Devices that one code may let in, each once: a class. */
export const DEVICES_BY_ONE_CODE = { min: 1, max: 40, what: phrase('measure.devicesByOneCode') } as const;

/** Why somebody was turned away at the door. */
export const TURNED_AWAY = ['no-token', 'put-out', 'wrong-code', 'too-often', 'not-allowed', 'foreign'] as const;
export type TurnedAway = (typeof TURNED_AWAY)[number];

const moment = () => string().required();

const device = record({
  id: id(),
  name: string().required(),
  role: oneOf(DEVICE_ROLES),
  /** Its place at the table of a class, or none. */
  place: number().integer().min(1).nullable().defined(),
  letInAt: moment(),
  seenAt: moment(),
});
export type Device = Frozen<InferType<typeof device>>;

/** The door as the machine itself sees it. */
export const doorState = record({
  devices: list(device, 10_000),
  network: record({
    /** Whether it listens beyond this machine. */
    open: boolean().required(),
    /** Where a device finds it, the best first. */
    addresses: list(string().required(), 40),
    /** Whether what goes over the network is encrypted, with the owner's own certificate. */
    secure: boolean().required(),
  }),
  /** Since the server was started, the most frequent first. */
  turnedAway: list(
    record({
      why: oneOf(TURNED_AWAY),
      count: number().required().integer().min(1),
      lastAt: moment(),
      from: string().defined(),
    }),
    TURNED_AWAY.length,
  ),
});
export type DoorState = Frozen<InferType<typeof doorState>>;

/** A code that lets devices in, as it is shown: once, at the machine. */
export const letIn = record({
  code: string().required(),
  role: oneOf(DEVICE_ROLES),
  devices: number().required().integer().min(1),
  seconds: number().required().positive(),
  /** An address with the code behind it, which a browser does not send on. */
  link: string().required(),
  addresses: list(string().required(), 40),
  /** The link as a picture: rows of dark and light, “1” and “0”. */
  qr: list(string().required(), 200),
  secure: boolean().required(),
});
export type LetIn = Frozen<InferType<typeof letIn>>;
