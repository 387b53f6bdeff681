import { fileWords } from '@/words/files';
import { success } from '@/model';
import { database, drawnFor } from '@/server';
import { route } from '../../../respond';
import { respondInSteps } from '../../../steps';

/** The sheet as the simulated scanner sees it, or with ?camera=2 as a simulated camera does, the second time: ?printed=3 runs. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const asked = new URL(request.url).searchParams,
    printed = Number(asked.get('printed')),
    camera = asked.get('camera');
  if (camera !== null)
    return respondInSteps(request, async (asker) => {
      const taken = Math.max(0, Math.min(10_000, Math.trunc(Number(camera)) || 0));
      const photograph = await drawnFor(asker, database(), 'simulatedPhotograph', id, printed, taken);
      return photograph.ok
        ? success({ bytes: photograph.value.png, mediaType: 'image/jpeg', fileName: fileWords('route.photograph') })
        : photograph;
    });
  return respondInSteps(request, async (asker) => {
    const scan = await drawnFor(asker, database(), 'simulatedScan', id, printed);
    if (!scan.ok) return scan;
    const { png, dpi } = scan.value;
    return success({ bytes: png, mediaType: 'image/png', fileName: fileWords('route.scanAtDpiPng', { dpi }), dpi });
  });
});
