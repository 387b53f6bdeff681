import { failure } from '@/model';
import { database, storedBlob } from '@/server';
import { refuse, route } from '../../respond';

/** Stored bytes: never change, so they may be kept for good. Label maps rest and travel deflated. */
export const GET = route(async (_request: Request, { params }: { params: Promise<{ sha: string }> }) => {
  const blob = storedBlob(database(), (await params).sha);
  if (!blob) return refuse(failure('print-missing.thisPictureIsNo'));
  return new Response(new Uint8Array(blob.bytes), {
    headers: {
      'Content-Type': blob.mediaType,
      // shown in pictures, saved as a file; the gate takes every right from it
      'Content-Disposition': 'attachment',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
});
