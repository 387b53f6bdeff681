import { failure, success, type Outcome } from '@/core/units';
import type { DoorState, LetIn } from '@/model';
import type { Allowed } from './door/codes';
import type { Door } from './door/door';

/** The door is made by the program that serves; every bundle of the application finds the same. */
function withDoor<T>(act: (door: Door) => T | Promise<T>): Promise<Outcome<T>> {
  const { ulexiteDoor: door } = globalThis as { ulexiteDoor?: Door };
  return door ? Promise.resolve(act(door)).then(success) : Promise.resolve(failure('door-none'));
}

/** Devices that are let in, where they find the machine, and who was turned away. */
export const doorShown = (): Promise<Outcome<DoorState>> => withDoor((door) => door.state());

/** A code for devices, shown once; opens the network. */
export const letDeviceIn = (allowed: Allowed): Promise<Outcome<LetIn>> => withDoor((door) => door.letIn(allowed));

/** Listens beyond this machine, or to it alone. */
export async function listenToNetwork(open: boolean): Promise<Outcome<DoorState>> {
  return withDoor(async (door) => {
    if (open) await door.open();
    else door.close();
    return door.state();
  });
}

/** What a device has open is closed at once. Failure: `device-missing`. */
export async function putDeviceOut(id: string): Promise<Outcome<DoorState>> {
  const out = await withDoor((door) => door.putOut(id));
  if (!out.ok) return out;
  return out.value ? doorShown() : failure('device-missing');
}
