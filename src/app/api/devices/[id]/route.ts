import { putDeviceOut } from '@/server';
import { respond, route } from '../../respond';

/** Puts a device out. */
export const DELETE = route(async (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  respond(await putDeviceOut((await params).id)),
);
