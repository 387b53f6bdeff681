import { copyBeside, copyStream } from '@/server';
import { refuse, respond, route } from '../../respond';

type Params = { params: Promise<{ name: string }> };

/** A copy, to be kept elsewhere. */
export const GET = route(async (_request: Request, { params }: Params) => {
  const { name } = await params;
  const copy = await copyStream(name);
  if (!copy.ok) return refuse(copy);
  return new Response(copy.value.stream, {
    headers: {
      'Content-Type': 'application/vnd.sqlite3',
      'Content-Length': String(copy.value.bytes),
      'Content-Disposition': `attachment; filename="${name.replace(/[^\w.-]/g, '_')}"`,
      'Cache-Control': 'no-store',
    },
  });
});

/** Puts a copy beside the present file; answers with its path. */
export const POST = route(async (_request: Request, { params }: Params) =>
  respond(await copyBeside((await params).name), 201),
);
