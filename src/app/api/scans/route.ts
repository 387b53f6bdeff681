import { phrase } from '@/model';
import { MAX_UPLOAD_BYTES, readableScan } from '@/server';
import { readBody, refuse, route } from '../respond';
import { respondScan } from './respondScan';

/** A scan in a form browsers do not show, as the body; answers with a PNG of it. Nothing is kept. */
export const POST = route(async (request: Request) => {
  const body = await readBody(request, MAX_UPLOAD_BYTES, phrase('route.thisScan'));
  if (!body.ok) return refuse(body);
  const scan = await readableScan(body.value, request.signal);
  return scan.ok ? respondScan(scan.value) : refuse(scan);
});
