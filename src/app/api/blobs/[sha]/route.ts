import { failure } from '@/records';
import { database, storedBlob } from '@/server';
import { refuse } from '../../respond';

/** Stored bytes: never change, so they may be kept for good. Label maps rest and travel deflated. */
export async function GET(_request: Request, { params }: { params: Promise<{ sha: string }> }): Promise<Response> {
  const blob = storedBlob(database(), (await params).sha);
  if (!blob) return refuse(failure('print-missing', 'This picture is no longer stored.'));
  return new Response(new Uint8Array(blob.bytes), {
    headers: {
      'Content-Type': blob.mediaType,
      ...(blob.mediaType === 'image/svg+xml'
        ? { 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox" }
        : {}),
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
}
