import { failure } from '@/model';
import { database, inksKeptFile } from '@/server';
import { nowIso, refuse, respondFile, route } from '../../respond';

/** all.csv, all.gpl, all.cgats.txt; of a palette (?palette=) all.gpl and all.cgats.txt. */
export const GET = route(async (request: Request, { params }: { params: Promise<{ file: string }> }) => {
  const { file } = await params;
  const form = /^all\.(csv|gpl|cgats\.txt)$/.exec(file)?.[1] as 'csv' | undefined;
  if (!form) return refuse(failure('run-missing.thereIsNoFile', { file }));
  const palette = new URL(request.url).searchParams.get('palette') ?? undefined;
  return respondFile(inksKeptFile(database(), form, palette, nowIso()));
});
