import { archiveOut, archiveTakenIn, database } from '@/server';
import { nowIso, route } from '../respond';
import { respondInSteps } from '../steps';

/** The whole workshop as one archive. */
export const GET = route(() => {
  const now = nowIso();
  return new Response(archiveOut(database(), now), {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="${now.slice(0, 10)}.workshop.zip"`,
      'Cache-Control': 'no-store',
    },
  });
});

/** Takes in what such an archive holds and this workshop has not; says how far it is, then what came of it. */
export const POST = route((request: Request) =>
  respondInSteps(request, (asker) => archiveTakenIn(request.body, nowIso(), asker.report ?? (() => undefined))),
);
