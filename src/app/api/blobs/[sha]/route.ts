import { failure } from '@/core/units';
import { database, storedBlob } from '@/server';
import { refuse } from '../../respond';

/** Stored bytes: never change, so they may be kept for good. Label maps rest deflated and travel so. */
export async function GET(_request: Request, { params }: { params: Promise<{ sha: string }> }): Promise<Response> {
  const blob = storedBlob(database(), (await params).sha);
  if (!blob) return refuse(failure('print-missing', 'This picture is no longer stored.'));
  const labels = blob.mediaType === 'application/x-ulexite-labels';
  return new Response(new Uint8Array(blob.bytes), {
    headers: {
      'Content-Type': labels ? 'application/octet-stream' : blob.mediaType,
      ...(labels ? { 'Content-Encoding': 'deflate' } : {}),
      ...(blob.mediaType === 'image/svg+xml' ? { 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox" } : {}),
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
}
