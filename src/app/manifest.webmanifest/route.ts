import { webManifest } from '@/server';

/** What a device puts on its home screen. */
export function GET(): Response {
  return Response.json(webManifest(), { headers: { 'Content-Type': 'application/manifest+json' } });
}

export const dynamic = 'force-dynamic';
