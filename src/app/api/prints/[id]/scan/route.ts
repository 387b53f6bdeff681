import { fileWords } from '@/words/files';
import { success } from '@/model';
import { database, drawnFor } from '@/server';
import { route } from '../../../respond';
import { respondInSteps } from '../../../steps';

/** The sheet as the simulated scanner sees it: ?printed=3 runs. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const printed = Number(new URL(request.url).searchParams.get('printed'));
  return respondInSteps(request, async (asker) => {
    const scan = await drawnFor(asker, database(), 'simulatedScan', id, printed);
    if (!scan.ok) return scan;
    const { png, dpi } = scan.value;
    return success({ bytes: png, mediaType: 'image/png', fileName: fileWords('route.scanAtDpiPng', { dpi }), dpi });
  });
});
