import { database, drawn } from '@/server';
import { refuse, route } from '../../../respond';
import { respondScan } from '../../../scans/respondScan';

/** The sheet as the simulated scanner sees it: ?printed=3 runs. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const scan = await drawn(
    database(),
    'simulatedScan',
    (await params).id,
    Number(new URL(request.url).searchParams.get('printed')),
  );
  return scan.ok ? respondScan(scan.value) : refuse(scan);
});
