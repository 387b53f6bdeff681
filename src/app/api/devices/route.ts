import { doorShown, letDeviceIn, listenToNetwork } from '@/server';
import { readRequest, respond, route } from '../respond';

/** Devices that are let in, where they find this machine, and who was turned away. */
export const GET = route(async () => respond(await doorShown()));

/** A code that lets devices in: { role, devices, places }. */
export const POST = route(async (request: Request) => {
  const body = await readRequest(request, 'letIn');
  return respond(body.ok ? await letDeviceIn(body.value) : body, 201);
});

/** Listens on the network, or to this machine alone: { open }. */
export const PUT = route(async (request: Request) => {
  const body = await readRequest(request, 'network');
  return respond(body.ok ? await listenToNetwork(body.value.open) : body);
});
