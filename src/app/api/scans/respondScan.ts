import type { ScanOut } from '@/server';

/** A scan as PNG; its resolution in a header, 0 when it is not known. */
export function respondScan({ png, dpi }: ScanOut): Response {
  return new Response(new Uint8Array(png), {
    headers: { 'Content-Type': 'image/png', 'x-scan-dpi': String(dpi), 'Cache-Control': 'no-store' },
  });
}
